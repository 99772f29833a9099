<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import LayingOut from '@/shared/LayingOut.vue'
import SidePanel from '@/shared/SidePanel.vue'
import { length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import type { Stretch } from './stretches'

/** What one figure of the tally is made of, line by line; the lines add up to it. */
const props = defineProps<{ areaId: string; name: string; of: 'planned' | 'done'; stretch: Stretch }>()
const emit = defineEmits<{ close: [] }>()
const view = useView()
const account = useAccount()
const { colour } = useAreas()
const query = useQuery({
    queryKey: computed(
        () => ['tally', props.stretch.from, props.stretch.days, props.areaId, props.of] as const,
    ),
    queryFn: ({ queryKey: [, from, days, area, of] }) =>
        answerOf(api.GET('/tally/{from}/{days}/{area}/{of}', { params: { path: { from, days, area, of } } })),
    staleTime: 60_000,
})
function open(one: { entry_id: string; recurrence_id: string }): void {
    emit('close')
    view.sheet = {
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id,
        date: null,
    }
}
</script>

<template>
    <SidePanel :title="`${name}: what was ${of}`" @close="emit('close')">
        <p v-if="query.isError.value" class="failed" role="alert">
            The list could not be fetched.
            <NButton class="press" @click="() => query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else-if="!query.data.value" words="Fetching the list…" />
        <table v-else data-test="sum-lines">
            <thead class="out-of-sight">
                <tr>
                    <th scope="col">When</th>
                    <th scope="col">What</th>
                    <th scope="col">How long</th>
                </tr>
            </thead>
            <tbody>
                <tr
                    v-for="one in query.data.value.lines"
                    :key="`${one.entry_id}|${one.recurrence_id}`"
                    :data-hue="colour(one.calendar_id)"
                    data-test="sum-line"
                    :data-minutes="one.minutes"
                >
                    <td class="when">
                        {{ namedDate(one.at) }}
                        <template v-if="!one.at.endsWith('T00:00:00')">{{
                            timeOf(one.at, account.clock)
                        }}</template>
                    </td>
                    <td class="what">
                        <NButton text class="plain" @click="open(one)">{{ one.title }}</NButton>
                    </td>
                    <td class="long"><small v-if="one.timed">timed </small>{{ length(one.minutes) }}</td>
                </tr>
            </tbody>
            <tfoot>
                <tr>
                    <td />
                    <th scope="row">together</th>
                    <td class="long" data-test="sum-together" :data-minutes="query.data.value.minutes">
                        {{ length(query.data.value.minutes) }}
                    </td>
                </tr>
            </tfoot>
        </table>
    </SidePanel>
</template>

<style scoped>
table {
    width: 100%;
    border-collapse: collapse;
}
td,
th {
    padding: 5px 10px 5px 0;
    border-bottom: 1px solid var(--line);
    text-align: left;
}
.when {
    color: var(--muted);
    white-space: nowrap;
    font-size: 0.8125rem;
}
.what {
    border-left: 4px solid var(--c);
    padding-left: 8px;
    width: 70%;
}
.long {
    text-align: right;
    white-space: nowrap;
}
.long small,
.failed {
    color: var(--muted);
}
tfoot td,
tfoot th {
    border-bottom: 0;
    font-weight: 650;
    padding-left: 8px;
}
</style>
