<script setup lang="ts">
import CalendarField from '@/choice/CalendarField.vue'
import { NButton, NInput } from 'naive-ui'
import { answerOf, api, Refused, sentence } from '@/api/client'
import type { Colour, FilingRule } from '@/api/types'
import ColourChoice from '@/shared/ColourChoice.vue'
import SidePanel from '@/shared/SidePanel.vue'
import { useAreas } from '@/state/server'
import { say, useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'

/** Rules that file an entry by words in its title, each with what it would change now. */
const emit = defineEmits<{ close: [] }>()
const { calendar, colour } = useAreas()
const { change, send } = useChanges()
const query = useQuery({ queryKey: ['filing'], queryFn: () => answerOf(api.GET('/filing')) })
const rules = computed(() => query.data.value?.rules ?? [])
const draft = ref<{ words: string; calendar_id: string | null; colour: Colour | null }>({
    words: '',
    calendar_id: null,
    colour: null,
})
const mistakes = ref<Record<string, string[]>>({})
const settled = refDebounced(
    computed(() => JSON.stringify(draft.value)),
    200,
)
const isAsked = computed(
    () =>
        draft.value.words.trim() !== '' && (draft.value.calendar_id !== null || draft.value.colour !== null),
)
const preview = useQuery({
    queryKey: computed(() => ['filing', 'preview', settled.value]),
    enabled: isAsked,
    retry: false,
    queryFn: () => answerOf(api.POST('/filing/preview', { body: JSON.parse(settled.value) })),
})
const would = computed(() => (isAsked.value ? preview.data.value?.entries : undefined))

async function add(): Promise<void> {
    mistakes.value = {}
    try {
        await send(() => answerOf(api.POST('/filing', { body: draft.value })))
        say(`From now on “${draft.value.words}” is filed.`, { undoable: true })
        draft.value = { words: '', calendar_id: null, colour: null }
    } catch (error) {
        if (error instanceof Refused) mistakes.value = error.errors
        say(sentence(error), { trouble: true })
    }
}
async function apply(rule: FilingRule): Promise<void> {
    await change(`Filed by “${rule.words}”.`, () =>
        answerOf(api.POST('/filing/{rule}/apply', { params: { path: { rule: rule.id } } })),
    )
}
async function remove(rule: FilingRule): Promise<void> {
    await change(`No more filing by “${rule.words}”.`, () =>
        answerOf(api.DELETE('/filing/{rule}', { params: { path: { rule: rule.id } } })),
    )
}
</script>

<template>
    <SidePanel title="Filing by words" :width="560" @close="emit('close')">
        <p class="hint">
            What is caught without naming a calendar is filed by the words in its title. The first rule that
            fits decides.
        </p>
        <ul>
            <li
                v-for="rule in rules"
                :key="rule.id"
                data-test="filing-rule"
                :data-hue="rule.colour ?? (rule.calendar_id ? colour(rule.calendar_id) : 'slate')"
            >
                <span
                    >If the title has <b>{{ rule.words }}</b>{{
                        rule.calendar_id
                            ? `, put it into ${calendar(rule.calendar_id)?.name ?? 'a calendar that is gone'}`
                            : ''
                    }}{{
                        rule.colour ? `${rule.calendar_id ? ' and' : ','} colour it ${rule.colour}` : ''
                    }}.</span
                >
                <NButton class="press" @click="apply(rule)">File what is there</NButton>
                <NButton
                    text
                    class="plain"
                    :aria-label="`Remove the rule for ${rule.words}`"
                    @click="remove(rule)"
                >
                    ×
                </NButton>
            </li>
        </ul>
        <form @submit.prevent="add">
            <h2>Another one</h2>
            <p class="sentence">
                If the title has
                <NInput
                    v-model:value="draft.words"
                    class="words"
                    size="small"
                    :maxlength="60"
                    placeholder="a word"
                    :input-props="{ 'aria-label': 'Words' }"
                    data-test="filing-words"
                />, put it into
                <CalendarField
                    v-model="draft.calendar_id"
                    label="Calendar"
                    none="no other calendar"
                    data-test="filing-calendar"
                />
                and colour it
                <ColourChoice
                    :value="draft.colour"
                    label="Colour"
                    inherits="as its calendar"
                    @choose="(chosen) => (draft.colour = chosen)"
                />
            </p>
            <p v-for="(list, name) in mistakes" :key="name" class="mistake" role="alert">{{ list[0] }}</p>
            <p v-if="would" class="hint" data-test="filing-preview">
                {{
                    would.length === 0
                        ? 'Of what is there it would change nothing.'
                        : `Of what is there it would change ${would.length}: ${would
                              .slice(0, 8)
                              .map((one) => one.title)
                              .join(', ')}${would.length > 8 ? ' and others' : ''}.`
                }}
            </p>
            <NButton type="primary" attr-type="submit" data-test="filing-add">Add the rule</NButton>
        </form>
    </SidePanel>
</template>

<style scoped>
.words {
    display: inline-block;
    width: 150px;
}
.hint {
    color: var(--muted);
}
ul {
    list-style: none;
    padding: 0;
    margin: 0 0 16px;
}
li {
    display: flex;
    gap: 10px;
    align-items: center;
    padding: 7px 0 7px 10px;
    border-left: 4px solid var(--c);
    border-bottom: 1px solid var(--line);
}
li span {
    flex: 1;
}
h2 {
    font-size: 1rem;
}
.sentence {
    line-height: 2.3;
}
input,
select {
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 3px 7px;
    background: var(--paper);
    max-width: 190px;
}
</style>
