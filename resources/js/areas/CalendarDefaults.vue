<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Calendar, Missed } from '@/api/types'
import MissedChoice from '@/sheet/MissedChoice.vue'
import NumberField from '@/shared/NumberField.vue'
import ReminderList from '@/sheet/ReminderList.vue'
import { useChanges } from '@/undo/useChanges'

/** What new entries of a calendar are like, and of what those are reminded that have no reminders of their own. */
const props = defineProps<{ calendar: Calendar }>()
const { change } = useChanges()

function keep(
    values: Partial<
        Pick<Calendar, 'missed' | 'margin_before' | 'margin_after' | 'reminders' | 'reminders_all_day'>
    >,
): void {
    void change(`Changed the defaults of “${props.calendar.name}”.`, () =>
        answerOf(
            api.PATCH('/calendars/{calendar}', {
                params: { path: { calendar: props.calendar.id } },
                body: values,
            }),
        ),
    )
}
</script>

<template>
    <div class="defaults" data-test="calendar-defaults">
        <h3>Reminders of what has hours</h3>
        <ReminderList
            :model-value="calendar.reminders"
            :all-day="false"
            @update:model-value="(list) => keep({ reminders: list ?? [] })"
        />
        <h3>Reminders of what lasts all day</h3>
        <ReminderList
            :model-value="calendar.reminders_all_day"
            all-day
            @update:model-value="(list) => keep({ reminders_all_day: list ?? [] })"
        />
        <h3>Kept free beside new entries</h3>
        <p>
            <NumberField
                :value="calendar.margin_before"
                :min="0"
                :max="240"
                label="Minutes before"
                test="margin-before"
                @change="(n) => keep({ margin_before: n ?? 0 })"
            />
            minutes before and
            <NumberField
                :value="calendar.margin_after"
                :min="0"
                :max="240"
                label="Minutes after"
                test="margin-after"
                @change="(n) => keep({ margin_after: n ?? 0 })"
            />
            after
        </p>
        <h3>If a task is missed</h3>
        <MissedChoice
            :model-value="calendar.missed"
            @update:model-value="(missed: Missed) => keep({ missed })"
        />
    </div>
</template>

<style scoped>
.defaults {
    margin: 6px 0 10px;
    padding: 8px 14px 12px;
    border: 1px solid var(--line);
    border-radius: 8px;
    background: var(--paper);
}
h3 {
    font: 650 0.7812rem/1.3 var(--sans);
    margin: 10px 0 5px;
}
</style>
