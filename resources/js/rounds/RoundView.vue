<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Proposal, RoundStep } from '@/api/types'
import DayHead from '@/board/DayHead.vue'
import HoursGrid from '@/board/HoursGrid.vue'
import { usePeriod } from '@/period/usePeriod'
import LayingOut from '@/shared/LayingOut.vue'
import { isCovered } from '@/shared/covered'
import { isTyping } from '@/shared/isTyping'
import { monthName, plusDays, span, startOfWeek, weekNumber } from '@/shared/time'
import { useAccount, useBoard } from '@/state/server'
import { useView } from '@/state/view'
import { useQuery } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch, watchEffect } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import AheadStep from './AheadStep.vue'
import FixedStep from './FixedStep.vue'
import GoalsStep from './GoalsStep.vue'
import LookBackStep from './LookBackStep.vue'
import PastRounds from './PastRounds.vue'
import PlaceStep from './PlaceStep.vue'
import RoundSummary from './RoundSummary.vue'
import SpaceStep from './SpaceStep.vue'
import WeeksOfMonth from './WeeksOfMonth.vue'
import { STEPS, useRound } from './useRound'

/** A sitting over a week or a month: its steps in any order, beside what it is for and the board that is being laid out. */
const route = useRoute()
const router = useRouter()
const view = useView()
const account = useAccount()
const { now, today, isNarrow } = usePeriod()

const kind = computed<'week' | 'month'>(() => (route.params.kind === 'month' ? 'month' : 'week'))
const asked = computed(() =>
    typeof route.params.date === 'string' && route.params.date !== '' ? route.params.date : null,
)
/** Where no date is named, the server says which week or month is meant today. */
const meant = useQuery({
    queryKey: computed(() => ['rounds', kind.value, 'now', today.value] as const),
    queryFn: ({ queryKey: [, one] }) =>
        answerOf(api.GET('/rounds/{kind}/{date}', { params: { path: { kind: one, date: 'now' } } })),
    enabled: computed(() => asked.value === null),
    staleTime: 60_000,
})
const shownDate = computed(() => asked.value ?? meant.data.value?.start ?? today.value)
const date = computed(() =>
    kind.value === 'week'
        ? startOfWeek(shownDate.value, account.value.first_weekday)
        : `${shownDate.value.slice(0, 7)}-01`,
)
const actions = useRound(
    kind,
    date,
    computed(() => asked.value !== null || meant.data.value !== undefined),
)
const { query, round, keepSteps } = actions

const step = computed<RoundStep>(
    () =>
        STEPS.find(([name]) => name === route.query.step)?.[0] ??
        STEPS.find(([name]) => !done.value.has(name))?.[0] ??
        'back',
)
const done = computed(() => new Set(round.value?.steps ?? []))
const showsPast = ref(false)
function show(name: RoundStep): void {
    showsPast.value = false
    void router.replace({ query: { ...route.query, step: name } })
}
function go(to: { kind?: 'week' | 'month'; date?: string }): void {
    showsPast.value = false
    void router.push({ path: `/round/${to.kind ?? kind.value}/${to.date ?? date.value}` })
}
function turn(way: number): void {
    if (kind.value === 'week') go({ date: plusDays(date.value, 7 * way) })
    else go({ date: `${plusDays(date.value, way < 0 ? -1 : 31).slice(0, 7)}-01` })
}
/** This step is done, and the next that is not is shown; pressed once more it is open again. */
async function finish(): Promise<void> {
    const steps = [...done.value]
    const here = step.value
    const isDone = done.value.has(here)
    const at = STEPS.findIndex(([name]) => name === here)
    const next = [...STEPS.slice(at + 1), ...STEPS.slice(0, at)].find(([name]) => !done.value.has(name))?.[0]
    await keepSteps(
        isDone ? steps.filter((name) => name !== here) : [...steps, here],
        isDone ? 'This step is open again.' : 'This step is done.',
    )
    if (!isDone) show(next ?? here)
}
const nextWords = computed(() => {
    if (done.value.has(step.value)) return 'Open this step again'
    const at = STEPS.findIndex(([name]) => name === step.value)
    const next = [...STEPS.slice(at + 1), ...STEPS.slice(0, at)].find(([name]) => !done.value.has(name))?.[1]
    return next ? `Done, on to ${next.toLowerCase()}` : 'Done, that was the last'
})
const title = computed(() =>
    kind.value === 'week' ? `Round for week ${weekNumber(date.value)}` : `Round for ${monthName(date.value)}`,
)

