<script setup lang="ts">
import type { BoardDay, Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/shell/usePeriod'
import { useAhead } from '@/state/server'
import { useView } from '@/state/view'
import { useInfiniteScroll } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'
import DayChapter from './DayChapter.vue'

/** The running list from a day onwards: days as chapters, more of them as one reads on. */
const view = useView()
const { now, today, date } = usePeriod()
const { shown, repeats } = useChoice()
const query = useAhead(date, computed(() => (repeats.value === 'next' ? 'next' : 'all')))
const pages = computed(() => query.data.value?.pages ?? [])
const scroller = ref<HTMLElement | null>(null)

watchEffect(() => {
    view.tallies = pages.value[0]?.areas ?? []
    view.occurrences = pages.value.flatMap((page) => page.occurrences)
})

interface Chapter {
    day: BoardDay
    starting: Occurrence[]
    going: Occurrence[]
}
const chapters = computed<Chapter[]>(() => {
    const seen = new Set<string>()
    return pages.value.flatMap((page) => page.days.map((day) => {
        const onDay = page.occurrences.filter((one) => shown(one) && one.start.slice(0, 10) <= day.date && (one.all_day ? one.end > day.date : one.end > `${day.date}T00:00:00` || one.start.slice(0, 10) === day.date))
        // What lasts for days is told on the first of them that is listed, and named as going on after that.
        const starting = onDay.filter((one) => one.start.slice(0, 10) === day.date || !seen.has(one.key))
        const going = onDay.filter((one) => !starting.includes(one))
        for (const one of starting) seen.add(one.key)
        return { day, starting, going }
    }))
})
const hasAny = computed(() => chapters.value.some((chapter) => chapter.starting.length > 0))
useInfiniteScroll(scroller, async () => {
    await query.fetchNextPage()
}, { distance: 400, canLoadMore: () => query.hasNextPage.value && !query.isFetchingNextPage.value && query.data.value !== undefined })
</script>

<template>
    <main ref="scroller" class="ahead" :aria-busy="query.isFetching.value" data-test="ahead" :data-from="pages[0]?.from">
        <div class="column">
            <p v-if="query.isError.value" class="empty">What lies ahead could not be fetched. <button class="press" @click="query.refetch()">Try again</button></p>
            <p v-else-if="pages.length === 0" class="empty">Looking ahead…</p>
            <p v-else-if="!hasAny" class="empty">Nothing lies ahead here. Catch something with <kbd>N</kbd>, or show more with the words above.</p>
            <DayChapter v-for="chapter in chapters" :key="chapter.day.date" v-bind="chapter" :today="today" :now="now" />
            <p v-if="query.isFetchingNextPage.value" class="empty">Reading on…</p>
        </div>
    </main>
</template>

<style scoped>
.ahead { flex: 1; min-width: 0; min-height: 0; overflow-y: auto; background: var(--sheet); }
.column { max-width: 860px; padding: 10px 28px 60px; }
.empty { color: var(--muted); margin: 14px 0; }
@media (max-width: 760px) { .ahead { flex: none; overflow: visible; } .column { padding: 8px 12px 60px; } }
</style>
