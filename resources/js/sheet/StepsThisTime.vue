<script setup lang="ts">
import { NButton, NCheckbox } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { Entry, Step } from '@/api/types'
import ReorderList from '@/shared/ReorderList.vue'
import { useChanges } from '@/undo/useChanges'
import { computed, ref, watch } from 'vue'

/** The steps as they stand this time: ticked, put in order, or made tasks of their own, each at once. */
const props = defineProps<{ entry: Entry; recurrenceId: string | null }>()
const emit = defineEmits<{ changed: [entry: Entry, steps: Step[]]; whole: [] }>()

const { change } = useChanges()
const steps = ref<Step[]>([])
watch(
    () => props.entry.this_one?.checklist ?? props.entry.checklist,
    (given) => (steps.value = given.map((step) => ({ ...step }))),
    { immediate: true },
)
const done = computed(() => steps.value.filter((step) => step.done).length)
const offers = ref(false)

async function keep(words: string): Promise<void> {
    const sent = steps.value.map((step) => ({ ...step }))
    const entry = await change(words, () =>
        answerOf(
            api.PATCH('/entries/{entry}', {
                params: { path: { entry: props.entry.id } },
                body: {
                    checklist: sent,
                    ...(props.recurrenceId === null
                        ? {}
                        : { scope: 'one', recurrence_id: props.recurrenceId }),
                },
            }),
        ),
    )
    if (entry) emit('changed', entry, sent)
}
async function tick(step: Step): Promise<void> {
    step.done = !step.done
    offers.value =
        props.entry.kind === 'task' && !props.entry.this_one?.done && done.value === steps.value.length
    await keep(step.done ? `Ticked “${step.text}”.` : `“${step.text}” is not done after all.`)
}
function shift(at: number, by: number): void {
    const [step] = steps.value.splice(at, 1)
    if (!step) return
    steps.value.splice(Math.max(0, at + by), 0, step)
    void keep('Put the steps in order.')
}
async function takeOut(at: number): Promise<void> {
    const step = steps.value[at]
    const task = await change(`“${step?.text}” is a task of its own, in the basket.`, () =>
        answerOf(
            api.POST('/entries/{entry}/steps/{step}/out', {
                params: { path: { entry: props.entry.id, step: at } },
                body: { recurrence_id: props.recurrenceId },
            }),
        ),
    )
    if (!task) return
    const left = steps.value.filter((_, i) => i !== at)
    emit(
        'changed',
        { ...props.entry, version: props.entry.version + (props.recurrenceId === null ? 1 : 0) },
        left,
    )
}
</script>

<template>
    <section class="steps" data-test="steps">
        <h2>
            Steps <small>{{ done }} of {{ steps.length }} done{{ recurrenceId ? ', this time' : '' }}</small>
        </h2>
        <ReorderList
            v-model="steps"
            items="li"
            handle=".handle"
            tag="ol"
            @end="keep('Put the steps in order.')"
        >
            <li v-for="(step, i) in steps" :key="`${step.text} ${i}`" data-test="step">
                <span class="handle" aria-hidden="true" title="Drag to put it elsewhere">⠿</span>
                <NCheckbox
                    :class="{ done: step.done }"
                    :checked="step.done"
                    @update:checked="tick(step)"
                    @keydown.alt.up.prevent="shift(i, -1)"
                    @keydown.alt.down.prevent="shift(i, 1)"
                    >{{ step.text }}</NCheckbox
                >
                <NButton text class="plain out" data-test="step-out" @click="takeOut(i)">
                    a task of its own
                </NButton>
            </li>
        </ReorderList>
        <p v-if="offers" class="offer" role="status">
            That was the last step.
            <NButton class="press" type="primary" data-test="tick-whole" @click="emit('whole')">
                Tick the whole off
            </NButton>
            <NButton class="press" @click="offers = false">Not yet</NButton>
        </p>
    </section>
</template>

<style scoped>
h2 {
    font: 650 0.8438rem/1.3 var(--sans);
    margin: 16px 0 4px;
}
small {
    font: 400 0.8125rem/1.3 var(--sans);
    color: var(--muted);
    margin-left: 4px;
}
ol {
    margin: 0;
    padding: 0;
    list-style: none;
}
li {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 28px;
    border-bottom: 1px dotted var(--line);
}
.handle {
    color: var(--muted);
    cursor: grab;
    font-size: 0.8125rem;
}
label {
    flex: 1;
    display: flex;
    gap: 8px;
    align-items: center;
    min-width: 0;
}
.done {
    text-decoration: line-through;
    color: var(--muted);
}
.out {
    color: var(--muted);
    font-size: 0.75rem;
    min-height: 24px;
    text-decoration: underline;
    text-underline-offset: 2px;
}
.offer {
    margin: 8px 0 0;
    padding: 8px 12px;
    border: 1px solid var(--plum-line);
    border-radius: 8px;
    background: var(--plum-soft);
}
</style>
