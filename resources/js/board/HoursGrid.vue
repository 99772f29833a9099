<script setup lang="ts">
import type { Board, BoardDay, Occurrence } from '@/api/types'
import { length, minuteOf, moment, time, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { useRoom } from '@/undo/useRoom'
import { computed, ref, watchEffect } from 'vue'
import DayColumn from './DayColumn.vue'
import DragGhost from './DragGhost.vue'
import { useHoursForDragging, useScrollingWhileCarrying } from './drag'
import { LEAST_HEIGHT, layBlocks } from './blocks'
import { heightOfHour, layHours, yOf } from './hours'
import { useDrawing } from './useDrawing'

const props = defineProps<{
    board: Board
    shown: (one: Occurrence) => boolean
    now: string
    namesGaps?: boolean
}>()

const account = useAccount()
const view = useView()
const scroller = ref<HTMLElement | null>(null)
const { height: room, width } = useRoom(scroller)

const wakes = computed(() => Math.min(...props.board.days.map((day) => day.wakes)))
const sleeps = computed(() => Math.max(...props.board.days.map((day) => day.sleeps)))
const perHour = computed(() => heightOfHour(wakes.value, sleeps.value, room.value, view.openedFolds))
const layout = computed(() => layHours(wakes.value, sleeps.value, perHour.value, view.openedFolds))
watchEffect(() => useHoursForDragging(layout.value))
useScrollingWhileCarrying(scroller)

const timed = computed(() => props.board.occurrences.filter((one) => !one.all_day && props.shown(one)))
const marks = computed(() =>
    layout.value.stretches
        .filter((one) => !one.folded)
        .flatMap((one) => {
            const hours: number[] = []
            for (let minute = Math.ceil(one.from / 60) * 60; minute < one.to; minute += 60) hours.push(minute)
            return hours
        }),
)

const columnWidth = computed(() => Math.round((width.value - 44) / props.board.days.length))
const columns = computed(() => layBlocks(timed.value, props.board.days, layout.value, columnWidth.value))
const folds = computed(() => layout.value.stretches.filter((one) => one.folded))
const dates = computed(() => props.board.days.map((day) => day.date))
const inFold = (name: string, day: number): number =>
    columns.value[day]?.hidden[folds.value.findIndex((one) => one.name === name)] ?? 0

/** The mark at which a fold ends would lie half under it. */
function isUnderFold(minute: number): boolean {
    return layout.value.stretches.some((one) => one.folded && one.to === minute)
}

/** The mark of an hour gives way to the present time beside it. */
function isUnderNow(minute: number): boolean {
    const apart = Math.abs(yOf(layout.value, minute) - yOf(layout.value, nowMinute.value))
    return dates.value.includes(props.now.slice(0, 10)) && apart < 16
}

/** The hours in sight in which a day has not begun or is over. */
function nights(day: BoardDay) {
    return [
        { name: 'morning', from: 0, to: day.wakes },
        { name: 'evening', from: day.sleeps, to: 1440 },
    ].map(({ name, from, to }) => {
        const top = yOf(layout.value, from)
        return { name, style: { top: `${top}px`, height: `${yOf(layout.value, to) - top}px` } }
    })
}

/** A full hour, as short as the clock allows: 6, or 6 am. */
const hourWords = (minute: number): string =>
    account.value.clock === '24' ? String(minute / 60) : time(minute % 1440, '12').replace(':00', '')

const nowMinute = computed(() => minuteOf(props.now))

/** Free time of the day, named; what of today is over is not free any more. */
function gaps(day: BoardDay) {
    const isToday = day.date === props.now.slice(0, 10)
    return (day.free ?? [])
        .map((one) => ({
            ...one,
            from: isToday ? Math.max(one.from, Math.ceil(minuteOf(props.now) / 5) * 5) : one.from,
        }))
        .filter((one) => one.to - one.from >= 30 && (!isToday || one.to > minuteOf(props.now)))
        .map((one) => ({
            from: one.from,
            words: `${length(one.to - one.from)} free`,
            style: {
                top: `${yOf(layout.value, one.from) + 1}px`,
                height: `${yOf(layout.value, one.to) - yOf(layout.value, one.from) - 2}px`,
            },
        }))
}

const { drawn, begin } = useDrawing(layout)

/** What is being written in the line, pale and dashed where it would stand. */
const read = computed(() =>
    view.read
        .filter((one) => !one.allDay)
        .map((one) => {
            const from = minuteOf(one.start)
            const top = yOf(layout.value, from)
            const height = Math.max(LEAST_HEIGHT, yOf(layout.value, Math.min(1440, from + one.length)) - top)
            return {
                date: one.start.slice(0, 10),
                title: one.title,
                colour: one.colour,
                style: { top: `${top}px`, height: `${height}px` },
            }
        }),
)

/** Points that a line of a proposal needs; it must not cover the head of what follows. */
const LEAST_GHOST = 13
/** Places that are proposed: they can be decided where they stand, or carried elsewhere. */
const ghosts = computed(() =>
    view.ghosts.map((one) => {
        const from = minuteOf(one.start)
        const top = yOf(layout.value, from)
        const height = Math.max(LEAST_GHOST, yOf(layout.value, Math.min(1440, from + one.minutes)) - top)
        // What stands on a list is carried as what it is there, all else as from the basket.
        const key = `${one.entryId}|${one.recurrenceId}`
        const isListed = view.occurrences.some((other) => other.key === key)
        return {
            ...one,
            occurrence: key,
            isListed,
            isLow: height < 28,
            style: { top: `${top}px`, height: `${height}px` },
        }
    }),
)
</script>

<template>
    <div ref="scroller" class="scroller" data-scroll-hours data-test="hours">
        <div
            class="grid"
            :style="{
                height: `${layout.height}px`,
                gridTemplateColumns: `44px repeat(${board.days.length}, minmax(0, 1fr))`,
            }"
        >
            <div class="gutter">
                <span
                    v-for="minute in marks"
                    :key="minute"
                    class="mark"
                    :style="{ top: `${yOf(layout, minute)}px` }"
                    >{{
                        minute === 0 || isUnderFold(minute) || isUnderNow(minute)
                            ? ''
                            : time(minute, account.clock).replace(':00', '')
                    }}</span
                >
                <span
                    v-if="dates.includes(now.slice(0, 10))"
                    class="now-time"
                    :style="{ top: `${yOf(layout, nowMinute)}px` }"
                    >{{ timeOf(now, account.clock).replace(/ [ap]m$/, '') }}</span
                >
            </div>
            <div
                v-for="{ day, blocks, crowds } in columns"
                :key="day.date"
                class="day"
                :class="{ today: day.date === now.slice(0, 10) }"
                data-drop="hours"
                :data-date="day.date"
                data-test="day-hours"
                @pointerdown.self="begin(day.date, $event)"
            >
                <div v-for="night in nights(day)" :key="night.name" class="asleep" :style="night.style" />
                <template v-if="namesGaps"
                    ><div
                        v-for="gap in gaps(day)"
                        :key="gap.from"
                        class="gap"
                        :style="gap.style"
                        data-test="gap"
                    >
                        {{ gap.words }}
                    </div></template
                >
                <DayColumn :blocks="blocks" :crowds="crowds" :date="day.date" />
                <div
                    v-if="drawn?.date === day.date"
                    class="drawn"
                    data-test="drawn"
                    :style="{
                        top: `${yOf(layout, drawn.from)}px`,
                        height: `${yOf(layout, drawn.to) - yOf(layout, drawn.from)}px`,
                    }"
                >
                    {{ timeOf(moment(day.date, drawn.from), account.clock) }} ·
                    {{ length(drawn.to - drawn.from) }}
                </div>
                <div
                    v-for="(one, at) in read.filter((place) => place.date === day.date)"
                    :key="at"
                    class="drawn read"
                    data-test="read-place"
                    :data-hue="one.colour"
                    :style="one.style"
                >
                    {{ one.title }}
                </div>
                <template v-for="ghost in ghosts" :key="ghost.key">
                    <div
                        v-if="ghost.date === day.date"
                        class="drawn read ghost"
                        :class="{ low: ghost.isLow }"
                        data-test="ghost"
                        data-carry
                        :data-ghost="ghost.key"
                        :data-key="ghost.isListed ? ghost.occurrence : undefined"
                        :data-basket="ghost.isListed ? undefined : ghost.entryId"
                        :data-hue="ghost.colour"
                        :style="ghost.style"
                        :title="`${ghost.title}, ${timeOf(ghost.start, account.clock)}. ${ghost.reasons}`"
                    >
                        <span>{{ ghost.title }}</span>
                        <span v-if="!ghost.isLow" class="decide">
                            <button
                                data-decide="place"
                                :aria-label="`Place ${ghost.title} at ${timeOf(ghost.start, account.clock)}`"
                            >
                                ✓
                            </button>
                            <button data-decide="not" :aria-label="`Not ${ghost.title} this time`">✕</button>
                        </span>
                    </div>
                </template>
                <div
                    v-if="day.date === now.slice(0, 10)"
                    class="now"
                    data-test="now"
                    :style="{ top: `${yOf(layout, nowMinute)}px` }"
                />
            </div>
            <div class="lines" aria-hidden="true">
                <i v-for="minute in marks" :key="minute" :style="{ top: `${yOf(layout, minute)}px` }" />
            </div>
            <DragGhost :layout="layout" :days="dates" :timed="timed" :least-height="LEAST_HEIGHT" />
            <template v-for="stretch in layout.stretches" :key="stretch.name">
                <button
                    v-if="stretch.name !== 'day'"
                    class="fold"
                    :class="{ open: !stretch.folded }"
                    :style="{
                        top: `${stretch.folded || stretch.name === 'night' ? stretch.top : stretch.top + stretch.height - 18}px`,
                    }"
                    data-test="fold"
                    :aria-expanded="!stretch.folded"
                    @click="view.turnFold(stretch.name)"
                >
                    <template v-if="stretch.folded">
                        <span class="fold-words"
                            >{{ hourWords(stretch.from) }}–{{ hourWords(stretch.to) }} folded</span
                        >
                        <span
                            v-for="(day, i) in board.days"
                            :key="day.date"
                            class="fold-count"
                            :style="{
                                left: `calc(44px + (100% - 44px) * ${i / board.days.length})`,
                                width: `calc((100% - 44px) / ${board.days.length})`,
                            }"
                        >
                            {{ inFold(stretch.name, i) > 0 ? `${inFold(stretch.name, i)} here` : '' }}
                        </span>
                    </template>
                    <span v-else class="fold-words"
                        >fold {{ hourWords(stretch.from) }}–{{ hourWords(stretch.to) }} again</span
                    >
                </button>
            </template>
        </div>
    </div>
