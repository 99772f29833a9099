<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { Deadline, WorkingDay } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { namedDate } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { computed, ref } from 'vue'
import { dueWords } from '@/shared/dueWords'

/** What should be done by now, and whom to ask again: each with the way to give it a place today. */
const props = defineProps<{ late: Deadline[]; asking: WorkingDay['ask']; now: string }>()

const account = useAccount()
const view = useView()
const { colour } = useAreas()
const { change } = useChanges()
const MOST = 4
const all = ref(false)
const { shown } = useChoice()
const wanted = computed(() => props.late.filter((one) => shown({ ...one, kind: 'task' })))
const seen = computed(() => (all.value ? wanted.value : wanted.value.slice(0, MOST)))

function toToday(one: Deadline): void {
    const day = props.now.slice(0, 10)
    void change(`“${one.title}” is on today’s list.`, () =>
        answerOf(
            api.PUT('/entries/{entry}/occurrences/{recurrence}/day', {
                params: { path: { entry: one.entry_id, recurrence: one.recurrence_id } },
                body: { day },
            }),
        ).then(() => true),
    )
}
function tick(one: Deadline): void {
    void change(`Ticked off “${one.title}”.`, () =>
        answerOf(
            api.PUT('/entries/{entry}/occurrences/{recurrence}/done', {
                params: { path: { entry: one.entry_id, recurrence: one.recurrence_id } },
            }),
        ).then(() => true),
    )
}
function open(entryId: string): void {
    view.sheet = { entryId, recurrenceId: null, date: null }
}
</script>

<template>
    <section
        v-if="wanted.length > 0 || asking.length > 0"
        class="late"
        aria-label="Late"
        data-test="late-list"
    >
        <article
            v-for="one in seen"
            :key="`${one.entry_id}|${one.recurrence_id}`"
            data-test="late"
            :data-title="one.title"
            :data-hue="colour(one.calendar_id)"
        >
            <i aria-hidden="true" /><NButton text class="plain title" @click="open(one.entry_id)">
                {{ one.title }}</NButton
            ><b>{{ dueWords(one.due, now, account.clock) }}</b>
            <NButton class="press" data-test="late-today" @click="toToday(one)">onto today</NButton
            ><NButton class="press" @click="tick(one)">done</NButton>
        </article>
        <NButton v-if="wanted.length > MOST" text class="plain more" @click="all = !all">
            {{ all ? 'show fewer' : `${wanted.length - MOST} more late` }}
        </NButton>
        <article v-for="one in asking" :key="one.entry_id" class="asks" data-test="ask-again">
            <i aria-hidden="true" /><NButton text class="plain title" @click="open(one.entry_id)">
                Ask {{ one.waiting_for }} again: {{ one.title }}</NButton
            ><span>since {{ namedDate(one.ask_again) }}</span>
        </article>
    </section>
</template>

<style scoped>
.late {
    margin: 6px 0;
    padding: 4px 12px;
    border: 1px solid color-mix(in srgb, var(--trouble) 35%, var(--line));
    border-radius: var(--radius);
    background: color-mix(in srgb, var(--trouble-soft) 50%, var(--sheet));
}
article {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 30px;
}
i {
    flex: none;
    width: 4px;
    height: 16px;
    border-radius: 2px;
    background: var(--c, var(--load));
}
.title {
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.8438rem;
}
.title:hover {
    text-decoration: underline;
}
b {
    color: var(--trouble);
    font-weight: 600;
    font-size: 0.75rem;
    white-space: nowrap;
}
.asks span {
    color: var(--muted);
    font-size: 0.75rem;
    white-space: nowrap;
}
.press {
    padding: 1px 8px;
    font-size: 0.75rem;
    min-height: 24px;
    white-space: nowrap;
}
.more {
    min-height: 24px;
    color: var(--muted);
    font-size: 0.75rem;
    text-decoration: underline;
}
</style>
