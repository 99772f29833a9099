<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { fullDate, plusDays, shortMonth, weekday } from '@/shared/time'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

/** What became of a routine over a year: a column a week, a mark a day. */
const props = defineProps<{ entryId: string; title: string }>()

const WORDS = {
    '': '',
    past: 'happened',
    let_go: 'let go',
    skipped: 'skipped',
    done: 'done',
    missed: 'not done',
} as const
const query = useQuery({
    queryKey: computed(() => ['routines', props.entryId, 'year']),
    queryFn: () =>
        answerOf(api.GET('/routines/{entry}/year', { params: { path: { entry: props.entryId } } })),
    staleTime: 60_000,
})
const days = computed(() => {
    const from = query.data.value?.from ?? ''
    const offset = from === '' ? 0 : weekday(from) - 1
    return (query.data.value?.days ?? []).map((state, i) => {
        const date = plusDays(from, i)
        return {
            date,
            state,
            words: state === '' ? fullDate(date) : `${fullDate(date)}: ${WORDS[state]}`,
            column: Math.floor((i + offset) / 7) + 1,
            row: ((i + offset) % 7) + 1,
        }
    })
})
const months = computed(() =>
    days.value
        .filter((day) => day.date.endsWith('-01'))
        .map((day) => ({ ...day, name: shortMonth(day.date) })),
)
const counted = computed(() => {
    const number = (state: string): number => days.value.filter((day) => day.state === state).length
    const came = number('done') + number('missed')
    return came === 0 ? 'It did not come in this year.' : `Done on ${number('done')} of ${came} days.`
})
</script>

<template>
    <div class="strip" data-test="year-strip" :aria-label="`A year of ${title}`" role="group">
        <p>{{ query.data.value ? counted : 'Looking back…' }}</p>
        <div class="grid" role="img" :aria-label="counted">
            <span
                v-for="month in months"
                :key="month.date"
                class="month"
                :style="{ gridColumn: `${month.column} / span 4`, gridRow: 1 }"
                >{{ month.name }}</span
            >
            <i
                v-for="day in days"
                :key="day.date"
                :data-state="day.state"
                :title="day.words"
                :style="{ gridColumn: day.column, gridRow: day.row + 1 }"
            />
        </div>
    </div>
</template>

<style scoped>
.strip {
    grid-column: 1 / -1;
    padding: 6px 0 10px 32px;
    overflow-x: auto;
}
p {
    margin: 0 0 4px;
    color: var(--muted);
    font-size: 0.75rem;
}
.grid {
    display: grid;
    grid-template-columns: repeat(53, 12px);
    grid-template-rows: 14px repeat(7, 7px);
    gap: 2px;
}
.month {
    color: var(--muted);
    font-size: 0.625rem;
    line-height: 14px;
}
i {
    border-bottom: 1px solid var(--line);
}
i[data-state='done'] {
    border: 0;
    border-radius: 4px 1px 4px 1px;
    background: var(--c);
}
i[data-state='past'] {
    border: 0;
    border-radius: 2px;
    background: color-mix(in srgb, var(--c) 45%, var(--sheet));
}
i[data-state='missed'] {
    border: 1px solid var(--c);
    border-radius: 4px 1px 4px 1px;
}
i[data-state='skipped'],
i[data-state='let_go'] {
    border: 1px dashed var(--line-strong);
    border-radius: 4px 1px 4px 1px;
}
</style>
