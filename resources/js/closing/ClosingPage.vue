<script setup lang="ts">
import type { ChangedLine } from '@/state/useLines'
import { NButton } from 'naive-ui'
import { answerOf, api, sentence } from '@/api/client'
import type { Closing, Decision, Occurrence } from '@/api/types'
import HoursGrid from '@/board/HoursGrid.vue'
import CaptureLine from '@/capture/CaptureLine.vue'
import { length, longWeekday, namedDate, plusDays } from '@/shared/time'
import NewDayStrip from '@/shared/NewDayStrip.vue'
import { useFresh } from '@/period/useFresh'
import { filledClosing, useBoard, useClosing, useWorkingDay } from '@/state/server'
import { useView } from '@/state/view'
import UndoNote from '@/undo/UndoNote.vue'
import { isChanging, say, useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import FewLines from './FewLines.vue'
import LeftOver from './LeftOver.vue'
import MoveIn from './MoveIn.vue'
import CatchHere from '@/capture/CatchHere.vue'
import TomorrowPlan from './TomorrowPlan.vue'

/** Closing a day: what is left over is decided, the next day laid out, a few lines written. It can be left and taken up again. */
const route = useRoute()
const router = useRouter()
const client = useQueryClient()
const view = useView()
const { undo, redo, send } = useChanges()
const now = useFresh()
const today = computed(() => now.value.slice(0, 10))
/** Without a date in its address it closes the day in hand when it was opened, also after midnight; that a new one has begun is said. */
const opened = ref<string | null>(null)
const asked = computed(() =>
    typeof route.params.date === 'string' &&
    /^\d{4}-\d\d-\d\d$/.test(route.params.date) &&
    route.params.date <= today.value
        ? route.params.date
        : null,
)
const hasNewDay = computed(
    () => asked.value === null && opened.value !== null && opened.value !== today.value,
)

const query = useClosing(() => asked.value ?? opened.value ?? 'now')
/** Known once it is known which day that is. */
const closing = computed(() => ((asked.value ?? opened.value) === null ? undefined : query.data.value))
watch(
    [query.data, query.isFetching],
    ([answer]) => {
        if (!answer || opened.value !== null || asked.value !== null || query.isFetching.value) return
        client.setQueryData<Closing>(['closings', answer.date], answer)
        opened.value = answer.date
    },
    { immediate: true },
)
const date = computed(() => asked.value ?? opened.value ?? today.value)
const next = computed(() => closing.value?.next ?? plusDays(date.value, 1))
const board = useBoard(next, 1)
const working = useWorkingDay(next)
const tomorrow = computed(() =>
    board.data.value?.from === next.value ? board.data.value.days[0] : undefined,
)

/** Minutes by which the next day holds more than it has. */
const tooMuch = computed(() =>
    tomorrow.value ? tomorrow.value.placed + tomorrow.value.listed - tomorrow.value.capacity : 0,
)

type Step = 'left' | 'tomorrow' | 'lines'
const step = ref<Step>('left')
/** Chosen by a press, before it was known what is left over. */
const picked = ref(false)
const choosesDay = ref(false)
/** Decided here a moment ago; the server's answer follows. */
const gone = ref(new Set<string>())
const leftovers = computed(() => (closing.value?.leftovers ?? []).filter((one) => !gone.value.has(one.key)))
const current = computed<Occurrence | undefined>(() => leftovers.value[0])
const total = computed(() =>
    closing.value ? closing.value.leftovers.length + closing.value.decisions.length : 0,
)
const decided = computed(() => total.value - leftovers.value.length)
const minutes = computed(() =>
    current.value ? (current.value.estimate ?? (current.value.all_day ? 0 : current.value.minutes)) : 0,
)

watch(
    () => closing.value?.date,
    () => {
        gone.value = new Set()
        if (!picked.value && closing.value)
            step.value = closing.value.leftovers.length > 0 ? 'left' : 'tomorrow'
    },
    { immediate: true },
)
watch(
    () => (closing.value ? leftovers.value.length : undefined),
    (is, was) => {
        if (is === undefined || was === undefined) return
        if (was > 0 && is === 0 && step.value === 'left') step.value = 'tomorrow'
        if (is > 0 && was === 0 && step.value === 'tomorrow') step.value = 'left' // taken back
    },
)
// What the server says stands, once nothing is on its way any more.
watch(closing, () => {
    if (!isChanging(client)) gone.value = new Set()
})
watch(
    () => board.data.value,
    (sent) => (view.occurrences = sent?.occurrences ?? []),
)

type Sent = Parameters<typeof filledClosing>[0]
async function settle(words: string, keys: string[], work: () => Promise<Sent>): Promise<void> {
    choosesDay.value = false
    gone.value = new Set([...gone.value, ...keys])
    try {
        const answer = await send(work)
        client.setQueryData<Closing>(['closings', date.value], filledClosing(answer))
        say(words, { undoable: true })
    } catch (error) {
        gone.value = new Set([...gone.value].filter((key) => !keys.includes(key)))
        say(sentence(error), { trouble: true })
    }
}
const WORDS: Record<Decision, string> = {
    done: 'done after all',
    day: 'to',
    basket: 'back to the basket',
    let_go: 'let go',
}
function decide(decision: Decision, to: string | null = null): void {
    const one = current.value
    if (!one) return
    void settle(`“${one.title}”: ${WORDS[decision]}${to ? ` ${namedDate(to)}` : ''}.`, [one.key], () =>
        answerOf(
            api.POST('/closings/{date}/decide', {
                params: { path: { date: date.value } },
                body: { key: one.key, decision, to },
            }),
        ),
    )
}
function sendRest(): void {
    const keys = leftovers.value.map((one) => one.key)
    if (keys.length > 0)
        void settle(`All the rest goes to ${namedDate(next.value)}.`, keys, () =>
            answerOf(
                api.POST('/closings/{date}/rest', {
                    params: { path: { date: date.value } },
                    body: { to: next.value },
                }),
            ),
        )
}
/**
 * Keeps lines that were changed, and whether the day is closed.
 *
 * @throws Refused 409 where another window has written one of them meanwhile
 */
async function keep(day: string, lines: ChangedLine[], closes: boolean): Promise<void> {
    const closed = closes || (closing.value?.closed ?? false)
    try {
        await send(() =>
            answerOf(
                api.PUT('/closings/{date}', {
                    params: { path: { date: day } },
                    body: { answers: lines, closed },
                }),
            ),
        )
    } catch (error) {
        say(sentence(error), { trouble: true })
        throw error
    }
    // What is fetched anew says the same a moment later; until then nothing counts as unsaved.
    const kept = new Map(lines.map((one) => [one.question, one.answer]))
    client.setQueryData<Closing>(
        ['closings', date.value],
        (was) =>
            was && {
                ...was,
                closed: was.closed || closed,
                questions: was.questions.map((one) => ({
                    ...one,
                    answer: kept.get(one.question) ?? one.answer,
                })),
            },
    )
    say(closed ? `${longWeekday(day)} is closed.` : 'Kept.', { undoable: true })
    await nextTick()
}
async function finish(day: string): Promise<void> {
    const finishes = !closing.value?.closed
    await keep(day, [], true)
    if (finishes) leave()
}
function leave(): void {
    void router.push(
        `/day${next.value === today.value || date.value === today.value ? '' : `/${date.value}`}`,
    )
}

useEventListener(window, 'keydown', (event) => {
    const target = event.target as HTMLElement
    if (event.defaultPrevented || target.matches('input, textarea, select')) {
        if (event.key === 'Escape') target.blur()
        return
    }
    const letter = event.key.toLowerCase()
    if (event.ctrlKey || event.metaKey) {
        if (letter === 'z') void (event.shiftKey ? redo() : undo())
        else return
    } else if (letter === 'n') document.querySelector<HTMLElement>('[data-test="capture"]')?.focus()
    else if (event.key === 'Escape') leave()
    else if (step.value !== 'left') return
    else if (letter === 't' && event.shiftKey) sendRest()
    else if (letter === 't') decide('day', next.value)
    else if (letter === 'd') decide('done')
    else if (letter === 'w') choosesDay.value = !choosesDay.value
    else if (letter === 'b') decide('basket')
    else if (letter === 'l') decide('let_go')
    else return
    event.preventDefault()
})
</script>

<template>
    <div class="page" data-test="closing" :data-date="date" :data-step="step">
        <header class="bar">
            <h1>Closing {{ longWeekday(date) }}</h1>
            <nav aria-label="Steps">
                <span v-if="total > 0" class="so-far"
                    >{{ leftovers.length === 0 ? '✓ ' : '' }}{{ decided }} of {{ total }} decided</span
                >
                <NButton
                    v-for="[name, words] in [
                        ['left', 'Left over'],
                        ['tomorrow', next === today ? 'Today' : 'Tomorrow'],
                        ['lines', 'A few lines'],
                    ] as const"
                    :key="name"
                    text
                    class="plain step"
                    :class="{ here: step === name }"
                    :aria-current="step === name ? 'step' : undefined"
                    :data-test="`step-${name}`"
                    @click="
                        () => {
                            step = name
                            picked = true
                        }
                    "
                >
                    {{ words }}
                </NButton>
            </nav>
            <CaptureLine class="catch" />
            <NButton text class="plain leave" data-test="leave-closing" @click="leave">
                <kbd>Esc</kbd><span> leaves, all kept</span>
            </NButton>
        </header>
        <NewDayStrip
            v-if="hasNewDay"
            :today="today"
            :stays="`What you write here still closes ${namedDate(date)}.`"
            @go="opened = today"
        />
        <main v-if="closing" class="columns" :class="step">
            <section class="first">
                <template v-if="step === 'left'">
                    <template v-if="current">
                        <LeftOver
                            :one="current"
                            :number="decided + 1"
                            :total="total"
                            :date="date"
                            :next="next"
                            :tomorrow="tomorrow"
                            :minutes="minutes"
                            :now="now"
                            :chooses-day="choosesDay"
                            :is-today="next === today"
                            @done="decide('done')"
                            @tomorrow="decide('day', next)"
                            @day="(day) => decide('day', day)"
                            @basket="decide('basket')"
                            @let-go="decide('let_go')"
                            @choose-day="(open) => (choosesDay = open)"
                        />
                        <footer>
                            <p v-if="leftovers.length > 1">
                                Next:
                                {{
                                    leftovers
                                        .slice(1, 5)
                                        .map((one) => one.title)
                                        .join(' · ')
                                }}{{ leftovers.length > 5 ? ` and ${leftovers.length - 5} more` : '' }}
                            </p>
                            <NButton text class="plain" data-test="rest" @click="sendRest">
                                <b>Shift + T</b> sends
                                {{
                                    leftovers.length === 1
                                        ? 'it'
                                        : leftovers.length === 2
                                          ? 'both'
                                          : `all ${leftovers.length}`
                                }}
                                to {{ next === today ? 'today' : 'tomorrow' }}
                            </NButton>
                        </footer>
                    </template>
                    <div v-else class="nothing">
                        <h2>Nothing is left over</h2>
                        <p>{{ total > 0 ? 'All of it is decided.' : 'Everything of the day was done.' }}</p>
                        <NButton class="press" type="primary" @click="step = 'tomorrow'">
                            On to {{ next === today ? 'today' : 'tomorrow' }}
                        </NButton>
                    </div>
                    <p v-if="closing.rolls.length > 0" class="alone">
                        Rolls on by itself: {{ closing.rolls.join(', ') }}
                    </p>
                    <p v-if="closing.lapses.length > 0" class="alone">
                        Lapses: {{ closing.lapses.join(', ') }}
                    </p>
                </template>
                <MoveIn v-else-if="step === 'tomorrow'" :day="next" :now="now" />
                <FewLines
                    v-else
                    :key="closing.date"
                    :closing="closing"
                    :keep="(lines, closed) => keep(closing!.date, lines, closed)"
                    @finish="finish(closing!.date)"
                />
            </section>
            <section v-if="step !== 'lines'" class="second">
                <TomorrowPlan
                    v-if="board.data.value && tomorrow"
                    :day="tomorrow"
                    :occurrences="board.data.value.occurrences"
                    :working="working.data.value"
                    :extra="step === 'left' ? minutes : 0"
                    :changes="step === 'tomorrow'"
                />
                <NButton
                    v-if="step === 'tomorrow'"
                    class="press on"
                    type="primary"
                    data-test="to-lines"
                    @click="step = 'lines'"
                >
                    {{
                        tooMuch > 0
                            ? `${length(tooMuch)} too much; on to a few lines all the same`
                            : 'It holds; on to a few lines'
                    }}
                </NButton>
            </section>
            <aside v-if="step !== 'lines'" class="third" :aria-label="`${longWeekday(next)}’s hours`">
                <h2>{{ longWeekday(next) }}’s hours</h2>
                <HoursGrid
                    v-if="board.data.value && tomorrow"
                    :board="board.data.value"
                    :shown="() => true"
                    :now="now"
                    names-gaps
                />
            </aside>
        </main>
        <p v-else-if="query.isError.value" class="waiting">
            The day could not be fetched. <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <p v-else class="waiting">Gathering what is left over…</p>
        <CatchHere v-if="view.offered" />
        <UndoNote />
    </div>
