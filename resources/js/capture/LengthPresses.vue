<script setup lang="ts">
import { length } from '@/shared/time'
import { NButton } from 'naive-ui'

/** Usual lengths to press, each as the line says it. */
defineProps<{ test: string }>()
const emit = defineEmits<{ choose: [words: string] }>()
const LENGTHS = [15, 30, 45, 60, 90, 120]
</script>

<template>
    <NButton
        v-for="minutes in LENGTHS"
        :key="minutes"
        class="press"
        :data-test="`${test}-${minutes}`"
        @click="emit('choose', `for ${minutes} min`)"
        >{{ length(minutes) }}</NButton
    >
</template>
