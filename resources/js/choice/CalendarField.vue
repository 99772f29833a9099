<script setup lang="ts">
import SelectField from '@/shared/SelectField.vue'
import { useAreas } from '@/state/server'
import { computed } from 'vue'

/** A calendar, under the life area it belongs to. */
const props = defineProps<{
    label: string
    /** What none at all is called, where that can be chosen. */ none?: string
    /** Ids of those that can be chosen, where not all can. */ among?: string[]
}>()
const value = defineModel<string | null>({ required: true })

const { areas } = useAreas()
const options = computed<(readonly [string | null, string, string?])[]>(() => [
    ...(props.none === undefined ? [] : [[null, props.none] as const]),
    ...areas.value.flatMap((area) =>
        area.calendars
            .filter((one) => one.following === null && (!props.among || props.among.includes(one.id)))
            .map((one) => [one.id, one.name, area.name] as const),
    ),
])
</script>

<template>
    <SelectField v-model="value" class="calendar" size="small" :label="label" :options="options" />
</template>

<style scoped>
.calendar {
    display: inline-block;
    width: auto;
    min-width: 150px;
}
</style>
