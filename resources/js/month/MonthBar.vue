<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { namedDate, plusDays } from '@/shared/time'
import { useView } from '@/state/view'
import { computed, ref } from 'vue'
import { endsWithin, partAt } from '@/board/bars'

/** What lasts for whole days, across those of one week, whose first day is given. */
const props = defineProps<{ parts: Occurrence[]; from: number; to: number; row: number; first: string }>()

const view = useView()
const { hue } = useChoice()
const element = ref<HTMLElement | null>(null)
/** The one under the pointer, where the bar is of several. */
const held = ref(0)
const one = computed(() => partAt(props, held.value) ?? props.parts[0]!)
const ends = computed(() =>
    props.parts.length > 1
        ? ''
        : endsWithin(one.value, plusDays(props.first, props.from), plusDays(props.first, props.to)),
)
function hold(event: PointerEvent): void {
    const box = element.value?.getBoundingClientRect()
    held.value = box ? (event.clientX - box.left) / box.width : 0
}
</script>

<template>
    <article
        ref="element"
        class="bar"
        tabindex="0"
        data-tile
        data-carry
        data-test="month-bar"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start.slice(0, 10)"
        :data-ends="ends"
        :data-hue="hue(one)"
        :class="{
            done: parts.every((part) => part.done),
            chosen: parts.some((part) => view.chosen.has(part.key)),
        }"
        :style="{
            gridColumn: `${2 + from} / ${2 + to}`,
            marginTop: `${27 + row * 19}px`,
        }"
        :title="one.title"
        :aria-label="`${one.title}, from ${namedDate(one.start)}`"
        @pointerdown.capture="hold"
    >
        {{ one.title }}
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
    position: relative;
    grid-row: 1;
    align-self: start;
    height: 17px;
    margin-inline: 13px 3px;
    padding: 0 6px;
    border-left: 4px solid var(--c);
    border-radius: 4px;
    background: color-mix(in srgb, var(--c) 20%, var(--sheet));
    font-size: 0.75rem;
    line-height: 17px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    cursor: grab;
    user-select: none;
    z-index: 1;
    min-width: 0;
}
.done {
    text-decoration: line-through;
    color: var(--muted);
}
.chosen {
    outline: 2px solid var(--plum);
}
@media (max-width: 760px) {
    .bar {
        margin-inline: 2px;
        padding: 0 2px;
        border-left-width: 2px;
        font-size: 0.6875rem;
    }
}
</style>