// The board of a week stands beside its steps; of a month that week which is shown.
const boardWeek = ref(date.value)
watch([date, kind], () => (boardWeek.value = startOfWeek(date.value, account.value.first_weekday)), {
    immediate: true,
})
const board = useBoard(
    boardWeek,
    7,
    'all',
    computed(() => !isNarrow.value),
)
const shownBoard = computed(() => (board.data.value?.from === boardWeek.value ? board.data.value : undefined))
watchEffect(() => {
    view.occurrences = board.data.value?.occurrences ?? []
    view.days = board.data.value?.days ?? []
    view.tallies = []
})
const proposals = ref<Proposal[]>([])
watch(step, () => (proposals.value = []))
const shownAll = (): boolean => true

useEventListener(
    window,
    'keydown',
    (event) => {
        if (
            event.defaultPrevented ||
            isTyping(event) ||
            isCovered.value ||
            view.isPageCovered ||
            event.ctrlKey ||
            event.metaKey ||
            event.altKey
        )
            return
        const number = Number(event.key)
        if (number >= 1 && number <= STEPS.length) show(STEPS[number - 1]![0])
        else if (event.key === 'Escape')
            void router.push('/week/' + (kind.value === 'week' ? date.value : today.value))
        else if (event.key === 'PageUp') turn(-1)
        else if (event.key === 'PageDown') turn(1)
        else return
        event.preventDefault()
        event.stopPropagation()
    },
    { capture: true },
)
</script>

<template>
    <main class="round" data-test="round" :data-start="round?.start" :aria-busy="query.isFetching.value">
        <div class="period">
            <NButton
                class="turn"
                :aria-label="`The ${kind} before`"
                data-test="round-before"
                @click="turn(-1)"
                >‹</NButton
            >
            <h1>{{ title }}</h1>
            <span class="span">{{ span(date, plusDays(date, (round?.days ?? 7) - 1)) }}</span>
            <NButton class="turn" :aria-label="`The ${kind} after`" data-test="round-after" @click="turn(1)"
                >›</NButton
            >
            <nav class="steps" aria-label="Steps of the round">
                <button
                    v-for="([name, words], i) in STEPS"
                    :key="name"
                    class="plain tab"
                    :class="{ done: done.has(name) }"
                    :aria-current="step === name && !showsPast ? 'step' : undefined"
                    :title="`${words}: ${i + 1}`"
                    :data-test="`step-${name}`"
                    @click="show(name)"
                >
                    {{ done.has(name) ? '✓ ' : '' }}{{ words }}
                </button>
            </nav>
            <span class="other">
                <NButton
                    text
                    class="plain"
                    data-test="other-kind"
                    @click="
                        go({ kind: kind === 'week' ? 'month' : 'week', date: kind === 'week' ? date : today })
                    "
                    >{{ kind === 'week' ? 'the month' : 'the week' }}</NButton
                >
                <NButton
                    text
                    class="plain"
                    :aria-pressed="showsPast"
                    data-test="past-rounds"
                    @click="showsPast = !showsPast"
                    >earlier rounds</NButton
                >
            </span>
        </div>
        <div v-if="round" class="body">
            <RoundSummary class="aside" :round="round" :board="shownBoard" :proposals="proposals" />
            <section class="middle" :aria-label="STEPS.find(([name]) => name === step)?.[1]">
                <PastRounds v-if="showsPast" @go="(to) => go(to)" />
                <template v-else>
                    <LookBackStep v-if="step === 'back'" :round="round" :actions="actions" />
                    <GoalsStep v-else-if="step === 'goals'" :round="round" :actions="actions" />
                    <FixedStep
                        v-else-if="step === 'fixed'"
                        :round="round"
                        :board-week="boardWeek"
                        @week="(from) => (boardWeek = from)"
                    />
                    <PlaceStep
                        v-else-if="step === 'place'"
                        :round="round"
                        :today="today"
                        @proposed="(all) => (proposals = all)"
                    />
                    <SpaceStep v-else-if="step === 'space'" :round="round" :today="today" />
                    <AheadStep v-else :round="round" :today="today" />
                    <p class="foot">
                        <NButton class="press" data-test="finish-step" @click="finish">{{
                            nextWords
                        }}</NButton>
                    </p>
                </template>
            </section>
            <section v-if="!isNarrow" class="board" aria-label="The board">
                <WeeksOfMonth
                    v-if="kind === 'month'"
                    :weeks="round.weeks"
                    :shown="boardWeek"
                    @show="(from) => (boardWeek = from)"
                />
                <template v-if="shownBoard">
                    <div class="heads">
                        <span />
                        <DayHead
                            v-for="day in shownBoard.days"
                            :key="day.date"
                            :day="day"
                            :is-today="day.date === today"
                        />
                    </div>
                    <HoursGrid :board="shownBoard" :shown="shownAll" :now="now" />
                </template>
                <LayingOut v-else words="Laying out the week…" :columns="7" />
            </section>
        </div>
        <p v-else-if="query.isError.value" class="failed">
            The round could not be fetched.
            <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else words="Looking back…" :columns="3" />
    </main>
