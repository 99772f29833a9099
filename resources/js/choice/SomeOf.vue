<script setup lang="ts">
import { NCheckbox, NCheckboxGroup, NSpace } from 'naive-ui'

/** Any of some values, each with its words. */
defineProps<{ options: readonly (readonly [string, string])[]; label: string }>()
const value = defineModel<string[]>({ required: true })
</script>

<template>
    <NCheckboxGroup v-model:value="value" :aria-label="label">
        <NSpace vertical :size="6">
            <NCheckbox
                v-for="[one, words] in options"
                :key="one"
                :value="one"
                :label="words"
                :data-test="`some-${one}`"
            />
        </NSpace>
    </NCheckboxGroup>
</template>
