<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { length, moment, time } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed, nextTick, ref, watch } from 'vue'
import { drag } from './drag'
import { yOf, type HoursLayout } from './hours'
import { asking, useMoves } from './useMoves'

/** Where what is carried would land in the hours, and what it would meet there. A part of its own, so that only it is drawn anew at each step. */
const props = defineProps<{ layout: HoursLayout; days: string[]; timed: Occurrence[]; leastHeight: number }>()

const account = useAccount()
const ghost = computed(() => {
    // What was dropped stands where it was dropped while it is being asked how far the move should reach.
    const { carried, target } = drag.carried ? drag : asking
    if (!carried || target?.kind !== 'hours') return null
    const column = props.days.indexOf(target.date)
    if (column < 0) return null
    const top = yOf(props.layout, target.minute)
    const height = Math.max(
        props.leastHeight,
        yOf(props.layout, Math.min(1440, target.minute + target.minutes)) - top,
    )
    return {
        hue: carried.colour,
        place: {
            top: `${top}px`,
            height: `${height}px`,
            left: `calc(44px + (100% - 44px) * ${column / props.days.length} + 2px)`,
            width: `calc((100% - 44px) / ${props.days.length} - 5px)`,
        },
        text: `${time(target.minute, account.value.clock)}–${time((target.minute + target.minutes) % 1440, account.value.clock)} · ${length(target.minutes)}`,
        copies: drag.carried !== null && drag.copies,
    }
})

/** Moved on by keys, it may leave what is in sight. */
const element = ref<HTMLElement | null>(null)
watch(
    () => drag.byKey && ghost.value?.place.top,
    () => void nextTick(() => drag.byKey && element.value?.scrollIntoView({ block: 'nearest' })),
)

const { tooLate } = useMoves()
const late = computed(() => (drag.carried && drag.target ? tooLate(drag.carried, drag.target) : ''))

/** What it would be double-booked with where it is now; an estimate, the server says in the end. */
const meets = computed(() => {
    const { carried, target } = drag
    if (!carried || target?.kind !== 'hours') return ''
    const from = moment(target.date, target.minute)
    const to = moment(target.date, target.minute + target.minutes)
    const met = props.timed.filter(
        (one) =>
            one.busy &&
            !one.tentative &&
            !one.done &&
            one.start < to &&
            one.end > from &&
            one.minutes > 0 &&
            (drag.copies || one.key !== carried.key),
    )
    return met.length === 0
        ? ''
        : `meets ${met
              .slice(0, 2)
              .map((one) => one.title)
              .join(' and ')}${met.length > 2 ? ` and ${met.length - 2} more` : ''}`
})
</script>

<template>
    <div
        v-if="ghost"
        ref="element"
        class="ghost"
        data-test="ghost"
        :data-hue="ghost.hue"
        :style="ghost.place"
    >
        <span class="words">{{ ghost.copies ? 'a copy, ' : '' }}{{ ghost.text }}</span>
        <span v-if="late" class="words meets" data-test="too-late">{{ late }}</span>
        <span v-else-if="meets" class="words meets" data-test="meets">{{ meets }}</span>
    </div>
</template>

<style scoped>
.ghost {
    position: absolute;
    z-index: 5;
    will-change: transform;
    border: 2px dashed var(--c);
    border-radius: 6px;
    background: color-mix(in srgb, var(--c) 18%, transparent);
    pointer-events: none;
}
.words {
    position: absolute;
    left: 0;
    bottom: 100%;
    background: var(--plum-deep);
    color: var(--on-plum);
    font-size: 0.6875rem;
    font-weight: 600;
    line-height: 18px;
    padding: 0 6px;
    border-radius: 4px;
    white-space: nowrap;
}
.meets {
    top: 100%;
    bottom: auto;
    background: var(--trouble-soft);
    color: var(--trouble);
    border: 1px solid var(--trouble);
}
</style>
