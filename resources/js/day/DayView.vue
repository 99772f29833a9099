<script setup lang="ts">
import { NButton } from 'naive-ui'
import LayingOut from '@/shared/LayingOut.vue'
import { answerOf, api } from '@/api/client'
import WeatherMark from '@/shared/WeatherMark.vue'
import DayBand from '@/board/DayBand.vue'
import DueMarks from '@/board/DueMarks.vue'
import HoursGrid from '@/board/HoursGrid.vue'
import { drag } from '@/board/drag'
import { inListOrder, mustsOf } from '@/board/listOrder'
import { useChoice } from '@/choice/useChoice'
import { hours, length, longWeekday, monthName, plusDays, timeOf } from '@/shared/time'
import SentenceWord from '@/shared/SentenceWord.vue'
import { usePeriod } from '@/period/usePeriod'
import { useAccount, useAreas, useBoard, usePrefetch, useWorkingDay } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { computed, ref, watch, watchEffect } from 'vue'
import DayTask from './DayTask.vue'
import LateList from './LateList.vue'

/** The day as the place to work from: its musts, the others in order, what is late and what comes next, beside its hours. */
const view = useView()
const account = useAccount()
const { now, today, date } = usePeriod()
const { areas } = useAreas()
const { shown, repeats } = useChoice()
const { change } = useChanges()

const asked = computed(() => (repeats.value === 'next' ? 'next' : 'all'))
const query = useBoard(date, 1, asked)
const board = computed(() => query.data.value)
const working = useWorkingDay(date)
const prefetch = usePrefetch()
watch(
    [() => board.value?.from, asked],
    ([loaded]) => {
        if (loaded === date.value)
            for (const way of [1, -1]) prefetch.board(plusDays(date.value, way), 1, asked.value)
    },
    { immediate: true },
)
watchEffect(() => {
    view.tallies = board.value?.areas ?? []
    view.occurrences = board.value?.occurrences ?? []
    view.days = board.value?.days ?? []
})

const day = computed(() => board.value?.days[0])
const isToday = computed(() => date.value === today.value)
const visible = computed(() => (board.value?.occurrences ?? []).filter(shown))
const tasks = computed(() => visible.value.filter((one) => one.kind === 'task' && one.minutes <= 1440))
const musts = computed(() => mustsOf(visible.value, date.value))
const others = computed(() =>
    tasks.value
        .filter((one) => one.importance !== 'must' && !one.done)
        .sort(
            (a, b) =>
                Number(b.all_day) - Number(a.all_day) ||
                (a.all_day ? inListOrder(a, b) : a.start.localeCompare(b.start)),
        ),
)
const finished = computed(() => tasks.value.filter((one) => one.importance !== 'must' && one.done))
const showsFinished = ref(false)
const timed = (key: string): number => working.data.value?.timed[key] ?? 0

/** What begins next, with when to leave where there is a way to go. */
const next = computed(() => {
    if (!isToday.value) return null
    const one = visible.value
        .filter((other) => !other.all_day && !other.done && other.start > now.value)
        .sort((a, b) => a.start.localeCompare(b.start))[0]
    if (!one) return null
    const leave =
        one.travel > 0 ? new Date(Date.parse(`${one.start}Z`) - one.travel * 60_000).toISOString() : ''
    return {
        one,
        words: `${timeOf(one.start, account.value.clock)}${leave ? `, leave by ${timeOf(leave, account.value.clock)}` : ''}`,
    }
})
const load = computed(() => {
    const one = day.value
    if (!one) return { minutes: 0, share: 0, words: '' }
    const minutes = one.placed + one.listed
    return {
        minutes,
        share: one.capacity === 0 ? (minutes > 0 ? 100 : 0) : Math.min(100, (minutes / one.capacity) * 100),
        words: `${length(one.placed)} placed · ${length(one.listed)} on the list${one.over ? ` · ${length(minutes - one.capacity)} too much` : ''}`,
    }
})
/** Something had its hours today and did not come to them. */
const slipped = computed(() =>
    tasks.value.some((one) => !one.all_day && !one.done && !one.routine && one.end <= now.value),
)
const targeted = computed(() => drag.target?.kind === 'list')
const bars = computed(
    () =>
        board.value && {
            ...board.value,
            days: board.value.days.map((one) => ({ ...one, due: [] })),
            occurrences: board.value.occurrences.filter(
                (one) => one.all_day && (one.kind === 'event' || one.minutes > 1440),
            ),
        },
)

function setHours(minutes: number | null): void {
    void change(
        minutes === null ? 'The day has its usual hours again.' : `The day has ${length(minutes)} to give.`,
        () =>
            (minutes === null
                ? answerOf(api.DELETE('/days/{date}/hours', { params: { path: { date: date.value } } }))
                : answerOf(
                      api.PUT('/days/{date}/hours', {
                          params: { path: { date: date.value } },
                          body: { minutes },
                      }),
                  )
            ).then(() => true),
    )
}
</script>

