<script setup lang="ts">
import { useAreas, useTemplates } from '@/state/server'
import { useView } from '@/state/view'
import { useStorage } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed } from 'vue'

/** Beside the basket, what is kept to be stamped: an entry is dragged onto the board, all else is opened. */
const view = useView()
const templates = useTemplates()
const { colour } = useAreas()
const isOpen = useStorage('template-shelf', true)
const entries = computed(() => templates.value.filter((one) => one.kind === 'entry'))
const others = computed(() => templates.value.length - entries.value.length)
function open(id?: string): void {
    view.templates = { show: 'list', id }
    view.panel = 'templates'
}
</script>

<template>
    <section v-if="templates.length > 0" class="shelf" aria-label="Templates" data-test="shelf">
        <p>
            <NButton
                text
                class="plain"
                :aria-expanded="isOpen"
                data-test="shelf-fold"
                @click="isOpen = !isOpen"
                >Templates {{ isOpen ? '▾' : '▸' }}</NButton
            >
            <NButton text class="plain all" title="All templates: T" data-test="all-templates" @click="open()"
                >{{ others > 0 ? `and ${others} of days` : 'all' }} <kbd>T</kbd></NButton
            >
        </p>
        <div v-if="isOpen" class="chips">
            <article
                v-for="one in entries.slice(0, 8)"
                :key="one.id"
                role="button"
                tabindex="0"
                class="chip"
                data-tile
                data-carry
                data-test="shelf-template"
                :data-template="one.id"
                :data-title="one.name"
                :data-hue="colour(one.parts[0]?.calendar_id ?? '')"
                :title="`${one.name}: drag it onto the board, or press it`"
                @click="open(one.id)"
                @keydown.enter.prevent="open(one.id)"
            >
                {{ one.name }}
            </article>
        </div>
    </section>
</template>

<style scoped>
.shelf {
    flex: none;
    padding-top: 6px;
    border-top: 1px solid var(--line);
}
p {
    display: flex;
    justify-content: space-between;
    margin: 0 0 4px;
    font-size: 0.75rem;
}
.all {
    color: var(--muted);
}
.chips {
    display: flex;
    flex-wrap: wrap;
    gap: 4px;
    padding-bottom: 6px;
}
.chip {
    max-width: 100%;
    padding: 3px 7px;
    min-height: 24px;
    overflow: hidden;
    border: 1px dashed var(--c);
    border-radius: 6px;
    background: color-mix(in srgb, var(--c) 8%, var(--sheet));
    color: var(--c-text);
    font-size: 0.75rem;
    text-overflow: ellipsis;
    white-space: nowrap;
    cursor: grab;
}
</style>
