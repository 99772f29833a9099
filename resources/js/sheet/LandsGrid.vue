<script setup lang="ts">
import { dateOf, dayNumber, namedDate, shortMonth, weekday } from '@/shared/time'
import { computed } from 'vue'

/** Twelve months of small days, the chosen ones filled. */
const props = defineProps<{ from: string; lands: string[]; today: string; firstWeekday: number }>()

const chosen = computed(() => new Set(props.lands))
const months = computed(() =>
    Array.from({ length: 12 }, (_, i) => {
        const index = Number(props.from.slice(0, 4)) * 12 + Number(props.from.slice(5, 7)) - 1 + i
        const first = `${Math.floor(index / 12)}-${String((index % 12) + 1).padStart(2, '0')}-01`
        const next = `${Math.floor((index + 1) / 12)}-${String(((index + 1) % 12) + 1).padStart(2, '0')}-01`
        const before = (weekday(first) - props.firstWeekday + 7) % 7
        return {
            first,
            before,
            days: Array.from({ length: dayNumber(next) - dayNumber(first) }, (_, d) =>
                dateOf(dayNumber(first) + d),
            ),
        }
    }),
)
</script>

<template>
    <div class="months" role="img" :aria-label="`It lands on ${lands.length} days of the next twelve months`">
        <div v-for="month in months" :key="month.first" class="month">
            <span class="name">{{ shortMonth(month.first).slice(0, 3) }}</span>
            <div class="grid">
                <i v-for="n in month.before" :key="-n" class="none" />
                <i
                    v-for="day in month.days"
                    :key="day"
                    :class="{ on: chosen.has(day), today: day === today }"
                    :title="chosen.has(day) ? namedDate(day) : undefined"
                />
            </div>
        </div>
    </div>
</template>

<style scoped>
.months {
    display: grid;
    grid-template-columns: repeat(12, 1fr);
    gap: 8px 7px;
}
.name {
    font-size: 0.6875rem;
    color: var(--muted);
}
.grid {
    display: grid;
    grid-template-columns: repeat(7, 1fr);
    gap: 1px;
    margin-top: 3px;
}
i {
    aspect-ratio: 1;
    border-radius: 1.5px;
    background: var(--meter);
    min-width: 4px;
}
i.none {
    background: none;
}
i.on {
    background: var(--c);
}
i.today {
    outline: 1.5px solid var(--ink);
}
@media (max-width: 760px) {
    .months {
        grid-template-columns: repeat(6, 1fr);
    }
}
</style>
