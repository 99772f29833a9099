<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { minuteOf, moment, wallIn } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { ref } from 'vue'

/** Makes something arrive where nothing has arrived yet: an event in a minute or two that reminds when it begins. */
const props = defineProps<{ channel: 'mail' | 'phone' }>()

const account = useAccount()
const { change } = useChanges()
const isComing = ref(false)

async function arrive(): Promise<void> {
    const now = wallIn(account.value.zone)
    const start = moment(now.slice(0, 10), Math.min(1435, minuteOf(now) + 2))
    const body = {
        title: 'A first note',
        kind: 'event' as const,
        all_day: false,
        start,
        end: moment(start.slice(0, 10), minuteOf(start) + 5),
        busy: false,
        over_protected: true,
        reminders: [`-PT0M;${props.channel}`],
    }
    isComing.value =
        (await change('“A first note” stands on today.', () => answerOf(api.POST('/entries', { body })))) !==
        null
}
</script>

<template>
    <NButton v-if="!isComing" class="press" data-test="try-channel" @click="arrive">Let one arrive</NButton>
    <p v-else role="status">It arrives in a minute or two.</p>
</template>
