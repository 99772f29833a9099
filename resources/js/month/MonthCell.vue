<script setup lang="ts">
import type { BoardDay, LeadUpCount, Occurrence } from '@/api/types'
import { drag } from '@/board/drag'
import { inListOrder } from '@/board/listOrder'
import { useChoice } from '@/choice/useChoice'
import { length, minutesBetween, namedDate } from '@/shared/time'
import { useView } from '@/state/view'
import { computed } from 'vue'
import { offerDay } from '@/board/offerDay'
import { useOpenDeadlines } from '@/board/useOpenDeadlines'
import MonthLine from './MonthLine.vue'

/** A day of the month: its date and load, its titles, and its 24 hours as a strip of coloured slices. */
const props = defineProps<{
    day: BoardDay
    /** How much of what leads up to something is done, by its key. */
    leadUps: Record<string, LeadUpCount>
    tasks: Occurrence[]
    timed: Occurrence[]
    isToday: boolean
    isOutside: boolean
    barRows: number
    hiddenBars: number
    height: number
}>()
const emit = defineEmits<{ go: [] }>()
const view = useView()

const { hue } = useChoice()
const minutes = computed(() => props.day.placed + props.day.listed)
const words = computed(() => `${length(minutes.value)} of ${length(props.day.capacity)}`)
const share = computed(() =>
    props.day.capacity === 0
        ? minutes.value > 0
            ? 100
            : 0
        : Math.min(100, (minutes.value / props.day.capacity) * 100),
)
const LINE = 18
/** Pixels of the cell that the date takes. */
const HEAD = 27
const openDeadlines = useOpenDeadlines()
const due = computed(() => openDeadlines(props.day.due))
const room = computed(() =>
    Math.max(
        0,
        Math.floor((props.height - HEAD - props.barRows * 19) / LINE) - Math.min(1, due.value.length),
    ),
)
/** What has hours in their order, then the list as its day orders it. */
const ordered = computed(() =>
    [...props.tasks].sort(
        (a, b) =>
            Number(a.all_day) - Number(b.all_day) ||
            (a.all_day ? inListOrder(a, b) : a.start.localeCompare(b.start)),
    ),
)
const listed = computed(() =>
    ordered.value.length <= room.value && props.hiddenBars === 0
        ? ordered.value
        : ordered.value.slice(0, Math.max(0, room.value - 1)),
)
const hidden = computed(() => ordered.value.length - listed.value.length + props.hiddenBars)

const ledBy = computed(() => {
    const first = due.value[0]
    const count = first && props.leadUps[`${first.entry_id}|${first.recurrence_id}`]
    return count ? ` ${count.done} of ${count.all}` : ''
})
const dueWords = computed(
    () =>
        `due: ${due.value[0]?.title ?? ''}${ledBy.value}${due.value.length > 1 ? ` and ${due.value.length - 1} more` : ''}`,
)
const slices = computed(() =>
    props.timed
        .map((one) => {
            const from = Math.max(0, minutesBetween(`${props.day.date}T00:00:00`, one.start))
            const to = Math.min(1440, minutesBetween(`${props.day.date}T00:00:00`, one.end))
            return { one, top: (from / 1440) * 100, height: Math.max(1.5, ((to - from) / 1440) * 100) }
        })
        .filter((slice) => slice.top < 100),
)
const isTarget = computed(() => drag.target?.kind === 'date' && drag.target.date === props.day.date)
</script>

