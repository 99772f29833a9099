<script setup lang="ts">
import type { HeldBack } from '@/api/types'
import { length, namedDate } from '@/shared/time'
import { NButton } from 'naive-ui'
import type { Help } from './useFitting'

/** What would help something that finds no place, each as a press. */
defineProps<{ one: HeldBack }>()
const emit = defineEmits<{ help: [way: Help] }>()
</script>

<template>
    <span class="help">
        <NButton
            v-if="one.pieces.length"
            text
            class="plain"
            data-test="help-split"
            @click="emit('help', 'split')"
            >Split into {{ one.pieces.map((minutes) => length(minutes)).join(' + ') }}</NButton
        >
        <NButton
            v-if="one.longest >= 30 && one.longest < one.minutes"
            text
            class="plain"
            data-test="help-shorter"
            @click="emit('help', 'shorter')"
            >Do it in {{ length(one.longest) }}</NButton
        >
        <NButton v-if="one.later" text class="plain" data-test="help-later" @click="emit('help', 'later')"
            >Put it on {{ namedDate(one.later) }}</NButton
        >
        <NButton v-if="one.gives" text class="plain" data-test="help-gives" @click="emit('help', 'gives')"
            >Leave “{{ one.gives.title }}” out for it</NButton
        >
    </span>
</template>

<style scoped>
.help {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 14px;
    font-size: 0.7812rem;
}
</style>
