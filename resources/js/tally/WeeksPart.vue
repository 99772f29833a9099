<script setup lang="ts">
import SentenceWord from '@/shared/SentenceWord.vue'
import { length, namedDate, plusDays, shortDate, span, weekNumber } from '@/shared/time'
import { useMediaQuery } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { ink, pale, type Ink } from './inks'
import type { PartState } from './partState'
import type { Fact, Figure, Tally } from './useTally'

/** Week by week: what was counted of each group, stacked, against the hours there are. */
const props = defineProps<{
    tally: Tally | undefined
    state: PartState
    hueOf: (id: string, i: number) => Ink
    dates: string
    today: string
}>()
const emit = defineEmits<{ open: [figure: Figure] }>()
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
            data: all.map((week) => (many ? shortDate(week.from) : `wk ${weekNumber(week.from)}`)),
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
/** Of a week one group, or those together that are not told apart. */
function ofGroup(series: number, index: number): Figure | null {
    const [group, week, tally] = [groups.value[series], weeks.value[index], props.tally]
    if (!group || !week || !tally) return null
    const which =
        series < tally.apart
            ? { group: group.id }
            : { leftOut: tally.groups.slice(0, tally.apart).map((one) => one.id) }
    return { name: nameOf(week, group.name), of: tally.of, from: week.from, days: week.days, ...which }
}
const nameOf = (week: { from: string; days: number }, what: string): string =>
    `${what}, ${span(week.from, plusDays(week.from, week.days - 1))}`
function press(series: number, index: number): void {
    const figure = ofGroup(series, index)
    if (figure) emit('open', figure)
}
const FACTS: readonly (readonly [Fact, string])[] = [
    ['musts', 'Musts'],
    ['musts_done', 'Musts done'],
    ['put_off', 'Pushed on'],
    ['let_go', 'Let go'],
]
/** What of them stands below the picture. */
const SHOWN: readonly (readonly [string, readonly Fact[]])[] = [
    ['musts done', ['musts_done', 'musts']],
    ['pushed on', ['put_off']],
    ['let go', ['let_go']],
]
/** Of the whole stretch, how often something was. */
const ofFact = (fact: Fact): Figure => ({
    name: FACTS.find(([one]) => one === fact)![1],
    of: props.tally!.of,
    fact,
    from: props.tally!.from,
    days: props.tally!.days,
})
/** Columns of the table before those of the groups. */
const FIXED = 6
function opens(row: number, column: number): Figure | null {
    const [week, tally] = [weeks.value[row], props.tally]
    if (!week || !tally || column < FIXED - 1) return null
    if (column === FIXED - 1)
        return { name: nameOf(week, 'All together'), of: 'planned', from: week.from, days: week.days }
    if (column < FIXED + groups.value.length) return ofGroup(column - FIXED, row)
    const [fact, name] = FACTS[column - FIXED - groups.value.length]!
    return { ...ofFact(fact), name: nameOf(week, name), from: week.from, days: week.days }
}
const columns = computed(() => [
    'Week',
    'Of',
    'Hours there are (min)',
    'Load (min)',
    'Over-full days',
    'Planned (min)',
    ...groups.value.map((one) => `${one.name} (min)`),
    ...FACTS.map(([, name]) => name),
])
const rows = computed(() =>
    weeks.value.map((week) => [
        `${weekNumber(week.from)}`,
        week.from,
        week.capacity,
        week.load,
        week.over.length,
        week.planned,
        ...groups.value.map((_, i) => week.minutes[i] ?? 0),
        ...FACTS.map(([fact]) => week[fact]),
    ]),
)
const sumOf = (fact: Fact): number => weeks.value.reduce((sum, week) => sum + week[fact], 0)
const over = computed(() => weeks.value.flatMap((week) => week.over))
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
        :opens="opens"
        @open="emit('open', $event)"
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
                <dd>
                    <SentenceWord
                        v-if="over.length > 0"
                        :words="String(over.length)"
                        label="the over-full days"
                    >
                        <div class="over">
                            <RouterLink
                                v-for="date in over"
                                :key="date"
                                :to="`/day/${date}`"
                                data-test="over-day"
                                >{{ namedDate(date) }}</RouterLink
                            >
                        </div>
                    </SentenceWord>
                    <template v-else>none</template>
                </dd>
            </div>
            <div v-for="[name, facts] in SHOWN" :key="name">
                <dt>{{ name }}</dt>
                <dd>
                    <template v-for="(fact, i) in facts" :key="fact"
                        ><template v-if="i > 0"> of </template
                        ><NButton
                            v-if="sumOf(fact) > 0"
                            text
                            class="plain opens"
                            :data-test="`fact-${fact}`"
                            :aria-label="`${ofFact(fact).name}: ${sumOf(fact)}, what it is made of`"
                            @click="emit('open', ofFact(fact))"
                            ><b>{{ sumOf(fact) }}</b></NButton
                        ><template v-else>none</template></template
                    >
                </dd>
            </div>
            <div class="line"><dt>dashed: the hours you have · pale: still going on</dt></div>
        </dl>
    </TallyPart>
</template>

<style scoped>
.facts {
    --c: var(--plum-line);
    --c-text: var(--ink);
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
/* A list of days as long as it is high. */
.over {
    display: flex;
    flex-direction: column;
    gap: 6px;
    max-height: 260px;
    font-weight: 400;
    overflow-y: auto;
}
dt {
    color: var(--muted);
}
dd {
    margin: 0;
    font-weight: 650;
}
</style>
