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
import type { By, Figure } from './useTally'

/** What one figure of the tally is made of, line by line; the lines add up to it. */
const props = defineProps<{
    figure: Figure
    by: By
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
const said = computed(() => (props.figure.fact ? 'how often' : SAID[props.figure.of]))
/** Minutes as a length; of what is counted by how often the number. */
const shown = (share: number): string =>
    !props.figure.fact ? length(share) : share === 1 ? 'once' : `${share} times`
const query = useQuery({
    queryKey: computed(
        () =>
            [
                'tally',
                props.figure.from,
                props.figure.days,
                'lines',
                { ...asked(props.figure), by: props.by, ...props.filters },
            ] as const,
    ),
    queryFn: ({ queryKey: [, from, days, , asked] }) =>
        answerOf(api.GET('/tally/{from}/{days}/lines', { params: { path: { from, days }, query: asked } })),
    staleTime: 60_000,
})
function asked({ of, group, leftOut, hour, fact }: Figure) {
    const left_out = leftOut?.map(encodeURIComponent).join('~')
    return { of, group, hour, fact, ...(left_out ? { left_out } : {}) }
}
/** Lines that are drawn at once; a year has many. */
const MANY = 300
const isWhole = ref(false)
const all = computed(() => query.data.value?.lines ?? [])
const few = computed(() => (isWhole.value ? all.value : all.value.slice(0, MANY)))
watch(
    () => props.figure,
    () => (isWhole.value = false),
)
function saveAll(): void {
    saveTable(
        fileName(props.figure.name, said.value, props.figure.from),
        ['Date', 'From', 'What', props.figure.fact ? 'How often' : 'Minutes', 'Timed'],
        all.value.map((one) => [
            one.at.slice(0, 10),
            one.has_hours ? one.at.slice(11, 16) : '',
            one.title,
            one.share,
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
    <SidePanel :title="`${figure.name}: ${said}`" @close="emit('close')">
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
                        <th scope="col">{{ figure.fact ? 'How often' : 'How long' }}</th>
                    </tr>
                </thead>
                <tbody>
                    <tr
                        v-for="one in few"
                        :key="`${one.entry_id}|${one.recurrence_id}|${one.at}`"
                        :data-hue="colour(one.calendar_id)"
                        data-test="sum-line"
                        :data-share="one.share"
                    >
                        <td class="when">
                            {{ namedDate(one.at) }}
                            <template v-if="one.has_hours">{{ timeOf(one.at, account.clock) }}</template>
                        </td>
                        <td class="what">
                            <NButton text class="plain" @click="open(one)">{{ one.title }}</NButton>
                        </td>
                        <td class="long">
                            <small v-if="one.timed && !figure.fact">timed </small>{{ shown(one.share) }}
                        </td>
                    </tr>
                </tbody>
                <tfoot>
                    <tr>
                        <td />
                        <th scope="row">together</th>
                        <td class="long" data-test="sum-together" :data-share="query.data.value.sum">
                            {{ shown(query.data.value.sum) }}
                        </td>
                    </tr>
                </tfoot>
            </table>
            <NButton
                v-if="few.length < all.length"
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
