<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { UseInfiniteQueryReturnType } from '@tanstack/vue-query'
import { useInfiniteScroll, useMediaQuery } from '@vueuse/core'
import { shallowRef, useTemplateRef, watch } from 'vue'
import LayingOut from './LayingOut.vue'
import NothingHere from './NothingHere.vue'

/** Chapters one after the other; more of them are fetched as one reads on. */
const props = defineProps<{
    query: UseInfiniteQueryReturnType<unknown, Error>
    empty: boolean
    failed: string
    waiting: string
    further: string
}>()
const { isError, isFetching, isFetchingNextPage, hasNextPage, data, refetch, fetchNextPage } = props.query

const list = useTemplateRef('list')
/** What scrolls it: itself, or on a narrow screen what it stands in. */
const scroller = shallowRef<HTMLElement | null>(null)
watch(
    [list, useMediaQuery('(max-width: 760px)')],
    ([one]) => {
        let scrolling: HTMLElement | null = one
        while (scrolling && !/auto|scroll/.test(getComputedStyle(scrolling).overflowY))
            scrolling = scrolling.parentElement
        scroller.value = scrolling
    },
    { immediate: true, flush: 'post' },
)
useInfiniteScroll(
    scroller,
    async () => {
        await fetchNextPage()
    },
    {
        distance: 400,
        canLoadMore: () => hasNextPage.value && !isFetchingNextPage.value && data.value !== undefined,
    },
)
</script>

<template>
    <main ref="list" class="running" data-one-stop="[data-tile]|.add" :aria-busy="isFetching">
        <div class="column">
            <p v-if="isError" class="empty">
                {{ failed }} <NButton class="press" @click="refetch()">Try again</NButton>
            </p>
            <LayingOut v-else-if="data === undefined" :words="waiting" />
            <NothingHere v-else-if="empty" class="empty"><slot name="empty" /></NothingHere>
            <slot />
            <p v-if="isFetchingNextPage" class="empty">{{ further }}</p>
        </div>
    </main>
</template>

<style scoped>
.running {
    flex: 1;
    min-width: 0;
    min-height: 0;
    overflow-y: auto;
    background: var(--sheet);
}
.column {
    max-width: 860px;
    padding: 10px 28px 60px;
}
.empty {
    color: var(--muted);
    margin: 14px 0;
}
@media (max-width: 760px) {
    .running {
        flex: none;
        overflow: visible;
    }
    .column {
        padding: 8px 12px 60px;
    }
}
</style>
