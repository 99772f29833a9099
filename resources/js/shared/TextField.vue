<script setup lang="ts">
import { NInput } from 'naive-ui'
import { computed, ref } from 'vue'

/**
 * A line of text, or some where it has rows, of the component library, with what a browser wants to know of a field: what it is
 * called, and what goes in.
 */
const props = withDefaults(
    defineProps<{
        id?: string
        type?: 'text' | 'email' | 'password' | 'url'
        label?: string
        autocomplete?: string
        placeholder?: string
        maxlength?: number
        required?: boolean
        readonly?: boolean
        invalid?: boolean
        /** Lines at least; it grows with what is written. */
        rows?: number
        small?: boolean
        test?: string
    }>(),
    {
        id: undefined,
        type: 'text',
        label: undefined,
        autocomplete: undefined,
        placeholder: '',
        maxlength: undefined,
        rows: undefined,
        test: undefined,
    },
)
const text = defineModel<string>({ required: true })
const emit = defineEmits<{ change: [text: string] }>()
const field = ref<InstanceType<typeof NInput> | null>(null)
const inputProps = computed(() => ({
    id: props.id,
    type: props.rows ? undefined : props.type,
    autocomplete: props.autocomplete,
    required: props.required,
    'aria-label': props.label,
    'aria-invalid': props.invalid || undefined,
    'data-test': props.test,
}))
defineExpose({ focus: () => field.value?.focus() })
</script>

<template>
    <NInput
        ref="field"
        v-model:value="text"
        :size="small ? 'small' : 'medium'"
        :type="rows ? 'textarea' : type === 'password' ? 'password' : 'text'"
        :autosize="rows ? { minRows: rows, maxRows: 14 } : false"
        :placeholder="placeholder"
        :maxlength="maxlength"
        :readonly="readonly"
        :status="invalid ? 'error' : undefined"
        :input-props="inputProps"
        @change="emit('change', $event)"
    />
</template>
