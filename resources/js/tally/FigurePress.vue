<script setup lang="ts">
import { length } from '@/shared/time'
import { NButton } from 'naive-ui'

/** Minutes that open what they are made of. */
defineProps<{ minutes: number; of: string; strong?: boolean; test: string }>()
</script>

<template>
    <span v-if="minutes === 0">nothing</span>
    <NButton
        v-else
        text
        class="plain opens"
        :aria-label="`${length(minutes)}, ${of}: what it is made of`"
        :data-test="test"
        :data-minutes="minutes"
        ><component :is="strong ? 'b' : 'span'">{{ length(minutes) }}</component></NButton
    >
</template>
