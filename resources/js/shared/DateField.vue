<script setup lang="ts">
import { NDatePicker } from 'naive-ui'
import { computed } from 'vue'

/** A date, chosen from a calendar or typed as 26 Nov 2026. */
const props = defineProps<{
    label: string
    /** ISO 8601: Monday is 1. */ firstWeekday?: number
}>()
/** YYYY-MM-DD; the empty string for none. */
const value = defineModel<string>({ required: true })
/** The picker counts from 0 for Monday. */
const pickerWeekday = computed(() => ((props.firstWeekday ?? 1) - 1) as 0)
</script>

<template>
    <NDatePicker
        class="date"
        type="date"
        size="small"
        :formatted-value="value === '' ? null : value"
        value-format="yyyy-MM-dd"
        format="d MMM yyyy"
        :first-day-of-week="pickerWeekday"
        :placeholder="label"
        :to="false"
        @update:formatted-value="(next: string | null) => (value = next ?? '')"
    />
</template>

<style scoped>
.date {
    display: inline-block;
    width: 138px;
}
</style>
