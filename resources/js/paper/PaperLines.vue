<script setup lang="ts">
import type { PaperLine } from './usePaper'

/** The lines of a day: a must has its number, a task its stone, filled when it is done. */
defineProps<{ lines: PaperLine[] }>()
</script>

<template>
    <p v-for="line in lines" :key="line.key" :class="{ done: line.done }">
        <b v-if="line.lead === 'must'" class="place">{{ line.number }}</b>
        <i v-if="line.lead === 'must' || line.lead === 'task'" :class="{ full: line.done }" />
        <b v-else-if="line.lead === 'due'">◆</b>
        <span class="text">{{ line.text }}</span>
        <small>{{ line.area }}</small>
    </p>
</template>
