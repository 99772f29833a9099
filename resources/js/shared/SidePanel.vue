<script setup lang="ts">
import { NButton, NDrawer } from 'naive-ui'
import { ref } from 'vue'

/** A panel from the right with a title, closed by Escape. */
withDefaults(defineProps<{ title: string; width?: number }>(), { width: 560 })
const emit = defineEmits<{ close: [] }>()
const open = ref(true)
</script>

<template>
    <NDrawer
        v-model:show="open"
        placement="right"
        :width="`min(${width}px, 100vw)`"
        :trap-focus="true"
        @after-leave="emit('close')"
    >
        <section class="panel" :aria-label="title">
            <header>
                <h1>{{ title }}</h1>
                <NButton class="press" @click="open = false">Close <kbd>Esc</kbd></NButton>
            </header>
            <div class="inside"><slot /></div>
        </section>
    </NDrawer>
</template>

<style scoped>
.panel {
    height: 100%;
    display: flex;
    flex-direction: column;
    color: var(--ink);
}
header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    padding: 18px 24px 12px;
    border-bottom: 1px solid var(--line);
}
h1 {
    font-size: 1.5rem;
}
.inside {
    flex: 1;
    overflow-y: auto;
    padding: 16px 24px 32px;
}
</style>
