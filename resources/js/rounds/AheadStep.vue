<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { ComingUp, Round } from '@/api/types'
import { length, namedDate, plusDays } from '@/shared/time'
import { useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'

/** What of the weeks after needs something now: a place in this stretch, or a day to come up again. */
const props = defineProps<{ round: Round; today: string }>()

const view = useView()
const { colour } = useAreas()
const { change } = useChanges()
const KINDS = {
    due: 'due',
    lead_up: 'leads up to',
    around: 'meant for about then',
    note: 'to come up then',
} as const
const first = (): string => (props.round.start < props.today ? props.today : props.round.start)

function onto(one: ComingUp): void {
    void change(`“${one.title}” stands on ${namedDate(first())}.`, () =>
        answerOf(
            api.POST('/entries/{entry}/move', {
                params: { path: { entry: one.entry_id } },
                body: {
                    start: first(),
                    all_day: true,
                    length: 1,
                    scope: one.recurrence_id === 'once' ? 'whole' : 'one',
                    recurrence_id: one.recurrence_id === 'once' ? null : one.recurrence_id,
                },
            }),
        ),
    )
}
function later(one: ComingUp): void {
    const day = plusDays(props.round.start, props.round.days)
    void change(`“${one.title}” comes up again on ${namedDate(day)}.`, () =>
        answerOf(
            api.PATCH('/entries/{entry}', {
                params: { path: { entry: one.entry_id } },
                body: { not_before: day, around: null },
            }),
        ),
    )
}
function open(one: ComingUp): void {
    view.sheet = {
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id,
        date: one.date,
    }
}
</script>

<template>
    <div class="step" data-test="ahead-step">
        <p v-if="round.ahead.length === 0" class="muted">
            Nothing of the three weeks after this needs anything yet.
        </p>
        <article
            v-for="one in round.ahead"
            :key="`${one.entry_id}|${one.recurrence_id}`"
            :data-hue="colour(one.calendar_id)"
            data-test="coming-up"
        >
            <b>{{ namedDate(one.date) }}</b>
            <div>
                <NButton text class="plain name" @click="open(one)">{{ one.title }}</NButton>
                <small
                    >{{
                        one.kind === 'lead_up' && one.toward
                            ? `leads up to “${one.toward}”`
                            : KINDS[one.kind]
                    }}{{ one.estimate ? ` · ${length(one.estimate)}` : '' }}</small
                >
            </div>
            <span class="presses">
                <NButton
                    v-if="one.loose || one.kind === 'lead_up'"
                    class="press"
                    data-test="give-place"
                    @click="onto(one)"
                    >This {{ round.kind }}</NButton
                >
                <NButton v-if="one.loose" class="press" data-test="come-up-again" @click="later(one)"
                    >Next {{ round.kind }}</NButton
                >
            </span>
        </article>
    </div>
</template>

<style scoped>
article {
    display: grid;
    grid-template-columns: 84px 1fr auto;
    gap: 2px 8px;
    align-items: center;
    padding: 4px 0;
    border-top: 1px solid var(--line);
}
article b {
    color: var(--plum);
}
.name {
    color: var(--c-text);
}
small {
    display: block;
    color: var(--muted);
}
.presses {
    display: flex;
    gap: 5px;
}
.muted {
    color: var(--muted);
}
@media (max-width: 760px) {
    article {
        grid-template-columns: 74px 1fr;
    }
    .presses {
        grid-column: 2;
    }
}
@media (prefers-color-scheme: dark) {
    article b {
        color: var(--load);
    }
}
</style>
