<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import SelectField from '@/shared/SelectField.vue'
import { fullDate, length } from '@/shared/time'
import { useAccount } from '@/state/server'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useStorage } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import TallyPart from './TallyPart.vue'
import { useTally } from './useTally'

/** A sheet of hours: the time that was timed, for one or for all it was timed for, rounded as chosen; on paper and as CSV. */
const { stretch, filters } = useTally()
const account = useAccount()
const BY = [
    ['label', 'label'],
    ['calendar', 'calendar'],
    ['area', 'life area'],
    ['entry', 'entry'],
] as const
const STEPS = ([1, 5, 6, 10, 15, 30, 60] as const).map(
    (step) => [step, step === 1 ? 'to the minute' : `to ${step} minutes`] as const,
)
const WAYS = [
    ['near', 'nearest'],
    ['up', 'up'],
] as const
const by = useStorage<(typeof BY)[number][0]>('sheet-by', 'label')
const step = useStorage<(typeof STEPS)[number][0]>('sheet-step', 1)
const way = useStorage<(typeof WAYS)[number][0]>('sheet-way', 'near')
/** Whom it is for; null for all. It stays chosen in a stretch in which nothing was timed for it. */
const group = ref<string | null>(null)
const groupName = ref('')
watch(by, () => (group.value = null))
watch(group, (id) => (groupName.value = groups.value.find(([one]) => one === id)?.[1] ?? ''))
const query = useQuery({
    queryKey: computed(
        () =>
            [
                'tally',
                stretch.value.from,
                stretch.value.days,
                'sheet',
                {
                    by: by.value,
                    step: step.value,
                    way: way.value,
                    ...(group.value === null ? {} : { group: group.value }),
                    ...filters.value,
                },
            ] as const,
    ),
    queryFn: ({ queryKey: [, from, days, , asked] }) =>
        answerOf(api.GET('/tally/{from}/{days}/sheet', { params: { path: { from, days }, query: asked } })),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
})
const sheet = computed(() => query.data.value)
const groups = computed((): (readonly [string | null, string])[] => {
    const known = (sheet.value?.groups ?? []).map((one) => [one.id, one.name] as const)
    const isThere = group.value === null || known.some(([id]) => id === group.value)
    return [[null, 'everybody'], ...known, ...(isThere ? [] : [[group.value, groupName.value] as const])]
})
const named = computed(() => groups.value.find(([id]) => id === group.value)?.[1] ?? 'everybody')
const isRounded = computed(() => step.value !== 1)
const columns = computed(() => [
    'Date',
    'What',
    'For',
    'Time',
    'Minutes',
    ...(isRounded.value ? ['Rounded (min)', 'Rounded'] : []),
])
const rows = computed(() => {
    const one = sheet.value
    if (!one || one.rows.length === 0) return []
    const lines = one.rows.map((row) => [
        fullDate(row.date),
        row.title,
        row.group,
        length(row.minutes),
        row.minutes,
        ...(isRounded.value ? [row.rounded, length(row.rounded)] : []),
    ])
    return [
        ...lines,
        [
            'together',
            '',
            '',
            length(one.minutes),
            one.minutes,
            ...(isRounded.value ? [one.rounded, length(one.rounded)] : []),
        ],
    ]
})
const says = computed(() => {
    const one = sheet.value
    if (!one) return ''
    if (one.rows.length === 0 && group.value !== null)
        return `Nothing was timed for ${named.value} in this time. Choose everybody to see all that was.`
    if (one.rows.length === 0)
        return 'Nothing was timed in this time. Time what you do, or add it under Timings.'
    const rounded = isRounded.value ? `, rounded ${length(one.rounded)}` : ''
    const whom = group.value === null ? '' : ` for ${named.value}`
    return `${account.value.name} worked ${length(one.minutes)}${rounded}${whom}, ${stretch.value.dates}.`
})
const print = (): void => window.print()
</script>

<template>
    <div class="sheet-part">
        <div class="choices">
            <label>by <SelectField v-model="by" :options="BY" label="By what" data-test="sheet-by" /></label>
            <label
                >for <SelectField v-model="group" :options="groups" label="For whom" data-test="sheet-for"
            /></label>
            <label
                >rounded
                <SelectField v-model="step" :options="STEPS" label="Rounded to" data-test="sheet-step" />
                <SelectField
                    v-if="isRounded"
                    v-model="way"
                    :options="WAYS"
                    label="Which way"
                    data-test="sheet-way"
            /></label>
        </div>
        <TallyPart
            title="Sheet of hours"
            :says="says"
            :of="`${named} ${stretch.dates}`"
            :state="{
                isError: query.isError.value,
                isReady: sheet !== undefined,
                refetch: () => void query.refetch(),
            }"
            waiting="Adding up the sheet…"
            :columns="columns"
            :rows="rows"
            :figures="[3, 4, 5, 6]"
            test="sheet"
            table-only
        >
            <template #presses>
                <NButton size="tiny" class="press" data-test="sheet-paper" @click="print">On paper</NButton>
            </template>
        </TallyPart>
    </div>
</template>

<style scoped>
.sheet-part {
    max-width: 900px;
}
.choices {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 18px;
    padding: 12px 20px 0;
    color: var(--muted);
}
label {
    display: flex;
    align-items: center;
    gap: 6px;
}
.sheet-part :deep(.table-room) {
    max-height: none;
}
@media print {
    .choices {
        display: none;
    }
}
</style>