</template>

<style scoped>
.page {
    height: 100%;
    display: flex;
    flex-direction: column;
}
.bar {
    flex: none;
    display: flex;
    align-items: center;
    gap: 28px;
    min-height: 52px;
    padding: 6px 20px;
    background: var(--plum-deep);
    color: var(--on-plum);
}
.bar h1 {
    font-size: 1.25rem;
    white-space: nowrap;
}
nav {
    display: flex;
    align-items: center;
    gap: 4px;
}
.so-far {
    margin-right: 12px;
    color: var(--on-plum-muted);
}
.bar .step.step {
    color: var(--on-plum-muted);
    padding: 6px 12px;
    border-radius: 7px;
}
.bar .step.step.here {
    background: var(--sheet);
    color: var(--plum-deep);
    font-weight: 650;
}
.catch {
    flex: 1;
    min-width: 120px;
    max-width: 420px;
    margin-left: auto;
}
.leave {
    white-space: nowrap;
    color: var(--on-plum-muted);
    min-height: 28px;
}
.bar :focus-visible {
    outline-color: var(--on-plum);
}
.columns {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: 400px minmax(0, 1fr) 370px;
}
.columns.lines {
    grid-template-columns: 1fr;
}
.first,
.second {
    padding: 26px 30px;
    overflow-y: auto;
    min-height: 0;
}
.first {
    display: flex;
    flex-direction: column;
    background: var(--sheet);
    border-right: 1px solid var(--line);
}
.lines .first {
    align-items: center;
    border: 0;
    background: var(--paper);
}
.lines .first > * {
    width: 100%;
}
.second {
    background: var(--paper);
}
.third {
    display: flex;
    flex-direction: column;
    min-height: 0;
    padding: 26px 14px 12px 18px;
    background: var(--well);
    border-left: 1px solid var(--line);
}
.third h2 {
    font-size: 1.0625rem;
    margin-bottom: 8px;
}
footer {
    margin-top: auto;
    padding-top: 16px;
    color: var(--muted);
    font-size: 0.7812rem;
}
footer p {
    margin: 0 0 4px;
}
footer .plain {
    min-height: 24px;
}
footer .plain:hover {
    text-decoration: underline;
}
.alone {
    margin: 8px 0 0;
    color: var(--muted);
    font-size: 0.7812rem;
}
.nothing h2 {
    font-size: 1.375rem;
}
.nothing p {
    color: var(--muted);
}
.on {
    margin-top: 18px;
    padding: 8px 16px;
}
.waiting {
    padding: 30px;
    color: var(--muted);
}
@media (prefers-color-scheme: dark) {
    .bar .step.step.here {
        color: var(--ink);
    }
}
@media (max-width: 1000px) {
    .columns {
        grid-template-columns: 360px minmax(0, 1fr);
    }
    .third {
        display: none;
    }
}
@media (max-width: 760px) {
    .page {
        height: auto;
        min-height: 100%;
    }
    .bar {
        flex-wrap: wrap;
        gap: 4px 14px;
        padding: 8px 12px;
    }
    .bar h1 {
        flex: 1;
    }
    nav {
        order: 3;
        width: 100%;
    }
    .so-far {
        margin-right: auto;
        font-size: 0.75rem;
    }
    .bar .step.step {
        padding: 5px 9px;
    }
    .leave kbd,
    .catch {
        display: none;
    }
    .columns {
        display: flex;
        flex-direction: column;
    }
    .first,
    .second {
        padding: 16px 14px;
        overflow: visible;
    }
    .first {
        border-right: 0;
        border-bottom: 1px solid var(--line);
    }
}
</style>
