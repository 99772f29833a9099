<script setup lang="ts">
import type { Colour } from '@/api/types'

/** One of the colours of calendars, chosen by its name. */
const props = defineProps<{ value: Colour | null; label: string; inherits?: string }>()
const emit = defineEmits<{ choose: [colour: Colour | null] }>()
const COLOURS: Colour[] = [
    'indigo',
    'teal',
    'ochre',
    'brick',
    'olive',
    'rose',
    'steel',
    'amber',
    'violet',
    'forest',
    'cyan',
    'slate',
]
</script>

<template>
    <div class="colours" role="radiogroup" :aria-label="label">
        <button
            v-if="props.inherits"
            type="button"
            class="press"
            role="radio"
            :aria-checked="value === null"
            @click="emit('choose', null)"
        >
            {{ inherits }}
        </button>
        <button
            v-for="one in COLOURS"
            :key="one"
            type="button"
            class="colour"
            role="radio"
            :aria-checked="value === one"
            :aria-label="one"
            :title="one"
            :data-test="`colour-${one}`"
            :style="{ background: `var(--${one})` }"
            @click="emit('choose', one)"
        />
    </div>
</template>

<style scoped>
.colours {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
    align-items: center;
}
.press {
    padding: 0 8px;
}
.colour {
    width: 22px;
    height: 22px;
    border-radius: 6px;
    border: 2px solid var(--sheet);
    outline: 1px solid var(--line-strong);
}
.colour[aria-checked='true'] {
    outline: 2px solid var(--ink);
}
</style>
