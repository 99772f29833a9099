<script setup lang="ts">
import { NPopover } from 'naive-ui'
import { ref } from 'vue'

/** A word of the sentence that can be pressed; what it may become opens under it. */
defineProps<{ words: string; label: string }>()
const open = ref(false)
defineExpose({ close: () => (open.value = false) })
</script>

<template>
    <NPopover v-model:show="open" trigger="click" placement="bottom-start" :show-arrow="false" :to="false">
        <template #trigger>
            <button
                type="button"
                class="word"
                :aria-label="`${label}: ${words}`"
                :aria-expanded="open"
                :data-test="`word-${label}`"
                @keydown.esc.stop="open = false"
            >
                {{ words }}<span aria-hidden="true"> ▾</span>
            </button>
        </template>
        <div class="choices" @keydown.esc.stop="open = false"><slot :close="() => (open = false)" /></div>
    </NPopover>
</template>

<style scoped>
.word {
    background: none;
    border: 0;
    border-bottom: 2px solid var(--c);
    padding: 0 2px;
    font-weight: 650;
    color: var(--c-text);
    line-height: 1.25;
}
.word:hover {
    background: color-mix(in srgb, var(--c) 10%, transparent);
}
.word span {
    font-size: 0.6875rem;
    font-weight: 400;
    opacity: 0.8;
}
.choices {
    display: flex;
    flex-direction: column;
    gap: 6px;
    min-width: 150px;
    font-size: 0.8125rem;
}
</style>
