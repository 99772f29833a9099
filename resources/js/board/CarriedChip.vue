<script setup lang="ts">
import { computed } from 'vue'
import { drag } from './drag'
import { useMoves } from './useMoves'

/** What is carried, under the pointer. */
const { words, tooLate } = useMoves()
const late = computed(() => (drag.carried && drag.target ? tooLate(drag.carried, drag.target) : ''))
const text = computed(() =>
    drag.target
        ? `${drag.copies ? 'a copy ' : ''}${words(drag.target)}`
        : drag.grip === 'whole'
          ? 'nothing happens here'
          : '',
)
</script>

<template>
    <div
        v-if="drag.carried && !drag.byKey && drag.target?.kind !== 'hours'"
        class="chip"
        :data-hue="drag.carried.colour"
        :style="{
            transform: `translate(${drag.x + 12}px, ${drag.y + 10}px)`,
        }"
    >
        <b>{{ drag.carried.title }}</b> {{ text }}<em v-if="late">, {{ late }}</em>
    </div>
</template>

<style scoped>
.chip {
    position: fixed;
    top: 0;
    left: 0;
    z-index: 2000;
    pointer-events: none;
    padding: 3px 8px;
    border-left: 4px solid var(--c);
    border-radius: 6px;
    background: var(--sheet);
    box-shadow: var(--shadow);
    font-size: 0.75rem;
    max-width: 260px;
}
em {
    color: var(--trouble);
    font-style: normal;
    font-weight: 600;
}
</style>
