<script setup lang="ts">
import { useAreas, useFilters } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import ChoiceWord from './ChoiceWord.vue'
import KeptFilters from './KeptFilters.vue'
import { NONE, SCHEMES, useChoice, type Part } from './useChoice'

/**
 * What is shown, as a sentence with words to press. Opened it says all that can be chosen; while something is filtered it
 * stays and says what differs.
 */
const KINDS = [
    ['', 'everything'],
    ['task', 'tasks'],
    ['event', 'events'],
] as const
const DONE = [
    ['', 'open or done'],
    ['open', 'still open'],
    ['done', 'done'],
] as const
const REPEATS = [
    ['all', 'every time'],
    ['next', 'only the next time'],
    ['none', 'without routines'],
] as const
const IMPORTANCE = ['must', 'should', 'could', NONE].map(
    (one) => [one, one === NONE ? 'not said' : one] as const,
)
const EFFORT = ['light', 'steady', 'demanding', NONE].map(
    (one) => [one, one === NONE ? 'not said' : one] as const,
)

/** One word of the sentence, and what stands before it. */
interface Word {
    before: string
    part: Part
    label: string
    options: readonly (readonly [string, string])[]
    any?: string
    none?: string
    usual?: string
    plural?: string
}

const view = useView()
const { differs, isPlain } = useChoice()
const { calendars } = useAreas()
const { labels } = useFilters()

const whole = computed(() => view.isSentenceOpen)
const words = computed<Word[]>(() => [
    {
        before: ' in ',
        part: 'calendars',
        label: 'calendars',
        options: calendars.value.map((one) => [one.id, one.name] as const),
        any: 'every calendar',
        plural: 'calendars',
    },
    { before: ', ', part: 'done', label: 'done', options: DONE },
    {
        before: ', ',
        part: 'importance',
        label: 'importance',
        options: IMPORTANCE,
        any: 'any importance',
        none: 'no importance',
    },
    {
        before: ', ',
        part: 'effort',
        label: 'effort',
        options: EFFORT,
        any: 'any effort',
        none: 'no effort said',
    },
    {
        before: ', ',
        part: 'labels',
        label: 'labels',
        options:
            labels.value.length === 0
                ? []
                : [...labels.value.map((label) => [label, label] as const), [NONE, 'no label'] as const],
        any: 'any label',
        none: 'no label',
    },
    { before: '; routines ', part: 'repeats', label: 'repeats', options: REPEATS, usual: 'all' },
    {
        before: '; coloured by ',
        part: 'colour',
        label: 'colouring',
        options: SCHEMES.map((name) => [name, name] as const),
        usual: 'calendar',
    },
])
const says = (part: Part): boolean => whole.value || differs(part)
const said = computed(() => words.value.filter((word) => says(word.part)))
</script>

<template>
    <div
        v-if="whole || !isPlain"
        id="shown"
        class="shown"
        role="toolbar"
        aria-label="What is shown"
        data-test="shown"
    >
        <span class="words">
            Showing
            <ChoiceWord v-if="says('kinds')" part="kinds" label="kinds" :options="KINDS" />
            <template v-else>everything</template
            ><template v-for="{ before, ...word } in said" :key="word.part"
                >{{ before
                }}<ChoiceWord v-bind="word"
                    ><p class="none">
                        No entry carries a label yet. Give one in a sheet, under More.
                    </p></ChoiceWord
                ></template
            >.
        </span>
        <KeptFilters />
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
    font-size: 0.75rem;
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.words {
    flex: 1;
    min-width: 0;
    line-height: 22px;
}
.shown :deep(.word) {
    min-height: 22px;
    font-weight: 550;
    border-bottom-width: 1px;
}
.none {
    margin: 0;
    max-width: 200px;
}
@media (max-width: 760px) {
    .shown {
        flex-wrap: wrap;
        gap: 4px 12px;
    }
}
@media print {
    .shown {
        display: none;
    }
}
</style>
