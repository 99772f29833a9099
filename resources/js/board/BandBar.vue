<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import StoneTick from '@/shared/StoneTick.vue'
import { namedDate } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { paint } from '@/state/server'
import { useView } from '@/state/view'
import { ref } from 'vue'
import { useCarrying } from './drag'
import { carriedOccurrence, useMoves } from './useMoves'
import { useTicks } from './useTicks'

/** From which day of those shown to which, and in which row. */
const props = defineProps<{ one: Occurrence; from: number; to: number; row: number; firstColumn: number }>()
const emit = defineEmits<{ open: [] }>()

const { hue } = useChoice()
const view = useView()
const { drop } = useMoves()
const { tick } = useTicks()
const element = ref<HTMLElement | null>(null)
/** With Ctrl a press chooses it, to do something with several at once. */
function press(event: MouseEvent): void {
    if (event.ctrlKey || event.metaKey) view.choose(props.one.key)
    else emit('open')
}
useCarrying(element, { carried: () => carriedOccurrence(props.one, hue(props.one)), drop })
</script>

<template>
    <article
        ref="element" class="bar" tabindex="0" data-tile data-test="bar" :data-title="one.title" :data-key="one.key" :data-date="one.start" :class="{ done: one.done, chosen: view.chosen.has(one.key) }"
        :style="{ gridColumn: `${firstColumn + from} / ${firstColumn + to}`, marginTop: `${4 + row * 22}px`, ...paint(hue(one)) }"
        :aria-label="`${one.title}, all day, ${namedDate(one.start)}`" :title="one.title" @click="press($event)" @keydown.enter="emit('open')"
    >
        <StoneTick v-if="one.kind === 'task'" :done="one.done" :label="one.title" @turn="tick(one)" />
        <span>{{ one.title }}</span>
    </article>
</template>

<style scoped>
.bar { grid-row: 1; align-self: start; height: 19px; margin-inline: 5px 4px; display: flex; align-items: center; gap: 4px; padding: 0 6px; border-left: 4px solid var(--c); border-radius: 4px; background: color-mix(in srgb, var(--c) 20%, var(--sheet)); font-size: 12.5px; cursor: grab; touch-action: none; user-select: none; min-width: 0; z-index: 1; }
.bar span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.bar.chosen { outline: 3px solid var(--plum); }
.bar.done span { text-decoration: line-through; color: var(--muted); }
</style>
