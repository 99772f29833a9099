<script setup lang="ts">
import SentenceWord from '@/shared/SentenceWord.vue'
import { MOST_DAYS, usePeriod } from '@/period/usePeriod'
import { useAreas, useBoard, useFilters } from '@/state/server'
import { useView } from '@/state/view'
import { say, useChanges } from '@/undo/useChanges'
import { answerOf, api, sentence } from '@/api/client'
import { namedDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { NONE, SCHEMES, useChoice, type Part } from './useChoice'

/** What is shown, as a sentence with words to press. */
const route = useRoute()
const router = useRouter()
const view = useView()
const account = useAccount()
const { send } = useChanges()
const { view: name, days, from, isNarrow, go } = usePeriod()
const { choice, scheme, repeats, isFiltered, set, turn, take } = useChoice()
const { calendars } = useAreas()
const { filters, labels } = useFilters()

const listed = (part: Part, none: string, all: string): string => {
    const list = choice.value[part] ?? []
    return list.length === 0 ? all : list.map((one) => (one === NONE ? none : one)).join(' or ')
}
const KINDS: Record<string, string> = { task: 'tasks', event: 'events' }
const DONE: Record<string, string> = { open: 'still open', done: 'done' }
const kindWords = computed(() => KINDS[choice.value.kinds?.[0] ?? ''] ?? 'everything')
const calendarWords = computed(() => {
    const list = choice.value.calendars ?? []
    return list.length === 0
        ? 'every calendar'
        : list.length === 1
          ? (calendars.value.find((one) => one.id === list[0])?.name ?? 'one calendar')
          : `${list.length} calendars`
})
const doneWords = computed(() => DONE[choice.value.done?.[0] ?? ''] ?? 'open or done')
const repeatWords = computed(
    () => ({ all: 'every time', next: 'only the next time', none: 'without routines' })[repeats.value],
)
const isWorkOnly = computed(() => route.query.work === '1')

function turnWork(): void {
    const query = { ...route.query }
    if (query.work) delete query.work
    else query.work = '1'
    void router.replace({ path: route.path, query })
}

const filterName = ref('')
async function keep(close: () => void): Promise<void> {
    try {
        await send(() =>
            answerOf(api.POST('/filters', { body: { name: filterName.value, choice: choice.value } })),
        )
        say(`Kept the filter “${filterName.value}”.`, { undoable: true })
        filterName.value = ''
        close()
    } catch (error) {
        say(sentence(error), { trouble: true })
    }
}
async function forget(id: string): Promise<void> {
    await send(() => answerOf(api.DELETE('/filters/{filter}', { params: { path: { filter: id } } }))).catch(
        (error: unknown) => say(sentence(error), { trouble: true }),
    )
}

const hasHours = computed(() => name.value === 'day' || name.value === 'days' || name.value === 'week')
const board = useBoard(
    from,
    days,
    computed(() => (repeats.value === 'next' ? 'next' : 'all')),
    hasHours,
)
const clashes = computed(() =>
    hasHours.value
        ? (board.data.value?.conflicts ?? []).map((one) => {
              const [first, second] = [one.first, one.second].map((key) =>
                  board.data.value?.occurrences.find((other) => other.key === key),
              )
              return { day: one.day, first, second }
          })
        : [],
)
const clashWords = computed(
    () =>
        `${clashes.value.length === 1 ? '1 double booking' : `${clashes.value.length} double bookings`} ${name.value === 'week' && !isNarrow.value ? 'this week' : 'here'}`,
)

function see(key: string | undefined, close: () => void): void {
    close()
    if (key) document.querySelector<HTMLElement>(`[data-tile][data-key="${CSS.escape(key)}"]`)?.focus()
}
function print(): void {
    window.print()
}
</script>

<template>
    <div class="shown" role="toolbar" aria-label="What is shown" data-test="shown">
        <span class="words">
            Showing
            <SentenceWord :words="kindWords" label="kinds">
                <button
                    v-for="[value, words] in [
                        ['', 'everything'],
                        ['task', 'tasks'],
                        ['event', 'events'],
                    ] as const"
                    :key="value"
                    class="press"
                    :aria-pressed="(choice.kinds?.[0] ?? '') === value"
                    @click="set('kinds', value ? [value] : [])"
                >
                    {{ words }}
                </button>
            </SentenceWord>
            in
            <SentenceWord :words="calendarWords" label="calendars">
                <button class="press" :aria-pressed="!choice.calendars?.length" @click="set('calendars', [])">
                    every calendar
                </button>
                <label v-for="one in calendars" :key="one.id"
                    ><input
                        type="checkbox"
                        :checked="choice.calendars?.includes(one.id)"
                        @change="turn('calendars', one.id)"
                    />
                    {{ one.name }}</label
                > </SentenceWord
            ><span class="rest"
                >,
                <SentenceWord :words="doneWords" label="done">
                    <button
                        v-for="[value, words] in [
                            ['', 'open or done'],
                            ['open', 'still open'],
                            ['done', 'done'],
                        ] as const"
                        :key="value"
                        class="press"
                        :aria-pressed="(choice.done?.[0] ?? '') === value"
                        @click="set('done', value ? [value] : [])"
                    >
                        {{ words }}
                    </button> </SentenceWord
                >,
                <SentenceWord
                    :words="listed('importance', 'no importance', 'any importance')"
                    label="importance"
                >
                    <label v-for="one in ['must', 'should', 'could', NONE]" :key="one"
                        ><input
                            type="checkbox"
                            :checked="choice.importance?.includes(one)"
                            @change="turn('importance', one)"
                        />
                        {{ one === NONE ? 'not said' : one }}</label
                    > </SentenceWord
                >,
                <SentenceWord :words="listed('effort', 'no effort said', 'any effort')" label="effort">
                    <label v-for="one in ['light', 'steady', 'demanding', NONE]" :key="one"
                        ><input
                            type="checkbox"
                            :checked="choice.effort?.includes(one)"
                            @change="turn('effort', one)"
                        />
                        {{ one === NONE ? 'not said' : one }}</label
                    > </SentenceWord
                >,
                <SentenceWord :words="listed('labels', 'no label', 'any label')" label="labels">
                    <p v-if="labels.length === 0" class="none">
                        No entry carries a label yet. Give one in a sheet, under More.
                    </p>
                    <label v-for="one in [...labels, ...(labels.length ? [NONE] : [])]" :key="one"
                        ><input
                            type="checkbox"
                            :checked="choice.labels?.includes(one)"
                            @change="turn('labels', one)"
                        />
                        {{ one === NONE ? 'no label' : one }}</label
                    > </SentenceWord
                >; routines
                <SentenceWord :words="repeatWords" label="repeats">
                    <button
                        v-for="[value, words] in [
                            ['all', 'every time'],
                            ['next', 'only the next time'],
                            ['none', 'without routines'],
                        ] as const"
                        :key="value"
                        class="press"
                        :aria-pressed="repeats === value"
                        @click="set('repeats', value === 'all' ? [] : [value])"
                    >
                        {{ words }}
                    </button> </SentenceWord
                >; coloured by
                <SentenceWord :words="scheme" label="colouring">
                    <button
                        v-for="one in SCHEMES"
                        :key="one"
                        class="press"
                        :aria-pressed="scheme === one"
                        @click="set('colour', one === 'calendar' ? [] : [one])"
                    >
                        {{ one }}
                    </button> </SentenceWord
                >.
            </span>
        </span>
        <span class="tools">
            <SentenceWord v-if="clashes.length > 0" :words="clashWords" label="double bookings" class="clash">
                <template #default="{ close }">
                    <div v-for="(one, i) in clashes.slice(0, 12)" :key="i" class="pair" data-test="clash">
                        <b>{{ namedDate(one.day) }}</b>
                        <button
                            v-for="side in [one.first, one.second]"
                            :key="side?.key"
                            class="plain"
                            @click="see(side?.key, close)"
                        >
                            {{
                                side ? `${timeOf(side.start, account.clock)} ${side.title}` : 'left out here'
                            }}
                        </button>
                    </div>
                </template>
            </SentenceWord>
            <SentenceWord
                v-if="filters.length > 0 || isFiltered"
                :words="isFiltered ? 'keep or clear' : 'kept filters'"
                label="filters"
            >
                <template #default="{ close }">
                    <button
                        v-if="isFiltered"
                        class="press"
                        data-test="clear-filter"
                        @click="
                            () => {
                                take({ colour: choice.colour, repeats: choice.repeats })
                                close()
                            }
                        "
                    >
                        show all again
                    </button>
                    <span v-for="one in filters" :key="one.id" class="kept"
                        ><button
                            class="press"
                            data-test="kept-filter"
                            @click="
                                () => {
                                    take(one.choice)
                                    close()
                                }
                            "
                        >
                            {{ one.name }}</button
                        ><button class="plain" :aria-label="`Forget ${one.name}`" @click="forget(one.id)">
                            ×
                        </button></span
                    >
                    <form v-if="isFiltered" class="keep" @submit.prevent="keep(close)">
                        <input
                            v-model="filterName"
                            maxlength="60"
                            placeholder="keep it as …"
                            aria-label="Name of the filter"
                        /><button class="press">Keep</button>
                    </form>
                </template>
            </SentenceWord>
            <button
                v-if="name === 'week' && !isNarrow"
                class="plain tool"
                :aria-pressed="isWorkOnly"
                data-test="work-days"
                @click="turnWork"
            >
                {{ isWorkOnly ? 'all days' : 'work days' }}
            </button>
            <span v-if="(name === 'day' || name === 'days') && !isNarrow" class="count">
                <button
                    class="plain tool"
                    :disabled="days <= 1"
                    aria-label="A day fewer"
                    @click="days <= 2 ? go({ view: 'day' }) : go({ view: 'days', count: days - 1 })"
                >
                    −
                </button>
                {{ days === 1 ? '1 day' : `${days} days` }}
                <button
                    class="plain tool"
                    :disabled="days >= MOST_DAYS"
                    aria-label="A day more"
                    data-test="more-days"
                    @click="go({ view: 'days', count: days + 1 })"
                >
                    +
                </button>
            </span>
            <button class="plain tool" @click="view.panel = 'filing'">filing</button>
            <button
                v-if="name === 'week' || name === 'month'"
                class="plain tool"
                data-test="paper"
                @click="print"
            >
                on paper
            </button>
        </span>
    </div>