<template>
    <main
        class="day-view"
        data-one-stop="[data-tile]"
        :aria-busy="query.isFetching.value"
        data-test="board"
        :data-from="board?.from"
    >
        <template v-if="board && day">
            <section
                class="work"
                data-drop="list"
                :data-date="day.date"
                :class="{ target: targeted }"
                data-test="day-list"
            >
                <header data-test="day-head" :data-date="day.date" :class="{ over: day.over }">
                    <h2>
                        {{ longWeekday(day.date) }} {{ Number(day.date.slice(8)) }}
                        <small>{{ monthName(day.date) }}</small>
                    </h2>
                    <span v-if="day.theme" class="theme">{{ day.theme }}</span>
                    <span v-if="day.breathing === 0 && !day.over" class="tight">no breathing space left</span>
                    <span v-if="day.holiday" class="holiday">{{ day.holiday }}</span>
                    <RouterLink
                        v-if="date <= today"
                        class="press close"
                        :to="date === today ? '/close' : `/close/${date}`"
                        data-test="close-day"
                        >{{ working.data.value?.closed ? 'Closed' : 'Close the day' }}</RouterLink
                    >
                    <div
                        class="bar"
                        role="img"
                        :aria-label="`${length(load.minutes)} of ${length(day.capacity)}${day.over ? ', over full' : ''}`"
                    >
                        <i :style="{ width: `${load.share}%` }" />
                    </div>
                    <p class="load">
                        <WeatherMark v-if="day.weather" class="weather" :weather="day.weather" />
                        <b>{{ length(load.minutes) }}</b> of
                        <SentenceWord :words="`${hours(day.capacity)} h`" label="hours of this day">
                            <template #default="{ close }">
                                <p class="hint">This one day has</p>
                                <div class="grid">
                                    <NButton
                                        v-for="n in [0, 2, 4, 5, 6, 7, 8, 9, 10]"
                                        :key="n"
                                        class="press"
                                        @click="
                                            () => {
                                                close()
                                                setHours(n * 60)
                                            }
                                        "
                                    >
                                        {{ n === 0 ? 'no hours' : `${n} h` }}
                                    </NButton>
                                </div>
                                <NButton
                                    v-if="day.own_hours"
                                    class="press"
                                    @click="
                                        () => {
                                            close()
                                            setHours(null)
                                        }
                                    "
                                >
                                    what its weekday has
                                </NButton>
                            </template>
                        </SentenceWord>
                        <span>{{ ` · ${load.words}` }}</span><span v-if="day.conflicts > 0" class="booked"
                            >{{ ' · '
                            }}{{
                                day.conflicts === 1 ? '1 double booking' : `${day.conflicts} double bookings`
                            }}</span
                        >
                    </p>
                </header>
                <p
                    v-if="isToday && working.data.value && working.data.value.left > 0"
                    class="notice"
                    data-test="left"
                >
                    {{
                        working.data.value.left === 1
                            ? 'One task of the days before waits'
                            : `${working.data.value.left} tasks of the days before wait`
                    }}
                    to be decided. <RouterLink :to="`/close/${plusDays(today, -1)}`">Decide</RouterLink>
                </p>
                <LateList
                    v-if="isToday && working.data.value"
                    :late="working.data.value.late"
                    :asking="working.data.value.ask"
                    :now="now"
                />
                <DueMarks :due="(day.due ?? []).filter((one) => !one.late)" />
                <p v-if="next" class="next" data-test="next">
                    Next:
                    <NButton text class="plain" @click="view.open(next.one)">{{ next.one.title }}</NButton> at
                    {{ next.words }}<template v-if="next.one.place">, {{ next.one.place }}</template>
                </p>
                <h3>
                    Musts
                    <small>{{ musts.filter((one) => one.done).length }} of {{ musts.length }} done</small>
                </h3>
                <p v-if="musts.length === 0" class="none">
                    None chosen. Press <kbd>M</kbd> on a task to make it one of the day’s musts.
                </p>
                <DayTask
                    v-for="(one, i) in musts"
                    :key="one.key"
                    :one="one"
                    :place="i + 1"
                    :now="now"
                    :minutes="timed(one.key)"
                />
                <h3>
                    Then <small>{{ others.length }} to do</small>
                    <NButton
                        v-if="isToday && others.length + musts.length > 0"
                        class="press"
                        data-test="fit-list"
                        @click="view.fitting = { stretch: 'today', basket: false }"
                        >Fit the list into the hours</NButton
                    >
                    <NButton
                        v-if="isToday && slipped"
                        class="press"
                        data-test="fit-again"
                        @click="view.fitting = { stretch: 'today', basket: false, again: true }"
                        >Fit the rest of today again</NButton
                    >
                </h3>
                <p v-if="others.length === 0" class="none">
                    {{
                        tasks.length === 0
                            ? 'Nothing is on the list. Drag something here from the basket, or catch it with'
                            : 'All done here. Catch what comes with'
                    }}
                    <kbd>N</kbd>.
                </p>
                <DayTask
                    v-for="one in others"
                    :key="one.key"
                    :one="one"
                    :place="null"
                    :now="now"
                    :minutes="timed(one.key)"
                />
                <template v-if="finished.length > 0">
                    <NButton
                        text
                        class="plain finished"
                        :aria-expanded="showsFinished"
                        @click="showsFinished = !showsFinished"
                    >
                        {{ finished.length }} done {{ showsFinished ? '▴' : '▾' }}
                    </NButton>
                    <template v-if="showsFinished"
                        ><DayTask
                            v-for="one in finished"
                            :key="one.key"
                            :one="one"
                            :place="null"
                            :now="now"
                            :minutes="timed(one.key)"
                    /></template>
                </template>
            </section>
            <section class="hours">
                <DayBand
                    v-if="bars && bars.occurrences.length > 0"
                    :board="bars"
                    :shown="shown"
                    :today="today"
                    class="bars"
                />
                <HoursGrid :board="board" :shown="shown" :now="now" names-gaps />
            </section>
        </template>
        <p v-else-if="query.isError.value" class="empty">
            The day could not be fetched. <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <p v-else-if="areas.length === 0" class="empty">Make a life area first, under Areas.</p>
        <LayingOut v-else words="Laying out the day…" :columns="3" />
    </main>
