<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import { fullDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'

/** What became of a routine's occurrences, and what was changed in the entry; an older state can be put back. */
const props = defineProps<{ entryId: string; routine: boolean }>()
const emit = defineEmits<{ restored: [] }>()

interface Step {
    id: number
    at: string
    label: string
    undone: boolean
    restorable: boolean
    changes: { what: string; before: string; after: string }[]
}

const account = useAccount()
const { change } = useChanges()
const open = ref(false)
const past = useQuery({
    queryKey: computed(() => ['entries', props.entryId, 'past']),
    enabled: computed(() => open.value && props.routine),
    queryFn: () => answerOf(api.GET('/entries/{entry}/past', { params: { path: { entry: props.entryId } } })),
})
const steps = useQuery({
    queryKey: computed(() => ['entries', props.entryId, 'history']),
    enabled: open,
    queryFn: () =>
        answerOf(api.GET('/entries/{entry}/history', { params: { path: { entry: props.entryId } } })),
})
const dated = (at: string): string =>
    `${fullDate(at)}${at.length > 10 ? `, ${timeOf(at, account.value.clock)}` : ''}`
const WORDS = { done: 'done', let_go: 'let go', missed: 'missed', past: 'was', skipped: 'skipped' }

async function restore(step: Step): Promise<void> {
    if (
        await change('Put back an older state.', () =>
            answerOf(
                api.POST('/entries/{entry}/history/{step}', {
                    params: { path: { entry: props.entryId, step: step.id } },
                }),
            ),
        )
    )
        emit('restored')
}
</script>

<template>
    <details class="past" data-test="past" @toggle="open = ($event.target as HTMLDetailsElement).open">
        <summary>{{ routine ? 'What became of it, and what was changed' : 'What was changed' }}</summary>
        <template v-if="routine && past.data.value">
            <p class="sum">
                In the past twelve months: <b>{{ past.data.value.done }} done</b>,
                {{ past.data.value.missed }} missed, {{ past.data.value.skipped }} skipped.
            </p>
            <ul class="times">
                <li
                    v-for="one in past.data.value.past.slice(0, 40)"
                    :key="one.recurrence_id"
                    :class="one.state"
                >
                    <b>{{ WORDS[one.state] }}</b> {{ dated(one.start) }}{{ one.moved ? ', moved' : ''
                    }}{{ one.title ? `, as “${one.title}”` : '' }}
                </li>
            </ul>
        </template>
        <ul class="steps">
            <li
                v-for="step in steps.data.value?.steps ?? []"
                :key="step.id"
                :class="{ undone: step.undone }"
                data-test="step"
            >
                <span class="head"
                    ><b>{{ step.label }}</b>
                    <small>{{ dated(step.at) }}{{ step.undone ? ', taken back' : '' }}</small>
                    <NButton
                        v-if="step.restorable && !step.undone"
                        class="press"
                        data-test="restore"
                        @click="restore(step)"
                    >
                        Put this state back
                    </NButton></span
                >
                <span v-for="(one, i) in step.changes" :key="i" class="change"
                    >{{ one.what }}: <s v-if="one.before">{{ one.before }}</s>
                    {{ one.after || 'nothing' }}</span
                >
            </li>
            <li v-if="steps.data.value?.steps.length === 0">Nothing was changed since it was laid out.</li>
        </ul>
    </details>
</template>

<style scoped>
.past {
    margin-top: 14px;
}
summary {
    cursor: pointer;
    color: var(--muted);
    margin-bottom: 8px;
}
ul {
    list-style: none;
    margin: 0 0 10px;
    padding: 0;
}
.sum {
    margin: 0 0 4px;
}
.times {
    columns: 2;
    font-size: 0.7812rem;
    max-height: 190px;
    overflow-y: auto;
}
.times li b {
    display: inline-block;
    min-width: 52px;
    font-weight: 600;
}
.times .missed b {
    color: var(--trouble);
}
.times .done b {
    color: var(--good);
}
.steps li {
    padding: 5px 0;
    border-top: 1px solid var(--line);
    display: grid;
}
.head {
    display: flex;
    gap: 8px;
    align-items: baseline;
}
.head .press {
    margin-left: auto;
    padding: 0 8px;
    font-size: 0.75rem;
}
.undone {
    opacity: 0.65;
}
.change,
small {
    color: var(--muted);
    font-size: 0.7812rem;
    overflow-wrap: anywhere;
}
@media (max-width: 760px) {
    .times {
        columns: 1;
    }
}
</style>
