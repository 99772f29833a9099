<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { length } from '@/shared/time'
import { useAreas } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import FigureRows from './FigureRows.vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { stateOf } from './partState'
import { ink, pale } from './inks'

/** How long things really take: the last ten times of each, timed, against its estimate. */
defineProps<{ today: string }>()
const { colour, area } = useAreas()
const { change } = useChanges()
const query = useQuery({
    queryKey: ['tally', 'durations'] as const,
    queryFn: () => answerOf(api.GET('/durations')),
    staleTime: 60_000,
})
const FEW = 6
const isWhole = ref(false)
const all = computed(() => query.data.value?.things ?? [])
const rows = computed(() => (isWhole.value ? all.value : all.value.slice(0, FEW)))
const rowHeight = 36

const option = computed(() => {
    const list = rows.value.map((one) => ({ ...one, hue: colour(one.calendar_id) }))
    const most = Math.max(
        30,
        ...list.flatMap((one) => [one.estimate ?? 0, ...one.times.map((time) => time.minutes)]),
    )
    const step = most > 480 ? 120 : most > 150 ? 60 : most > 60 ? 30 : 15
    return () => ({
        grid: { left: 2, right: 14, top: 0, bottom: 22 },
        xAxis: {
            type: 'value',
            min: 0,
            max: Math.ceil(most / step) * step,
            axisLabel: { formatter: (minutes: number) => length(minutes), color: ink('muted'), fontSize: 11 },
            splitLine: { lineStyle: { color: ink('line') } },
            interval: step,
        },
        yAxis: { type: 'category', inverse: true, show: false, data: list.map((one) => one.title) },
        tooltip: {
            formatter: (one: { data: { value: [number, number]; said?: string } }) =>
                one.data.said ?? length(one.data.value[0]),
        },
        series: [
            // The middle half, as a band.
            {
                type: 'bar',
                stack: 'band',
                barWidth: 14,
                silent: true,
                itemStyle: { color: 'transparent' },
                data: list.map((one) => one.low),
            },
            {
                type: 'bar',
                stack: 'band',
                barWidth: 14,
                data: list.map((one) => ({
                    value: one.high - one.low,
                    said: `the middle half: ${length(Math.round(one.low))} to ${length(Math.round(one.high))}`,
                    itemStyle: { color: pale(one.hue, 22), borderRadius: 4 },
                })),
            },
            {
                type: 'scatter',
                symbolSize: 9,
                data: list.flatMap((one, y) =>
                    one.times.map((time) => ({
                        value: [time.minutes, y],
                        said: `${time.date}: ${length(time.minutes)}`,
                        itemStyle: { color: ink(one.hue), opacity: 0.75 },
                    })),
                ),
            },
            {
                type: 'scatter',
                symbol: 'rect',
                symbolSize: [2, 26],
                itemStyle: { color: ink('ink') },
                data: list.flatMap((one, y) =>
                    one.estimate === null
                        ? []
                        : [{ value: [one.estimate, y], said: `estimated: ${length(one.estimate)}` }],
                ),
            },
        ],
    })
})
const columns = [
    'What',
    'Estimate (min)',
    'Middle (min)',
    'Middle half from (min)',
    'to (min)',
    'Times',
    'The last ten (min)',
]
const table = computed(() =>
    all.value.map((one) => [
        one.title,
        one.estimate,
        one.middle,
        one.low,
        one.high,
        one.times.length,
        one.times.map((time) => time.minutes).join(' '),
    ]),
)
type Thing = (typeof all.value)[number]
const off = computed(() => all.value.filter((one) => one.offers))
function use(things: Thing[]): void {
    const estimates = things.flatMap((one) =>
        one.entry_ids.map((id) => ({ entry_id: id, minutes: one.middle })),
    )
    const first = things[0]!
    void change(
        things.length === 1
            ? `“${first.title}” is estimated with ${length(first.middle)}.`
            : `${things.length} estimates taken over.`,
        () => answerOf(api.PUT('/durations', { body: { estimates } })).then(() => true),
    )
}
const areas = computed(() =>
    (query.data.value?.areas ?? []).map((one) => {
        const percent = Math.round((one.taken / Math.max(1, one.estimated) - 1) * 100)
        return {
            id: one.area_id,
            name: area(one.area_id)?.name ?? '',
            words:
                percent === 0
                    ? 'as estimated'
                    : `${Math.abs(percent)} % ${percent > 0 ? 'longer' : 'quicker'}`,
        }
    }),
)
</script>

<template>
    <TallyPart
        title="How long things really take"
        :says="query.data.value?.says ?? ''"
        :of="today"
        :state="stateOf(query)"
        waiting="Looking at what was timed…"
        :columns="columns"
        :rows="table"
        :figures="[1, 2, 3, 4, 5]"
        test="durations"
    >
        <template #says
            >{{ query.data.value?.says }}
            <NButton v-if="off.length > 1" text class="plain all" data-test="use-all" @click="use(off)"
                >Use the middle as estimate for all {{ off.length }}</NButton
            ></template
        >
        <FigureRows
            v-model="isWhole"
            :rows="rows"
            :name-of="(one) => one.title"
            :total="all.length"
            :few="FEW"
            :height="rowHeight"
            test="duration"
        >
            <TallyChart
                :option="option"
                :height="rows.length * rowHeight + 22"
                :label="query.data.value?.says ?? ''"
            />
            <template #name="{ one }"
                ><span>{{ one.title }}</span></template
            >
            <template #sum="{ one }">
                <span class="words" data-test="duration-words"
                    >{{ length(one.middle)
                    }}<template v-if="one.estimate !== null"
                        >, estimated {{ length(one.estimate) }}</template
                    ></span
                >
                <NButton
                    v-if="one.offers"
                    text
                    class="plain use"
                    data-test="use-middle"
                    :aria-label="`use the middle as estimate of ${one.title}: ${length(one.middle)}`"
                    @click="use([one])"
                    >use the middle as estimate</NButton
                >
            </template>
            <template #key>
                <p v-if="all.length > 0" class="key">
                    dots: the last ten times · band: their middle half · line: what is estimated
                </p>
                <p v-if="areas.length > 0" class="key">
                    <template v-for="(one, i) in areas" :key="one.id"
                        ><template v-if="i > 0"> · </template>{{ one.name }}: {{ one.words }}</template
                    >
                </p>
            </template>
        </FigureRows>
    </TallyPart>
</template>

<style scoped>
.words {
    font-size: 0.75rem;
}
.all,
.use {
    text-decoration: underline;
    text-underline-offset: 2px;
}
.use {
    font-size: 0.6875rem;
}
.key {
    margin: 8px 0 4px;
    color: var(--muted);
    font-size: 0.75rem;
}
@media print {
    .all,
    .use {
        display: none;
    }
}
</style>
