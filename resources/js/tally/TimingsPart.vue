<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Schemas } from '@/api/types'
import DateField from '@/shared/DateField.vue'
import LayingOut from '@/shared/LayingOut.vue'
import NothingHere from '@/shared/NothingHere.vue'
import SelectField from '@/shared/SelectField.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import TimeField from '@/shared/TimeField.vue'
import { fullDate, length, minuteOf, moment, plusDays, time } from '@/shared/time'
import { usePeriod } from '@/period/usePeriod'
import { useAccount, useAreas } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { askedOverMidnight, dragged, shownHours, SNAP, type Ends } from './dayBar'
import OverMidnight from './OverMidnight.vue'
import { useTally } from './useTally'

/** The timings of a day, made right: their ends typed or dragged, added afterwards, split, moved to another entry, taken out. */
const { stretch, today } = useTally()
const account = useAccount()
const { colour } = useAreas()
const { change } = useChanges()
type Timing = Schemas['TimingOfDay']

const day = ref('')
watch(stretch, (one) => (day.value = one.last < today.value ? one.last : today.value), { immediate: true })
const query = useQuery({
    queryKey: computed(() => ['tally', 'timings', day.value] as const),
    queryFn: ({ queryKey: [, , date] }) =>
        answerOf(api.GET('/days/{date}/timings', { params: { path: { date } } })),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    enabled: computed(() => day.value !== ''),
})
const timings = computed(() => (query.data.value?.date === day.value ? query.data.value.timings : []))
const choices = computed(() =>
    (query.data.value?.occurrences ?? []).map(
        (one) => [`${one.entry_id}|${one.recurrence_id}`, one.title] as const,
    ),
)
const sum = computed(() => timings.value.reduce((minutes, one) => minutes + one.minutes, 0))

/** The latest minute of the day in which anything can have ended. */
const { now } = usePeriod()
const latest = computed(() => (day.value === today.value ? minuteOf(now.value) : 1440))
/** Minutes of this day; what began before it or ended after it is cut at its ends. */
function endsOf(one: Timing): Ends {
    const next = plusDays(day.value, 1)
    return {
        from: one.started.slice(0, 10) < day.value ? 0 : minuteOf(one.started),
        to: one.ended === null ? latest.value : one.ended.slice(0, 10) >= next ? 1440 : minuteOf(one.ended),
    }
}
/** What lies wholly in the day can be dragged. */
const isOfDay = (one: Timing): boolean =>
    one.ended !== null &&
    one.started.slice(0, 10) === day.value &&
    (one.ended.slice(0, 10) === day.value || one.ended.slice(11) === '00:00:00')

const hours = computed(() => shownHours(timings.value.map(endsOf)))
const share = (minute: number): number =>
    ((minute - hours.value.from * 60) / ((hours.value.to - hours.value.from) * 60)) * 100

const bar = ref<HTMLElement>()
/** What is being dragged, and where its ends would be. */
const held = ref<{ id: string; end: 'from' | 'to'; ends: Ends } | null>(null)
const shown = (one: Timing): Ends => (held.value?.id === one.id ? held.value.ends : endsOf(one))
const others = (one: Timing): Ends[] => timings.value.filter((other) => other.id !== one.id).map(endsOf)

function take(event: PointerEvent, one: Timing, end: 'from' | 'to'): void {
    if (event.button !== 0) return
    event.preventDefault()
    ;(event.currentTarget as HTMLElement).focus()
    held.value = { id: one.id, end, ends: endsOf(one) }
}
const heldTiming = computed(() => timings.value.find((other) => other.id === held.value?.id))
useEventListener(window, 'pointermove', (event) => {
    const box = bar.value?.getBoundingClientRect()
    if (!held.value || !heldTiming.value || !box) return
    const { from, to } = hours.value
    const minute = from * 60 + ((event.clientX - box.left) / box.width) * (to - from) * 60
    held.value.ends = dragged(
        endsOf(heldTiming.value),
        held.value.end,
        minute,
        others(heldTiming.value),
        latest.value,
    )
})
useEventListener(window, 'pointerup', () => {
    const [timing, ends] = [heldTiming.value, held.value?.ends]
    held.value = null
    if (timing && ends) keep(timing, ends)
})
useEventListener(window, 'pointercancel', () => (held.value = null))
function nudge(one: Timing, end: 'from' | 'to', by: number): void {
    const ends = endsOf(one)
    keep(one, dragged(ends, end, ends[end] + by * SNAP, others(one), latest.value))
}
function keep(one: Timing, ends: Ends): void {
    const before = endsOf(one)
    if (ends.from !== before.from || ends.to !== before.to) correct(one, at(ends.from), at(ends.to))
}
/** The moment of a minute of the day; the last is the midnight after it. */
const at = (minute: number): string =>
    minute >= 1440 ? moment(plusDays(day.value, 1), minute - 1440) : moment(day.value, minute)

