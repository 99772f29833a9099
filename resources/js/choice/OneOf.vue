<script setup lang="ts" generic="T extends string">
import { NRadio, NRadioGroup, NSpace } from 'naive-ui'

/** One of a few values, each with its words. */
defineProps<{ options: readonly (readonly [T, string])[]; label: string }>()
const value = defineModel<T>({ required: true })
</script>

<template>
    <NRadioGroup v-model:value="value" :name="label" :aria-label="label">
        <NSpace vertical :size="6">
            <NRadio
                v-for="[one, words] in options"
                :key="one"
                :value="one"
                :data-test="`one-${one || 'all'}`"
                >{{ words }}</NRadio
            >
        </NSpace>
    </NRadioGroup>
</template>
