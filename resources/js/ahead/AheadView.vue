<script setup lang="ts">
import type { BoardDay, Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import RunningList from '@/shared/RunningList.vue'
import { usePeriod } from '@/period/usePeriod'
import { useAhead } from '@/state/server'
import { useView } from '@/state/view'
import { computed, watchEffect } from 'vue'
import DayChapter from './DayChapter.vue'

/** The running list from a day onwards: days as chapters, more of them as one reads on. */
const view = useView()
const { now, today, date } = usePeriod()
const { shown, repeats } = useChoice()
const query = useAhead(
    date,
    computed(() => (repeats.value === 'next' ? 'next' : 'all')),
)
const pages = computed(() => query.data.value?.pages ?? [])

watchEffect(() => {
    view.tallies = pages.value[0]?.areas ?? []
    view.occurrences = pages.value.flatMap((page) => page.occurrences)
    view.days = pages.value.flatMap((page) => page.days)
})

interface Chapter {
    day: BoardDay
    starting: Occurrence[]
    going: Occurrence[]
}
const chapters = computed<Chapter[]>(() => {
    const seen = new Set<string>()
    return pages.value.flatMap((page) =>
        page.days.map((day) => {
            const onDay = page.occurrences.filter(
                (one) =>
                    shown(one) &&
                    one.start.slice(0, 10) <= day.date &&
                    (one.all_day
                        ? one.end > day.date
                        : one.end > `${day.date}T00:00:00` || one.start.slice(0, 10) === day.date),
            )
            // What lasts for days is told on the first of them that is listed, and named as going on after that.
            const starting = onDay.filter((one) => one.start.slice(0, 10) === day.date || !seen.has(one.key))
            const going = onDay.filter((one) => !starting.includes(one))
            for (const one of starting) seen.add(one.key)
            return { day, starting, going }
        }),
    )
})
const hasAny = computed(() => chapters.value.some((chapter) => chapter.starting.length > 0))
</script>

<template>
    <RunningList
        :query="query"
        :empty="!hasAny"
        failed="What lies ahead could not be fetched."
        waiting="Looking ahead…"
        further="Reading on…"
        data-test="ahead"
        :data-from="pages[0]?.from"
    >
        <template #empty
            >Nothing lies ahead here. Catch something with <kbd>N</kbd>, or show more with the words
            above.</template
        >
        <DayChapter
            v-for="chapter in chapters"
            :key="chapter.day.date"
            v-bind="chapter"
            :today="today"
            :now="now"
        />
    </RunningList>
</template>
