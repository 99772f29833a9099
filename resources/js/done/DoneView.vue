<script setup lang="ts">
import { longWeekday, length, shortDate, timeOf } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/shell/usePeriod'
import { paint, useAccount, useAreas, useDone } from '@/state/server'
import { useView } from '@/state/view'
import { useInfiniteScroll } from '@vueuse/core'
import { computed, ref } from 'vue'

/** What was done, the latest day first: when, by whom, and how long it took where it was timed. */
const view = useView()
const account = useAccount()
const { today, date } = usePeriod()
const { calendar, colour } = useAreas()
const { shown } = useChoice()
const query = useDone(date)
const scroller = ref<HTMLElement | null>(null)
const days = computed(() => (query.data.value?.pages ?? []).flatMap((page) => page.days).map((day) => ({
    ...day, done: day.done.filter((one) => shown({ area_id: one.area_id, calendar_id: one.calendar_id, importance: null, effort: null, labels: [], colour: one.colour, routine: one.routine })),
})).filter((day) => day.done.length > 0))
view.occurrences = []
view.tallies = []
useInfiniteScroll(scroller, async () => {
    await query.fetchNextPage()
}, { distance: 400, canLoadMore: () => query.hasNextPage.value && !query.isFetchingNextPage.value && query.data.value !== undefined })

const sum = (done: { timed: number | null }[]): number => done.reduce((minutes, one) => minutes + (one.timed ?? 0), 0)
function open(one: { entry_id: string; recurrence_id: string }): void {
    view.sheet = { entryId: one.entry_id, recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id, date: one.recurrence_id === 'once' ? null : one.recurrence_id.slice(0, 10) }
}
</script>

<template>
    <main ref="scroller" class="done" :aria-busy="query.isFetching.value" data-test="done" :data-from="date">
        <div class="column">
            <p v-if="query.isError.value" class="empty">What was done could not be fetched. <button class="press" @click="query.refetch()">Try again</button></p>
            <p v-else-if="!query.data.value" class="empty">Looking back…</p>
            <p v-else-if="days.length === 0 && !query.hasNextPage.value" class="empty">Nothing was ticked off here yet.</p>
            <section v-for="day in days" :key="day.date" class="chapter" :aria-label="shortDate(day.date)" data-test="done-day" :data-date="day.date">
                <header>
                    <h2>{{ Number(day.date.slice(8)) }}</h2>
                    <span>{{ longWeekday(day.date) }}<b v-if="day.date === today"> · today</b><small>{{ shortDate(day.date).replace(/^\d+ /, '') }}</small></span>
                    <span class="sum">{{ day.done.length }} done{{ sum(day.done) > 0 ? `, ${length(sum(day.done))} timed` : '' }}</span>
                </header>
                <div>
                    <article v-for="one in day.done" :key="`${one.entry_id}|${one.recurrence_id}`" :style="paint(one.colour ?? colour(one.calendar_id))" data-test="done-line" :data-title="one.title">
                        <time>{{ timeOf(one.done_at, account.clock) }}</time><i aria-hidden="true" />
                        <button class="plain title" @click="open(one)">{{ one.title }}</button>
                        <span class="facts">{{ [calendar(one.calendar_id)?.name, one.timed ? `${length(one.timed)} timed${one.estimate ? `, ${length(one.estimate)} thought` : ''}` : '', `by ${one.by}`].filter(Boolean).join(' · ') }}</span>
                    </article>
                </div>
            </section>
            <p v-if="query.isFetchingNextPage.value" class="empty">Further back…</p>
        </div>
    </main>
</template>

<style scoped>
.done { flex: 1; min-width: 0; min-height: 0; overflow-y: auto; background: var(--sheet); }
.column { max-width: 860px; padding: 10px 28px 60px; }
.chapter { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 4px 22px; padding: 12px 0 14px; border-bottom: 1px solid var(--line); }
header { display: grid; grid-template-columns: auto 1fr; gap: 0 8px; align-content: start; align-items: baseline; }
h2 { font-size: 26px; line-height: 30px; min-width: 34px; }
header small { display: block; color: var(--muted); font-size: 12px; }
header b { color: var(--plum); }
.sum { grid-column: 1 / -1; color: var(--muted); font-size: 12px; }
article { display: flex; align-items: center; gap: 9px; min-height: 25px; }
time { flex: none; width: 44px; text-align: right; font-size: 12.5px; color: var(--muted); }
i { flex: none; width: 9px; height: 13px; border-radius: 50%; background: var(--c); transform: rotate(20deg); }
.title { flex: none; max-width: 60%; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; font-size: 13.5px; }
.title:hover { text-decoration: underline; }
.facts { flex: 1; min-width: 0; color: var(--muted); font-size: 12px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.empty { color: var(--muted); margin: 14px 0; }
@media (prefers-color-scheme: dark) { header b { color: var(--load); } }
@media (max-width: 760px) { .done { flex: none; overflow: visible; } .column { padding: 8px 12px 60px; } .chapter { grid-template-columns: 1fr; } header small { display: inline; margin-left: 6px; } .facts { display: none; } .title { max-width: none; flex: 1; } }
</style>
