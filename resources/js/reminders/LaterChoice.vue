<script setup lang="ts">
import { NButton } from 'naive-ui'
import { minuteOf, moment, plusDays } from '@/shared/time'
import DateField from '@/shared/DateField.vue'
import TimeField from '@/shared/TimeField.vue'
import { useAccount } from '@/state/server'
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
const account = useAccount()
const inAnHour = Math.ceil(minuteOf(props.now) / 15) * 15 + 60
const date = ref(plusDays(props.now.slice(0, 10), Math.floor(inAnHour / 1440)))
const minute = ref(inAnHour % 1440)
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
                        emit('choose', moment(date, minute))
                    }
                "
            >
                <DateField
                    v-model="date"
                    label="On a day of your own"
                    :first-weekday="account.first_weekday"
                />
                at
                <TimeField
                    :minute="minute"
                    :clock="account.clock"
                    label="At a time of your own"
                    @choose="(chosen) => (minute = chosen)"
                /><NButton attr-type="submit" class="press"> then </NButton>
            </form>
        </template>
    </SentenceWord>
</template>

<style scoped>
form {
    display: flex;
    align-items: center;
    gap: 5px;
}
</style>
