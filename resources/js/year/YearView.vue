<script setup lang="ts">
import { NButton } from 'naive-ui'
import LayingOut from '@/shared/LayingOut.vue'
import type { Year } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { barsOf } from '@/board/bars'
import { usePeriod } from '@/period/usePeriod'
import { length, namedDate, plusDays, shortMonth, shortWeekday, startOfWeek, weekday } from '@/shared/time'
import { useAccount, useAreas, usePrefetch, useYear } from '@/state/server'
import { useView } from '@/state/view'
import { computed, watch, watchEffect } from 'vue'

/** A year on the wall: one row a month, days lined up by weekday, load as tint, what lasts for days drawn across. */
type Day = Year['days'][number]
const COLUMNS = 37
const MOST_BARS = 2

const view = useView()
const account = useAccount()
const { today, date, go } = usePeriod()
const { shown, hue, isFiltered, choice } = useChoice()
const { calendar } = useAreas()

const number = computed(() => Number(date.value.slice(0, 4)))
const query = useYear(number)
const year = computed(() => (query.data.value?.year === number.value ? query.data.value : undefined))
const prefetch = usePrefetch()
watch(
    [() => year.value?.year],
    ([loaded]) => {
        if (loaded !== number.value) return
        for (const way of [1, -1]) prefetch.year(number.value + way)
    },
    { immediate: true },
)
watchEffect(() => {
    view.occurrences = year.value?.occurrences ?? []
    view.days = []
    view.tallies = year.value?.areas ?? []
})

const visible = computed(() => year.value?.occurrences.filter(shown) ?? [])
const letters = computed(() => {
    const first = startOfWeek('2026-01-05', account.value.first_weekday)
    return Array.from({ length: COLUMNS }, (_, i) => shortWeekday(plusDays(first, i % 7)).slice(0, 2))
})
const months = computed(() =>
    Array.from({ length: 12 }, (_, i) => {
        const name = `${year.value?.year ?? number.value}-${String(i + 1).padStart(2, '0')}`
        const days = year.value?.days.filter((day) => day.date.startsWith(name)) ?? []
        const first = days[0]?.date ?? `${name}-01`
        const offset = (weekday(first) - account.value.first_weekday + 7) % 7
        const bars = barsOf(visible.value, first, days.length)
        return {
            name,
            first,
            days,
            offset,
            bars: bars.filter((bar) => bar.row < MOST_BARS),
            more: bars.filter((bar) => bar.row >= MOST_BARS),
        }
    }),
)

/** How many entries begin on a day, of the calendars that are shown. */
function counted(day: Day): number {
    return Object.entries(day.counts).reduce((sum, [id, count]) => {
        const found = calendar(id)
        return found &&
            shown({
                area_id: found.area_id,
                calendar_id: id,
                importance: null,
                effort: null,
                labels: [],
                colour: null,
            })
            ? sum + count
            : sum
    }, 0)
}
const isPlain = computed(
    () => !choice.value.importance?.length && !choice.value.effort?.length && !choice.value.labels?.length,
)
function tint(day: Day): string {
    if (day.over) return 'color-mix(in srgb, var(--trouble) 26%, var(--sheet))'
    const share = day.capacity === 0 ? 0 : day.minutes / day.capacity
    return `color-mix(in srgb, var(--load) ${Math.round(Math.min(1, share) * 42)}%, var(--sheet))`
}
function words(day: Day, month: (typeof months.value)[number]): string {
    const at = Number(day.date.slice(8)) - 1
    const covering = [...month.bars, ...month.more]
        .filter((bar) => bar.from <= at && bar.to > at)
        .map((bar) => bar.parts[0]?.title)
    return [
        namedDate(day.date),
        `${length(day.minutes)} of ${length(day.capacity)}${day.over ? ', over full' : ''}`,
        day.holiday ?? '',
        isPlain.value && !isFiltered.value ? `${counted(day)} entries` : '',
        covering.join(', '),
        ...day.leads.map((one) => `${one.title} ⤷ ${one.toward}, ${namedDate(one.date)}`),
    ]
        .filter(Boolean)
        .join(' · ')
}
</script>

