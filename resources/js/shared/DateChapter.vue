<script setup lang="ts">
import { longWeekday, shortDate, shortMonth } from './time'

/** A day as a chapter of a running list: its number and weekday beside what belongs to it. */
defineProps<{ date: string; today: string; quiet?: boolean }>()
</script>

<template>
    <section
        class="chapter"
        :class="{ quiet }"
        :aria-label="`${longWeekday(date)} ${shortDate(date)}`"
        :data-date="date"
    >
        <header>
            <h2>{{ Number(date.slice(8)) }}</h2>
            <span class="weekday">{{ longWeekday(date) }}<b v-if="date === today"> · today</b></span>
            <span class="month">{{ shortMonth(date) }}</span>
            <slot name="facts" />
        </header>
        <div class="entries"><slot /></div>
    </section>
</template>

<style scoped>
.chapter {
    display: grid;
    grid-template-columns: 170px minmax(0, 1fr);
    gap: 4px 22px;
    padding: 12px 0 14px;
    border-bottom: 1px solid var(--line);
}
.chapter.quiet {
    padding: 5px 0;
}
header {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 0 8px;
    align-content: start;
    align-items: baseline;
}
h2 {
    font-size: 1.625rem;
    line-height: 30px;
    min-width: 34px;
}
.quiet h2 {
    font-size: 1.0625rem;
    line-height: 22px;
    color: var(--muted);
}
.weekday {
    font-size: 0.875rem;
}
.weekday b {
    color: var(--plum);
}
.month {
    grid-column: 2;
    color: var(--muted);
    font-size: 0.75rem;
    margin-top: -3px;
}
.quiet .month {
    display: none;
}
header :slotted(span) {
    grid-column: 1 / -1;
    font-size: 0.75rem;
    color: var(--muted);
}
.entries {
    min-width: 0;
}
@media (prefers-color-scheme: dark) {
    .weekday b {
        color: var(--load);
    }
}
@media (max-width: 760px) {
    .chapter {
        grid-template-columns: 1fr;
    }
    .month {
        display: none;
    }
    header {
        display: flex;
        flex-wrap: wrap;
        gap: 0 8px;
    }
}
</style>
