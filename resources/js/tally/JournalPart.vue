<script setup lang="ts">
import DateChapter from '@/shared/DateChapter.vue'
import RunningList from '@/shared/RunningList.vue'
import { length } from '@/shared/time'
import { useAreas, useDone } from '@/state/server'
import { useView } from '@/state/view'
import { NButton } from 'naive-ui'
import { computed, watch } from 'vue'
import { useTally } from './useTally'

/** The lines of closings and rounds in order, the latest first, with what was done that day beside them. */
const { stretch, today } = useTally()
const view = useView()
const { colour } = useAreas()
const until = computed(() => (stretch.value.last < today.value ? stretch.value.last : today.value))
const query = useDone(until)
const days = computed(() =>
    (query.data.value?.pages ?? []).flatMap((page) => page.days).filter((day) => day.lines.length > 0),
)
/** Fortnights without a line are passed over, so that there is something to read; not more than a year of them at once. */
const MOST = 26
watch(
    () => [query.data.value?.pages.length ?? 0, query.isFetching.value] as const,
    ([pages, isFetching]) => {
        if (days.value.length < 4 && !isFetching && pages > 0 && pages < MOST && query.hasNextPage.value)
            void query.fetchNextPage()
    },
    { immediate: true },
)
const OF = { day: '', week: 'Round of the week', month: 'Round of the month' } as const
</script>

<template>
    <RunningList
        :query="query"
        :empty="days.length === 0 && !query.isFetching.value"
        failed="The journal could not be fetched."
        waiting="Looking back…"
        further="Further back…"
        data-test="journal"
    >
        <template #empty
            >No line was written yet. Close a day, or go through the round of a week, and what you write
            stands here.</template
        >
        <DateChapter
            v-for="day in days"
            :key="day.date"
            :date="day.date"
            :today="today"
            data-test="journal-day"
        >
            <div class="beside">
                <div class="lines">
                    <p v-for="(line, i) in day.lines" :key="i" data-test="journal-line">
                        <span
                            >{{ line.question
                            }}<template v-if="OF[line.of]"> · {{ OF[line.of] }}</template></span
                        >
                        {{ line.answer }}
                    </p>
                </div>
                <ul class="done" :aria-label="`Done that day: ${day.done.length}`">
                    <li
                        v-for="one in day.done"
                        :key="`${one.entry_id}|${one.recurrence_id}`"
                        :data-hue="one.colour ?? colour(one.calendar_id)"
                    >
                        <i aria-hidden="true" />
                        <NButton text class="plain" @click="view.openLine(one)">{{ one.title }}</NButton>
                        <small v-if="one.timed">{{ length(one.timed) }}</small>
                    </li>
                </ul>
            </div>
        </DateChapter>
    </RunningList>
</template>

<style scoped>
.beside {
    display: grid;
    grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
    gap: 6px 24px;
}
.lines p {
    margin: 0 0 8px;
    font-family: var(--serif);
    font-size: 0.9375rem;
    line-height: 1.4;
}
.lines span {
    display: block;
    color: var(--muted);
    font-family: var(--sans);
    font-size: 0.75rem;
}
.done {
    margin: 0;
    padding: 0;
    list-style: none;
    font-size: 0.75rem;
}
.done li {
    display: flex;
    align-items: center;
    gap: 7px;
    min-height: 22px;
}
.done button {
    min-height: 24px;
}
.done i {
    flex: none;
    width: 8px;
    height: 11px;
    border-radius: 50%;
    background: var(--c);
    transform: rotate(20deg);
}
small {
    color: var(--muted);
}
@media (max-width: 760px) {
    .beside {
        grid-template-columns: minmax(0, 1fr);
    }
}
</style>
