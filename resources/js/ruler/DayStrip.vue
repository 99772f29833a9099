<script setup lang="ts">
import { plusDays, shortWeekday, startOfWeek } from '@/shared/time'
import { useRuler } from '@/state/server'
import { computed } from 'vue'

/** The ruler where the screen is narrow: the days of one week across the top. */
const props = defineProps<{ date: string; today: string; firstWeekday: number }>()
const emit = defineEmits<{ go: [date: string] }>()

const start = computed(() => startOfWeek(props.date, props.firstWeekday))
const ruler = useRuler(start, 1)
const days = computed(() =>
    Array.from({ length: 7 }, (_, i) => {
        const date = plusDays(start.value, i)
        const load = ruler.data.value?.days.find((day) => day.date === date)
        return {
            date,
            over: load?.over ?? false,
            share: load && load.capacity > 0 ? Math.min(100, (load.minutes / load.capacity) * 100) : 0,
        }
    }),
)
</script>

<template>
    <nav class="strip" aria-label="Days of this week">
        <button
            v-for="day in days"
            :key="day.date"
            class="day"
            :class="{ here: day.date === date, today: day.date === today, over: day.over }"
            :aria-current="day.date === date ? 'date' : undefined"
            @click="emit('go', day.date)"
        >
            <span>{{ shortWeekday(day.date) }}</span><b>{{ Number(day.date.slice(8)) }}</b>
            <span class="bar"><i :style="{ width: `${day.share}%` }" /></span>
            <span v-if="day.over" class="out-of-sight">over full</span>
        </button>
    </nav>
</template>

<style scoped>
.strip {
    flex: none;
    display: flex;
    background: var(--well);
    border-bottom: 1px solid var(--line);
}
.day {
    flex: 1;
    border: 0;
    background: none;
    padding: 6px 4px;
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 2px;
    min-height: 54px;
}
.day span {
    font-size: 0.6875rem;
    color: var(--muted);
}
.day b {
    font-family: var(--serif);
    font-size: 1.0625rem;
}
.day.today b {
    text-decoration: underline;
    text-underline-offset: 3px;
}
.day.here {
    background: var(--plum);
    color: var(--on-plum);
}
.day.here span {
    color: var(--on-plum);
}
.bar {
    width: 80%;
    height: 4px;
    border-radius: 2px;
    background: var(--meter);
    overflow: hidden;
}
.bar i {
    display: block;
    height: 100%;
    background: var(--load);
}
.over .bar i {
    background: var(--trouble);
}
</style>
