<script setup lang="ts">
import { NButton } from 'naive-ui'
import LayingOut from '@/shared/LayingOut.vue'
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/period/usePeriod'
import { plusDays, shortWeekday, weekNumber } from '@/shared/time'
import { useMonth, usePrefetch } from '@/state/server'
import { useView } from '@/state/view'
import { useRoom } from '@/undo/useRoom'
import { computed, ref, watch, watchEffect } from 'vue'
import MonthCell from './MonthCell.vue'
import MonthBar from './MonthBar.vue'
import { barsOf, type Bar } from '@/board/bars'

/** A month of weeks: what lasts for days lies across them, the rest stands in its day beside a strip of its hours. */
const view = useView()
const { today, date, from, weeks, go } = usePeriod()
const { shown, repeats } = useChoice()

const asked = computed(() => (repeats.value === 'next' ? 'next' : 'all'))
const days = computed(() => weeks.value * 7)
const query = useMonth(from, days, asked)
const month = computed(() => (query.data.value?.from === from.value ? query.data.value : undefined))
const visible = computed(() => month.value?.occurrences.filter(shown) ?? [])

const prefetch = usePrefetch()
watch(
    [() => month.value?.from, asked],
    ([loaded]) => {
        if (loaded !== from.value) return
        for (const way of [-1, 1]) {
            const first = new Date(
                Date.UTC(Number(date.value.slice(0, 4)), Number(date.value.slice(5, 7)) - 1 + way, 1),
            )
            const next = new Date(Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 1))
            const monday = startOfMonthGrid(first.toISOString().slice(0, 10))
            prefetch.month(
                monday,
                Math.ceil((next.getTime() - Date.parse(monday)) / 86_400_000 / 7) * 7,
                asked.value,
            )
        }
    },
    { immediate: true },
)
function startOfMonthGrid(first: string): string {
    const offset = (Date.parse(first) - Date.parse(from.value)) / 86_400_000
    return plusDays(first, -((offset % 7) + 7) % 7)
}
watchEffect(() => {
    view.tallies = month.value?.areas ?? []
    view.occurrences = month.value?.occurrences ?? []
    view.days = month.value?.days ?? []
})

const MOST_BARS = 3
const rows = computed(() =>
    Array.from({ length: (month.value?.days.length ?? 0) / 7 }, (_, week) => {
        const days = month.value?.days.slice(week * 7, week * 7 + 7) ?? []
        const first = days[0]?.date ?? from.value
        const bars = barsOf(visible.value, first, 7)
        return {
            first,
            days,
            bars: bars.filter((bar) => bar.row < MOST_BARS),
            hidden: bars.filter((bar) => bar.row >= MOST_BARS),
        }
    }),
)
/** Rows of bars that lie over a day. */
const barRows = (bars: Bar[], day: number): number =>
    Math.max(0, ...bars.filter((bar) => bar.from <= day && bar.to > day).map((bar) => bar.row + 1))
const byDay = computed(() => {
    const map = new Map<string, Occurrence[]>()
    for (const one of visible.value) {
        if (one.all_day && (one.kind === 'event' || one.minutes > 1440)) continue
        const day = one.start.slice(0, 10)
        map.set(day, [...(map.get(day) ?? []), one])
    }
    return map
})
/** Timed ones by every day they touch, for the strip. */
const slices = computed(() => {
    const map = new Map<string, Occurrence[]>()
    for (const one of visible.value) {
        if (one.all_day) continue
        for (let day = one.start.slice(0, 10); day <= one.end.slice(0, 10); day = plusDays(day, 1))
            map.set(day, [...(map.get(day) ?? []), one])
    }
    return map
})
const grid = ref<HTMLElement | null>(null)
const { height } = useRoom(grid)
const rowHeight = computed(() => Math.max(92, height.value / Math.max(1, rows.value.length)))
</script>

<template>
    <main
        class="month"
        data-one-stop="[data-tile]|.date|.more|.number"
        :aria-busy="query.isFetching.value"
        data-test="month"
        :data-from="month?.from"
    >
        <template v-if="month">
            <div class="weekdays">
                <span class="number" /><b v-for="day in month.days.slice(0, 7)" :key="day.date">{{
                    shortWeekday(day.date)
                }}</b>
            </div>
            <div ref="grid" class="weeks">
                <section
                    v-for="row in rows"
                    :key="row.first"
                    class="week"
                    :style="{ height: `${rowHeight}px` }"
                    :aria-label="`Week ${weekNumber(row.first)}`"
                >
                    <button
                        class="plain number"
                        :title="`Week ${weekNumber(row.first)}`"
                        :aria-label="`Show week ${weekNumber(row.first)}`"
                        @click="go({ view: 'week', date: row.first })"
                    >
                        {{ weekNumber(row.first) }}
                    </button>
                    <MonthCell
                        v-for="(day, i) in row.days"
                        :key="day.date"
                        :style="{ gridColumn: i + 2 }"
                        :day="day"
                        :lead-ups="month?.lead_ups.counts ?? {}"
                        :tasks="byDay.get(day.date) ?? []"
                        :timed="slices.get(day.date) ?? []"
                        :is-today="day.date === today"
                        :is-outside="day.date.slice(0, 7) !== date.slice(0, 7)"
                        :bar-rows="barRows(row.bars, i)"
                        :hidden-bars="row.hidden.filter((bar) => bar.from <= i && bar.to > i).length"
                        :height="rowHeight"
                        @go="go({ view: 'day', date: day.date })"
                    />
                    <MonthBar
                        v-for="bar in row.bars"
                        :key="bar.parts[0]?.key"
                        v-bind="bar"
                        :first="row.first"
                    />
                </section>
            </div>
        </template>
        <p v-else-if="query.isError.value" class="empty">
            The month could not be fetched.
            <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else words="Laying out the month…" :columns="7" />
    </main>
</template>

<style scoped>
.month {
    flex: 1;
    min-width: 0;
    min-height: 0;
    display: flex;
    flex-direction: column;
    background: var(--sheet);
}
.weekdays {
    flex: none;
    display: grid;
    grid-template-columns: 26px repeat(7, minmax(0, 1fr));
    border-bottom: 1px solid var(--line);
    background: var(--paper);
    padding-right: 10px;
}
.weekdays b {
    padding: 4px 8px;
    font: 600 0.8125rem/1.3 var(--serif);
    color: var(--muted);
}
.weeks {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
    scrollbar-gutter: stable;
    scrollbar-width: thin;
}
.week {
    position: relative;
    display: grid;
    grid-template-columns: 26px repeat(7, minmax(0, 1fr));
    grid-template-rows: minmax(0, 1fr);
    border-bottom: 1px solid var(--line);
}
.number {
    grid-row: 1;
    grid-column: 1;
    background: var(--paper);
    color: var(--muted);
    font-size: 0.6875rem;
    text-align: center;
    padding-top: 7px;
    align-self: stretch;
    display: flex;
    justify-content: center;
}
.number:hover {
    color: var(--ink);
    text-decoration: underline;
}
.empty {
    margin: 14px;
    color: var(--muted);
}
@media (max-width: 760px) {
    .month {
        flex: none;
        min-height: 560px;
    }
    .weekdays,
    .week {
        grid-template-columns: 0 repeat(7, minmax(0, 1fr));
    }
    .weekdays {
        padding-right: 0;
    }
    .number {
        visibility: hidden;
    }
}
</style>
