<script setup lang="ts">
import { NButton } from 'naive-ui'
import { clockText, minuteOf } from '@/shared/time'
import SentenceWord from '@/shared/SentenceWord.vue'
import { ref } from 'vue'

/** When a reminder that is put off comes back. */
const props = defineProps<{ now: string }>()
const emit = defineEmits<{ choose: [when: string] }>()

const CHOICES: [string, string][] = [
    ['ten', 'in 10 minutes'],
    ['hour', 'in an hour'],
    ['evening', 'this evening'],
    ['morning', 'tomorrow morning'],
]
const moment = ref(
    `${props.now.slice(0, 10)}T${clockText((Math.ceil(minuteOf(props.now) / 15) * 15 + 60) % 1440)}`,
)
</script>

<template>
    <SentenceWord words="later" label="later">
        <template #default="{ close }">
            <NButton
                v-for="[when, words] in CHOICES"
                :key="when"
                class="press"
                :data-test="`later-${when}`"
                @click="
                    () => {
                        close()
                        emit('choose', when)
                    }
                "
            >
                {{ words }}
            </NButton>
            <form
                @submit.prevent="
                    () => {
                        close()
                        emit('choose', `${moment}:00`)
                    }
                "
            >
                <input v-model="moment" type="datetime-local" aria-label="At a moment of your own" /><NButton
                    attr-type="submit"
                    class="press"
                >
                    then
                </NButton>
            </form>
        </template>
    </SentenceWord>
</template>

<style scoped>
form {
    display: flex;
    gap: 5px;
}
input {
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    background: var(--paper);
    color: var(--ink);
    padding: 2px 5px;
}
</style>
