<script setup lang="ts">
import SentenceWord from '@/shared/SentenceWord.vue'
import { useAreas, useFilters } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import KeptFilters from './KeptFilters.vue'
import OneOf from './OneOf.vue'
import SomeOf from './SomeOf.vue'
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

const view = useView()
const { choice, scheme, repeats, differs, isPlain, set } = useChoice()
const { calendars } = useAreas()
const { labels } = useFilters()

const whole = computed(() => view.isSentenceOpen)
const says = (part: Part): boolean => whole.value || differs(part)
const wordsOf = (list: readonly (readonly [string, string])[], part: Part): string =>
    list.find(([value]) => value === (choice.value[part]?.[0] ?? ''))?.[1] ?? list[0]![1]
const joined = (part: Part, none: string, all: string): string => {
    const list = choice.value[part] ?? []
    return list.length === 0 ? all : list.map((one) => (one === NONE ? none : one)).join(' or ')
}
const calendarWords = computed(() => {
    const list = choice.value.calendars ?? []
    if (list.length === 0) return 'every calendar'
    return list.length === 1
        ? (calendars.value.find((one) => one.id === list[0])?.name ?? 'one calendar')
        : `${list.length} calendars`
})
const one = (part: Part, all = ''): string => choice.value[part]?.[0] ?? all
const some = (part: Part): string[] => choice.value[part] ?? []
const setOne = (part: Part, value: string, all = ''): void => set(part, value === all ? [] : [value])
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
            <SentenceWord v-if="says('kinds')" :words="wordsOf(KINDS, 'kinds')" label="kinds">
                <OneOf
                    label="kinds"
                    :options="KINDS"
                    :model-value="one('kinds') as ''"
                    @update:model-value="(value) => setOne('kinds', value)"
                />
            </SentenceWord>
            <template v-else>everything</template>
            <template v-if="says('calendars')">
                in
                <SentenceWord :words="calendarWords" label="calendars">
                    <SomeOf
                        label="calendars"
                        :options="calendars.map((calendar) => [calendar.id, calendar.name])"
                        :model-value="some('calendars')"
                        @update:model-value="(list) => set('calendars', list)"
                    />
                </SentenceWord> </template
            ><template v-if="says('done')"
                >,
                <SentenceWord :words="wordsOf(DONE, 'done')" label="done">
                    <OneOf
                        label="done"
                        :options="DONE"
                        :model-value="one('done') as ''"
                        @update:model-value="(value) => setOne('done', value)"
                    />
                </SentenceWord> </template
            ><template v-if="says('importance')"
                >,
                <SentenceWord
                    :words="joined('importance', 'no importance', 'any importance')"
                    label="importance"
                >
                    <SomeOf
                        label="importance"
                        :options="IMPORTANCE"
                        :model-value="some('importance')"
                        @update:model-value="(list) => set('importance', list)"
                    />
                </SentenceWord> </template
            ><template v-if="says('effort')"
                >,
                <SentenceWord :words="joined('effort', 'no effort said', 'any effort')" label="effort">
                    <SomeOf
                        label="effort"
                        :options="EFFORT"
                        :model-value="some('effort')"
                        @update:model-value="(list) => set('effort', list)"
                    />
                </SentenceWord> </template
            ><template v-if="says('labels')"
                >,
                <SentenceWord :words="joined('labels', 'no label', 'any label')" label="labels">
                    <p v-if="labels.length === 0" class="none">
                        No entry carries a label yet. Give one in a sheet, under More.
                    </p>
                    <SomeOf
                        v-else
                        label="labels"
                        :options="[...labels.map((label) => [label, label] as const), [NONE, 'no label']]"
                        :model-value="some('labels')"
                        @update:model-value="(list) => set('labels', list)"
                    />
                </SentenceWord> </template
            ><template v-if="says('repeats')"
                >; routines
                <SentenceWord :words="wordsOf(REPEATS, 'repeats')" label="repeats">
                    <OneOf
                        label="repeats"
                        :options="REPEATS"
                        :model-value="repeats"
                        @update:model-value="(value) => setOne('repeats', value, 'all')"
                    />
                </SentenceWord> </template
            ><template v-if="says('colour')"
                >; coloured by
                <SentenceWord :words="scheme" label="colouring">
                    <OneOf
                        label="colouring"
                        :options="SCHEMES.map((name) => [name, name] as const)"
                        :model-value="scheme"
                        @update:model-value="(value) => setOne('colour', value, 'calendar')"
                    />
                </SentenceWord> </template
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
