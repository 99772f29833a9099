<script setup lang="ts">
import { useView } from '@/state/view'
import { useChoice } from './useChoice'

/** Opens the sentence that says what is shown; one word while that is everything. */
const view = useView()
const { isPlain } = useChoice()
</script>

<template>
    <button
        class="fold"
        :aria-expanded="view.isSentenceOpen || !isPlain"
        aria-controls="shown"
        data-test="shown-fold"
        @click="view.isSentenceOpen = !view.isSentenceOpen"
    >
        {{ isPlain ? 'Showing everything' : 'Showing some' }}
        <span aria-hidden="true">{{ view.isSentenceOpen ? '▴' : '▾' }}</span>
    </button>
</template>

<style scoped>
.fold {
    min-height: 24px;
    padding: 0 2px;
    border: 0;
    background: none;
    color: var(--muted);
    white-space: nowrap;
}
.fold:hover {
    color: var(--ink);
}
</style>