<template>
    <div
        class="cell"
        :class="{ today: isToday, outside: isOutside, target: isTarget, rest: !day.works || day.holiday }"
        data-drop="date"
        :data-date="day.date"
        data-test="month-cell"
        role="group"
        :aria-label="`${namedDate(day.date)}, ${words}${day.over ? ', over full' : ''}`"
        @click.self="offerDay(view, day.date, $event)"
    >
        <header :class="{ over: day.over }">
            <button class="plain date" :aria-label="`Show ${namedDate(day.date)}`" @click="emit('go')">
                {{ Number(day.date.slice(8)) }}
            </button>
            <span v-if="day.holiday" class="holiday" :title="day.holiday">{{ day.holiday }}</span>
            <span class="load" :title="`${words}${day.over ? ', over full' : ''}`"
                ><i :style="{ width: `${share}%` }"
            /></span>
            <span v-if="day.over" class="full" :title="words">{{ length(minutes - day.capacity) }} over</span>
            <span v-else-if="day.conflicts > 0" class="full">{{
                day.conflicts === 1 ? '1 clash' : `${day.conflicts} clashes`
            }}</span>
        </header>
        <div class="strip" aria-hidden="true">
            <i
                v-for="slice in slices"
                :key="slice.one.key"
                :class="{ done: slice.one.done }"
                :style="{ top: `${slice.top}%`, height: `${slice.height}%` }"
                :data-hue="hue(slice.one)"
            />
        </div>
        <div
            class="titles"
            :style="{ paddingTop: `${barRows * 19}px` }"
            @click.self="offerDay(view, day.date, $event)"
        >
            <p
                v-if="due.length > 0"
                class="due"
                :class="{ late: due.some((one) => one.late) }"
                data-test="month-due"
                :title="dueWords"
            >
                {{ dueWords }}
            </p>
            <MonthLine v-for="one in listed" :key="one.key" :one="one" />
            <button v-if="hidden > 0" class="plain more" data-test="month-more" @click="emit('go')">
                {{ hidden }} more
            </button>
        </div>
    </div>
</template>

<style scoped>
.due {
    margin: 0;
    height: 18px;
    line-height: 18px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    color: var(--muted);
    font-size: 0.7188rem;
}
.due.late {
    color: var(--trouble);
}
.cell {
    position: relative;
    grid-row: 1;
    min-width: 0;
    min-height: 0;
    overflow: hidden;
    border-left: 1px solid var(--line);
    display: grid;
    grid-template: 26px minmax(0, 1fr) / 9px minmax(0, 1fr);
}
.cell.rest {
    background: color-mix(in srgb, var(--well) 55%, var(--sheet));
}
.cell.outside {
    background: var(--paper);
}
.cell.outside .date {
    color: var(--muted);
    font-weight: 400;
}
.cell.today {
    background: color-mix(in srgb, var(--plum-soft) 60%, var(--sheet));
}
.cell.target {
    outline: 2px dashed var(--plum);
    outline-offset: -3px;
    background: var(--plum-soft);
}
header {
    grid-column: 1 / -1;
    display: flex;
    align-items: center;
    gap: 6px;
    padding: 0 6px 0 8px;
    min-width: 0;
}
.date {
    font: 600 0.9375rem/22px var(--serif);
    min-width: 24px;
    min-height: 24px;
}
.date:hover {
    text-decoration: underline;
    text-underline-offset: 3px;
}
.today .date {
    background: var(--plum);
    color: var(--on-plum);
    border-radius: 7px;
    text-align: center;
}
.holiday {
    min-width: 0;
    flex: 0 1 auto;
    font-style: italic;
    font-size: 0.7188rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.load {
    margin-left: auto;
    flex: 0 1 34px;
    min-width: 12px;
    height: 4px;
    border-radius: 2px;
    background: var(--meter);
    overflow: hidden;
}
.load i {
    display: block;
    height: 100%;
    background: var(--load);
}
.over .load i {
    background: repeating-linear-gradient(
        135deg,
        var(--trouble) 0 3px,
        color-mix(in srgb, var(--trouble) 65%, var(--sheet)) 3px 6px
    );
}
.full {
    font-size: 0.6875rem;
    font-weight: 700;
    color: var(--trouble);
    white-space: nowrap;
}
.strip {
    position: relative;
    margin: 2px 0 4px 3px;
    width: 5px;
    border-radius: 3px;
    background: var(--meter);
    overflow: hidden;
}
.strip i {
    position: absolute;
    left: 0;
    right: 0;
    background: var(--c);
    border-radius: 1px;
}
.strip i.done {
    opacity: 0.4;
}
.titles {
    min-width: 0;
    padding: 0 4px 2px 3px;
    overflow: hidden;
}
.more {
    display: block;
    color: var(--muted);
    font-size: 0.7188rem;
    line-height: 18px;
    padding-left: 4px;
    text-decoration: underline;
    text-underline-offset: 2px;
}
@media (max-width: 760px) {
    .load,
    .full,
    .holiday {
        display: none;
    }
    .cell {
        grid-template-columns: 7px minmax(0, 1fr);
    }
    header {
        padding: 0 0 0 4px;
    }
    .more {
        white-space: nowrap;
        padding: 0;
        font-size: 0.6875rem;
        text-decoration: none;
    }
}
</style>