<template>
    <main
        class="year"
        data-one-stop="[data-tile]|.day|.name"
        :aria-busy="query.isFetching.value"
        data-test="year"
        :data-year="year?.year"
    >
        <template v-if="year">
            <div class="row head" aria-hidden="true">
                <span /><b
                    v-for="(letter, i) in letters"
                    :key="i"
                    :class="{ rest: i % 7 >= 5 && account.first_weekday === 1 }"
                    >{{ letter }}</b
                >
            </div>
            <section v-for="month in months" :key="month.name" class="row month" :aria-label="month.name">
                <button
                    class="plain name"
                    :class="{ now: today.startsWith(month.name) }"
                    @click="go({ view: 'month', date: month.first })"
                >
                    {{ shortMonth(month.first) }}
                </button>
                <button
                    v-for="(day, i) in month.days"
                    :key="day.date"
                    class="plain day"
                    :class="{ today: day.date === today, over: day.over, holiday: day.holiday }"
                    :style="{ gridColumn: 2 + month.offset + i, background: tint(day) }"
                    :title="words(day, month)"
                    :aria-label="words(day, month)"
                    data-test="year-day"
                    :data-date="day.date"
                    @click="go({ view: 'day', date: day.date })"
                >
                    <span>{{ Number(day.date.slice(8)) }}</span><small
                        v-if="day.leads.some((one) => !one.done)"
                        class="leads"
                        data-test="year-leads"
                        aria-hidden="true"
                        >⤷</small
                    >
                </button>
                <article
                    v-for="bar in month.bars"
                    :key="bar.parts[0]!.key"
                    class="bar"
                    tabindex="0"
                    data-tile
                    data-test="year-bar"
                    :data-hue="hue(bar.parts[0]!)"
                    :data-key="bar.parts[0]!.key"
                    :data-title="bar.parts[0]!.title"
                    :title="bar.parts[0]!.title"
                    :aria-label="`${bar.parts[0]!.title}, from ${namedDate(bar.parts[0]!.start)}`"
                    :style="{
                        gridColumn: `${2 + month.offset + bar.from} / ${2 + month.offset + bar.to}`,
                        marginTop: `${18 + bar.row * 15}px`,
                    }"
                >
                    {{ bar.parts[0]!.title }}
                </article>
            </section>
            <p class="legend">
                <span>how full a day is</span
                ><i
                    v-for="share in [0, 0.35, 0.7, 1]"
                    :key="share"
                    :style="{ background: `color-mix(in srgb, var(--load) ${share * 42}%, var(--sheet))` }"
                /><i class="over" /><span>over full</span>
            </p>
        </template>
        <p v-else-if="query.isError.value" class="empty">
            The year could not be fetched. <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else words="Laying out the year…" :columns="4" />
    </main>
</template>

<style scoped>
.year {
    flex: 1;
    min-width: 0;
    min-height: 0;
    overflow: auto;
    padding: 4px 12px 10px 8px;
    display: flex;
    flex-direction: column;
    background: var(--sheet);
}
.row {
    display: grid;
    grid-template-columns: 44px repeat(37, minmax(24px, 1fr));
}
.head {
    flex: none;
    position: sticky;
    top: -4px;
    z-index: 3;
    background: var(--sheet);
}
.head b {
    font: 500 0.6875rem/20px var(--sans);
    color: var(--muted);
    padding-left: 5px;
}
.month {
    flex: 1;
    min-height: 50px;
    border-top: 1px solid var(--line);
}
.name {
    grid-row: 1;
    grid-column: 1;
    font: 600 0.9375rem/20px var(--serif);
    padding: 1px 4px;
    align-self: stretch;
    display: flex;
    color: var(--ink);
}
.name.now {
    color: var(--plum);
    text-decoration: underline;
    text-underline-offset: 3px;
}
@media (prefers-color-scheme: dark) {
    .name.now {
        color: var(--load);
    }
}
.name:hover {
    text-decoration: underline;
}
.day {
    grid-row: 1;
    align-self: stretch;
    border-left: 1px solid var(--line);
    padding: 1px 0 0 4px;
    display: flex;
    align-items: flex-start;
    font-size: 0.6875rem;
    line-height: 15px;
    color: var(--ink);
    min-width: 0;
}
.day.over {
    box-shadow: inset 0 -3px 0 var(--trouble);
}
.leads {
    margin-left: auto;
    padding-right: 2px;
    color: var(--plum);
}
.day.over span {
    font-weight: 700;
}
.day.holiday span {
    font-style: italic;
    text-decoration: underline dotted;
}
.day:hover {
    box-shadow: inset 0 0 0 2px var(--plum-line);
}
.day.today span {
    background: var(--plum);
    color: var(--on-plum);
    border-radius: 5px;
    padding: 0 4px;
    margin-left: -3px;
    font-weight: 700;
}
.bar {
    grid-row: 1;
    align-self: start;
    height: 14px;
    margin-inline: 2px;
    padding: 0 3px;
    border-left: 3px solid var(--c);
    border-radius: 3px;
    background: color-mix(in srgb, var(--c) 24%, var(--sheet));
    color: var(--ink);
    font-size: 0.6875rem;
    line-height: 14px;
    overflow: hidden;
    white-space: nowrap;
    text-overflow: clip;
    cursor: pointer;
    z-index: 2;
    min-width: 0;
}
.legend {
    flex: none;
    display: flex;
    gap: 4px;
    align-items: center;
    margin: 8px 0 0 44px;
    color: var(--muted);
    font-size: 0.7188rem;
}
.legend i {
    width: 18px;
    height: 12px;
    border: 1px solid var(--line);
}
.legend i.over {
    background: color-mix(in srgb, var(--trouble) 26%, var(--sheet));
    box-shadow: inset 0 -3px 0 var(--trouble);
}
.legend span {
    margin: 0 6px;
}
.empty {
    margin: 14px;
    color: var(--muted);
}
@media (max-width: 760px) {
    .year {
        flex: none;
    }
}
</style>
