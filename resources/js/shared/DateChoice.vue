<script setup lang="ts">
import { dayNumber, dateOf } from '@/shared/time'
import { NDatePicker } from 'naive-ui'
import { computed } from 'vue'

/** A day to choose. Days travel as dates; the picker's own midnights stay inside. */
const props = defineProps<{ value: string | null; firstWeekday: number }>()
const emit = defineEmits<{ choose: [date: string] }>()

const local = computed(() =>
    props.value === null ? null : new Date(`${props.value.slice(0, 10)}T00:00:00`).getTime(),
)
/** The picker counts from 0 for Monday. */
const pickerWeekday = computed(() => (props.firstWeekday - 1) as 0)

function choose(at: number | null): void {
    if (at === null) return
    const date = new Date(at)
    emit(
        'choose',
        dateOf(
            dayNumber(
                `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`,
            ),
        ),
    )
}
</script>

<template>
    <NDatePicker
        panel
        type="date"
        :value="local"
        :actions="null"
        :first-day-of-week="pickerWeekday"
        @update:value="choose"
    />
</template>