function correct(one: Timing, started: string, ended: string): void {
    void change(`Set the timing of “${one.title}” right.`, () =>
        answerOf(
            api.PATCH('/timings/{timing}', {
                params: { path: { timing: one.id } },
                body: { started, ended },
            }),
        ).then(() => true),
    )
}
function typed(one: Timing, end: 'from' | 'to', minute: number): void {
    const started = end === 'from' ? moment(one.started.slice(0, 10), minute) : one.started
    const last = one.ended ?? at(latest.value)
    let ended = end === 'to' ? moment(last.slice(0, 10), minute) : last
    // What ends earlier than it starts went on over midnight; where that takes long, it is asked.
    if (end === 'to' && ended <= started) {
        ended = moment(plusDays(started.slice(0, 10), 1), minute)
        const minutes = askedOverMidnight(minuteOf(started), minute)
        if (minutes !== null) {
            asked.value = { id: one.id, minutes, go: () => correct(one, started, ended) }
            return
        }
    }
    asked.value = null
    correct(one, started, ended)
}

/** What would have gone on long over midnight, until it is said whether it did; no id for what is being added. */
const asked = ref<{ id: string | null; minutes: number; go: () => void } | null>(null)
watch(day, () => (asked.value = null))
/** Counts what was not meant, so that the field shows again what stands. */
const unmeant = ref(0)
function answer(isMeant: boolean): void {
    const go = asked.value?.go
    asked.value = null
    if (isMeant) go?.()
    else unmeant.value++
}
function split(one: Timing, minute: number, close: () => void): void {
    close()
    void change(`Split the timing of “${one.title}”.`, () =>
        answerOf(
            api.POST('/timings/{timing}/split', {
                params: { path: { timing: one.id } },
                body: { at: moment(one.started.slice(0, 10), minute) },
            }),
        ),
    )
}
function handOver(one: Timing, key: string): void {
    const [entry, recurrence] = key.split('|')
    const title = choices.value.find(([value]) => value === key)?.[1] ?? ''
    void change(`The timing counts for “${title}”.`, () =>
        answerOf(
            api.PUT('/timings/{timing}/entry', {
                params: { path: { timing: one.id } },
                body: { entry_id: entry!, recurrence_id: recurrence },
            }),
        ).then(() => true),
    )
}
function takeOut(one: Timing): void {
    void change(`Took a timing of “${one.title}” out.`, () =>
        answerOf(api.DELETE('/timings/{timing}', { params: { path: { timing: one.id } } })).then(() => true),
    )
}

const fresh = ref<{ key: string | null; from: number | null; to: number | null }>({
    key: null,
    from: null,
    to: null,
})
const isWhole = computed(
    () => fresh.value.key !== null && fresh.value.from !== null && fresh.value.to !== null,
)
watch(fresh, () => (asked.value = null), { deep: true })
function add(): void {
    const { from, to } = fresh.value
    if (from === null || to === null) return
    const minutes = askedOverMidnight(from, to)
    if (minutes === null) void addNow()
    else asked.value = { id: null, minutes, go: () => void addNow() }
}
async function addNow(): Promise<void> {
    const { key, from, to } = fresh.value
    if (key === null || from === null || to === null) return
    const [entry, recurrence] = key.split('|')
    const done = await change('Added a timing.', () =>
        answerOf(
            api.POST('/timings/past', {
                body: {
                    entry_id: entry!,
                    recurrence_id: recurrence,
                    started: at(from),
                    ended: at(to > from ? to : to + 1440),
                },
            }),
        ),
    )
    if (done) fresh.value = { key: null, from: null, to: null }
}
const marks = computed(() => {
    const { from, to } = hours.value
    return Array.from({ length: to - from + 1 }, (_, i) => from + i).filter(
        (hour) => hour % 2 === 0 && hour < to,
    )
})
const said = (ends: Ends): string =>
    `${time(ends.from, account.value.clock)} to ${time(ends.to % 1440, account.value.clock)}`
