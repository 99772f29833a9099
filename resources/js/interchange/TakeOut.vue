<script setup lang="ts">
import DateField from '@/shared/DateField.vue'
import SelectField from '@/shared/SelectField.vue'
import { plusDays, startOfWeek } from '@/shared/time'
import { usePeriod } from '@/period/usePeriod'
import { useAccount, useAreas } from '@/state/server'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

/** A file of all entries, of an area, of a calendar, or of what stands in a stretch of days: for calendars, or as a table. */
const account = useAccount()
const { areas } = useAreas()
const { today } = usePeriod()

const AS = [
    ['calendar', 'for other calendars (.ics)'],
    ['entries', 'as a table of entries (.csv)'],
    ['times', 'as a table of each time (.csv)'],
] as const
const form = ref<(typeof AS)[number][0]>('calendar')
const what = ref('')
const days = ref<'any' | 'some'>('any')
const from = ref(startOfWeek(today.value, account.value.first_weekday))
const to = ref(plusDays(from.value, 6))
const options = computed<(readonly [string, string, string?])[]>(() => [
    ['', 'everything'],
    ...areas.value.flatMap((area) => [
        [`area_id=${area.id}`, `all of ${area.name}`, area.name] as const,
        ...area.calendars.map((one) => [`calendar_id=${one.id}`, one.name, area.name] as const),
    ]),
])
const WHEN = [
    ['any', 'of any day'],
    ['some', 'of some days'],
] as const
/** A table of each time needs an end; the others may have one where nothing else is chosen. */
const hasStretch = computed(() => form.value === 'times' || (days.value === 'some' && what.value === ''))
const address = computed(() => {
    const query = [
        form.value === 'calendar' ? '' : `what=${form.value}`,
        what.value,
        hasStretch.value ? `from=${from.value}&to=${to.value}` : '',
    ]
    const asked = query.filter((one) => one !== '').join('&')
    return `/api/${form.value === 'calendar' ? 'calendar' : 'table'}-file${asked === '' ? '' : `?${asked}`}`
})
const isBackwards = computed(() => hasStretch.value && to.value < from.value)
</script>

<template>
    <section data-test="take-out">
        <h2>Take out</h2>
        <div class="row">
            <SelectField v-model="what" label="What goes into the file" :options="options" />
            <SelectField v-model="form" label="What kind of file" :options="AS" />
        </div>
        <div class="row">
            <SelectField
                v-if="form !== 'times' && what === ''"
                v-model="days"
                class="short"
                label="Of which days"
                :options="WHEN"
            />
            <template v-if="hasStretch">
                <DateField v-model="from" label="First day" :first-weekday="account.first_weekday" />
                to
                <DateField v-model="to" label="Last day" :first-weekday="account.first_weekday" />
            </template>
            <NButton
                class="press"
                tag="a"
                :href="isBackwards ? undefined : address"
                download
                :disabled="isBackwards"
                data-test="take-file"
                >Save as a file</NButton
            >
        </div>
        <p v-if="isBackwards" class="mistake" role="alert">The last day lies before the first.</p>
    </section>
</template>

<style scoped>
h2 {
    margin: 26px 0 8px;
    font-size: 1.0625rem;
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin-bottom: 8px;
}
.row :deep(.select) {
    width: 240px;
}
.row :deep(.short) {
    width: 140px;
}
</style>
