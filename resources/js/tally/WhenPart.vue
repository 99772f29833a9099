<script setup lang="ts">
import { length } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed } from 'vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { ink, pale } from './inks'
import type { PartState } from './partState'
import type { Figure, Tally } from './useTally'

/** By weekday and hour: when one works. */
const props = defineProps<{
    tally: Tally | undefined
    state: PartState
    dates: string
}>()
const emit = defineEmits<{ open: [figure: Figure] }>()
const account = useAccount()
const NAMES = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday']
const first = computed(() => account.value.first_weekday - 1)
/** The days in the order of the account's week. */
const days = computed(() => NAMES.map((_, i) => (i + first.value) % 7))
const hours = computed(() => props.tally?.hours ?? [])
/** The hours in which anything lies, and at least the day. */
const range = computed(() => {
    const used = hours.value.flatMap((minutes, i) => (minutes > 0 ? [i % 24] : []))
    return { from: Math.min(7, ...used), to: Math.max(20, ...used) }
})
const option = computed(() => {
    const { from, to } = range.value
    const list = days.value
    const all = hours.value
    const most = Math.max(60, ...all)
    const named = Array.from({ length: to - from + 1 }, (_, i) => `${from + i}`)
    return () => ({
        grid: { left: 34, right: 6, top: 2, bottom: 20 },
        xAxis: {
            type: 'category',
            data: named,
            axisTick: { show: false },
            axisLine: { show: false },
            axisLabel: { color: ink('muted'), fontSize: 11 },
        },
        yAxis: {
            type: 'category',
            inverse: true,
            data: list.map((day) => NAMES[day]!.slice(0, 3)),
            axisTick: { show: false },
            axisLine: { show: false },
            axisLabel: { color: ink('muted'), fontSize: 11 },
        },
        visualMap: {
            show: false,
            min: 0,
            max: most,
            // Away from the ground step by step, in light and in dark.
            inRange: { color: [ink('well'), pale('load', 45), ink('load'), pale('load', 35, 'ink')] },
        },
        tooltip: {
            formatter: (one: { value: [number, number, number] }) =>
                `${NAMES[list[one.value[1]]!]}s, ${from + one.value[0]} to ${from + one.value[0] + 1}: ${length(one.value[2])}`,
        },
        series: [
            {
                type: 'heatmap',
                itemStyle: { borderColor: ink('sheet'), borderWidth: 2, borderRadius: 4 },
                data: list.flatMap((day, y) => named.map((_, x) => [x, y, all[day * 24 + from + x] ?? 0])),
            },
        ],
    })
})
/** What lies in an hour of a weekday. */
function ofHour(day: number, hour: number): Figure | null {
    const tally = props.tally
    if (!tally || hours.value[day * 24 + hour] === 0) return null
    return {
        name: `${NAMES[day]}s, ${hour} to ${hour + 1}`,
        of: tally.of,
        hour: day * 24 + hour,
        from: tally.from,
        days: tally.days,
    }
}
const opens = (row: number, column: number): Figure | null =>
    column === 0 ? null : ofHour(days.value[column - 1]!, row)
/** Cells are drawn day by day. */
function press(_: number, index: number): void {
    const { from, to } = range.value
    const width = to - from + 1
    const figure = ofHour(days.value[Math.floor(index / width)]!, from + (index % width))
    if (figure) emit('open', figure)
}
const columns = computed(() => ['Hour', ...days.value.map((day) => `${NAMES[day]} (min)`)])
const rows = computed(() =>
    hours.value.length === 0
        ? []
        : Array.from({ length: 24 }, (_, hour) => [
              `${hour}:00`,
              ...days.value.map((day) => hours.value[day * 24 + hour] ?? 0),
          ]),
)
</script>

<template>
    <TallyPart
        title="When you work"
        :says="tally?.says.hours ?? ''"
        :of="dates"
        :state="state"
        waiting="Looking at the hours…"
        :columns="columns"
        :rows="rows"
        :figures="[1, 2, 3, 4, 5, 6, 7]"
        test="when"
        :opens="opens"
        @open="emit('open', $event)"
    >
        <TallyChart :option="option" :height="7 * 24 + 24" :label="tally?.says.hours ?? ''" @press="press" />
    </TallyPart>
</template>
