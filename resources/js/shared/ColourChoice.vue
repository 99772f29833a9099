<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Colour } from '@/api/types'
import { COLOURS } from './colours'
import { nextTick, ref } from 'vue'

/** One of the colours of calendars, chosen by its name. */
const props = defineProps<{ value: Colour | null; label: string; inherits?: string }>()
const emit = defineEmits<{ choose: [colour: Colour | null] }>()
const group = ref<HTMLElement | null>(null)
/** Arrows choose the next or the one before, as in any radio group; only the chosen one is a Tab stop. */
function step(way: number): void {
    const all = [...(props.inherits ? [null] : []), ...COLOURS]
    const next = all[(all.indexOf(props.value) + way + all.length) % all.length] ?? null
    emit('choose', next)
    void nextTick(() => group.value?.querySelector<HTMLElement>('[aria-checked=true]')?.focus())
}
const isStop = (one: Colour | null): boolean =>
    props.value === one || (props.value === null && !props.inherits && one === COLOURS[0])
</script>

<template>
    <div
        ref="group"
        class="colours"
        role="radiogroup"
        :aria-label="label"
        @keydown.right.prevent.stop="step(1)"
        @keydown.down.prevent.stop="step(1)"
        @keydown.left.prevent.stop="step(-1)"
        @keydown.up.prevent.stop="step(-1)"
    >
        <NButton
            v-if="props.inherits"
            class="press"
            role="radio"
            :aria-checked="value === null"
            :tabindex="isStop(null) ? 0 : -1"
            @click="emit('choose', null)"
        >
            {{ inherits }}
        </NButton>
        <button
            v-for="one in COLOURS"
            :key="one"
            type="button"
            class="colour"
            role="radio"
            :aria-checked="value === one"
            :tabindex="isStop(one) ? 0 : -1"
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
