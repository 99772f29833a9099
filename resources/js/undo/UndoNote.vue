<script setup lang="ts">
import { NButton } from 'naive-ui'
import { ref, watch } from 'vue'
import { note, useChanges } from './useChanges'
import { foot } from './useRoom'

/**
 * The note at the foot of the page, for some seconds or until it is pressed away. It takes a line of its own from below, so that
 * it never lies over what one may press next.
 */
const { undo } = useChanges()
const shown = ref(false)
const line = ref<HTMLElement | null>(null)
// Before it is painted: what is laid out by the height of the page knows what the note takes; drawers end above it.
watch(line, (element) => {
    foot.value = element?.offsetHeight ?? 0
    document.documentElement.style.setProperty('--foot', `${foot.value}px`)
})
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
    <div v-if="shown" ref="line" class="note" :class="note.kind" data-test="note">
        <span>{{ note.text }}</span>
        <NButton v-if="note.undoable" text class="plain undo" data-test="undo" @click="undo()">
            Undo <kbd>Ctrl+Z</kbd>
        </NButton>
        <NButton
            v-for="press in note.presses"
            :key="press.words"
            text
            class="plain undo"
            :data-test="press.test"
            @click="press.go()"
        >
            {{ press.words }}
        </NButton>
        <NButton text class="plain" aria-label="Close this note" @click="shown = false">×</NButton>
    </div>
</template>

<style scoped>
.note {
    position: relative;
    z-index: 3000;
    flex: none;
    display: flex;
    gap: 14px;
    align-items: center;
    justify-content: center;
    min-height: 38px;
    padding: 7px 14px;
    background: var(--plum-deep);
    color: var(--on-plum);
}
.note.trouble {
    background: var(--trouble-soft);
    color: var(--trouble);
    border-top: 1px solid var(--trouble);
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
