<script setup lang="ts">
import { NModal } from 'naive-ui'
import { nextTick, onMounted, ref } from 'vue'

/** A small question over the page, in its middle; what it asks for first has the focus. */
defineProps<{ label: string; test: string }>()
const emit = defineEmits<{ leave: [] }>()
defineOptions({ inheritAttrs: false })
const box = ref<HTMLElement | null>(null)
onMounted(() => nextTick(() => box.value?.querySelector<HTMLElement>('input, button')?.focus()))
</script>

<template>
    <NModal show transform-origin="center" @mask-click="emit('leave')" @esc="emit('leave')">
        <div
            v-bind="$attrs"
            ref="box"
            class="box"
            role="dialog"
            aria-modal="true"
            :aria-label="label"
            :data-test="test"
        >
            <slot />
        </div>
    </NModal>
</template>

<style scoped>
.box {
    display: flex;
    flex-direction: column;
    gap: 8px;
    padding: 16px 20px;
    border: 1px solid var(--plum-line);
    border-radius: 12px;
    background: var(--sheet);
    box-shadow: var(--shadow);
}
.box :slotted(h2) {
    font-size: 1.0625rem;
}
</style>
