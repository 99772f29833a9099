<script setup lang="ts">
import { NButton } from 'naive-ui'
import LayingOut from '@/shared/LayingOut.vue'
import type { Board } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/period/usePeriod'
import { plusDays } from '@/shared/time'
import { useAreas, useBoard, usePrefetch } from '@/state/server'
import { useView } from '@/state/view'
import { computed, watch, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import DayBand from './DayBand.vue'
import DayHead from './DayHead.vue'
import HoursGrid from './HoursGrid.vue'

/** One day, some days or a week, side by side with their hours. */
const route = useRoute()
const view = useView()
const period = usePeriod()
const { now, today, days, from } = period
const { areas } = useAreas()
const { shown, repeats } = useChoice()

const asked = computed(() => (repeats.value === 'next' ? 'next' : 'all'))
const query = useBoard(from, days, asked)
/** Never the columns of one week under the heading of another: what is kept from before is not shown. */
const shownBoard = (sent: Board | undefined): Board | undefined =>
    sent?.from === from.value && sent.days.length === days.value ? sent : undefined
/** Work days only: the others are left out, not fetched anew. */
const board = computed(() => {
    const board = shownBoard(query.data.value)
    if (!board || route.query.work !== '1' || period.view.value !== 'week') return board
    return { ...board, days: board.days.filter((day) => day.works) }
})

const prefetch = usePrefetch()
watch(
    [() => query.data.value?.from, days, asked],
    ([loaded]) => {
        if (loaded !== from.value) return
        for (const way of [1, -1])
            prefetch.board(plusDays(from.value, way * days.value), days.value, asked.value)
    },
    { immediate: true },
)
watchEffect(() => {
    view.tallies = query.data.value?.areas ?? []
    view.occurrences = query.data.value?.occurrences ?? []
    view.days = query.data.value?.days ?? []
})

const isEmpty = computed(() => !!board.value && board.value.occurrences.length === 0)
const columns = computed(() => `44px repeat(${board.value?.days.length ?? 7}, minmax(0, 1fr))`)
</script>

<template>
    <main
        class="board"
        :aria-busy="query.isFetching.value"
        data-test="board"
        data-one-stop="[data-tile]"
        :data-from="board?.from"
    >
        <template v-if="board">
            <div class="heads" :style="{ gridTemplateColumns: columns }">
                <div class="corner" />
                <DayHead
                    v-for="day in board.days"
                    :key="day.date"
                    :day="day"
                    :is-today="day.date === today"
                    :wide="board.days.length <= 3"
                />
            </div>
            <DayBand :board="board" :shown="shown" :today="today" />
            <p v-if="isEmpty && areas.length > 0" class="empty">
                Nothing here yet. Press <kbd>N</kbd> and write what comes round, such as “water the ferns
                every Tuesday at 9 for 20 min”.
            </p>
            <HoursGrid :board="board" :shown="shown" :now="now" />
        </template>
        <p v-else-if="query.isError.value" class="empty trouble">
            This could not be fetched. <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <LayingOut v-else words="Laying out your days…" :columns="7" />
    </main>
</template>

<style scoped>
.board {
    flex: 1;
    min-width: 0;
    min-height: 0;
    display: flex;
    flex-direction: column;
}
.heads {
    display: grid;
    flex: none;
    border-bottom: 1px solid var(--line);
    overflow-y: auto;
    scrollbar-width: thin;
    scrollbar-gutter: stable;
}
.corner {
    background: var(--paper);
}
.empty {
    margin: 14px;
    padding: 12px 16px;
    border: 1px dashed var(--line-strong);
    border-radius: var(--radius);
    color: var(--muted);
}
.trouble {
    color: var(--trouble);
}
@media (max-width: 760px) {
    .board {
        flex: none;
        order: 1;
        min-height: 620px;
    }
}
</style>
