<script setup lang="ts">
import DateField from '@/shared/DateField.vue'
import SelectField from '@/shared/SelectField.vue'
import { plusDays, startOfWeek } from '@/shared/time'
import { usePeriod } from '@/period/usePeriod'
import { useAccount, useAreas } from '@/state/server'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

/** A file of all entries, of an area, of a calendar, or of what stands in a stretch of days. */
const account = useAccount()
const { areas } = useAreas()
const { today } = usePeriod()

const what = ref('')
const from = ref(startOfWeek(today.value, account.value.first_weekday))
const to = ref(plusDays(from.value, 6))
const options = computed(() => [
    ['', 'everything'] as const,
    ['stretch', 'what stands in some days'] as const,
    ...areas.value.flatMap((area) => [
        [`area_id=${area.id}`, `all of ${area.name}`, area.name] as const,
        ...area.calendars.map((one) => [`calendar_id=${one.id}`, one.name, area.name] as const),
    ]),
])
const address = computed(() => {
    const query = what.value === 'stretch' ? `from=${from.value}&to=${to.value}` : what.value
    return `/api/calendar-file${query === '' ? '' : `?${query}`}`
})
const isBackwards = computed(() => what.value === 'stretch' && to.value < from.value)
</script>

<template>
    <section data-test="take-out">
        <h2>Take out</h2>
        <div class="row">
            <SelectField v-model="what" label="What goes into the file" :options="options" />
            <template v-if="what === 'stretch'">
                <DateField v-model="from" label="First day" :first-weekday="account.first_weekday" />
                to
                <DateField v-model="to" label="Last day" :first-weekday="account.first_weekday" />
            </template>
            <NButton
                class="press"
                tag="a"
                :href="address"
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
}
.row :deep(.select) {
    width: 240px;
}
</style>
