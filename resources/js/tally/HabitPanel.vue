<script setup lang="ts">
import { decimal } from '@/shared/region'
import { answerOf, api } from '@/api/client'
import LayingOut from '@/shared/LayingOut.vue'
import SidePanel from '@/shared/SidePanel.vue'
import { fullDate, plusDays, shortDate, weekday } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import TallyChart from './TallyChart.vue'
import { BECAME } from './habits'
import { ink } from './inks'

/** One habit over all of its time: the rows, the weekdays, a year's strip, and the course of what was measured. */
const props = defineProps<{ title: string }>()
const emit = defineEmits<{ close: [] }>()
const view = useView()
const account = useAccount()
const { colour } = useAreas()
const query = useQuery({
    queryKey: computed(() => ['tally', 'habit', props.title] as const),
    queryFn: ({ queryKey: [, , title] }) => answerOf(api.GET('/habits', { params: { query: { title } } })),
    staleTime: 60_000,
})
const habit = computed(() => query.data.value)
const hue = computed(() => (habit.value ? colour(habit.value.calendar_id) : 'slate'))
const unit = computed(() => (habit.value?.aim ? 'weeks' : 'times'))
const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
const weekdays = computed(() =>
    NAMES.map((_, i) => (i + account.value.first_weekday - 1) % 7)
        .map((day) => ({ name: NAMES[day]!, ...habit.value!.weekdays[day]! }))
        .filter((day) => day.due > 0),
)
const cells = computed(() => {
    if (!habit.value) return []
    const { from, strip } = habit.value
    return [...strip].map((letter, i) => {
        const date = plusDays(from, i)
        const said = BECAME[letter as keyof typeof BECAME]
        return {
            date,
            letter,
            words: said ? `${fullDate(date)}: ${said}` : fullDate(date),
            column: Math.floor(i / 7) + 1,
            row: ((weekday(date) - account.value.first_weekday + 7) % 7) + 1,
        }
    })
})
const course = computed(() => {
    const list = habit.value?.course ?? []
    const own = hue.value
    return () => ({
        grid: { left: 36, right: 8, top: 8, bottom: 20 },
        xAxis: {
            type: 'category',
            data: list.map((one) => shortDate(one.date)),
            axisTick: { show: false },
            axisLine: { lineStyle: { color: ink('line') } },
            axisLabel: { color: ink('muted'), fontSize: 11 },
        },
        yAxis: {
            type: 'value',
            axisLabel: { color: ink('muted'), fontSize: 11 },
            splitLine: { lineStyle: { color: ink('line') } },
        },
        tooltip: {
            formatter: (one: { dataIndex: number; value: number }) =>
                `${fullDate(list[one.dataIndex]!.date)}: ${one.value}`,
        },
        series: [
            {
                type: 'line',
                symbolSize: 6,
                itemStyle: { color: ink(own) },
                lineStyle: { color: ink(own), width: 1.5 },
                data: list.map((one) => one.amount),
            },
        ],
    })
})
function open(): void {
    emit('close')
    view.sheet = { entryId: habit.value!.entry_ids.at(-1)!, recurrenceId: null, date: null }
}
</script>

<template>
    <SidePanel :title="title" :width="720" @close="emit('close')">
        <p v-if="query.isError.value" role="alert">
            It could not be fetched.
            <NButton class="press" @click="() => query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else-if="!habit" words="Looking back…" />
        <div v-else :data-hue="hue" data-test="habit-panel">
            <dl>
                <div>
                    <dt>kept</dt>
                    <dd>{{ habit.kept }} of {{ habit.due }} {{ unit }}</dd>
                </div>
                <div>
                    <dt>in a row now</dt>
                    <dd data-test="habit-row">{{ habit.row }}</dd>
                </div>
                <div>
                    <dt>longest row</dt>
                    <dd data-test="habit-longest">{{ habit.longest }}</dd>
                </div>
                <div v-if="!habit.aim">
                    <dt>late</dt>
                    <dd>{{ habit.late }}</dd>
                </div>
                <div v-if="habit.since">
                    <dt>since</dt>
                    <dd>{{ fullDate(habit.since) }}</dd>
                </div>
                <div v-if="habit.aim">
                    <dt>aim</dt>
                    <dd>{{ habit.aim }} a week</dd>
                </div>
                <div v-if="habit.unit">
                    <dt>together</dt>
                    <dd>{{ decimal(habit.sum, 1) }} {{ habit.unit }}</dd>
                </div>
            </dl>
            <h2>By weekday</h2>
            <ul class="weekdays">
                <li v-for="day in weekdays" :key="day.name">
                    <span>{{ day.name }}</span>
                    <i aria-hidden="true"><b :style="{ width: `${(day.kept / day.due) * 100}%` }" /></i>
                    <span>{{ day.kept }} of {{ day.due }}</span>
                </li>
            </ul>
            <h2>A year</h2>
            <div
                class="year"
                role="img"
                :aria-label="`A year of ${title}: kept ${habit.kept} of ${habit.due} ${unit} in all`"
            >
                <i
                    v-for="cell in cells"
                    :key="cell.date"
                    :data-state="cell.letter"
                    :title="cell.words"
                    :style="{ gridColumn: cell.column, gridRow: cell.row }"
                />
            </div>
            <p class="key">
                full: done on its day · pale: late · outlined: missed · dotted: skipped · line: paused
            </p>
            <template v-if="habit.course.length > 1">
                <h2>{{ habit.unit }} each time</h2>
                <TallyChart
                    :option="course"
                    :height="170"
                    :label="`${habit.unit} each time, ${habit.course.length} times`"
                />
            </template>
            <p><NButton class="press" @click="open">Open the routine</NButton></p>
        </div>
    </SidePanel>
</template>

<style scoped>
dl {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 26px;
    margin: 0 0 14px;
}
dt {
    color: var(--muted);
    font-size: 0.75rem;
}
dd {
    margin: 0;
    font-weight: 650;
}
h2 {
    margin: 14px 0 6px;
    font-size: 1rem;
}
.weekdays {
    margin: 0;
    padding: 0;
    list-style: none;
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
    gap: 2px 20px;
}
.weekdays li {
    display: grid;
    grid-template-columns: 32px 1fr max-content;
    gap: 8px;
    align-items: center;
}
.weekdays i {
    height: 8px;
    border-radius: 4px;
    background: var(--meter);
}
.weekdays b {
    display: block;
    height: 100%;
    border-radius: 4px;
    background: var(--c);
}
.year {
    display: grid;
    grid-template-columns: repeat(53, minmax(5px, 11px));
    grid-template-rows: repeat(7, 9px);
    gap: 2px;
    overflow-x: auto;
}
.year i {
    border-radius: 2px;
    background: var(--well);
}
.year i[data-state='k'] {
    background: var(--c);
}
.year i[data-state='l'] {
    background: color-mix(in srgb, var(--c) 35%, var(--sheet));
}
.year i[data-state='m'],
.year i[data-state='g'] {
    background: none;
    border: 1px solid var(--trouble);
}
.year i[data-state='o'] {
    background: none;
    border: 1px solid var(--c);
}
.year i[data-state='s'] {
    background: none;
    border: 1px dotted var(--muted);
}
.year i[data-state='p'] {
    background: linear-gradient(var(--line-strong), var(--line-strong)) center / 100% 2px no-repeat;
}
.key {
    color: var(--muted);
    font-size: 0.75rem;
}
</style>
