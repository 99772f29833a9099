<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { BoardDay, Occurrence } from '@/api/types'
import { drag } from '@/board/drag'
import { inListOrder } from '@/board/listOrder'
import { offerDay } from '@/board/offerDay'
import DateChapter from '@/shared/DateChapter.vue'
import { length, minuteOf, time } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import AheadLine from './AheadLine.vue'

const props = defineProps<{
    day: BoardDay
    starting: Occurrence[]
    going: Occurrence[]
    today: string
    now: string
}>()

const account = useAccount()
const view = useView()
const isTarget = computed(
    () => drag.target !== null && 'date' in drag.target && drag.target.date === props.day.date,
)
const minutes = computed(() => props.day.placed + props.day.listed)
const words = computed(() => {
    const { capacity } = props.day
    if (minutes.value === 0) return 'nothing that takes time'
    return props.day.over
        ? `${length(minutes.value - capacity)} over full`
        : `${length(minutes.value)} of ${length(capacity)}`
})
const listed = computed(() =>
    props.starting
        .filter((one) => one.all_day)
        .sort((a, b) => Number(a.kind === 'task') - Number(b.kind === 'task') || inListOrder(a, b)),
)

type Row = { key: string; minute: number; one: Occurrence | null; words: string }
/** What has hours, and between it the free time said in words. */
const rows = computed<Row[]>(() => {
    const timed: Row[] = props.starting
        .filter((one) => !one.all_day)
        .map((one) => ({
            key: one.key,
            minute: one.start.slice(0, 10) === props.day.date ? minuteOf(one.start) : 0,
            one,
            words: '',
        }))
    const isToday = props.day.date === props.today
    const gaps: Row[] = (timed.length === 0 ? [] : (props.day.free ?? []))
        .map((gap) => ({
            ...gap,
            from: isToday ? Math.max(gap.from, Math.ceil(minuteOf(props.now) / 5) * 5) : gap.from,
        }))
        .filter((gap) => gap.to - gap.from >= 30)
        .map((gap) => ({
            key: `free ${gap.from}`,
            minute: gap.from,
            one: null,
            words: `${length(gap.to - gap.from)} free, ${time(gap.from, account.value.clock)} to ${time(gap.to % 1440, account.value.clock)}`,
        }))
    return [...timed, ...gaps].sort(
        (a, b) => a.minute - b.minute || Number(a.one === null) - Number(b.one === null),
    )
})
</script>

<template>
    <DateChapter
        :date="day.date"
        :today="today"
        :quiet="starting.length === 0"
        :class="{ target: isTarget }"
        data-drop="date"
        data-test="chapter"
    >
        <template #facts>
            <span v-if="day.holiday" class="holiday">{{ day.holiday }}</span>
            <span v-if="day.theme">{{ day.theme }}</span>
            <span v-if="starting.length > 0" :class="{ over: day.over }"
                >{{ words
                }}<template v-if="day.conflicts > 0">
                    ·
                    {{
                        day.conflicts === 1 ? '1 double booking' : `${day.conflicts} double bookings`
                    }}</template
                ></span
            >
        </template>
        <p v-if="going.length > 0" class="going">
            {{ going.map((one) => one.title).join(', ') }} {{ going.length === 1 ? 'goes' : 'go' }} on.
        </p>
        <AheadLine v-for="one in listed" :key="one.key" :one="one" />
        <template v-for="row in rows" :key="row.key">
            <AheadLine v-if="row.one" :one="row.one" />
            <p
                v-else
                class="free"
                data-drop="gap"
                data-test="free"
                :data-date="day.date"
                :data-minute="row.minute"
            >
                {{ row.words }}
            </p>
        </template>
        <NButton text class="plain add" data-test="add-here" @click="offerDay(view, day.date, $event)">
            add to this day
        </NButton>
    </DateChapter>
</template>

<style scoped>
.target {
    outline: 2px dashed var(--plum);
    outline-offset: -3px;
    background: var(--plum-soft);
}
.add {
    justify-self: start;
    margin-left: 86px;
    padding: 4px 0;
    color: var(--muted);
    font-size: 0.75rem;
    text-decoration: underline;
    text-underline-offset: 2px;
}
.add:hover {
    color: var(--ink);
}
span.holiday {
    font-style: italic;
    color: var(--ink);
}
span.over {
    color: var(--trouble);
    font-weight: 650;
}
.going {
    margin: 0 0 3px;
    font-size: 0.75rem;
    color: var(--muted);
}
.free {
    margin: 1px 0;
    padding-left: 94px;
    font-size: 0.75rem;
    line-height: 20px;
    color: var(--good);
}
@media (max-width: 760px) {
    .free {
        padding-left: 8px;
    }
}
</style>
