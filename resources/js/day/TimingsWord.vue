<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { Occurrence, Timing } from '@/api/types'
import SentenceWord from '@/shared/SentenceWord.vue'
import TimeField from '@/shared/TimeField.vue'
import { length, minuteOf, moment, namedDate, plusDays } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'

/** How long was worked on a task: on a press from when to when, to be set right. */
const props = defineProps<{ one: Occurrence; minutes: number }>()
const account = useAccount()
const { change } = useChanges()
const query = useQuery({
    queryKey: ['timings', props.one.key],
    queryFn: () =>
        answerOf(
            api.GET('/timings', {
                params: { query: { entry_id: props.one.entry_id, recurrence_id: props.one.recurrence_id } },
            }),
        ),
})

function correct(timing: Timing, started: number, ended: number): void {
    const day = timing.started.slice(0, 10)
    // What ends earlier than it starts went on over midnight.
    const end = ended > started ? moment(day, ended) : moment(plusDays(day, 1), ended)
    void change(`Set the timing of “${props.one.title}” right.`, () =>
        answerOf(
            api.PATCH('/timings/{timing}', {
                params: { path: { timing: timing.id } },
                body: { started: moment(day, started), ended: end },
            }),
        ).then(() => true),
    )
}
function takeOut(timing: Timing): void {
    void change(`Took a timing of “${props.one.title}” out.`, () =>
        answerOf(api.DELETE('/timings/{timing}', { params: { path: { timing: timing.id } } })).then(
            () => true,
        ),
    )
}
</script>

<template>
    <SentenceWord :words="`${length(minutes)} worked`" label="timings">
        <div
            v-for="timing in query.data.value?.timings ?? []"
            :key="timing.id"
            class="timing"
            data-test="timing"
        >
            <span>{{ namedDate(timing.started) }}</span>
            <template v-if="timing.ended !== null">
                <TimeField
                    :minute="minuteOf(timing.started)"
                    :clock="account.clock"
                    label="Started at"
                    @choose="(minute) => correct(timing, minute, minuteOf(timing.ended ?? ''))"
                />
                to
                <TimeField
                    :minute="minuteOf(timing.ended)"
                    :clock="account.clock"
                    label="Ended at"
                    @choose="(minute) => correct(timing, minuteOf(timing.started), minute)"
                />
                <NButton text class="plain" aria-label="Take this timing out" @click="takeOut(timing)"
                    >×</NButton
                >
            </template>
            <span v-else>goes on</span>
        </div>
    </SentenceWord>
</template>

<style scoped>
.timing {
    display: flex;
    gap: 6px;
    align-items: center;
    white-space: nowrap;
}
</style>
