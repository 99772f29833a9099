<script setup lang="ts">
import type { RulerDay } from '@/api/types'
import { length, monthName, namedDate, plusDays, weekNumber } from '@/shared/time'
import { useRuler } from '@/state/server'
import { computed } from 'vue'

/** Some weeks of the ruler, each day as high as it is full. */
const props = defineProps<{ first: string; weeks: number; from: string; today: string }>()
const emit = defineEmits<{ go: [date: string] }>()

const ruler = useRuler(
    () => props.first,
    () => props.weeks,
)
const loads = computed(() => new Map((ruler.data.value?.days ?? []).map((day) => [day.date, day])))

function shade(day: RulerDay | undefined): string {
    if (!day) return 'var(--ruler-0)'
    if (day.over) return 'var(--trouble)'
    const share = day.capacity === 0 ? 0 : day.minutes / day.capacity
    return share === 0
        ? 'var(--ruler-0)'
        : share < 0.4
          ? 'var(--ruler-1)'
          : share < 0.75
            ? 'var(--ruler-2)'
            : 'var(--ruler-3)'
}

function words(start: string, days: string[]): string {
    const over = days.filter((day) => loads.value.get(day)?.over)
    const sum = days.reduce((minutes, day) => minutes + (loads.value.get(day)?.minutes ?? 0), 0)
    return `Week ${weekNumber(start)}, from ${namedDate(start)}: ${length(sum)}${over.length ? `, over full on ${over.map(namedDate).join(' and ')}` : ''}`
}

const rows = computed(() =>
    Array.from({ length: props.weeks }, (_, i) => {
        const start = plusDays(props.first, i * 7)
        const days = Array.from({ length: 7 }, (_, d) => plusDays(start, d))
        const opens = days.find((day) => day.slice(8) === '01')
        const month = i === 0 ? start : opens
        return {
            start,
            number: weekNumber(start),
            month: month
                ? `${monthName(month)}${month.slice(5, 7) === '01' ? ` ${month.slice(0, 4)}` : ''}`
                : null,
            words: words(start, days),
            days: days.map((day) => ({
                day,
                over: loads.value.get(day)?.over,
                shade: { background: shade(loads.value.get(day)) },
            })),
        }
    }),
)
</script>

<template>
    <template v-for="row in rows" :key="row.start">
        <div v-if="row.month" class="month">{{ row.month }}</div>
        <button
            class="week"
            :class="{ here: row.start === from }"
            :aria-current="row.start === from ? 'date' : undefined"
            :aria-label="row.words"
            :title="row.words"
            data-test="ruler-week"
            :data-start="row.start"
            @click="emit('go', row.start)"
        >
            <span class="number">{{ row.number }}</span>
            <i
                v-for="day in row.days"
                :key="day.day"
                :class="{ today: day.day === today, over: day.over }"
                :style="day.shade"
            />
        </button>
    </template>
</template>

<style scoped>
.month {
    margin: 7px 2px 2px;
    font-size: 0.6875rem;
    font-weight: 700;
    letter-spacing: 0.02em;
    color: var(--plum);
}
.week {
    display: flex;
    align-items: center;
    gap: 1px;
    width: 100%;
    height: 26px;
    padding: 0 3px 0 4px;
    border: 0;
    background: none;
    border-radius: 6px;
}
.week:hover {
    background: var(--plum-soft);
}
.number {
    width: 20px;
    flex: none;
    text-align: left;
    font-size: 0.6875rem;
    color: var(--muted);
}
i {
    width: 6px;
    height: 14px;
    border-radius: 2px;
}
i.over {
    clip-path: polygon(0 0, 100% 0, 100% 78%, 50% 100%, 0 78%);
}
i.today {
    outline: 2px solid var(--ink);
    outline-offset: 0;
}
.week.here {
    background: var(--plum);
}
.week.here .number {
    color: var(--on-plum);
    font-weight: 700;
}
.week.here i.today {
    outline-color: var(--on-plum);
}
@media (prefers-color-scheme: dark) {
    .month {
        color: var(--load);
    }
}
</style>
