<script setup lang="ts">
import type { Round } from '@/api/types'
import { length, shortDate, weekNumber } from '@/shared/time'

/** How full each week of a month is; pressed, its board is shown. */
defineProps<{ weeks: Round['weeks']; shown: string }>()
const emit = defineEmits<{ show: [from: string] }>()
</script>

<template>
    <div class="weeks" role="group" aria-label="Weeks of the month">
        <button
            v-for="week in weeks"
            :key="week.start"
            class="plain week"
            :aria-pressed="shown === week.start"
            :class="{ over: week.over > 0 }"
            data-test="week-of-month"
            @click="emit('show', week.start)"
        >
            <span
                ><b>{{ weekNumber(week.start) }}</b> from {{ shortDate(week.start) }}</span
            >
            <i
                ><u
                    :style="{
                        width: `${Math.min(100, week.capacity ? (week.minutes / week.capacity) * 100 : 0)}%`,
                    }"
            /></i>
            <small
                >{{ length(week.minutes) }} of {{ length(week.capacity)
                }}{{ week.over ? `, ${week.over} ${week.over === 1 ? 'day' : 'days'} over full` : '' }}</small
            >
        </button>
    </div>
</template>

<style scoped>
.weeks {
    display: flex;
    gap: 6px;
    padding: 7px 10px;
    border-bottom: 1px solid var(--line);
    overflow-x: auto;
}
.week {
    flex: 1;
    min-width: 104px;
    padding: 4px 8px;
    border: 1px solid var(--line);
    border-radius: 7px;
    text-align: left;
}
.week[aria-pressed='true'] {
    border-color: var(--plum);
    background: var(--plum-soft);
}
.week i {
    display: block;
    height: 5px;
    margin: 3px 0;
    border-radius: 3px;
    background: var(--rail);
}
.week u {
    display: block;
    height: 100%;
    border-radius: 3px;
    background: var(--load);
}
.over u {
    background: var(--trouble);
}
small {
    display: block;
    color: var(--muted);
    font-size: 0.6875rem;
}
</style>
