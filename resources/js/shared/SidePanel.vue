<script setup lang="ts">
import { NButton, NDrawer } from 'naive-ui'
import { ref } from 'vue'
import { useUnsavedWithin } from './unsavedWithin'

/** A panel from the right with a title, closed by Escape. */
withDefaults(defineProps<{ title: string; width?: number }>(), { width: 560 })
const emit = defineEmits<{ close: [] }>()
const open = ref(true)
/** What in it is typed and not saved: closing asks first, whichever way it is closed. */
const unsaved = useUnsavedWithin()
const asks = ref(false)
function close(): void {
    if (unsaved.size > 0 && !asks.value) asks.value = true
    else open.value = false
}
/** Of what is unsaved, in words. */
function sentence(what: string[]): string {
    const all = what.length === 1 ? what[0]! : `${what.slice(0, -1).join(', ')} and ${what.at(-1)}`
    return `${all.charAt(0).toUpperCase()}${all.slice(1)} ${what.length === 1 && !all.endsWith('s') ? 'is' : 'are'} not saved.`
}
</script>

<template>
    <NDrawer
        :show="open"
        placement="right"
        :width="`min(${width}px, 100vw)`"
        :trap-focus="true"
        @update:show="(shown) => shown || close()"
        @after-leave="emit('close')"
    >
        <section class="panel" :aria-label="title">
            <header>
                <h1>{{ title }}</h1>
                <NButton class="press" @click="close">Close <kbd>Esc</kbd></NButton>
            </header>
            <p v-if="asks && unsaved.size > 0" class="asks" role="alertdialog" data-test="unsaved-question">
                {{ sentence([...unsaved.values()]) }}
                <NButton class="press" type="primary" data-test="go-on-writing" @click="asks = false"
                    >Go on writing</NButton
                >
                <NButton class="press" data-test="drop-it" @click="open = false">Close without it</NButton>
            </p>
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
.asks {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin: 0;
    padding: 10px 24px;
    border-bottom: 1px solid var(--line);
    background: var(--plum-soft, var(--paper));
}
.inside {
    flex: 1;
    overflow-y: auto;
    padding: 16px 24px 32px;
}
</style>
