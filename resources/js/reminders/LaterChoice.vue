<script setup lang="ts">
import { NButton } from 'naive-ui'
import SentenceWord from '@/shared/SentenceWord.vue'
import { minuteOf } from '@/shared/time'
import { computed, defineAsyncComponent } from 'vue'

/** When a reminder that is put off comes back. */
const props = defineProps<{ now: string }>()
const emit = defineEmits<{ choose: [when: string] }>()

// It brings the calendar of the library, which the page can do without until it is pressed.
const LaterMoment = defineAsyncComponent(() => import('./LaterMoment.vue'))

/** As the server has them: once it is evening the next one is meant, and in the night the morning that comes. */
const [NIGHT, EVENING] = [5 * 60, 18 * 60]
const choices = computed((): [string, string][] => {
    const minute = minuteOf(props.now)
    return [
        ['ten', 'in 10 minutes'],
        ['hour', 'in an hour'],
        ['evening', minute < EVENING ? 'this evening' : 'tomorrow evening'],
        ['morning', minute < NIGHT ? 'this morning' : 'tomorrow morning'],
    ]
})
</script>

<template>
    <SentenceWord words="later" label="later">
        <template #default="{ close }">
            <NButton
                v-for="[when, words] in choices"
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
            <LaterMoment
                :now="now"
                @choose="
                    (when) => {
                        close()
                        emit('choose', when)
                    }
                "
            />
        </template>
    </SentenceWord>
</template>