</template>

<style scoped>
.scroller {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
    overflow-x: hidden;
    scrollbar-width: thin;
    scrollbar-gutter: stable;
}
.grid {
    position: relative;
    display: grid;
}
.gutter {
    position: relative;
    background: var(--paper);
}
.mark {
    position: absolute;
    right: 8px;
    transform: translateY(-50%);
    color: var(--muted);
    font-size: 0.6875rem;
}
.day {
    position: relative;
    border-left: 1px solid var(--line);
    background: var(--sheet);
}
.day.today {
    background: color-mix(in srgb, var(--plum-soft) 45%, var(--sheet));
}
.drawn {
    position: absolute;
    left: 2px;
    right: 3px;
    z-index: 3;
    padding: 1px 6px;
    overflow: hidden;
    border: 1.5px dashed var(--plum);
    border-radius: 6px;
    background: color-mix(in srgb, var(--plum-soft) 75%, transparent);
    color: var(--plum);
    font-size: 0.75rem;
    pointer-events: none;
}
.drawn.read {
    border-color: var(--c);
    background: color-mix(in srgb, var(--c) 8%, var(--sheet));
    color: var(--c-text);
    font-size: 0.6875rem;
    line-height: 1.1;
}
.ghost {
    z-index: 5;
    display: flex;
    justify-content: space-between;
    gap: 4px;
    pointer-events: auto;
    cursor: grab;
}
.ghost span:first-child {
    min-width: 0;
    overflow: hidden;
}
.decide {
    flex: none;
    display: flex;
    gap: 2px;
    align-self: start;
}
.decide button {
    min-width: 24px;
    height: 24px;
    border: 1px solid var(--c);
    border-radius: 5px;
    background: var(--sheet);
    color: var(--c-text);
    cursor: pointer;
}
.ghost.low {
    align-items: center;
    padding: 0 2px 0 6px;
    font-size: 0.625rem;
    line-height: 1;
    white-space: nowrap;
}
.lines {
    position: absolute;
    inset: 0 0 0 44px;
    pointer-events: none;
}
.lines i {
    position: absolute;
    left: 0;
    right: 0;
    border-top: 1px solid color-mix(in srgb, var(--line) 75%, var(--sheet));
}
.asleep {
    position: absolute;
    left: 0;
    right: 0;
    background: color-mix(in srgb, var(--well) 70%, transparent);
    pointer-events: none;
}
.now {
    position: absolute;
    left: -1px;
    right: 0;
    height: 2px;
    background: var(--plum);
    z-index: 4;
    pointer-events: none;
}
.now::before {
    content: '';
    position: absolute;
    left: -3px;
    top: -3px;
    width: 8px;
    height: 8px;
    border-radius: 50%;
    background: var(--plum);
}
.now-time {
    position: absolute;
    right: 4px;
    transform: translateY(-50%);
    z-index: 4;
    background: var(--plum);
    color: var(--on-plum);
    border-radius: 4px;
    font-size: 0.6875rem;
    line-height: 16px;
    padding: 0 4px;
    white-space: nowrap;
}
.gap {
    position: absolute;
    left: 3px;
    right: 5px;
    display: flex;
    align-items: end;
    justify-content: end;
    padding: 0 6px;
    border: 1px dashed var(--line-strong);
    border-radius: 6px;
    color: var(--good);
    font-size: 0.75rem;
    pointer-events: none;
}
.fold {
    position: absolute;
    left: 0;
    right: 0;
    height: 22px;
    border: 0;
    border-block: 1px solid var(--line);
    background: repeating-linear-gradient(135deg, var(--well) 0 8px, var(--paper) 8px 16px);
    color: var(--muted);
    font-size: 0.6875rem;
    text-align: left;
    padding: 0;
    z-index: 3;
}
.fold.open {
    height: 18px;
    left: 44px;
    right: auto;
    background: var(--paper);
    border: 1px solid var(--line);
    border-radius: 0 6px 6px 0;
    padding-right: 8px;
}
.fold-words {
    padding-left: 52px;
}
.fold.open .fold-words {
    padding-left: 8px;
}
.fold-count {
    position: absolute;
    top: 3px;
    text-align: right;
    padding-right: 8px;
    color: var(--plum);
    font-weight: 600;
}
@media (prefers-color-scheme: dark) {
    .fold-count {
        color: var(--load);
    }
}
</style>
