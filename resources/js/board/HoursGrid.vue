<script setup lang="ts">
import type { Board, BoardDay, Occurrence } from '@/api/types'
import { length, minutesBetween, moment, time, timeOf } from '@/shared/time'
import { paint, useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { useElementSize } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'
import BlockCard from './BlockCard.vue'
import { drag, useHoursForDragging } from './drag'
import { asking } from './useMoves'
import { layHours, minuteAt, snapped, yOf } from './hours'

const props = defineProps<{ board: Board; shown: (one: Occurrence) => boolean; now: string }>()
const emit = defineEmits<{ open: [one: Occurrence]; fresh: [start: string] }>()

const account = useAccount()
const view = useView()
const scroller = ref<HTMLElement | null>(null)
const { height: room } = useElementSize(scroller)

const layout = computed(() => layHours(
    Math.min(...props.board.days.map((day) => day.wakes)), Math.max(...props.board.days.map((day) => day.sleeps)), room.value, view.openedFolds,
))
watchEffect(() => useHoursForDragging(layout.value))

const timed = computed(() => props.board.occurrences.filter((one) => !one.all_day && props.shown(one)))
const marks = computed(() => layout.value.stretches.filter((one) => !one.folded).flatMap((one) => {
    const hours: number[] = []
    for (let minute = Math.ceil(one.from / 60) * 60; minute < one.to; minute += 60) hours.push(minute)
    return hours
}))

const LEAST_HEIGHT = 16

/** The part of an occurrence that lies on a day, as pixels. */
function blocks(day: BoardDay) {
    return timed.value.flatMap((one) => {
        const from = minutesBetween(`${day.date}T00:00:00`, one.start)
        const to = minutesBetween(`${day.date}T00:00:00`, one.end)
        if (from >= 1440 || to < 0 || (to === 0 && from < 0)) return []
        const top = yOf(layout.value, Math.max(0, from))
        const bottom = yOf(layout.value, Math.min(1440, to))
        return [{ one, top, height: Math.max(LEAST_HEIGHT, bottom - top - 1), continues: from < 0, travelHeight: one.travel > 0 && from >= 0 ? top - yOf(layout.value, Math.max(0, from - one.travel)) : 0,
            marginHeight: one.margin > 0 && to <= 1440 ? yOf(layout.value, Math.min(1440, to + one.margin)) - bottom : 0 }]
    })
}

function hidden(day: BoardDay, from: number, to: number): number {
    return timed.value.filter((one) => one.start.slice(0, 10) === day.date && minutesBetween(`${day.date}T00:00:00`, one.start) >= from && minutesBetween(`${day.date}T00:00:00`, one.start) < to).length
}

/** The mark at which a fold ends would lie half under it. */
function isUnderFold(minute: number): boolean {
    return layout.value.stretches.some((one) => one.folded && one.to === minute)
}

function isWaking(day: BoardDay, minute: number): boolean {
    return minute >= day.wakes && minute < day.sleeps
}

const ghost = computed(() => {
    // What was dropped stands where it was dropped while it is being asked how far the move should reach.
    const { carried, target } = drag.carried ? drag : asking
    if (!carried || target?.kind !== 'hours') return null
    const top = yOf(layout.value, target.minute)
    return {
        date: target.date, top, height: Math.max(LEAST_HEIGHT, yOf(layout.value, Math.min(1440, target.minute + target.minutes)) - top),
        text: `${time(target.minute, account.value.clock)}–${time((target.minute + target.minutes) % 1440, account.value.clock)} · ${length(target.minutes)}`,
        colour: carried.colour, copies: drag.carried !== null && drag.copies,
    }
})

/** What it would be double-booked with where it is now; an estimate, the server says in the end. */
const meets = computed(() => {
    const { carried, target } = drag
    if (!carried || target?.kind !== 'hours') return ''
    const from = moment(target.date, target.minute)
    const to = moment(target.date, target.minute + target.minutes)
    const met = timed.value.filter((one) => one.busy && !one.tentative && !one.done && one.start < to && one.end > from && one.minutes > 0 && (drag.copies || one.key !== carried.key))
    return met.length === 0 ? '' : `meets ${met.slice(0, 2).map((one) => one.title).join(' and ')}${met.length > 2 ? ` and ${met.length - 2} more` : ''}`
})

const nowMinute = computed(() => minutesBetween(`${props.now.slice(0, 10)}T00:00:00`, props.now))

function freshAt(day: BoardDay, event: MouseEvent): void {
    const top = (event.currentTarget as HTMLElement).getBoundingClientRect().top
    emit('fresh', moment(day.date, snapped(minuteAt(layout.value, event.clientY - top) - 7, 15)))
}
</script>

<template>
    <div ref="scroller" class="scroller" data-scroll-hours data-test="hours">
        <div class="grid" :style="{ height: `${layout.height}px`, gridTemplateColumns: `44px repeat(${board.days.length}, minmax(0, 1fr))` }">
            <div class="gutter">
                <span v-for="minute in marks" :key="minute" class="mark" :style="{ top: `${yOf(layout, minute)}px` }">{{ minute === 0 || isUnderFold(minute) ? '' : time(minute, account.clock).replace(':00', '') }}</span>
            </div>
            <div
                v-for="day in board.days" :key="day.date" class="day" :class="{ today: day.date === now.slice(0, 10) }" data-drop="hours" :data-date="day.date" data-test="day-hours"
                @dblclick.self="freshAt(day, $event)"
            >
                <div v-for="minute in marks" :key="minute" class="line" :class="{ asleep: !isWaking(day, minute) }" :style="{ top: `${yOf(layout, minute)}px`, height: `${layout.perHour}px` }" />
                <BlockCard v-for="block in blocks(day)" v-bind="block" :key="block.one.key" @open="emit('open', block.one)" />
                <div v-if="ghost && ghost.date === day.date" class="ghost" :style="{ top: `${ghost.top}px`, height: `${ghost.height}px`, ...paint(ghost.colour) }">
                    <span class="ghost-words">{{ ghost.copies ? 'a copy, ' : '' }}{{ ghost.text }}</span>
                    <span v-if="meets" class="ghost-words meets" data-test="meets">{{ meets }}</span>
                </div>
                <div v-if="day.date === now.slice(0, 10)" class="now" data-test="now" :style="{ top: `${yOf(layout, nowMinute)}px` }"><span>{{ timeOf(now, account.clock) }}</span></div>
            </div>
            <template v-for="stretch in layout.stretches" :key="stretch.name">
                <button
                    v-if="stretch.name !== 'day'" class="fold" :class="{ open: !stretch.folded }" :style="{ top: `${stretch.folded || stretch.name === 'night' ? stretch.top : stretch.top + stretch.height - 18}px` }"
                    data-test="fold" :aria-expanded="!stretch.folded" @click="view.turnFold(stretch.name)"
                >
                    <template v-if="stretch.folded">
                        <span class="fold-words">{{ stretch.from / 60 }}–{{ stretch.to / 60 }} folded</span>
                        <span v-for="(day, i) in board.days" :key="day.date" class="fold-count" :style="{ left: `calc(44px + (100% - 44px) * ${i / board.days.length})`, width: `calc((100% - 44px) / ${board.days.length})` }">
                            {{ hidden(day, stretch.from, stretch.to) > 0 ? `${hidden(day, stretch.from, stretch.to)} here` : '' }}
                        </span>
                    </template>
                    <span v-else class="fold-words">fold {{ stretch.from / 60 }}–{{ stretch.to / 60 }} again</span>
                </button>
            </template>
        </div>
    </div>
</template>

<style scoped>
.scroller { flex: 1; min-height: 0; overflow-y: auto; overflow-x: hidden; scrollbar-width: thin; scrollbar-gutter: stable; }
.grid { position: relative; display: grid; }
.gutter { position: relative; background: var(--paper); }
.mark { position: absolute; right: 8px; transform: translateY(-50%); color: var(--muted); font-size: 11px; }
.day { position: relative; border-left: 1px solid var(--line); background: var(--sheet); }
.day.today { background: color-mix(in srgb, var(--plum-soft) 45%, var(--sheet)); }
.line { position: absolute; left: 0; right: 0; border-top: 1px solid var(--line); pointer-events: none; opacity: .75; }
.line.asleep { background: color-mix(in srgb, var(--well) 70%, transparent); }
.now { position: absolute; left: -1px; right: 0; height: 2px; background: var(--plum); z-index: 4; pointer-events: none; }
.now span { position: absolute; left: 0; top: -8px; background: var(--plum); color: var(--on-plum); border-radius: 4px; font-size: 11px; line-height: 16px; padding: 0 4px; }
.fold { position: absolute; left: 0; right: 0; height: 22px; border: 0; border-block: 1px solid var(--line); background: repeating-linear-gradient(135deg, var(--well) 0 8px, var(--paper) 8px 16px); color: var(--muted); font-size: 11px; text-align: left; padding: 0; z-index: 3; }
.fold.open { height: 18px; left: 44px; right: auto; background: var(--paper); border: 1px solid var(--line); border-radius: 0 6px 6px 0; padding-right: 8px; }
.fold-words { padding-left: 52px; }
.fold.open .fold-words { padding-left: 8px; }
.fold-count { position: absolute; top: 3px; text-align: right; padding-right: 8px; color: var(--plum); font-weight: 600; }
.ghost { position: absolute; left: 2px; right: 3px; z-index: 5; border: 2px dashed var(--c); border-radius: 6px; background: color-mix(in srgb, var(--c) 18%, transparent); pointer-events: none; }
.ghost-words { position: absolute; left: 0; bottom: 100%; background: var(--plum-deep); color: var(--on-plum); font-size: 11px; font-weight: 600; line-height: 18px; padding: 0 6px; border-radius: 4px; white-space: nowrap; }
.ghost-words.meets { top: 100%; bottom: auto; background: var(--trouble-soft); color: var(--trouble); border: 1px solid var(--trouble); }
@media (prefers-color-scheme: dark) { .fold-count { color: var(--load); } }
</style>
