<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { FixedPoint, Round } from '@/api/types'
import { dayNumber, namedDate, plusDays, startOfWeek, timeOf, weekNumber } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { computed } from 'vue'

/** What does not move, of the week and the two after it. Double bookings are resolved on the board beside, by drag. */
const props = defineProps<{ round: Round; boardWeek: string }>()
const emit = defineEmits<{ week: [from: string] }>()

const view = useView()
const account = useAccount()
const { colour } = useAreas()
const { change } = useChanges()
const weeks = computed(() => {
    const first = dayNumber(props.round.start)
    const number = Math.ceil(
        Math.max(props.round.days, ...props.round.fixed.map((one) => dayNumber(one.date) - first + 1)) / 7,
    )
    return Array.from({ length: number }, (_, i) => {
        const from = plusDays(props.round.start, 7 * i)
        return {
            from,
            words: i === 0 && props.round.kind === 'week' ? 'This week' : `Week ${weekNumber(from)}`,
            points: props.round.fixed.filter((one) => one.date >= from && one.date < plusDays(from, 7)),
        }
    }).filter((week) => week.points.length > 0)
})
const clashes = computed(() => props.round.fixed.filter((one) => one.meets.length > 0).length)
function when(one: FixedPoint): string {
    if (one.kind === 'due') return one.start ? `due ${timeOf(one.start, account.value.clock)}` : 'due'
    if (one.kind === 'appointment' && one.start && one.end)
        return `${timeOf(one.start, account.value.clock)}–${timeOf(one.end, account.value.clock)}`
    return one.kind === 'holiday'
        ? 'public holiday'
        : one.kind === 'clocks' || one.kind === 'weather'
          ? ''
          : 'all day'
}
function watchFrost(date: string): void {
    void change(`A frost watch on ${namedDate(date)}.`, () =>
        answerOf(api.POST('/capture', { body: { line: `Frost watch on ${date}` } })),
    )
}
function open(one: FixedPoint): void {
    if (!one.entry_id) return
    view.sheet = {
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id,
        date: one.date,
    }
}
</script>

<template>
    <div class="step" data-test="fixed">
        <p v-if="clashes" class="clash" role="status">
            {{ clashes }} of these lie on something else. Drag one of them on the board to where it is free.
        </p>
        <section v-for="week in weeks" :key="week.from">
            <h3>
                {{ week.words }}
                <NButton
                    v-if="startOfWeek(week.from, account.first_weekday) !== boardWeek"
                    text
                    class="plain show"
                    data-test="show-week"
                    @click="emit('week', startOfWeek(week.from, account.first_weekday))"
                    >on the board</NButton
                >
            </h3>
            <p
                v-for="one in week.points"
                :key="`${one.kind}${one.entry_id}${one.recurrence_id}${one.date}${one.title}`"
                class="point"
                :data-hue="one.calendar_id ? colour(one.calendar_id) : 'slate'"
                :data-kind="one.kind"
                data-test="fixed-point"
            >
                <b>{{ namedDate(one.date) }}</b>
                <button class="plain name" :disabled="!one.entry_id" @click="open(one)">
                    {{ one.title }}
                </button>
                <small
                    ><NButton
                        v-if="one.offers === 'frost_watch'"
                        text
                        class="plain"
                        data-test="frost-watch"
                        @click="watchFrost(one.date)"
                        >Add a frost watch</NButton
                    >{{ when(one)
                    }}<em v-if="one.meets.length" class="meets">
                        double-booked with {{ one.meets.join(' and ') }}</em
                    ></small
                >
            </p>
        </section>
        <p v-if="weeks.length === 0" class="muted">Nothing here is fixed: these days are all yours.</p>
    </div>
</template>

<style scoped>
.point {
    display: grid;
    grid-template-columns: 84px 1fr;
    gap: 0 8px;
    margin: 2px 0;
}
.point b {
    color: var(--plum);
    font-weight: 650;
}
.name {
    text-align: left;
    color: var(--ink);
}
.point small {
    grid-column: 2;
    color: var(--muted);
}
.point[data-kind='due'] .name {
    color: var(--trouble);
}
.meets,
.clash {
    color: var(--trouble);
    font-style: normal;
}
.show {
    margin-left: 8px;
    color: var(--muted);
    font: 400 0.7812rem/1 var(--sans);
}
.muted {
    color: var(--muted);
}
@media (prefers-color-scheme: dark) {
    .point b {
        color: var(--load);
    }
}
</style>
