<script setup lang="ts">
defineProps<{ done: boolean; label: string }>()
defineEmits<{ turn: [] }>()
</script>

<template>
    <button
        class="stone" role="checkbox" :aria-checked="done" :aria-label="done ? `${label} is done` : `Tick ${label} off`" data-test="stone"
        @click.stop="$emit('turn')" @pointerdown.stop @dblclick.stop @keydown.enter.stop @keydown.space.stop
    >
        <svg viewBox="0 0 14 16" aria-hidden="true"><ellipse cx="7" cy="8" rx="4.4" ry="6.3" transform="rotate(20 7 8)" /></svg>
    </button>
</template>

<style scoped>
.stone { flex: none; width: 24px; height: 24px; margin: 0 -4px; padding: 0; border: 0; background: none; display: inline-grid; place-items: center; border-radius: 6px; position: relative; }
svg { width: 12px; height: 14px; overflow: visible; }
ellipse { fill: transparent; stroke: var(--c, var(--plum)); stroke-width: 1.5; transition: fill 140ms; }
.stone:hover ellipse { fill: color-mix(in srgb, var(--c, var(--plum)) 30%, transparent); }
.stone[aria-checked='true'] ellipse { fill: var(--c, var(--plum)); }
</style>