</template>

<style scoped>
/* What is proposed is decided in its card. */
.board :deep([data-decide]) {
    display: none;
}
.round {
    flex: 1;
    min-width: 0;
    min-height: 0;
    display: flex;
    flex-direction: column;
}
.period {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: center;
    padding: 7px 16px;
    border-bottom: 1px solid var(--line);
    background: var(--sheet);
}
h1 {
    font-size: 1.25rem;
    white-space: nowrap;
}
.span,
.other {
    color: var(--muted);
    white-space: nowrap;
}
.turn {
    width: 27px;
    padding: 0;
}
.steps {
    display: flex;
    flex: 1;
    gap: 2px;
    justify-content: center;
    min-width: 0;
}
.tab {
    padding: 4px 11px;
    border: 1px solid transparent;
    border-radius: 15px;
    color: var(--muted);
    white-space: nowrap;
}
.tab.done {
    color: var(--kept, #4a6b16);
}
.tab:hover {
    background: var(--plum-soft);
}
.tab[aria-current] {
    border-color: var(--plum-line);
    background: var(--plum-soft);
    color: var(--ink);
    font-weight: 650;
}
.other {
    display: flex;
    gap: 12px;
}
.body {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: minmax(190px, 262px) minmax(330px, 1fr) minmax(420px, 1.55fr);
}
.aside {
    overflow-y: auto;
    padding: 12px 16px;
    border-right: 1px solid var(--line);
    background: var(--paper);
}
.middle {
    overflow-y: auto;
    padding: 10px 18px 24px;
}
.middle :deep(h3) {
    margin: 12px 0 6px;
    font: 600 0.9375rem/1.3 var(--serif);
}
.middle :deep(.step > h3:first-child),
.middle :deep(header h3) {
    margin-top: 2px;
}
.board {
    min-width: 0;
    min-height: 0;
    display: flex;
    flex-direction: column;
    border-left: 1px solid var(--line);
}
.heads {
    flex: none;
    display: grid;
    grid-template-columns: 44px repeat(7, minmax(0, 1fr));
    border-bottom: 1px solid var(--line);
    overflow-y: auto;
    scrollbar-width: thin;
    scrollbar-gutter: stable;
}
.foot {
    margin-top: 20px;
}
.failed {
    padding: 20px;
}
@media (max-width: 1100px) {
    .body {
        grid-template-columns: minmax(320px, 1fr) minmax(380px, 1.3fr);
    }
    .aside {
        display: none;
    }
}
@media (max-width: 760px) {
    .period {
        padding: 6px 10px;
    }
    .steps {
        order: 5;
        flex: 1 0 100%;
        justify-content: flex-start;
        overflow-x: auto;
    }
    .other {
        margin-left: auto;
    }
    .body {
        display: flex;
        flex-direction: column;
        overflow: visible;
    }
    .aside {
        display: block;
        order: 2;
        border: 0;
        border-top: 1px solid var(--line);
        overflow: visible;
    }
    .middle {
        overflow: visible;
        padding: 10px 12px 20px;
    }
    .round {
        flex: none;
    }
}
</style>