</template>

<style scoped>
h3 .press {
    margin-left: 10px;
    font: 400 0.8125rem/1.3 var(--sans);
}
.day-view {
    flex: 1;
    min-width: 0;
    min-height: 0;
    display: flex;
}
.work {
    flex: 1.15;
    min-width: 0;
    overflow-y: auto;
    padding: 12px 18px 40px;
    background: var(--paper);
    scrollbar-width: thin;
}
.work.target {
    outline: 2px dashed var(--plum);
    outline-offset: -4px;
}
.hours {
    flex: 1;
    min-width: 0;
    display: flex;
    flex-direction: column;
    border-left: 1px solid var(--line);
}
.bars {
    flex: none;
}
.bars :deep(.list) {
    min-height: 0;
    padding-bottom: 4px;
}
header {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 10px;
    align-items: center;
}
h2 {
    font-size: 1.625rem;
    line-height: 32px;
    white-space: nowrap;
}
h2 small {
    font-size: 1rem;
    font-weight: 400;
    color: var(--muted);
}
.close {
    margin-left: auto;
    color: var(--ink);
    white-space: nowrap;
    text-decoration: none;
}
.theme {
    border: 1px solid var(--plum-line);
    border-radius: 10px;
    padding: 0 8px;
    font-size: 0.75rem;
    line-height: 18px;
    color: var(--plum);
    background: var(--sheet);
}
.holiday {
    font-style: italic;
}
.bar {
    width: 100%;
    height: 7px;
    margin-top: 4px;
    border-radius: 4px;
    background: var(--meter);
    overflow: hidden;
}
.bar i {
    display: block;
    height: 100%;
    border-radius: 4px;
    background: var(--load);
    transition: width 160ms;
}
.over .bar i {
    background: repeating-linear-gradient(
        135deg,
        var(--trouble) 0 5px,
        color-mix(in srgb, var(--trouble) 70%, var(--sheet)) 5px 10px
    );
}
.load {
    width: 100%;
    margin: 2px 0 4px;
    color: var(--muted);
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.load b {
    color: var(--ink);
}
.weather {
    float: right;
    font-size: 0.75rem;
    line-height: 20px;
}
.over .load b,
.over .load > span:not(.weather),
.booked {
    color: var(--trouble);
}
.hint {
    margin: 0;
    color: var(--muted);
}
.grid {
    display: grid;
    grid-template-columns: repeat(3, 1fr);
    gap: 5px;
}
.notice {
    margin: 4px 0 8px;
    padding: 6px 12px;
    border: 1px solid var(--plum-line);
    border-radius: var(--radius);
    background: var(--plum-soft);
}
.next {
    margin: 6px 0;
    color: var(--muted);
}
.next .plain {
    color: var(--ink);
    font-weight: 650;
    text-decoration: underline;
    text-underline-offset: 2px;
}
h3 {
    font-size: 0.9375rem;
    margin: 14px 0 6px;
}
h3 small {
    font: 400 0.75rem/1 var(--sans);
    color: var(--muted);
    margin-left: 4px;
}
.none,
.empty {
    color: var(--muted);
    margin: 4px 0;
}
.empty {
    margin: 14px;
}
.finished {
    margin-top: 10px;
    min-height: 24px;
    color: var(--muted);
    text-decoration: underline;
    text-underline-offset: 2px;
}
@media (prefers-color-scheme: dark) {
    .theme {
        color: var(--ink);
    }
}
@media (max-width: 760px) {
    .day-view {
        flex: none;
        flex-direction: column;
    }
    .work {
        overflow: visible;
        padding: 10px 12px 20px;
    }
    .hours {
        min-height: 520px;
        border-left: 0;
        border-top: 1px solid var(--line);
    }
    h2 {
        font-size: 1.375rem;
    }
}
</style>