</template>

<style scoped>
.shown {
    flex: none;
    display: flex;
    align-items: center;
    gap: 12px;
    min-height: 28px;
    padding: 2px 14px;
    border-bottom: 1px solid var(--line);
    background: var(--paper);
    color: var(--muted);
    font-size: 12px;
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.words {
    flex: 1;
    min-width: 0;
    line-height: 22px;
}
.shown :deep(.word) {
    font-weight: 550;
    border-bottom-width: 1px;
}
.tools :deep(.word) {
    min-height: 24px;
}
.tools {
    display: flex;
    gap: 11px;
    align-items: center;
    white-space: nowrap;
}
.tool {
    min-height: 24px;
    text-decoration: underline;
    text-underline-offset: 3px;
    text-decoration-color: var(--plum-line);
    color: var(--ink);
}
.tool:disabled {
    opacity: 0.4;
}
.count {
    display: inline-flex;
    gap: 8px;
    align-items: center;
    color: var(--ink);
}
.count .tool {
    text-decoration: none;
    width: 24px;
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    text-align: center;
}
.clash,
.tools :deep(.word) {
    --c-text: var(--ink);
}
.clash:deep(.word) {
    --c: var(--trouble);
    --c-text: var(--trouble);
}
.pair {
    display: grid;
    gap: 2px;
    padding: 3px 0;
    color: var(--ink);
}
.pair .plain:hover {
    text-decoration: underline;
}
.kept {
    display: flex;
    gap: 8px;
    align-items: center;
    justify-content: space-between;
}
.keep {
    display: flex;
    gap: 6px;
}
.keep input {
    width: 130px;
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 2px 6px;
    background: var(--paper);
}
.none {
    margin: 0;
    max-width: 200px;
}
label {
    display: flex;
    gap: 6px;
    align-items: center;
    color: var(--ink);
}
@media (max-width: 760px) {
    .shown {
        flex-wrap: wrap;
        gap: 4px 12px;
    }
    .rest,
    .tools > .tool {
        display: none;
    }
    .words {
        flex: none;
    }
}
@media print {
    .shown {
        display: none;
    }
}
</style>
