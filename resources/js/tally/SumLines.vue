<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import LayingOut from '@/shared/LayingOut.vue'
import SidePanel from '@/shared/SidePanel.vue'
import { length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { fileName, saveTable } from './saving'
import type { By, Measure } from './useTally'

/** What one figure of the tally is made of, line by line; the lines add up to it. */
const props = defineProps<{
    group: string
    name: string
    of: Measure
    by: By
    stretch: { from: string; days: number }
    filters: Record<string, string>
}>()
const emit = defineEmits<{ close: [] }>()
const view = useView()
const account = useAccount()
const { colour } = useAreas()
const SAID = {
    planned: 'what was planned',
    done: 'what was done, as placed',
    worked: 'what was done',
} as const
const query = useQuery({
    queryKey: computed(
        () =>
            [
                'tally',
                props.stretch.from,
                props.stretch.days,
                'lines',
                { group: props.group, of: props.of, by: props.by, ...props.filters },
            ] as const,
    ),
    queryFn: ({ queryKey: [, from, days, , asked] }) =>
        answerOf(api.GET('/tally/{from}/{days}/lines', { params: { path: { from, days }, query: asked } })),
    staleTime: 60_000,
})
/** Lines that are drawn at once; a year has many. */
const MANY = 300
const isWhole = ref(false)
const all = computed(() => query.data.value?.lines ?? [])
const shown = computed(() => (isWhole.value ? all.value : all.value.slice(0, MANY)))
watch(
    () => props.group,
    () => (isWhole.value = false),
)
function saveAll(): void {
    saveTable(
        fileName(props.name, SAID[props.of], props.stretch.from),
        ['Date', 'From', 'What', 'Minutes', 'Timed'],
        all.value.map((one) => [
            one.at.slice(0, 10),
            one.has_hours ? one.at.slice(11, 16) : '',
            one.title,
            one.minutes,
            one.timed ? 'yes' : 'no',
        ]),
    )
}
function open(one: { entry_id: string; recurrence_id: string }): void {
    emit('close')
    view.openLine(one)
}
</script>

<template>
    <SidePanel :title="`${name}: ${SAID[of]}`" @close="emit('close')">
        <p v-if="query.isError.value" class="failed" role="alert">
            The list could not be fetched.
            <NButton class="press" @click="() => query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else-if="!query.data.value" words="Fetching the list…" />
        <template v-else>
            <p class="presses">
                <NButton size="tiny" class="press" data-test="save-lines" @click="saveAll"
                    >Save as CSV</NButton
                >
            </p>
            <table data-test="sum-lines">
                <thead class="out-of-sight">
                    <tr>
                        <th scope="col">When</th>
                        <th scope="col">What</th>
                        <th scope="col">How long</th>
                    </tr>
                </thead>
                <tbody>
                    <tr
                        v-for="one in shown"
                        :key="`${one.entry_id}|${one.recurrence_id}|${one.at}`"
                        :data-hue="colour(one.calendar_id)"
                        data-test="sum-line"
                        :data-minutes="one.minutes"
                    >
                        <td class="when">
                            {{ namedDate(one.at) }}
                            <template v-if="one.has_hours">{{ timeOf(one.at, account.clock) }}</template>
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
            <NButton
                v-if="shown.length < all.length"
                class="press"
                data-test="all-lines"
                @click="isWhole = true"
                >Show all {{ all.length }} lines</NButton
            >
        </template>
    </SidePanel>
</template>

<style scoped>
.presses {
    margin: 0 0 6px;
    text-align: right;
}
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
