<script setup lang="ts">
import { ref, watch } from 'vue'
import { note, useChanges } from './useChanges'

/** The note at the foot of the page, for some seconds or until it is pressed away. */
const { undo } = useChanges()
const shown = ref(false)
let timer: ReturnType<typeof setTimeout> | undefined

watch(
    () => note.id,
    () => {
        shown.value = true
        clearTimeout(timer)
        // What failed stays until it is seen.
        if (note.kind !== 'trouble') timer = setTimeout(() => (shown.value = false), 8000)
    },
)
</script>

<template>
    <div v-if="shown" class="note" :class="note.kind" data-test="note">
        <span>{{ note.text }}</span>
        <button v-if="note.undoable" class="plain undo" data-test="undo" @click="undo()">
            Undo <kbd>Ctrl+Z</kbd>
        </button>
        <button class="plain" aria-label="Close this note" @click="shown = false">×</button>
    </div>
</template>

<style scoped>
.note {
    position: fixed;
    left: 50%;
    bottom: 16px;
    transform: translateX(-50%);
    z-index: 3000;
    display: flex;
    gap: 14px;
    align-items: center;
    max-width: calc(100vw - 32px);
    padding: 9px 14px;
    border-radius: var(--radius);
    background: var(--plum-deep);
    color: var(--on-plum);
    box-shadow: var(--shadow);
}
.note.trouble {
    background: var(--trouble-soft);
    color: var(--trouble);
    border: 1px solid var(--trouble);
}
.undo {
    font-weight: 600;
    white-space: nowrap;
    text-decoration: underline;
    text-underline-offset: 2px;
}
.undo kbd {
    margin-left: 4px;
}
</style>
