<script setup lang="ts">
import { NSkeleton } from 'naive-ui'

/** Stands for what is being fetched, in about its shape; said aloud in words. */
defineProps<{
    words: string
    /** Boxes side by side, each as high as the room; else lines one below the other. */
    columns?: number
}>()
</script>

<template>
    <div class="waits" role="status" :class="{ side: columns }">
        <span class="out-of-sight">{{ words }}</span>
        <template v-if="columns">
            <NSkeleton v-for="i in columns" :key="i" height="100%" :sharp="false" />
        </template>
        <template v-else>
            <NSkeleton v-for="i in 8" :key="i" text :width="`${[62, 48, 71, 40][i % 4]}%`" />
        </template>
    </div>
</template>

<style scoped>
.waits {
    display: flex;
    flex-direction: column;
    gap: 12px;
    padding: 14px;
}
.waits.side {
    flex: 1;
    flex-direction: row;
    gap: 6px;
    min-height: 200px;
}
/* It comes after a moment, so that a fast answer does not flash. */
.waits {
    animation: appear 0.2s 0.25s both;
}
@keyframes appear {
    from {
        opacity: 0;
    }
}
@media (prefers-reduced-motion: reduce) {
    .waits :deep(.n-skeleton) {
        animation: none;
    }
}
</style>
