<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { BoardDay, Occurrence, WorkingDay } from '@/api/types'
import { inListOrder } from '@/board/listOrder'
import { useChoice } from '@/choice/useChoice'
import ReorderList from '@/shared/ReorderList.vue'
import { length, longWeekday, plusDays, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { isChanging, useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, nextTick, ref, watch } from 'vue'
import LoadBar from './LoadBar.vue'

/** The next day as it is laid out: its load, its musts in order, and the others; in the second step all of it can be changed. */
const props = defineProps<{
    day: BoardDay
    occurrences: Occurrence[]
    working: WorkingDay | undefined
    extra: number
    changes: boolean
}>()

const account = useAccount()
const { area } = useAreas()
const { hue } = useChoice()
const { change } = useChanges()
const client = useQueryClient()

const musts = ref<Occurrence[]>([])
const others = ref<Occurrence[]>([])
function lay(): void {
    const tasks = props.occurrences.filter((one) => one.kind === 'task' && !one.done)
    musts.value = tasks.filter((one) => one.importance === 'must').sort(inListOrder)
    others.value = tasks
        .filter((one) => one.importance !== 'must')
        .sort((a, b) => inListOrder(a, b) || a.start.localeCompare(b.start))
}
// What was asked for before a change is older than what stands here; the next press would send it back as it was.
watch(
    () => props.occurrences,
    () => {
        if (!isChanging(client)) lay()
    },
    { immediate: true },
)

const limit = computed(() => account.value.must_limit + account.value.other_limit)
const taken = computed(() => musts.value.length + others.value.length)
const left = computed(() => Math.max(0, account.value.must_limit - musts.value.length))
const ORDINALS = ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth']
const when = (one: Occurrence): string =>
    [
        one.all_day ? '' : timeOf(one.start, account.value.clock),
        one.all_day ? (one.estimate ? length(one.estimate) : '') : one.minutes > 0 ? length(one.minutes) : '',
    ]
        .filter(Boolean)
        .join(' · ')

function keep(words: string): void {
    const order = { musts: musts.value.map((one) => one.key), others: others.value.map((one) => one.key) }
    void change(words, () =>
        answerOf(
            api.PUT('/days/{date}/order', { params: { path: { date: props.day.date } }, body: order }),
        ).then(() => true),
    ).then((isKept) => isKept ?? lay())
}
function turnMust(one: Occurrence): void {
    const was = musts.value.includes(one)
    musts.value = was ? musts.value.filter((other) => other !== one) : [...musts.value, one]
    others.value = was ? [one, ...others.value] : others.value.filter((other) => other !== one)
    keep(was ? `“${one.title}” is no must any more.` : `“${one.title}” is must number ${musts.value.length}.`)
}
function shift(list: Occurrence[], one: Occurrence, by: number): void {
    const at = list.indexOf(one)
    const to = at + by
    if (to < 0 || to >= list.length) return
    list.splice(at, 1)
    list.splice(to, 0, one)
    keep(`“${one.title}” is number ${to + 1}.`)
}
function on(one: Occurrence): void {
    const day = plusDays(props.day.date, 1)
    void change(`Moved “${one.title}” on to ${longWeekday(day)}.`, () =>
        answerOf(
            api.PUT('/entries/{entry}/occurrences/{recurrence}/day', {
                params: { path: { entry: one.entry_id, recurrence: one.recurrence_id } },
                body: { day },
            }),
        ).then(() => true),
    )
}
function out(one: Occurrence): void {
    void change(`“${one.title}” is back in the basket.`, () =>
        answerOf(
            api.POST('/entries/{entry}/move', {
                params: { path: { entry: one.entry_id } },
                body: { start: null, all_day: true, length: 1 },
            }),
        ).then(() => true),
    )
}
const section = ref<HTMLElement | null>(null)
const items = (): HTMLElement[] => [
    ...(section.value?.querySelectorAll<HTMLElement>('[data-test=must], [data-test=other]') ?? []),
]
/** Whoever has come here to change the day begins at the first task that is no must yet. */
watch(
    () => props.changes,
    async (changes) => {
        await nextTick()
        if (changes)
            items()
                .find((item) => item.dataset.test === 'other')
                ?.focus()
    },
    { immediate: true },
)
/** By key the focus goes to the task that comes after it in its list, for the next must. */
async function turnMustByKey(list: Occurrence[], one: Occurrence): Promise<void> {
    const after = list[list.indexOf(one) + 1] ?? list[list.indexOf(one) - 1] ?? one
    turnMust(one)
    await nextTick()
    items()
        .find((item) => item.dataset.key === after.key)
        ?.focus()
}
function step(from: EventTarget | null, by: number): void {
    const all = items()
    all[all.findIndex((item) => item === from) + by]?.focus()
}
function key(event: KeyboardEvent, list: Occurrence[], one: Occurrence): void {
    if (!props.changes) return
    const letter = event.key.toLowerCase()
    const way = { ArrowDown: 1, ArrowUp: -1 }[event.key]
    if (letter === 'm') void turnMustByKey(list, one)
    else if (way !== undefined && !event.altKey) step(event.currentTarget, way)
    else if (event.altKey && event.key === 'ArrowUp') shift(list, one, -1)
    else if (event.altKey && event.key === 'ArrowDown') shift(list, one, 1)
    else if (letter === 'o') on(one)
    else if (letter === 'b' && !one.routine) out(one)
    else return
    event.preventDefault()
    event.stopPropagation()
}
</script>

<template>
    <section
        ref="section"
        class="plan"
        :class="{ changes }"
        :aria-label="`${longWeekday(day.date)}, as it is laid out`"
        data-test="tomorrow"
    >
        <header>
            <h1>{{ longWeekday(day.date) }} {{ Number(day.date.slice(8)) }}</h1>
            <span :class="{ over: taken > limit }" data-test="places"
                >{{ taken }} of {{ limit }} places taken</span
            >
        </header>
        <LoadBar :day="day" :extra="extra" />
        <p v-for="complaint in working?.full ?? []" :key="complaint" class="complaint" role="status">
            {{ complaint }}
        </p>
        <ReorderList
            v-model="musts"
            items=".must"
            group="tomorrow"
            :disabled="!changes"
            class="musts"
            @end="keep('Put the day in order.')"
        >
            <article
                v-for="(one, i) in musts"
                :key="one.key"
                class="must"
                :tabindex="changes ? 0 : undefined"
                :data-hue="hue(one)"
                data-test="must"
                :data-key="one.key"
                :data-title="one.title"
                @keydown="key($event, musts, one)"
            >
                <b class="place">{{ i + 1 }}</b><span class="title">{{ one.title }}</span
                ><span class="when">{{
                    [when(one), area(one.area_id)?.name].filter(Boolean).join(' · ')
                }}</span>
                <span v-if="changes" class="presses"
                    ><NButton class="press" :title="`${one.title} is no must: M`" @click="turnMust(one)">
                        not a must
                    </NButton></span
                >
            </article>
        </ReorderList>
        <p v-if="left > 0" class="room" data-test="room">
            choose a {{ ORDINALS[musts.length] }} must<template v-if="changes"
                >: press “must” beside it, drag it here, or <kbd>M</kbd></template
            >
        </p>
        <ReorderList
            v-model="others"
            items=".other"
            group="tomorrow"
            :disabled="!changes"
            class="others"
            @end="keep('Put the day in order.')"
        >
            <article
                v-for="(one, i) in others"
                :key="one.key"
                class="other"
                :tabindex="changes ? 0 : undefined"
                :data-hue="hue(one)"
                data-test="other"
                :data-key="one.key"
                :data-title="one.title"
                @keydown="key($event, others, one)"
            >
                <b class="number">{{ i + 1 }}</b><i class="mark" aria-hidden="true" /><span class="title">{{
                    one.title
                }}</span
                ><span class="when">{{ when(one) }}</span>
                <span v-if="changes" class="presses">
                    <NButton class="press" data-test="make-must" @click="turnMust(one)">must</NButton
                    ><NButton
                        class="press"
                        :title="`To ${longWeekday(plusDays(day.date, 1))}: O`"
                        data-test="move-on"
                        @click="on(one)"
                    >
                        a day on
                    </NButton>
                    <NButton
                        v-if="!one.routine"
                        class="press"
                        title="Back to the basket: B"
                        @click="out(one)"
                    >
                        out
                    </NButton>
                </span>
            </article>
        </ReorderList>
        <p v-if="taken === 0" class="none">Nothing is on the list yet.</p>
    </section>
</template>

<style scoped>
header {
    display: flex;
    align-items: baseline;
    gap: 12px;
    margin-bottom: 10px;
}
h1 {
    font-size: 1.625rem;
    line-height: 32px;
}
header span {
    color: var(--muted);
}
.over,
.complaint {
    color: var(--trouble) !important;
    font-weight: 600;
}
.complaint {
    margin: 4px 0 0;
}
.musts {
    min-height: 4px;
    margin-top: 10px;
}
.must {
    display: flex;
    align-items: center;
    gap: 12px;
    min-height: 46px;
    padding: 6px 14px;
    margin-bottom: 7px;
    border: 1px solid var(--line-strong);
    border-left: 5px solid var(--c);
    border-radius: 9px;
    background: var(--sheet);
}
.place {
    width: 23px;
    height: 23px;
    border-radius: 6px;
    background: var(--plum);
    color: var(--on-plum);
    text-align: center;
    line-height: 23px;
}
.must .title {
    font-weight: 650;
    font-size: 0.9375rem;
}
.title {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    flex: 1;
}
.when {
    color: var(--muted);
    font-size: 0.75rem;
    white-space: nowrap;
}
.room {
    margin: 0 0 12px;
    padding: 11px 14px;
    border: 1px dashed var(--line-strong);
    border-radius: 9px;
    color: var(--muted);
}
.others {
    min-height: 30px;
}
.other {
    display: flex;
    align-items: center;
    gap: 10px;
    min-height: 32px;
    padding: 2px 4px 2px 12px;
    border-bottom: 1px dotted var(--line-strong);
}
.number {
    width: 16px;
    color: var(--muted);
    font-weight: 400;
}
.mark {
    flex: none;
    width: 9px;
    height: 13px;
    border: 1.5px solid var(--c);
    border-radius: 50%;
    transform: rotate(20deg);
}
.changes .must,
.changes .other {
    cursor: grab;
}
.presses {
    display: flex;
    gap: 5px;
}
.presses .press {
    padding: 1px 8px;
    font-size: 0.75rem;
    min-height: 24px;
}
.none {
    color: var(--muted);
}
@media (max-width: 760px) {
    .other,
    .must {
        flex-wrap: wrap;
    }
    .presses {
        width: 100%;
        padding: 2px 0 4px 26px;
    }
    .title {
        flex-basis: 55%;
    }
}
</style>