</script>

<template>
    <section class="timings" aria-labelledby="timings-title" data-test="part-timings">
        <header>
            <NButton
                class="turn"
                aria-label="The day before"
                data-test="day-before"
                @click="day = plusDays(day, -1)"
                >‹</NButton
            >
            <h2 id="timings-title">{{ fullDate(day) }}</h2>
            <NButton
                class="turn"
                aria-label="The day after"
                :disabled="day >= today"
                @click="day = plusDays(day, 1)"
                >›</NButton
            >
            <DateField v-model="day" label="Another day" :first-weekday="account.first_weekday" />
            <p data-test="timings-sum">{{ sum > 0 ? `${length(sum)} timed` : '' }}</p>
        </header>
        <p v-if="query.isError.value" role="alert">
            The timings could not be fetched.
            <NButton class="press" @click="() => query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else-if="!query.data.value" words="Fetching the timings…" />
        <template v-else>
            <div v-if="timings.length > 0" ref="bar" class="bar">
                <span
                    v-for="hour in marks"
                    :key="hour"
                    class="hour"
                    :style="{ left: `${share(hour * 60)}%` }"
                    >{{ hour }}</span
                >
                <div
                    v-for="one in timings"
                    :key="one.id"
                    class="block"
                    :data-hue="one.calendar_id ? colour(one.calendar_id) : 'slate'"
                    :title="`${one.title}, ${said(shown(one))}`"
                    data-test="timing-block"
                    :style="{
                        left: `${share(shown(one).from)}%`,
                        width: `${share(shown(one).to) - share(shown(one).from)}%`,
                    }"
                >
                    <span>{{ one.title }}</span>
                    <template v-if="isOfDay(one)">
                        <i
                            v-for="end in ['from', 'to'] as const"
                            :key="end"
                            class="end"
                            :class="end"
                            role="slider"
                            tabindex="0"
                            :aria-label="`${end === 'from' ? 'Start' : 'End'} of ${one.title}`"
                            aria-valuemin="0"
                            aria-valuemax="1440"
                            :aria-valuenow="shown(one)[end]"
                            :aria-valuetext="time(shown(one)[end] % 1440, account.clock)"
                            :data-test="`drag-${end}`"
                            @pointerdown="take($event, one, end)"
                            @keydown.left.prevent.stop="nudge(one, end, -1)"
                            @keydown.right.prevent.stop="nudge(one, end, 1)"
                        />
                    </template>
                </div>
            </div>
            <NothingHere v-else
                >Nothing was timed on this day. Add below what was not timed while it was done.</NothingHere
            >
            <ul>
                <li
                    v-for="one in timings"
                    :key="one.id"
                    :data-hue="one.calendar_id ? colour(one.calendar_id) : 'slate'"
                    data-test="timing-line"
                >
                    <span class="ends">
                        <TimeField
                            :minute="minuteOf(one.started)"
                            :clock="account.clock"
                            :label="`${one.title} started at`"
                            @choose="(minute) => typed(one, 'from', minute)"
                        />
                        to
                        <TimeField
                            :key="unmeant"
                            :minute="one.ended === null ? null : minuteOf(one.ended)"
                            :clock="account.clock"
                            :label="`${one.title} ended at`"
                            @choose="(minute) => typed(one, 'to', minute)"
                        />
                    </span>
                    <SelectField
                        class="what"
                        :model-value="`${one.entry_id}|${one.recurrence_id}`"
                        :options="choices"
                        :label="`What ${one.title} was spent on`"
                        data-test="timing-what"
                        @update:model-value="(key) => handOver(one, key)"
                    />
                    <span class="long"
                        >{{ length(one.minutes) }}{{ one.ended === null ? ' so far' : '' }}</span
                    >
                    <em v-if="one.forgotten" class="forgotten">Still running: when did it end?</em>
                    <span class="presses">
                        <SentenceWord
                            v-if="one.ended !== null && one.minutes > 1"
                            v-slot="{ close }"
                            words="split"
                            :label="`split ${one.title}`"
                        >
                            <label
                                >at
                                <TimeField
                                    :minute="
                                        minuteOf(one.started) + Math.round(one.minutes / 2 / SNAP) * SNAP
                                    "
                                    :clock="account.clock"
                                    label="Split at"
                                    @choose="(minute) => split(one, minute, close)"
                            /></label>
                            <small>Then choose what the later half was spent on.</small>
                        </SentenceWord>
                        <NButton
                            text
                            class="plain"
                            :aria-label="`take out the timing of ${one.title}`"
                            @click="takeOut(one)"
                            >take out</NButton
                        >
                    </span>
                    <OverMidnight v-if="asked?.id === one.id" :minutes="asked.minutes" @answer="answer" />
                </li>
            </ul>
            <form class="fresh" data-test="timing-add" @submit.prevent="add">
                <span>Add</span>
                <SelectField
                    v-model="fresh.key"
                    class="what"
                    :options="choices"
                    label="What was worked on"
                    data-test="add-what"
                />
                <span class="ends">
                    <TimeField
                        :minute="fresh.from"
                        :clock="account.clock"
                        label="It started at"
                        @choose="(minute) => (fresh.from = minute)"
                    />
                    to
                    <TimeField
                        :minute="fresh.to"
                        :clock="account.clock"
                        label="It ended at"
                        @choose="(minute) => (fresh.to = minute)"
                    />
                </span>
                <NButton class="press" attr-type="submit" :disabled="!isWhole" data-test="add-timing"
                    >Add</NButton
                >
                <OverMidnight v-if="asked && asked.id === null" :minutes="asked.minutes" @answer="answer" />
            </form>
        </template>
    </section>
