<script setup lang="ts">
import { NButton } from 'naive-ui'
import DateChoice from '@/shared/DateChoice.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import TimeField from '@/shared/TimeField.vue'
import { clockText, fullDate, minuteOf } from '@/shared/time'
import { useAccount } from '@/state/server'

/** The deadline of a task: a day, or a day and a time. */
const due = defineModel<string | null>({ required: true })
defineProps<{ isLate: boolean; note: string; mistake?: string }>()
const account = useAccount()

function setDay(date: string): void {
    due.value = `${date}${due.value?.slice(10) ?? ''}`
}
function setTime(minute: number): void {
    if (due.value) due.value = `${due.value.slice(0, 10)}T${clockText(minute)}:00`
}
</script>

<template>
    <div>
        <h2>Due</h2>
        <div class="due">
            <SentenceWord :words="due ? fullDate(due) : 'no deadline'" label="due">
                <template #default="{ close }">
                    <DateChoice
                        :value="due"
                        :first-weekday="account.first_weekday"
                        @choose="
                            (date) => {
                                setDay(date)
                                close()
                            }
                        "
                    />
                    <NButton
                        v-if="due"
                        class="press"
                        @click="
                            () => {
                                due = null
                                close()
                            }
                        "
                    >
                        no deadline
                    </NButton>
                </template>
            </SentenceWord>
            <template v-if="due"
                >at
                <TimeField
                    :minute="due.length > 10 ? minuteOf(due) : null"
                    :clock="account.clock"
                    label="Due time"
                    @choose="setTime"
            /></template>
        </div>
        <p v-if="isLate" class="mistake">It is placed after it is due.</p>
        <p v-else-if="due && note" class="muted">{{ note }}</p>
        <p v-if="mistake" class="mistake">{{ mistake }}</p>
    </div>
</template>

<style scoped>
h2 {
    font: 650 0.8438rem/1.3 var(--sans);
    margin: 16px 0 6px;
}
.due {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
.muted {
    color: var(--muted);
    margin: 3px 0 0;
}
</style>
