<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Reminder } from '@/api/types'
import { dateIn, namedDate, timeOf, wallIn } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { computed } from 'vue'
import LaterChoice from './LaterChoice.vue'

/** Something that has fallen and waits for an answer, with all the answers there are. */
const props = defineProps<{ one: Reminder; now: string }>()
const emit = defineEmits<{ answer: [answer: 'done' | 'skip' | 'seen']; later: [when: string]; open: [] }>()

const account = useAccount()
const { area } = useAreas()

function clock(at: number): string {
    return timeOf(wallIn(account.value.zone, new Date(at * 1000)), account.value.clock)
}
const when = computed(() => {
    if (props.one.entry_id === null) return ''
    const date = namedDate(dateIn(account.value.zone, new Date(props.one.starts_at * 1000)))
    const day = props.one.due ? `due ${date}` : date
    return [
        props.one.all_day ? day : `${day}, ${clock(props.one.starts_at)}`,
        props.one.leave_at ? `leave by ${clock(props.one.leave_at)}` : '',
        props.one.gathered ? 'while you were away' : '',
    ]
        .filter(Boolean)
        .join(' · ')
})
const hue = computed(() => (props.one.area_id && area(props.one.area_id)?.colour) || 'slate')
</script>

<template>
    <article :data-hue="hue" data-test="waiting" :data-title="one.title">
        <NButton text class="plain title" @click="emit('open')">
            <b>{{ one.kind === 'agenda' ? `Your ${one.title}` : one.title }}</b><span v-if="when">{{
                when
            }}</span
            ><span v-for="line in one.lines" :key="line">{{ line }}</span>
        </NButton>
        <div class="presses">
            <NButton
                v-if="one.kind === 'task'"
                class="press"
                data-test="done"
                @click="emit('answer', 'done')"
            >
                Done
            </NButton>
            <NButton v-if="one.kind === 'task'" class="press" @click="emit('answer', 'skip')">
                {{ one.routine ? 'Skip' : 'Let go' }}
            </NButton>
            <NButton v-if="one.entry_id" class="press" data-test="soon" @click="emit('later', 'ten')">
                in 10 min
            </NButton>
            <LaterChoice v-if="one.entry_id" :now="now" @choose="(when_) => emit('later', when_)" />
            <NButton class="press" data-test="open" @click="emit('open')">
                {{ one.kind === 'evening' ? 'Close it' : 'Open' }}
            </NButton>
            <NButton class="press" data-test="dismiss" @click="emit('answer', 'seen')">Seen</NButton>
        </div>
    </article>
</template>

<style scoped>
article {
    padding: 6px 0 6px 10px;
    border-left: 4px solid var(--c);
}
.title {
    width: 100%;
    color: var(--ink);
}
.title :deep(.n-button__content) {
    display: flex;
    flex-direction: column;
    align-items: start;
}
.title span {
    color: var(--muted);
    font-size: 0.75rem;
}
.presses {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    align-items: center;
    margin-top: 5px;
    --c-text: var(--ink);
}
.presses .press {
    padding: 1px 9px;
    min-height: 24px;
    font-size: 0.7812rem;
}
</style>
