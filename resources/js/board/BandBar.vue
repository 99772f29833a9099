<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import StoneTick from '@/shared/StoneTick.vue'
import { namedDate } from '@/shared/time'
import { useView } from '@/state/view'

/** From which day of those shown to which, and in which row. */
defineProps<{ one: Occurrence; from: number; to: number; row: number; firstColumn: number; ends: string }>()

const { hue } = useChoice()
const view = useView()
</script>

<template>
    <article
        class="bar"
        tabindex="0"
        data-tile
        data-carry
        data-test="bar"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start"
        :data-ends="ends"
        :data-hue="hue(one)"
        :class="{ done: one.done, chosen: view.chosen.has(one.key) }"
        :style="{
            gridColumn: `${firstColumn + from} / ${firstColumn + to}`,
            marginTop: `${4 + row * 22}px`,
        }"
        :aria-label="`${one.title}, all day, ${namedDate(one.start)}`"
        :title="one.title"
    >
        <StoneTick v-if="one.kind === 'task'" :done="one.done" :label="one.title" />
        <span>{{ one.title }}</span>
    </article>
</template>

<style scoped>
.bar[data-ends~='first']::before,
.bar[data-ends~='last']::after {
    content: '';
    position: absolute;
    top: 0;
    bottom: 0;
    left: -4px;
    width: 6px;
    cursor: ew-resize;
}
.bar[data-ends~='last']::after {
    left: auto;
    right: 0;
}
.bar {
    grid-row: 1;
    position: relative;
    align-self: start;
    height: 19px;
    margin-inline: 5px 4px;
    display: flex;
    align-items: center;
    gap: 4px;
    padding: 0 6px;
    border-left: 4px solid var(--c);
    border-radius: 4px;
    background: color-mix(in srgb, var(--c) 20%, var(--sheet));
    font-size: 0.7812rem;
    cursor: grab;
    user-select: none;
    min-width: 0;
    z-index: 1;
}
.bar span {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.bar.chosen {
    outline: 3px solid var(--plum);
}
.bar.done span {
    text-decoration: line-through;
    color: var(--muted);
}
</style>
