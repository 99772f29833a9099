<script setup lang="ts">
import { regionOfBrowser, type Region } from '@/shared/region'
import SelectField from '@/shared/SelectField.vue'
import { longWeekday } from '@/shared/time'
import { NButton } from 'naive-ui'

/** How dates, times and numbers are written and weeks counted, each by itself or as the browser has them. */
const region = defineModel<Region>({ required: true })

const ORDERS = [
    ['day', '4 December 2026'],
    ['month', 'December 4, 2026'],
    ['year', '2026-12-04'],
] as const
const CLOCKS = [
    ['24', '13:30'],
    ['12', '1:30 pm'],
] as const
const MARKS = [
    ['point', '1.5'],
    ['comma', '1,5'],
] as const
const WEEKS = [
    ['iso', 'week 1 has four days of January'],
    ['january', 'week 1 has 1 January'],
] as const
const weekdays = Array.from({ length: 7 }, (_, i) => [i + 1, longWeekday(`2024-01-0${i + 1}`)] as const)
</script>

<template>
    <h2>Dates and numbers</h2>
    <label>
        Dates
        <SelectField v-model="region.date_order" label="Dates" :options="ORDERS" data-test="date-order" />
    </label>
    <label
        >Clock <SelectField v-model="region.clock" label="Clock" :options="CLOCKS" data-test="clock"
    /></label>
    <label>
        Numbers
        <SelectField
            v-model="region.decimal_mark"
            label="Numbers"
            :options="MARKS"
            data-test="decimal-mark"
        />
    </label>
    <label>
        The week begins on
        <SelectField v-model="region.first_weekday" label="The week begins on" :options="weekdays" />
    </label>
    <label>
        Weeks of a year
        <SelectField
            v-model="region.week_numbers"
            label="Weeks of a year"
            :options="WEEKS"
            data-test="week-numbers"
        />
    </label>
    <p class="muted">
        They hold here, on paper, in mails and tables, and in what the line at the top reads.
        <NButton text class="plain" data-test="as-browser" @click="region = regionOfBrowser()">
            All as this browser has them
        </NButton>
    </p>
</template>

<style scoped>
label {
    display: grid;
    grid-template-columns: 150px 1fr;
    align-items: center;
}
h2 {
    font-size: 1rem;
    margin-top: 8px;
}
.muted {
    margin: 0;
    color: var(--muted);
}
.plain {
    text-decoration: underline;
}
@media (max-width: 760px) {
    label {
        grid-template-columns: 110px 1fr;
    }
}
</style>
