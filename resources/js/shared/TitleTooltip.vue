<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { NTooltip } from 'naive-ui'
import { onScopeDispose, ref } from 'vue'

/**
 * One tooltip for the whole page, in place of the browser's own: it shows the `title` of what the pointer rests on or the keyboard
 * has come to. The attribute stays where it is for those who have it read to them; only while the pointer is over it, it is set
 * aside, or the browser would show its own besides.
 */
const RESTS_MS = 500
const shown = ref<{ words: string; x: number; y: number } | null>(null)
let aside: { element: HTMLElement; title: string } | null = null
let timer: ReturnType<typeof setTimeout> | undefined

const titled = (event: Event): HTMLElement | null =>
    event.target instanceof Element ? event.target.closest<HTMLElement>('[title]:not([title=""])') : null

function show(element: HTMLElement, words: string): void {
    const box = element.getBoundingClientRect()
    if (element.isConnected && box.width > 0)
        shown.value = { words, x: box.left + box.width / 2, y: Math.min(box.bottom, box.top + 60) }
}
function hide(): void {
    clearTimeout(timer)
    shown.value = null
}
function restore(): void {
    if (aside && !aside.element.hasAttribute('title')) aside.element.setAttribute('title', aside.title)
    aside = null
}

useEventListener(document, 'pointerover', (event) => {
    if (aside && event.target instanceof Node && aside.element.contains(event.target)) return
    restore()
    hide()
    const element = titled(event)
    if (!element || event.pointerType === 'touch' || event.buttons !== 0) return
    const title = element.title
    aside = { element, title }
    element.removeAttribute('title')
    timer = setTimeout(() => show(element, title), RESTS_MS)
})
useEventListener(document, 'focusin', (event) => {
    hide()
    const element = titled(event)
    if (element && element === event.target && element.matches(':focus-visible')) {
        timer = setTimeout(() => show(element, element.title), RESTS_MS)
    }
})
for (const name of ['pointerdown', 'keydown', 'focusout', 'wheel'] as const)
    useEventListener(document, name, hide, { capture: true, passive: true })
onScopeDispose(() => {
    hide()
    restore()
})
</script>

<template>
    <NTooltip
        :show="shown !== null"
        trigger="manual"
        placement="bottom"
        :x="shown?.x"
        :y="shown?.y"
        :style="{ maxWidth: '320px' }"
    >
        <template #trigger><i hidden /></template>
        <span data-test="tooltip">{{ shown?.words }}</span>
    </NTooltip>
</template>
