<script setup lang="ts">
import type { BoardDay, Occurrence } from '@/api/types'
import { inListOrder } from '@/board/listOrder'
import { length, longWeekday, minuteOf, shortDate, time } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed } from 'vue'
import AheadLine from './AheadLine.vue'

const props = defineProps<{ day: BoardDay; starting: Occurrence[]; going: Occurrence[]; today: string; now: string }>()

const account = useAccount()
const minutes = computed(() => props.day.placed + props.day.listed)
const words = computed(() => {
    const { capacity } = props.day
    if (minutes.value === 0) return 'nothing that takes time'
    return props.day.over ? `${length(minutes.value - capacity)} over full` : `${length(minutes.value)} of ${length(capacity)}`
})
const listed = computed(() => props.starting.filter((one) => one.all_day).sort((a, b) => Number(a.kind === 'task') - Number(b.kind === 'task') || inListOrder(a, b)))

type Row = { key: string; minute: number; one: Occurrence | null; words: string }
/** What has hours, and between it the free time said in words. */
const rows = computed<Row[]>(() => {
    const timed: Row[] = props.starting.filter((one) => !one.all_day).map((one) => ({ key: one.key, minute: one.start.slice(0, 10) === props.day.date ? minuteOf(one.start) : 0, one, words: '' }))
    const isToday = props.day.date === props.today
    const gaps: Row[] = (timed.length === 0 ? [] : (props.day.free ?? []))
        .map((gap) => ({ ...gap, from: isToday ? Math.max(gap.from, Math.ceil(minuteOf(props.now) / 5) * 5) : gap.from }))
        .filter((gap) => gap.to - gap.from >= 30)
        .map((gap) => ({ key: `free ${gap.from}`, minute: gap.from, one: null, words: `${length(gap.to - gap.from)} free, ${time(gap.from, account.value.clock)} to ${time(gap.to % 1440, account.value.clock)}` }))
    return [...timed, ...gaps].sort((a, b) => a.minute - b.minute || Number(a.one === null) - Number(b.one === null))
})
const isQuiet = computed(() => props.starting.length === 0)
</script>

<template>
    <section class="chapter" :class="{ quiet: isQuiet }" :aria-label="`${longWeekday(day.date)} ${shortDate(day.date)}`" data-test="chapter" :data-date="day.date">
        <header>
            <h2>{{ Number(day.date.slice(8)) }}</h2>
            <span class="weekday">{{ longWeekday(day.date) }}<b v-if="day.date === today"> · today</b></span>
            <span class="month">{{ shortDate(day.date).replace(/^\d+ /, '') }}</span>
            <span v-if="day.holiday" class="holiday">{{ day.holiday }}</span>
            <span v-if="day.theme" class="theme">{{ day.theme }}</span>
            <span class="load" :class="{ over: day.over }">{{ words }}<template v-if="day.conflicts > 0"> · {{ day.conflicts === 1 ? '1 double booking' : `${day.conflicts} double bookings` }}</template></span>
        </header>
        <div class="entries">
            <p v-if="going.length > 0" class="going">{{ going.map((one) => one.title).join(', ') }} {{ going.length === 1 ? 'goes' : 'go' }} on.</p>
            <AheadLine v-for="one in listed" :key="one.key" :one="one" />
            <template v-for="row in rows" :key="row.key">
                <AheadLine v-if="row.one" :one="row.one" />
                <p v-else class="free">{{ row.words }}</p>
            </template>
        </div>
    </section>
</template>

<style scoped>
.chapter { display: grid; grid-template-columns: 170px minmax(0, 1fr); gap: 4px 22px; padding: 12px 0 14px; border-bottom: 1px solid var(--line); }
.chapter.quiet { padding: 5px 0; }
header { display: grid; grid-template-columns: auto 1fr; gap: 0 8px; align-content: start; align-items: baseline; }
h2 { font-size: 26px; line-height: 30px; min-width: 34px; }
.quiet h2 { font-size: 17px; line-height: 22px; color: var(--muted); }
.weekday { font-size: 14px; }
.weekday b { color: var(--plum); }
.month { grid-column: 2; color: var(--muted); font-size: 12px; margin-top: -3px; }
.quiet .month, .quiet .load { display: none; }
.holiday, .theme, .load { grid-column: 1 / -1; font-size: 12px; color: var(--muted); }
.holiday { font-style: italic; color: var(--ink); }
.load.over { color: var(--trouble); font-weight: 650; }
.entries { min-width: 0; }
.going { margin: 0 0 3px; font-size: 12px; color: var(--muted); }
.free { margin: 1px 0; padding-left: 94px; font-size: 12px; line-height: 20px; color: var(--good); }
@media (prefers-color-scheme: dark) { .weekday b { color: var(--load); } }
@media (max-width: 760px) { .chapter { grid-template-columns: 1fr; } .month { display: none; } header { display: flex; flex-wrap: wrap; gap: 0 8px; } .free { padding-left: 8px; } }
</style>
