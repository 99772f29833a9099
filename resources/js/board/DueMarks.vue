<script setup lang="ts">
import type { Deadline, LeadUpCount } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { leadUpWords } from '@/shared/leadUps'
import { timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { computed, ref } from 'vue'
import { useOpenDeadlines } from './useOpenDeadlines'

/** What is due on a day, wherever the work on it is placed; what is done needs no mark. */
const props = defineProps<{ due: Deadline[]; leadUps?: Record<string, LeadUpCount> }>()
const counted = (one: Deadline): LeadUpCount | undefined =>
    props.leadUps?.[`${one.entry_id}|${one.recurrence_id}`]

const MOST = 2
const account = useAccount()
const view = useView()
const { hue } = useChoice()
const all = ref(false)
const openOf = useOpenDeadlines()
const open = computed(() => openOf(props.due))
const seen = computed(() =>
    all.value || open.value.length <= MOST ? open.value : open.value.slice(0, MOST - 1),
)

function show(one: Deadline): void {
    view.sheet = {
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id,
        date: one.recurrence_id === 'once' ? null : one.recurrence_id.slice(0, 10),
    }
}
</script>

<template>
    <button
        v-for="one in seen"
        :key="`${one.entry_id}|${one.recurrence_id}`"
        class="plain due"
        :class="{ late: one.late }"
        :data-hue="hue(one)"
        data-test="due-mark"
        :data-title="one.title"
        :title="[`Due: ${one.title}`, ...leadUpWords({ leadUps: counted(one) })].join(' · ')"
        @click="show(one)"
    >
        <i aria-hidden="true" /><span
            >due{{ one.due.length > 10 ? ` ${timeOf(one.due, account.clock)}` : '' }}: {{ one.title }}</span
        ><small v-if="counted(one)" data-test="due-lead-ups"
            >{{ counted(one)!.done }} of {{ counted(one)!.all }}</small
        >
    </button>
    <button v-if="open.length > seen.length" class="plain due more" @click="all = true">
        {{ open.length - seen.length }} more due
    </button>
</template>

<style scoped>
.due {
    display: flex;
    align-items: center;
    gap: 6px;
    width: 100%;
    min-height: 24px;
    font-size: 0.7188rem;
    color: var(--c-text);
}
.due span {
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
small {
    flex: none;
    color: var(--muted);
}
.due i {
    flex: none;
    width: 7px;
    height: 7px;
    margin: 0 4px 0 5px;
    background: var(--c);
    transform: rotate(45deg);
}
.due:hover {
    text-decoration: underline;
}
.late {
    color: var(--trouble);
    font-weight: 650;
}
.more {
    color: var(--muted);
    padding-left: 22px;
}
</style>
