<script setup lang="ts">
import { NInputNumber } from 'naive-ui'
import { computed } from 'vue'

/** A whole number that is taken when the field is left or Enter pressed. */
const props = defineProps<{
    value: number | null
    min?: number
    max?: number
    label: string
    test?: string
}>()
const inputProps = computed(() => ({ 'aria-label': props.label, 'data-test': props.test }))
/** What lies outside is given back, rather than the nearest that would do. */
const isWithin = (value: number): boolean =>
    value >= (props.min ?? -Infinity) && value <= (props.max ?? Infinity)
const emit = defineEmits<{ change: [value: number | null] }>()
</script>

<template>
    <NInputNumber
        class="number-field"
        size="small"
        placeholder=""
        :show-button="false"
        :update-value-on-input="false"
        :precision="0"
        :value="value"
        :validator="isWithin"
        :input-props="inputProps"
        @update:value="emit('change', $event)"
    />
</template>

<style scoped>
.number-field {
    display: inline-block;
    width: 72px;
}
</style>
