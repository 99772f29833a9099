<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import AreaRibbon from '@/ribbon/AreaRibbon.vue'
import BasketColumn from '@/basket/BasketColumn.vue'
import CarriedChip from '@/board/CarriedChip.vue'
import DayBand from '@/board/DayBand.vue'
import DayHead from '@/board/DayHead.vue'
import HoursGrid from '@/board/HoursGrid.vue'
import ScopeChoice from '@/board/ScopeChoice.vue'
import { useBoardKeys } from '@/board/useBoardKeys'
import { asking, useMoves } from '@/board/useMoves'
import WeekRuler from '@/ruler/WeekRuler.vue'
import DayStrip from '@/ruler/DayStrip.vue'
import UndoNote from '@/undo/UndoNote.vue'
import { useChanges } from '@/undo/useChanges'
import { useFresh } from './useFresh'
import TopBar from './TopBar.vue'
import { plusDays, span, startOfWeek } from '@/shared/time'
import { useAccount, useAreas, useBoard, usePrefetchBoard } from '@/state/server'
import { useView } from '@/state/view'
import { useMediaQuery } from '@vueuse/core'
import { computed, defineAsyncComponent, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

const EntrySheet = defineAsyncComponent(() => import('@/sheet/EntrySheet.vue'))
const AreasPanel = defineAsyncComponent(() => import('@/areas/AreasPanel.vue'))
const SettingsPanel = defineAsyncComponent(() => import('@/settings/SettingsPanel.vue'))
const KeysPanel = defineAsyncComponent(() => import('./KeysPanel.vue'))

const route = useRoute()
const router = useRouter()
const account = useAccount()
const view = useView()
const { areas, calendar, area } = useAreas()
const { move, words } = useMoves()
const { undo, redo } = useChanges()
const isNarrow = useMediaQuery('(max-width: 760px)')

const now = useFresh()
const today = computed(() => now.value.slice(0, 10))
const date = computed(() => (typeof route.params.date === 'string' && /^\d{4}-\d\d-\d\d$/.test(route.params.date) ? route.params.date : today.value))
const days = computed(() => (isNarrow.value ? 1 : 7))
const from = computed(() => (isNarrow.value ? date.value : startOfWeek(date.value, account.value.first_weekday)))
const query = useBoard(from, days)
const board = computed(() => query.data.value)

const prefetch = usePrefetchBoard()
watch([() => board.value?.from, days], ([loaded]) => {
    if (loaded !== from.value) return
    prefetch(plusDays(from.value, days.value), days.value)
    prefetch(plusDays(from.value, -days.value), days.value)
})

function go(to: string): void {
    void router.push(to === today.value ? '/week' : `/week/${to}`)
}
const step = (way: number): void => go(plusDays(from.value, way * days.value))

/** Hidden areas and calendars are not drawn; one that is seen alone hides all others. */
function shown(one: { area_id: string; calendar_id: string }): boolean {
    if (view.soloArea) return one.area_id === view.soloArea
    if (view.soloCalendar) return one.calendar_id === view.soloCalendar
    return !area(one.area_id)?.hidden && !calendar(one.calendar_id)?.hidden
}

function open(one: Occurrence): void {
    view.sheet = { entryId: one.entry_id, recurrenceId: one.routine ? one.recurrence_id : null, date: one.start.slice(0, 10) }
}
function openEntry(entryId: string): void {
    view.sheet = { entryId, recurrenceId: null, date: null }
}
function fresh(start: string, allDay = false): void {
    view.sheet = { entryId: null, recurrenceId: null, date: null, fresh: { start, end: null, all_day: allDay } }
}

const conflicts = computed(() => board.value?.days.reduce((sum, day) => sum + day.conflicts, 0) ?? 0)
const isEmpty = computed(() => !!board.value && board.value.occurrences.length === 0 && board.value.basket.length === 0)
const scopeAt = computed(() => ({ left: `${Math.min(asking.x, window.innerWidth - 432)}px`, top: `${Math.min(asking.y + 8, window.innerHeight - 90)}px` }))

useBoardKeys({ board, shown, open, fresh: () => fresh(date.value, true), step, now: () => void router.push('/week'), undo, redo })

function answer(scope: 'one' | 'onward' | 'whole'): void {
    const { carried, target } = asking
    Object.assign(asking, { carried: null, target: null })
    if (carried && target) void move(carried, target, scope)
}
</script>

<template>
    <div class="page" :class="{ narrow: isNarrow }">
        <TopBar />
        <div class="ribbon-row">
            <div class="period">
                <button class="press step" :aria-label="isNarrow ? 'The day before' : 'The week before'" title="Page up" data-test="before" @click="step(-1)">‹</button>
                <h1 data-test="period">{{ span(from, plusDays(from, days - 1)) }}</h1>
                <button class="press step" :aria-label="isNarrow ? 'The day after' : 'The week after'" title="Page down" data-test="after" @click="step(1)">›</button>
                <button class="press now" :disabled="today >= from && today < plusDays(from, days)" title="Home" data-test="now-press" @click="router.push('/week')">Now</button>
            </div>
            <AreaRibbon v-if="board" :tallies="board.areas" />
        </div>
        <div class="body">
            <DayStrip v-if="isNarrow" :date="date" :today="today" :first-weekday="account.first_weekday" @go="go" />
            <WeekRuler v-else :from="from" :today="today" :first-weekday="account.first_weekday" @go="go" />
            <BasketColumn v-if="board" :items="board.basket" :today="today" :shown="shown" @open="openEntry" />
            <main class="board" :aria-busy="query.isFetching.value" data-test="board" :data-from="board?.from">
                <template v-if="board">
                    <div class="heads" :style="{ gridTemplateColumns: `44px repeat(${board.days.length}, minmax(0, 1fr))` }">
                        <div class="corner" />
                        <DayHead v-for="day in board.days" :key="day.date" :day="day" :is-today="day.date === today" :wide="isNarrow" />
                    </div>
                    <DayBand :board="board" :shown="shown" :today="today" @open="open" />
                    <p v-if="isEmpty && areas.length > 0" class="empty">
                        Nothing here yet. Press <kbd>N</kbd> and write what comes round, such as “water the ferns every Tuesday at 9 for 20 min”.
                    </p>
                    <HoursGrid :board="board" :shown="shown" :now="now" @open="open" @fresh="fresh" />
                </template>
                <p v-else-if="query.isError.value" class="empty trouble">The week could not be fetched. <button class="press" @click="query.refetch()">Try again</button></p>
                <p v-else class="empty">Laying out your week…</p>
            </main>
        </div>
        <CarriedChip />
        <div v-if="asking.carried && asking.target" class="asking" :style="scopeAt">
            <ScopeChoice :question="`Move “${asking.carried.title}” ${words(asking.target)}:`" @choose="answer" @leave="Object.assign(asking, { carried: null, target: null })" />
        </div>
        <EntrySheet v-if="view.sheet" :key="`${view.sheet.entryId}|${view.sheet.recurrenceId}`" :target="view.sheet" @close="view.sheet = null" />
        <AreasPanel v-if="view.panel === 'areas'" @close="view.panel = null" />
        <SettingsPanel v-if="view.panel === 'settings'" @close="view.panel = null" />
        <KeysPanel v-if="view.panel === 'keys'" @close="view.panel = null" />
        <UndoNote />
        <div class="out-of-sight" aria-live="polite">{{ conflicts > 0 ? `${conflicts} double bookings in view` : '' }}</div>
    </div>
</template>

<style scoped>
.page { height: 100%; display: flex; flex-direction: column; overflow: hidden; }
.ribbon-row { display: flex; flex: none; height: 50px; border-bottom: 1px solid var(--line); background: var(--sheet); min-width: 0; }
.period { flex: none; width: 280px; display: flex; align-items: center; gap: 8px; padding: 0 12px 0 14px; border-right: 1px solid var(--line); }
.period h1 { font-size: 20px; white-space: nowrap; flex: 1; text-align: center; }
.step { padding: 2px 8px; }
.body { flex: 1; min-height: 0; display: flex; }
.board { flex: 1; min-width: 0; display: flex; flex-direction: column; }
.heads { display: grid; flex: none; border-bottom: 1px solid var(--line); overflow-y: auto; scrollbar-width: thin; scrollbar-gutter: stable; }
.corner { background: var(--paper); }
.empty { margin: 14px; padding: 12px 16px; border: 1px dashed var(--line-strong); border-radius: var(--radius); color: var(--muted); }
.trouble { color: var(--trouble); }
.asking { position: fixed; z-index: 2500; max-width: calc(100vw - 16px); }
.narrow .ribbon-row { height: auto; flex-direction: column; }
.narrow .period { width: auto; height: 42px; border-right: 0; border-bottom: 1px solid var(--line); }
.narrow .body { flex-direction: column; overflow-y: auto; }
.narrow .board { flex: none; order: 1; min-height: 620px; }
</style>
