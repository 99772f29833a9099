<script setup lang="ts">
import type { Board, Occurrence } from '@/api/types'
import { dayNumber } from '@/shared/time'
import { computed, ref } from 'vue'
import BandBar from './BandBar.vue'
import ListTask from './ListTask.vue'
import { drag } from './drag'

const props = defineProps<{ board: Board; shown: (one: Occurrence) => boolean; today: string }>()
const emit = defineEmits<{ open: [one: Occurrence] }>()

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
}

/** Events lie as bars across their days, each in the first row that is free. */
const bars = computed<Bar[]>(() => {
    const ends: number[] = []
    return allDay.value
        .filter((one) => one.kind === 'event' || dayNumber(one.end) - dayNumber(one.start) > 1)
        .map((one) => ({ one, from: column(one.start), to: column(one.end), row: 0 }))
        .filter((bar) => bar.to > bar.from)
        .sort((a, b) => a.from - b.from || b.to - a.to)
        .map((bar) => {
            let row = 0
            while ((ends[row] ?? 0) > bar.from) row++
            ends[row] = bar.to
            return { ...bar, row }
        })
})
/** How many rows of bars lie over a day, counted from 0. */
function barRows(day: number): number {
    return Math.max(0, ...bars.value.filter((bar) => bar.from <= day && bar.to > day).map((bar) => bar.row + 1))
}

const WEIGHT = { must: 0, should: 1, could: 3 }
function tasks(date: string): Occurrence[] {
    return allDay.value
        .filter((one) => one.kind === 'task' && one.start === date && !bars.value.some((bar) => bar.one.key === one.key))
        .sort((a, b) => (a.importance ? WEIGHT[a.importance] : 2) - (b.importance ? WEIGHT[b.importance] : 2) || a.position - b.position)
}
function room(day: number): number {
    return Math.max(1, MOST_ROWS - barRows(day))
}
function listed(date: string, day: number): Occurrence[] {
    const all = tasks(date)
    return opened.value || all.length <= room(day) ? all : all.slice(0, room(day) - 1)
}
/** Its number among the day's musts. */
function place(one: Occurrence, date: string): number | null {
    return one.importance === 'must' ? tasks(date).filter((other) => other.importance === 'must').indexOf(one) + 1 : null
}
</script>

<template>
    <div class="band" :style="{ gridTemplateColumns: `44px repeat(${board.days.length}, minmax(0, 1fr))` }">
        <div class="name">all day</div>
        <div
            v-for="(day, i) in board.days" :key="day.date" class="list" :class="{ today: day.date === today, target: drag.target?.kind === 'list' && drag.target.date === day.date }"
            data-drop="list" :data-date="day.date" data-test="day-list" :style="{ gridColumn: i + 2, paddingTop: `${4 + barRows(i) * 22}px` }"
        >
            <ListTask v-for="one in listed(day.date, i)" :key="one.key" :one="one" :place="place(one, day.date)" @open="emit('open', one)" />
            <button v-if="tasks(day.date).length > listed(day.date, i).length" class="plain more" @click="opened = true">{{ tasks(day.date).length - listed(day.date, i).length }} more</button>
            <button v-else-if="opened && tasks(day.date).length > room(i)" class="plain more" @click="opened = false">show fewer</button>
        </div>
        <BandBar v-for="bar in bars" :key="bar.one.key" v-bind="bar" :first-column="2" @open="emit('open', bar.one)" />
    </div>
</template>

<style scoped>
.band { position: relative; display: grid; border-bottom: 2px solid var(--line-strong); background: var(--sheet); max-height: 38vh; overflow-y: auto; scrollbar-width: thin; scrollbar-gutter: stable; }
.name { grid-row: 1; grid-column: 1; background: var(--paper); color: var(--muted); font-size: 11px; text-align: right; padding: 6px 7px 0 0; line-height: 12px; overflow: hidden; }
.list { grid-row: 1; min-height: 62px; padding: 5px 4px 5px 6px; border-left: 1px solid var(--line); min-width: 0; }
.list.today { background: color-mix(in srgb, var(--plum-soft) 45%, var(--sheet)); }
.list.target { background: var(--plum-soft); outline: 2px dashed var(--plum); outline-offset: -3px; }
.more { display: block; min-height: 24px; color: var(--muted); font-size: 11.5px; text-decoration: underline; text-underline-offset: 2px; padding-left: 21px; }
</style>
