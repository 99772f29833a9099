<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import NothingHere from '@/shared/NothingHere.vue'
import { monthName, plusDays, span, weekNumber } from '@/shared/time'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'

/** Rounds that were kept, to be opened and read. */
const emit = defineEmits<{ go: [to: { kind: 'week' | 'month'; date: string }] }>()
const query = useQuery({
    queryKey: ['rounds'],
    queryFn: () => answerOf(api.GET('/rounds')),
    staleTime: 60_000,
})
</script>

<template>
    <div class="step" data-test="past">
        <h3>Earlier rounds</h3>
        <NothingHere v-if="query.data.value?.rounds.length === 0">No round has been kept yet.</NothingHere>
        <p v-for="one in query.data.value?.rounds ?? []" :key="`${one.kind}${one.start}`">
            <NButton
                text
                class="plain"
                data-test="past-round"
                @click="emit('go', { kind: one.kind, date: one.start })"
                >{{ one.kind === 'week' ? `Week ${weekNumber(one.start)}` : monthName(one.start) }},
                {{ span(one.start, plusDays(one.start, one.days - 1)) }}</NButton
            >
            <small
                >{{ one.steps }} of 6 steps · {{ one.goals }} {{ one.goals === 1 ? 'goal' : 'goals' }}</small
            >
        </p>
    </div>
</template>

<style scoped>
small {
    margin-left: 8px;
    color: var(--muted);
}
</style>
