<script setup lang="ts">
import { NButton } from 'naive-ui'
import SentenceWord from '@/shared/SentenceWord.vue'
import { defineAsyncComponent } from 'vue'

/** When a reminder that is put off comes back. */
defineProps<{ now: string }>()
const emit = defineEmits<{ choose: [when: string] }>()

// It brings the calendar of the library, which the page can do without until it is pressed.
const LaterMoment = defineAsyncComponent(() => import('./LaterMoment.vue'))

const CHOICES: [string, string][] = [
    ['ten', 'in 10 minutes'],
    ['hour', 'in an hour'],
    ['evening', 'this evening'],
    ['morning', 'tomorrow morning'],
]
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
