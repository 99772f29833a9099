<script setup lang="ts">
import { NButton } from 'naive-ui'
import { useChoice } from '@/choice/useChoice'
import DateChapter from '@/shared/DateChapter.vue'
import RunningList from '@/shared/RunningList.vue'
import { length, timeOf } from '@/shared/time'
import { usePeriod } from '@/period/usePeriod'
import { useAccount, useAreas, useDone } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** What was done, the latest day first: when, by whom, and how long it took where it was timed. */
const view = useView()
const account = useAccount()
const { today, date } = usePeriod()
const { calendar, colour } = useAreas()
const { shown } = useChoice()
const query = useDone(date)
const days = computed(() =>
    (query.data.value?.pages ?? [])
        .flatMap((page) => page.days)
        .map((day) => ({
            ...day,
            done: day.done.filter((one) =>
                shown({
                    area_id: one.area_id,
                    calendar_id: one.calendar_id,
                    importance: null,
                    effort: null,
                    labels: [],
                    colour: one.colour,
                    routine: one.routine,
                }),
            ),
        }))
        .filter((day) => day.done.length > 0 || day.lines.length > 0),
)
view.occurrences = []
view.tallies = []

const sum = (done: { timed: number | null }[]): number =>
    done.reduce((minutes, one) => minutes + (one.timed ?? 0), 0)
</script>

<template>
    <RunningList
        :query="query"
        :empty="days.length === 0 && !query.hasNextPage.value"
        failed="What was done could not be fetched."
        waiting="Looking back…"
        further="Further back…"
        data-test="done"
        :data-from="date"
    >
        <template #empty>Nothing was ticked off here yet.</template>
        <DateChapter v-for="day in days" :key="day.date" :date="day.date" :today="today" data-test="done-day">
            <template #facts
                ><span
                    >{{ day.done.length }} done{{
                        sum(day.done) > 0 ? `, ${length(sum(day.done))} timed` : ''
                    }}</span
                ></template
            >
            <article
                v-for="one in day.done"
                :key="`${one.entry_id}|${one.recurrence_id}`"
                :data-hue="one.colour ?? colour(one.calendar_id)"
                data-test="done-line"
                :data-title="one.title"
            >
                <time>{{ timeOf(one.done_at, account.clock) }}</time><i aria-hidden="true" />
                <NButton text class="plain title" @click="view.openLine(one)">{{ one.title }}</NButton>
                <span class="facts">{{
                    [
                        calendar(one.calendar_id)?.name,
                        one.timed
                            ? `${length(one.timed)} timed${one.estimate ? `, ${length(one.estimate)} estimated` : ''}`
                            : '',
                        `by ${one.by}`,
                    ]
                        .filter(Boolean)
                        .join(' · ')
                }}</span>
            </article>
            <p v-for="line in day.lines" :key="line.question" class="line" data-test="done-closing-line">
                <span>{{ line.question }}</span> {{ line.answer }}
            </p>
        </DateChapter>
    </RunningList>
</template>

<style scoped>
.line {
    margin: 3px 0;
    padding-left: 71px;
    font-style: italic;
}
.line span {
    color: var(--muted);
    font-style: normal;
}
article {
    display: flex;
    align-items: center;
    gap: 9px;
    min-height: 25px;
}
time {
    flex: none;
    width: 44px;
    text-align: right;
    font-size: 0.7812rem;
    color: var(--muted);
}
i {
    flex: none;
    width: 9px;
    height: 13px;
    border-radius: 50%;
    background: var(--c);
    transform: rotate(20deg);
}
.title {
    flex: none;
    max-width: 60%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.8438rem;
}
.title:hover {
    text-decoration: underline;
}
.facts {
    flex: 1;
    min-width: 0;
    color: var(--muted);
    font-size: 0.75rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
@media (max-width: 760px) {
    .facts {
        display: none;
    }
    .title {
        max-width: none;
        flex: 1;
    }
}
</style>
