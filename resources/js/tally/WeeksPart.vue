<script setup lang="ts">
import { length, shortDate, span, plusDays } from '@/shared/time'
import { useMediaQuery } from '@vueuse/core'
import { computed } from 'vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { ink, pale, type Ink } from './inks'
import type { Measure, Tally } from './useTally'

/** Week by week: what was counted of each group, stacked, against the hours there are. */
const props = defineProps<{
    tally: Tally | undefined
    state: { isError: boolean; isReady: boolean; refetch: () => void }
    hueOf: (id: string, i: number) => Ink
    dates: string
    today: string
}>()
const emit = defineEmits<{
    open: [group: { id: string; name: string }, of: Measure, week: { from: string; days: number }]
}>()
const isNarrow = useMediaQuery('(max-width: 760px)')

const groups = computed(() => {
    const tally = props.tally
    if (!tally) return []
    const apart = tally.groups
        .slice(0, tally.apart)
        .map((one, i) => ({ ...one, hue: props.hueOf(one.id, i) }))
    const rest = { id: '', name: 'the others', hue: 'slate' as Ink }
    return tally.groups.length > tally.apart ? [...apart, rest] : apart
})
const weeks = computed(() => props.tally?.weeks ?? [])
const height = 250
const option = computed(() => {
    const [list, all, today] = [groups.value, weeks.value, props.today]
    const isOver = (week: (typeof all)[number]): boolean => plusDays(week.from, week.days) <= today
    const many = all.length > 14
    return () => ({
        grid: { left: 40, right: 12, top: 14, bottom: 24 },
        xAxis: {
            type: 'category',
            data: all.map((week) => (many ? shortDate(week.from) : `wk ${week.number}`)),
            axisTick: { show: false },
            axisLine: { lineStyle: { color: ink('line') } },
            axisLabel: { color: ink('muted'), fontSize: 11 },
        },
        yAxis: {
            type: 'value',
            minInterval: 1,
            axisLabel: { formatter: '{value} h', color: ink('muted'), fontSize: 11 },
            splitLine: { lineStyle: { color: ink('line') } },
            max: (range: { max: number }) =>
                Math.ceil(Math.max(range.max, ...all.map((week) => week.capacity / 60)) / 10) * 10,
        },
        tooltip: {
            trigger: 'item',
            formatter: (one: { seriesName: string; dataIndex: number; seriesIndex: number }) => {
                const week = all[one.dataIndex]!
                const minutes = week.minutes[one.seriesIndex]
                const dates = span(week.from, plusDays(week.from, week.days - 1))
                return minutes === undefined
                    ? `${dates}: ${length(week.load)} planned of ${length(week.capacity)}`
                    : `${dates}<br>${escape(one.seriesName)}: ${length(minutes)}`
            },
        },
        series: [
            ...list.map((group, i) => ({
                type: 'bar',
                name: group.name,
                stack: 'hours',
                barMaxWidth: 50,
                barCategoryGap: many ? '20%' : '40%',
                data: all.map((week) => ({
                    value: (week.minutes[i] ?? 0) / 60,
                    itemStyle: {
                        color: isOver(week) ? ink(group.hue) : pale(group.hue, 55),
                        borderColor: ink('sheet'),
                        borderWidth: many ? 0 : 1,
                        borderRadius: 2,
                    },
                })),
            })),
            {
                type: 'line',
                name: 'what you have',
                step: 'middle',
                symbol: 'none',
                silent: true,
                lineStyle: { color: ink('trouble'), width: 1.5, type: 'dashed' },
                data: all.map((week) => week.capacity / 60),
            },
        ],
    })
})
function escape(text: string): string {
    const place = document.createElement('i')
    place.textContent = text
    return place.innerHTML
}
function press(series: number, index: number): void {
    const group = groups.value[series]
    const week = weeks.value[index]
    if (group && week && props.tally && series < props.tally.apart)
        emit('open', group, props.tally.of, { from: week.from, days: week.days })
}
const columns = computed(() => [
    'Week',
    'Of',
    'Hours there are (min)',
    'Load (min)',
    'Over-full days',
    'Planned (min)',
    ...groups.value.map((one) => `${one.name} (min)`),
    'Musts',
    'Musts done',
    'Pushed on',
    'Let go',
])
const rows = computed(() =>
    weeks.value.map((week) => [
        `${week.number}`,
        week.from,
        week.capacity,
        week.load,
        week.over.length,
        week.planned,
        ...groups.value.map((_, i) => week.minutes[i] ?? 0),
        week.musts,
        week.musts_done,
        week.put_off,
        week.let_go,
    ]),
)
const sums = computed(() =>
    weeks.value.reduce(
        (sum, week) => ({
            over: sum.over + week.over.length,
            musts: sum.musts + week.musts,
            done: sum.done + week.musts_done,
            on: sum.on + week.put_off,
            gone: sum.gone + week.let_go,
        }),
        { over: 0, musts: 0, done: 0, on: 0, gone: 0 },
    ),
)
</script>

<template>
    <TallyPart
        title="Week by week"
        :says="tally?.says.weeks ?? ''"
        :of="dates"
        :state="state"
        waiting="Adding up the weeks…"
        :columns="columns"
        :rows="rows"
        :figures="columns.map((_, i) => i).slice(2)"
        test="weeks"
    >
        <TallyChart
            :option="option"
            :height="isNarrow ? 210 : height"
            :label="tally?.says.weeks ?? ''"
            @press="press"
        />
        <dl class="facts">
            <div>
                <dt>over-full days</dt>
                <dd>{{ sums.over }}</dd>
            </div>
            <div>
                <dt>musts done</dt>
                <dd>{{ sums.done }} of {{ sums.musts }}</dd>
            </div>
            <div>
                <dt>pushed on</dt>
                <dd>{{ sums.on }}</dd>
            </div>
            <div>
                <dt>let go</dt>
                <dd>{{ sums.gone }}</dd>
            </div>
            <div class="line"><dt>dashed: the hours you have · pale: still going on</dt></div>
        </dl>
    </TallyPart>
</template>

<style scoped>
.facts {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 18px;
    margin: 6px 0 0;
    font-size: 0.75rem;
}
.facts div {
    display: flex;
    gap: 5px;
}
dt {
    color: var(--muted);
}
dd {
    margin: 0;
    font-weight: 650;
}
</style>
