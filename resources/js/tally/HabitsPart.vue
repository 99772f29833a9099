<script setup lang="ts">
import { decimal } from '@/shared/region'
import { answerOf, api } from '@/api/client'
import { fullDate, plusDays } from '@/shared/time'
import { useAreas } from '@/state/server'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import FigureRows from './FigureRows.vue'
import HabitPanel from './HabitPanel.vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { stateOf } from './partState'
import { BECAME, marksOf } from './habits'
import { ink, pale } from './inks'
import { useTally } from './useTally'

/** What is kept up: a row for each routine that is ticked, a mark for each time. */
const { stretch, filters } = useTally()
const { colour } = useAreas()
const query = useQuery({
    queryKey: computed(
        () => ['tally', stretch.value.from, stretch.value.days, 'habits', filters.value] as const,
    ),
    queryFn: ({ queryKey: [, from, days, , filter] }) =>
        answerOf(api.GET('/tally/{from}/{days}/habits', { params: { path: { from, days }, query: filter } })),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
})
const FEW = 8
const isWhole = ref(false)
const all = computed(() => query.data.value?.habits ?? [])
const rows = computed(() => (isWhole.value ? all.value : all.value.slice(0, FEW)))
const opened = ref<string | null>(null)
const rowHeight = 30

const option = computed(() => {
    const list = rows.value.map((one) => ({ ...one, hue: colour(one.calendar_id) }))
    const days = query.data.value?.days ?? 0
    const from = query.data.value?.from ?? ''
    return () => ({
        grid: { left: 0, right: 2, top: 0, bottom: 0 },
        xAxis: { type: 'category', show: false, data: Array.from({ length: days }, (_, i) => i) },
        yAxis: { type: 'category', inverse: true, show: false, data: list.map((one) => one.title) },
        tooltip: {
            formatter: (one: { data: [number, number] }) => {
                const [x, y] = one.data
                return `${fullDate(plusDays(from, x))}: ${BECAME[list[y]!.strip[x] as keyof typeof BECAME] ?? ''}`
            },
        },
        series: [marksOf(list, { ink, pale })],
    })
})
const columns = ['Habit', 'Due', 'Kept', 'Late', 'In a row now', 'Counted in', 'Aim a week', 'Sum', 'Unit']
const table = computed(() =>
    all.value.map((one) => [
        one.title,
        one.due,
        one.kept,
        one.late,
        one.row,
        one.aim === null ? 'times' : 'weeks',
        one.aim,
        one.unit === null ? null : one.sum,
        one.unit,
    ]),
)
function words(one: (typeof all.value)[number]): string {
    const kept = `${one.kept} of ${one.due}${one.aim === null ? '' : ' weeks'}`
    return one.row > 1 ? `${kept} · ${one.row} in a row` : kept
}
</script>

<template>
    <TallyPart
        title="What you keep up"
        :says="query.data.value?.says ?? ''"
        :of="stretch.dates"
        :state="stateOf(query)"
        waiting="Looking what was kept up…"
        :columns="columns"
        :rows="table"
        :figures="[1, 2, 3, 4, 6, 7]"
        test="habits"
    >
        <FigureRows
            v-model="isWhole"
            :rows="rows"
            :name-of="(one) => one.title"
            :total="all.length"
            :few="FEW"
            :height="rowHeight"
            test="habit-kept"
        >
            <TallyChart
                :option="option"
                :height="rows.length * rowHeight"
                :label="query.data.value?.says ?? ''"
            />
            <template #name="{ one }">
                <NButton
                    text
                    class="plain"
                    data-test="habit"
                    :data-title="one.title"
                    @click="opened = one.title"
                    >{{ one.title }}</NButton
                >
            </template>
            <template #sum="{ one }">
                <span class="line"
                    >{{ words(one) }}
                    <small v-if="one.unit">{{ decimal(one.sum, 1) }} {{ one.unit }}</small></span
                >
            </template>
            <template #key>
                <p v-if="all.length > 0" class="key">
                    full: done on its day · pale: done late ·
                    {{ stretch.days > 60 ? 'short and red' : 'outlined' }}: missed · skipped ones count for
                    nothing
                </p>
                <p v-else class="key">
                    No routine that is ticked came in this time. Make one, and see here how it is kept.
                </p>
            </template>
        </FigureRows>
        <template #always><HabitPanel v-if="opened" :title="opened" @close="opened = null" /></template>
    </TallyPart>
</template>

<style scoped>
.line {
    font-size: 0.75rem;
}
small {
    color: var(--muted);
}
.key {
    margin: 8px 0 4px;
    color: var(--muted);
    font-size: 0.75rem;
}
</style>
