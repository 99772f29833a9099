<script setup lang="ts">
import NumberField from '@/shared/NumberField.vue'
import TimeField from '@/shared/TimeField.vue'
import { longWeekday, shortWeekday } from '@/shared/time'
import { useAccount } from '@/state/server'
import { NButton, NCheckbox } from 'naive-ui'
import type { Form } from './form'

/** When alone a task can be done, as an office says when it answers; and whether it may be done in pieces. */
const form = defineModel<Form>({ required: true })
defineProps<{ mistakes: Record<string, string[]> }>()

const account = useAccount()
const days = [1, 2, 3, 4, 5, 6, 7].map((day) => [day, `2024-01-0${day}`] as const)
function turn(i: number, day: number): void {
    const one = form.value.own_hours[i]
    if (!one) return
    const next = one.days.includes(day)
        ? one.days.filter((other) => other !== day)
        : [...one.days, day].sort((a, b) => a - b)
    if (next.length > 0) one.days = next
}
const isMistake = (name: string): boolean => /^(own_hours|shortest_piece)/.test(name)
</script>

<template>
    <div class="own" data-test="own-hours">
        <p v-for="(one, i) in form.own_hours" :key="i">
            Only
            <button
                v-for="[day, date] in days"
                :key="day"
                type="button"
                class="plain day"
                :aria-pressed="one.days.includes(day)"
                :aria-label="longWeekday(date)"
                @click="turn(i, day)"
            >
                {{ shortWeekday(date) }}
            </button>
            from
            <TimeField
                :minute="one.from"
                :clock="account.clock"
                label="From"
                @choose="(minute) => (one.from = minute)"
            />
            to
            <TimeField
                :minute="one.to % 1440"
                :clock="account.clock"
                label="To"
                @choose="(minute) => (one.to = minute === 0 ? 1440 : minute)"
            />
            <NButton
                text
                class="plain"
                aria-label="At any hour after all"
                @click="form.own_hours.splice(i, 1)"
                >any hour</NButton
            >
        </p>
        <p>
            <NButton
                v-if="form.own_hours.length < 7"
                class="press"
                data-test="add-own-hours"
                @click="form.own_hours.push({ days: [1, 2, 3, 4, 5], from: 540, to: 780 })"
                >{{ form.own_hours.length ? 'Other hours too' : 'Only at certain hours' }}</NButton
            >
            <NCheckbox
                :checked="form.shortest_piece !== null"
                data-test="in-pieces"
                @update:checked="(yes) => (form.shortest_piece = yes ? 30 : null)"
                >may be done in pieces</NCheckbox
            >
            <template v-if="form.shortest_piece !== null"
                >of at least
                <NumberField
                    :value="form.shortest_piece"
                    :min="15"
                    :max="480"
                    label="Minutes of the shortest piece"
                    @change="(minutes) => (form.shortest_piece = minutes)"
                />
                min</template
            >
        </p>
        <em v-for="(lines, name) in mistakes" v-show="isMistake(String(name))" :key="name" class="mistake">{{
            lines[0]
        }}</em>
    </div>
</template>

<style scoped>
.own {
    grid-column: 1 / -1;
    color: var(--muted);
}
p {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    margin: 3px 0;
}
.day {
    padding: 1px 5px;
    border: 1px solid var(--line);
    border-radius: 5px;
    font-size: 0.75rem;
}
.day[aria-pressed='true'] {
    border-color: var(--plum);
    background: var(--plum-soft);
    color: var(--ink);
}
</style>
