<script setup lang="ts">
import type { Board, Occurrence } from '@/api/types'
import { endsWithin } from './bars'
import { dayNumber, plusDays } from '@/shared/time'
import { useView } from '@/state/view'
import { computed, ref } from 'vue'
import BandBar from './BandBar.vue'
import DueMarks from './DueMarks.vue'
import { offerDay } from './offerDay'
import ListTask from './ListTask.vue'
import { drag } from './drag'
import { inListOrder, mustsOf } from './listOrder'

const props = defineProps<{ board: Board; shown: (one: Occurrence) => boolean; today: string }>()
const view = useView()

/** Rows a day shows before the rest hides behind a count. */
const MOST_ROWS = 5
const opened = ref(false)

/** The column of a day, or of the next one shown after it. */
const column = (date: string): number => props.board.days.filter((day) => day.date < date.slice(0, 10)).length
const allDay = computed(() => props.board.occurrences.filter((one) => one.all_day && props.shown(one)))

interface Bar {
    one: Occurrence
    from: number
    to: number
    row: number
    ends: string
}

/** Events lie as bars across their days, each in the first row that is free. */
const bars = computed<Bar[]>(() => {
    const from = props.board.days[0]?.date ?? ''
    const to = plusDays(props.board.days.at(-1)?.date ?? from, 1)
    const ends: number[] = []
    return allDay.value
        .filter((one) => one.kind === 'event' || dayNumber(one.end) - dayNumber(one.start) > 1)
        .map((one) => ({
            one,
            from: column(one.start),
            to: column(one.end),
            row: 0,
            ends: endsWithin(one, from, to),
        }))
        .filter((bar) => bar.to > bar.from)
        .sort((a, b) => a.from - b.from || b.to - a.to)
        .map((bar) => {
            let row = 0
            while ((ends[row] ?? 0) > bar.from) row++
            ends[row] = bar.to
            return { ...bar, row }
        })
})
interface Listed {
    date: string
    /** Rows of bars that lie over the day. */
    rows: number
    tasks: { one: Occurrence; place: number | null }[]
    /** More tasks than there is room for. */
    overflows: boolean
    more: number
}
/** The tasks of each day in their order, musts numbered, and those that there is room for. */
const lists = computed<Listed[]>(() => {
    const inBars = new Set(bars.value.map((bar) => bar.one.key))
    const byDay = new Map<string, Occurrence[]>()
    for (const one of allDay.value) {
        if (one.kind === 'task' && !inBars.has(one.key))
            byDay.set(one.start, [...(byDay.get(one.start) ?? []), one])
    }
    return props.board.days.map((day, i) => {
        const rows = Math.max(
            0,
            ...bars.value.filter((bar) => bar.from <= i && bar.to > i).map((bar) => bar.row + 1),
        )
        const musts = mustsOf(props.board.occurrences.filter(props.shown), day.date)
        const tasks = (byDay.get(day.date) ?? []).sort(inListOrder).map((one) => ({
            one,
            place: one.importance === 'must' ? musts.indexOf(one) + 1 : null,
        }))
        const room = Math.max(1, MOST_ROWS - rows)
        const overflows = tasks.length > room
        const seen = opened.value || !overflows ? tasks : tasks.slice(0, room - 1)
        return { date: day.date, rows, tasks: seen, overflows, more: tasks.length - seen.length }
    })
})
const targeted = computed(() => (drag.target?.kind === 'list' ? drag.target.date : null))
</script>

<template>
    <div class="band" :style="{ gridTemplateColumns: `44px repeat(${board.days.length}, minmax(0, 1fr))` }">
        <div class="name">all day</div>
        <div
            v-for="(day, i) in lists"
            :key="day.date"
            class="list"
            :class="{ today: day.date === today, target: targeted === day.date }"
            data-drop="list"
            :data-date="day.date"
            data-test="day-list"
            :style="{ gridColumn: i + 2, paddingTop: `${4 + day.rows * 22}px` }"
            @click.self="offerDay(view, day.date, $event)"
        >
            <ListTask v-for="task in day.tasks" :key="task.one.key" :one="task.one" :place="task.place" />
            <p
                v-for="(one, at) in view.read.filter(
                    (place) => place.allDay && place.start.slice(0, 10) === day.date,
                )"
                :key="at"
                class="read"
                data-test="read-place"
                :data-hue="one.colour"
            >
                {{ one.title }}
            </p>
            <button v-if="day.more > 0" class="plain more" @click="opened = true">{{ day.more }} more</button>
            <button v-else-if="opened && day.overflows" class="plain more" @click="opened = false">
                show fewer
            </button>
            <DueMarks :due="board.days[i]?.due ?? []" :lead-ups="board.lead_ups.counts" />
        </div>
        <BandBar v-for="bar in bars" :key="bar.one.key" v-bind="bar" :first-column="2" />
    </div>
</template>

<style scoped>
.band {
    position: relative;
    display: grid;
    border-bottom: 2px solid var(--line-strong);
    background: var(--sheet);
    max-height: 38vh;
    overflow-y: auto;
    scrollbar-width: thin;
    scrollbar-gutter: stable;
}
.name {
    grid-row: 1;
    grid-column: 1;
    background: var(--paper);
    color: var(--muted);
    font-size: 0.6875rem;
    text-align: right;
    padding: 6px 7px 0 0;
    line-height: 12px;
    overflow: hidden;
}
.list {
    grid-row: 1;
    min-height: 62px;
    padding: 5px 4px 5px 6px;
    border-left: 1px solid var(--line);
    min-width: 0;
}
.list.today {
    background: color-mix(in srgb, var(--plum-soft) 45%, var(--sheet));
}
.list.target {
    background: var(--plum-soft);
    outline: 2px dashed var(--plum);
    outline-offset: -3px;
}
.read {
    margin: 0;
    padding: 2px 6px;
    border: 1px dashed var(--c);
    border-radius: 4px;
    color: var(--c-text);
    font-size: 0.7813rem;
    line-height: 18px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.more {
    display: block;
    min-height: 24px;
    color: var(--muted);
    font-size: 0.7188rem;
    text-decoration: underline;
    text-underline-offset: 2px;
    padding-left: 21px;
}
</style>
