<script setup lang="ts">
/** What a task is ticked with. On a tile a press of it is heard by whoever hears the tile. */
defineProps<{ done: boolean; label: string }>()
</script>

<template>
    <button
        class="stone"
        tabindex="-1"
        role="checkbox"
        :aria-checked="done"
        :aria-label="done ? `${label} is done` : `Tick ${label} off`"
        data-test="stone"
    />
</template>
