<script setup lang="ts">
import type { BoardDay } from '@/api/types'
import { length, longWeekday, shortWeekday } from '@/shared/time'
import { computed } from 'vue'
import WeatherMark from '@/shared/WeatherMark.vue'
import { drag } from './drag'

const props = defineProps<{ day: BoardDay; isToday: boolean; wide?: boolean }>()

/** While something is carried over this day, what the day would then hold; the server's count follows after the drop. */
const extra = computed(() => {
    const { carried, target } = drag
    if (!carried || !target || target.kind === 'basket' || target.date !== props.day.date) return 0
    const wasHere = carried.start?.slice(0, 10) === props.day.date
    const minutes = target.kind === 'hours' ? target.minutes : carried.minutes
    return minutes - (wasHere ? carried.minutes : 0)
})
const minutes = computed(() => props.day.placed + props.day.listed + extra.value)
const isOver = computed(() => minutes.value > props.day.capacity)
const share = computed(() =>
    props.day.capacity === 0
        ? minutes.value > 0
            ? 100
            : 0
        : Math.min(100, (minutes.value / props.day.capacity) * 100),
)
const parts = computed(() => [length(minutes.value), `of ${length(props.day.capacity)}`])
const words = computed(() => parts.value.join(' '))
</script>

<template>
    <header class="head" :class="{ today: isToday, over: isOver }" data-test="day-head" :data-date="day.date">
        <div class="date">
            <h2>{{ Number(day.date.slice(8)) }}</h2>
            <span class="weekday">{{ wide ? longWeekday(day.date) : shortWeekday(day.date) }}</span>
            <WeatherMark v-if="day.weather" class="weather" :weather="day.weather" />
        </div>
        <div class="bar" role="img" :aria-label="`${words}${isOver ? ', over full' : ''}`">
            <i :style="{ width: `${share}%` }" />
        </div>
        <div class="facts">
            <span class="load"
                ><template v-for="(part, i) in parts" :key="i"
                    >{{ i ? ' ' : '' }}<span>{{ part }}</span></template
                >{{ extra !== 0 ? ' then' : '' }}</span
            >
            <span v-if="day.tasks > 0" :title="`${day.done} of ${day.tasks} tasks done`"
                >{{ day.done }}/{{ day.tasks }}</span
            >
        </div>
        <div
            v-if="day.theme || day.holiday || day.conflicts > 0 || (day.breathing === 0 && !isOver)"
            class="facts last"
        >
            <span v-if="day.holiday" class="holiday" :title="`Public holiday: ${day.holiday}`">{{
                day.holiday
            }}</span>
            <span v-if="day.theme" class="theme" :title="`This day is mainly for ${day.theme}`">{{
                day.theme
            }}</span>
            <span
                v-if="day.breathing === 0 && !isOver"
                class="tight"
                title="All that was to stay free of this day is taken"
                data-test="no-breathing"
                >no space left</span
            >
            <span
                v-if="day.conflicts > 0"
                class="booked"
                :title="day.conflicts === 1 ? 'a double booking' : 'double bookings'"
                >{{ day.conflicts === 1 ? '1 clash' : `${day.conflicts} clashes` }}</span
            >
        </div>
    </header>
</template>

<style scoped>
.head {
    padding: 8px 8px 5px;
    border-left: 1px solid var(--line);
    background: var(--paper);
    min-width: 0;
}
.head.today {
    background: var(--plum-soft);
}
.date {
    display: flex;
    align-items: baseline;
    flex-wrap: wrap;
    gap: 0 6px;
    min-width: 0;
}
.weather {
    margin-left: auto;
    font-size: 0.6875rem;
    line-height: 14px;
}
h2 {
    font-size: 1.375rem;
    line-height: 26px;
}
.weekday {
    font-size: 0.8438rem;
}
.tight {
    color: var(--muted);
    font-style: italic;
    white-space: nowrap;
}
.theme {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    border: 1px solid var(--plum-line);
    border-radius: 10px;
    padding: 0 6px;
    font-size: 0.6875rem;
    line-height: 15px;
    color: var(--plum);
    background: var(--sheet);
}
.holiday {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    font-style: italic;
    color: var(--ink);
}
.bar {
    height: 5px;
    margin: 5px 0 3px;
    border-radius: 3px;
    background: var(--meter);
    overflow: hidden;
}
.bar i {
    display: block;
    height: 100%;
    border-radius: 3px;
    background: var(--load);
    transition: width 160ms;
}
.over .bar i {
    background: repeating-linear-gradient(
        135deg,
        var(--trouble) 0 4px,
        color-mix(in srgb, var(--trouble) 70%, var(--sheet)) 4px 8px
    );
}
.facts {
    display: flex;
    flex-wrap: wrap;
    justify-content: space-between;
    gap: 0 6px;
    font-size: 0.6875rem;
    color: var(--muted);
    white-space: nowrap;
    line-height: 14px;
}
/* In a narrow column it goes on below, before "of". */
.load {
    white-space: normal;
}
.load span {
    white-space: nowrap;
}
.last {
    align-items: center;
    flex-wrap: wrap;
    margin-top: 3px;
}
.booked {
    margin-left: auto;
}
.over .load,
.booked {
    color: var(--trouble);
    font-weight: 700;
}
@media (prefers-color-scheme: dark) {
    .theme {
        color: var(--ink);
    }
}
</style>
