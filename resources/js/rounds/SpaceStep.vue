<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Round } from '@/api/types'
import { length, minuteOf, moment, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { once } from '@/undo/gestures'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { computed } from 'vue'

/** What stays free: the breathing space of each day, and the stretch of the week that is kept whole. */
const props = defineProps<{ round: Round; today: string }>()

const account = useAccount()
const view = useView()
const { open } = useAreas()
const { change } = useChanges()
const days = computed(() => props.round.space.days.filter((day) => day.date >= props.today))

/** A block that is kept free: protected, so that nothing is laid over it unasked, and no work. */
function keep(title: string, start: string, minutes: number, isWork = false): void {
    const end = moment(start.slice(0, 10), minuteOf(start) + minutes)
    void once(`keep ${start}`, () =>
        change(
            `Kept ${namedDate(start)}, ${timeOf(start, account.value.clock)}–${timeOf(end, account.value.clock)} free.`,
            () =>
                answerOf(
                    api.POST('/entries', {
                        body: {
                            title,
                            calendar_id: account.value.default_calendar_id ?? open.value[0]?.id ?? '',
                            kind: 'event',
                            all_day: false,
                            start,
                            end,
                            busy: isWork,
                            effort: isWork ? 'demanding' : null,
                            protected: true,
                            reminders: [],
                        },
                    }),
                ),
        ),
    )
}
/** The hour in the middle of the longest free stretch. */
function hourOf(stretch: { start: string; minutes: number }): { start: string; minutes: number } {
    const minutes = Math.min(60, stretch.minutes)
    const from = minuteOf(stretch.start) + Math.floor((stretch.minutes - minutes) / 2 / 15) * 15
    return { start: moment(stretch.start.slice(0, 10), from), minutes }
}
</script>

<template>
    <div class="step" data-test="space">
        <p class="muted">
            {{
                account.breathing > 0
                    ? `${account.breathing} % of what a day has to give are to stay free.`
                    : 'No share of a day is set to stay free yet.'
            }}
            <NButton text class="plain" @click="view.panel = 'settings'">Settings</NButton>
        </p>
        <p v-if="round.space.kept" class="kept" data-test="kept-whole">
            Kept whole for demanding work:
            <b
                >{{ namedDate(round.space.kept.start) }}, {{ timeOf(round.space.kept.start, account.clock) }},
                {{ length(round.space.kept.minutes) }}</b
            >
            <NButton
                class="press"
                data-test="keep-deep"
                @click="keep('Deep work', round.space.kept.start, round.space.kept.minutes, true)"
                >Put it on the board</NButton
            >
        </p>
        <p v-else-if="account.deep_minutes > 0" class="kept">
            This week has no stretch of {{ length(account.deep_minutes) }} that could be kept whole, or work
            stands in it already.
        </p>
        <table>
            <tbody>
                <tr
                    v-for="day in days"
                    :key="day.date"
                    :class="{ none: day.free <= 0 }"
                    data-test="space-day"
                >
                    <th>{{ namedDate(day.date) }}</th>
                    <td>
                        {{
                            day.free < 0
                                ? `${length(-day.free)} too much`
                                : day.wanted > 0 && day.left === 0
                                  ? 'no breathing space left'
                                  : day.wanted > 0 && day.left < day.wanted
                                    ? `${length(day.left)} of ${length(day.wanted)} breathing space left`
                                    : `${length(day.free)} free`
                        }}
                    </td>
                    <td>
                        <template v-if="day.longest"
                            >longest {{ length(day.longest.minutes) }} from
                            {{ timeOf(day.longest.start, account.clock) }}</template
                        ><template v-else>nothing free in a row</template>
                    </td>
                    <td>
                        <NButton
                            v-if="day.longest && day.longest.minutes >= 30"
                            class="press"
                            :aria-label="`Keep ${timeOf(hourOf(day.longest).start, account.clock)} free on ${namedDate(day.date)}`"
                            data-test="keep-free"
                            @click="keep('Keep free', hourOf(day.longest).start, hourOf(day.longest).minutes)"
                            >Keep {{ timeOf(hourOf(day.longest).start, account.clock) }} free</NButton
                        >
                    </td>
                </tr>
            </tbody>
        </table>
    </div>
</template>

<style scoped>
table {
    font-size: 0.8125rem;
    width: 100%;
    border-collapse: collapse;
}
th,
td {
    padding: 4px 8px 4px 0;
    border-top: 1px solid var(--line);
    text-align: left;
    vertical-align: middle;
}
td:nth-child(3),
.muted {
    color: var(--muted);
}
th,
td:last-child {
    white-space: nowrap;
}
td:last-child {
    text-align: right;
    padding-right: 0;
}
.none td:nth-child(2) {
    color: var(--trouble);
}
.kept .press {
    margin-left: 8px;
}
@media (max-width: 760px) {
    tr {
        display: grid;
        grid-template-columns: 90px 1fr;
    }
    td:nth-child(n + 3) {
        border: 0;
        grid-column: 2;
        text-align: left;
    }
}
</style>
