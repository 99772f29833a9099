<script setup lang="ts" generic="T extends string">
import SentenceWord from '@/shared/SentenceWord.vue'
import { NButton } from 'naive-ui'

/** A word of the sentence, and the words that it may become. */
defineProps<{ choices: readonly (readonly [T, string])[]; label: string; test: string }>()
const chosen = defineModel<T>({ required: true })
</script>

<template>
    <SentenceWord
        v-slot="{ close }"
        :words="choices.find(([value]) => value === chosen)?.[1] ?? ''"
        :label="label"
    >
        <NButton
            v-for="[value, words] in choices"
            :key="value"
            text
            class="plain"
            :aria-pressed="chosen === value"
            :data-test="`${test}-${value}`"
            @click="((chosen = value), close())"
            >{{ words }}</NButton
        >
    </SentenceWord>
</template>
