<script setup lang="ts" generic="T">
import { NButton } from 'naive-ui'

/** Names, a picture and figures row by row beside one another; what is beyond the first few waits behind a press. */
defineProps<{
    rows: T[]
    nameOf: (one: T) => string
    /** How many there are in all. */
    total: number
    few: number
    /** Points of a row. */
    height: number
    test: string
}>()
const isWhole = defineModel<boolean>({ required: true })
</script>

<template>
    <div class="rows" :style="{ '--row': `${height}px` }">
        <ol>
            <li v-for="one in rows" :key="nameOf(one)" class="name"><slot name="name" :one="one" /></li>
        </ol>
        <slot />
        <ol>
            <li v-for="one in rows" :key="nameOf(one)" class="sum" :data-test="test" :data-name="nameOf(one)">
                <slot name="sum" :one="one" />
            </li>
        </ol>
    </div>
    <slot name="key" />
    <NButton v-if="total > few" size="tiny" class="press" @click="isWhole = !isWhole">{{
        isWhole ? 'Fewer' : `${total - few} more`
    }}</NButton>
</template>

<style scoped>
.rows {
    display: grid;
    grid-template-columns: minmax(70px, max-content) minmax(60px, 1fr) max-content;
    gap: 0 12px;
}
ol {
    margin: 0;
    padding: 0;
    list-style: none;
}
li {
    height: var(--row);
    display: flex;
    flex-direction: column;
    justify-content: center;
    align-items: flex-start;
    line-height: 1.2;
}
.name {
    max-width: 150px;
}
.name > :deep(*) {
    max-width: 100%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
@media (max-width: 760px) {
    .rows {
        grid-template-columns: minmax(60px, max-content) minmax(40px, 1fr) max-content;
        gap: 0 8px;
    }
    .name {
        max-width: 104px;
    }
    .sum {
        max-width: 136px;
    }
}
</style>
