<script setup lang="ts">
import { length, plusDays } from '@/shared/time'
import { useMediaQuery } from '@vueuse/core'
import { computed, ref } from 'vue'
import FigurePress from './FigurePress.vue'
import FigureRows from './FigureRows.vue'
import TallyChart from './TallyChart.vue'
import TallyPart from './TallyPart.vue'
import { ink, pale, type Ink } from './inks'
import type { PartState } from './partState'
import { MEASURES, type Figure, type Measure, type Tally } from './useTally'

/** Where the hours went, by group: planned, counted and meant; every figure opens what it is made of. */
const props = defineProps<{
    tally: Tally | undefined
    state: PartState
    hueOf: (id: string, i: number) => Ink
    dates: string
}>()
const emit = defineEmits<{ open: [figure: Figure] }>()

/** Groups drawn at first; the others wait behind a press. */
const FEW = 8
const isWhole = ref(false)
const all = computed(() =>
    (props.tally?.groups ?? [])
        .map((one, i) => ({ ...one, hue: props.hueOf(one.id, i) }))
        .filter((one) => one.planned > 0 || one.worked > 0 || one.before > 0 || one.intended),
)
const rows = computed(() => (isWhole.value ? all.value : all.value.slice(0, FEW)))
const of = computed<Measure>(() => props.tally?.of ?? 'worked')
const isNarrow = useMediaQuery('(max-width: 760px)')
/** A row holds what is pressed with a finger where the screen is narrow. */
const rowHeight = computed(() => (isNarrow.value ? 50 : 36))

const option = computed(() => {
    const [list, measure] = [rows.value, of.value]
    const hours = (minutes: number): number => minutes / 60
    return () => ({
        grid: { left: 2, right: 8, top: 0, bottom: 0 },
        xAxis: { type: 'value', min: 0, show: false },
        yAxis: { type: 'category', inverse: true, show: false, data: list.map((one) => one.name) },
        tooltip: { show: false },
        series: [
            {
                type: 'bar',
                barWidth: 10,
                barGap: '20%',
                data: list.map((one) => ({
                    value: hours(one.planned),
                    itemStyle: { color: pale(one.hue, 32), borderRadius: 3 },
                })),
            },
            ...(measure === 'planned'
                ? []
                : [
                      {
                          type: 'bar',
                          barWidth: 10,
                          data: list.map((one) => ({
                              value: hours(one[measure]),
                              itemStyle: { color: ink(one.hue), borderRadius: 3 },
                          })),
                      },
                  ]),
            {
                type: 'scatter',
                symbol: 'rect',
                symbolSize: [2, 30],
                itemStyle: { color: ink('ink') },
                data: list.flatMap((one, i) => (one.intended ? [[hours(one.intended), i]] : [])),
            },
        ],
    })
})
const columns = computed(() => [
    'What',
    'Planned (min)',
    'Done as placed (min)',
    'Done as timed (min)',
    'Meant (min)',
    'Before (min)',
])
const table = computed(() =>
    all.value.map((one) => [one.name, one.planned, one.done, one.worked, one.intended, one.before]),
)
/** The figure of a group, or of all together; in the stretch or in the one before. */
function figure(measure: Measure, group?: { id: string; name: string }, isBefore = false): Figure {
    const { from, days } = props.tally!
    const name = group?.name ?? 'All together'
    return {
        name: isBefore ? `${name}, before` : name,
        of: measure,
        ...(group ? { group: group.id } : {}),
        from: isBefore ? plusDays(from, -days) : from,
        days,
    }
}
const MEASURED: readonly Measure[] = ['planned', 'done', 'worked']
function opens(row: number, column: number): Figure | null {
    const group = all.value[row]
    if (!group) return null
    const measure = MEASURED[column - 1]
    if (measure) return figure(measure, group)
    return column === columns.value.length - 1 ? figure(of.value, group, true) : null
}
const counted = computed(() => MEASURES.find(([one]) => one === of.value)![1])
</script>

<template>
    <TallyPart
        title="Where the hours went"
        :says="tally?.says.groups ?? ''"
        :of="dates"
        :state="state"
        waiting="Adding up the hours…"
        :columns="columns"
        :rows="table"
        :figures="[1, 2, 3, 4, 5]"
        test="hours"
        :opens="opens"
        @open="emit('open', $event)"
    >
        <FigureRows
            v-model="isWhole"
            :rows="rows"
            :name-of="(one) => one.name"
            :total="all.length"
            :few="FEW"
            :height="rowHeight"
            test="tally-row"
        >
            <TallyChart
                :option="option"
                :height="rows.length * rowHeight"
                :label="tally?.says.groups ?? ''"
            />
            <template #name="{ one }"
                ><b :style="{ color: `var(--${one.hue}-text, var(--ink))` }">{{ one.name }}</b></template
            >
            <template #sum="{ one }">
                <span class="line"
                    ><template v-if="of !== 'planned'"
                        ><FigurePress
                            :minutes="one[of]"
                            :of="`${one.name}, ${counted}`"
                            strong
                            test="sum-counted"
                            @click="emit('open', figure(of, one))"
                        /><span class="of">of</span></template
                    ><FigurePress
                        :minutes="one.planned"
                        :of="`${one.name}, planned`"
                        test="sum-planned"
                        @click="emit('open', figure('planned', one))"
                    /><template v-if="one.intended && !isNarrow"
                        >, meant {{ length(one.intended) }}</template
                    ></span
                >
                <small
                    >before
                    <FigurePress
                        :minutes="one.before"
                        :of="`${one.name} in the stretch before`"
                        test="sum-before"
                        @click="emit('open', figure(of, one, true))"
                /></small>
            </template>
            <template #key>
                <p v-if="tally && all.length === 0" class="key">Nothing stands in this time yet.</p>
                <p v-else-if="tally" class="key">
                    together
                    <FigurePress
                        :minutes="tally.all[of]"
                        of="all together"
                        strong
                        test="tally-all"
                        @click="emit('open', figure(of))"
                    /><template v-if="of !== 'planned'">
                        of
                        <FigurePress
                            :minutes="tally.all.planned"
                            of="all that was planned"
                            test="planned-all"
                            @click="emit('open', figure('planned'))" /></template
                    >, before
                    <FigurePress
                        :minutes="tally.all.before"
                        of="all of the stretch before"
                        test="before-all"
                        @click="emit('open', figure(of, undefined, true))"
                    />
                    · pale: planned · full: {{ counted }} · line: what you mean
                    <template v-if="!tally.adds_up">
                        · what has several labels counts under each, so these do not add up</template
                    >
                </p>
            </template>
        </FigureRows>
    </TallyPart>
</template>

<style scoped>
.line {
    white-space: nowrap;
}
.of {
    margin: 0 0.3em;
}
small {
    color: var(--muted);
    font-size: 0.6875rem;
}
.key {
    margin: 8px 0 4px;
    color: var(--muted);
    font-size: 0.75rem;
}
@media (max-width: 760px) {
    .line {
        white-space: normal;
    }
}
</style>
