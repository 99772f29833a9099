<script setup lang="ts">
import { NInput } from 'naive-ui'
import { nextTick, ref, watch } from 'vue'

/** A name that is changed where it stands; what the server refuses stays in the field with the reason. */
const props = defineProps<{
    value: string
    label: string
    save: (name: string) => Promise<string | null>
    /** It has the focus, all of it chosen, so that typing takes its place. */
    chosen?: boolean
}>()
const text = ref(props.value)
const mistake = ref('')
const field = ref<InstanceType<typeof NInput> | null>(null)
watch(
    () => props.value,
    (value) => (text.value = value),
)
watch(
    () => props.chosen,
    async (chosen) => {
        if (!chosen) return
        await nextTick()
        field.value?.focus()
        field.value?.select()
    },
    { immediate: true },
)

async function change(): Promise<void> {
    mistake.value = text.value === props.value ? '' : ((await props.save(text.value)) ?? '')
}
</script>

<template>
    <span class="field">
        <NInput
            ref="field"
            v-model:value="text"
            :maxlength="60"
            :status="mistake ? 'error' : undefined"
            :input-props="{ 'aria-label': label, 'aria-invalid': mistake !== '' }"
            @change="change"
            @keydown.enter.prevent="change"
            @keydown.esc.stop="text = value"
        />
        <span v-if="mistake" class="mistake" role="alert">{{ mistake }}</span>
    </span>
</template>

<style scoped>
.field {
    flex: 1;
    min-width: 0;
}
.field :deep(.n-input) {
    background: none;
    font-weight: 600;
}
.field :deep(.n-input:not(:hover, .n-input--focus) .n-input__border) {
    border-color: transparent;
}
</style>