</template>

<style scoped>
.timings {
    max-width: 900px;
    padding: 14px 20px 40px;
}
header {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 8px 12px;
    margin-bottom: 12px;
}
header p {
    margin: 0 0 0 auto;
    color: var(--muted);
}
h2 {
    font-size: 1.125rem;
}
.bar {
    position: relative;
    height: 64px;
    margin: 0 10px 14px;
    border-bottom: 1px solid var(--line-strong);
}
.hour {
    position: absolute;
    bottom: 0;
    padding-left: 3px;
    border-left: 1px solid var(--line);
    height: 100%;
    color: var(--muted);
    font-size: 0.6875rem;
}
.block {
    position: absolute;
    top: 20px;
    bottom: 4px;
    min-width: 4px;
    border-left: 3px solid var(--c);
    border-radius: 4px;
    background: color-mix(in srgb, var(--c) var(--tint), var(--sheet));
    color: var(--c-text);
    font-size: 0.75rem;
}
.block > span {
    display: block;
    padding: 4px 8px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.end {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 10px;
    cursor: ew-resize;
    touch-action: none;
}
.end.from {
    left: -6px;
}
.end.to {
    right: -5px;
}
.end::after {
    content: '';
    position: absolute;
    inset: 8px 4px;
    border-radius: 2px;
    background: var(--c);
}
ul {
    margin: 0;
    padding: 0;
    list-style: none;
}
li,
.fresh {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 12px;
    padding: 7px 0 7px 10px;
    border-left: 4px solid var(--c);
    border-bottom: 1px solid var(--line);
}
.fresh {
    margin-top: 14px;
    border-left-color: transparent;
    border-bottom: 0;
}
.ends {
    display: flex;
    align-items: center;
    gap: 6px;
}
.what {
    width: 240px;
}
.long {
    min-width: 70px;
    text-align: right;
}
.forgotten {
    color: var(--trouble);
    font-style: normal;
}
.presses {
    display: flex;
    gap: 14px;
    margin-left: auto;
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.presses :deep(.word) {
    min-height: 24px;
    font-weight: 400;
    border-bottom-width: 1px;
}
</style>
