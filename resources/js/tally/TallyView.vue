<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import ShownFold from '@/choice/ShownFold.vue'
import ShownSentence from '@/choice/ShownSentence.vue'
import DateField from '@/shared/DateField.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import { isCovered } from '@/shared/covered'
import { isTyping } from '@/shared/isTyping'
import { useFilters, useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import DurationsPart from './DurationsPart.vue'
import HabitsPart from './HabitsPart.vue'
import HoursPart from './HoursPart.vue'
import JournalPart from './JournalPart.vue'
import HabitPanel from './HabitPanel.vue'
import SheetPart from './SheetPart.vue'
import SumLines from './SumLines.vue'
import TimingsPart from './TimingsPart.vue'
import WeeksPart from './WeeksPart.vue'
import WhenPart from './WhenPart.vue'
import WordChoice from './WordChoice.vue'
import { GROUP_INKS, type Ink } from './inks'
import { stateOf } from './partState'
import { STRETCHES } from './stretches'
import { GROUPS, MEASURES, ROOMS, useTally, type Figure } from './useTally'

/** The tally: where the hours of a stretch went, what was kept up, how long things take. */
const router = useRouter()
const route = useRoute()
const view = useView()
const account = useAccount()
const { areas, area, colour } = useAreas()
const { labels } = useFilters()
const { room, of, by, today, stretch, filters, go, set, turn } = useTally()
view.occurrences = []
view.tallies = []

const query = useQuery({
    queryKey: computed(
        () =>
            [
                'tally',
                stretch.value.from,
                stretch.value.days,
                { by: by.value, of: of.value, ...filters.value },
            ] as const,
    ),
    queryFn: ({ queryKey: [, from, days, asked] }) =>
        answerOf(api.GET('/tally/{from}/{days}', { params: { path: { from, days }, query: asked } })),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
    enabled: computed(() => room.value === 'figures'),
})
const state = computed(() => {
    const one = stateOf(query)
    return { ...one, isReady: one.isReady && areas.value.length > 0 }
})
/** The colour of a group: its area's, its calendar's, else one after the other. */
function hueOf(id: string, i: number): Ink {
    const answered = query.data.value?.by
    if (answered === 'area') return area(id)?.colour ?? 'slate'
    if (answered === 'calendar') return colour(id)
    if (answered === 'effort')
        return ({ light: 'cyan', steady: 'amber', demanding: 'brick' } as const)[id] ?? 'slate'
    const place = answered === 'label' ? labels.value.indexOf(id) : i
    return id === '' ? 'slate' : GROUP_INKS[Math.max(0, place) % GROUP_INKS.length]!
}

/** The figure whose list is open. */
const opened = ref<Figure | null>(null)
watch(
    () => [stretch.value.from, stretch.value.days, by.value, room.value],
    () => (opened.value = null),
)

/** A habit that another room asks for. */
const habit = computed(() => (typeof route.query.habit === 'string' ? route.query.habit : ''))
function closeHabit(): void {
    const { habit: asked, ...query } = route.query
    if (asked) void router.replace({ path: route.path, query })
}

const from = ref('')
const to = ref('')
watch(
    stretch,
    (one) => {
        from.value = one.from
        to.value = one.last
    },
    { immediate: true },
)
const isSpan = computed(() => from.value !== '' && to.value >= from.value)
function choose(close: () => void): void {
    if (!isSpan.value) return
    go({ stretch: 'from', date: from.value, to: to.value })
    close()
}

useEventListener(
    window,
    'keydown',
    (event) => {
        if (event.defaultPrevented || isTyping(event)) return
        if (isCovered.value || view.isPageCovered || opened.value || habit.value) return
        if (event.ctrlKey || event.metaKey || event.altKey) return
        const number = Number(event.key)
        if (number >= 1 && number <= STRETCHES.length) go({ stretch: STRETCHES[number - 1]![0] })
        else if (event.key === 'PageUp') turn(-1)
        else if (event.key === 'PageDown') turn(1)
        else if (event.key === 'Home' && stretch.value.name !== 'from') go({ date: today.value })
        else if (event.key === 'Escape') void router.push('/week')
        else return
        event.preventDefault()
        event.stopPropagation()
    },
    { capture: true },
)
const print = (): void => window.print()
</script>

<template>
    <main class="tally" data-test="tally" :data-from="stretch.from" :aria-busy="query.isFetching.value">
        <div class="period">
            <NButton class="turn" aria-label="The stretch before" data-test="stretch-before" @click="turn(-1)"
                >‹</NButton
            >
            <h1>{{ stretch.title }}</h1>
            <NButton class="turn" aria-label="The stretch after" data-test="stretch-after" @click="turn(1)"
                >›</NButton
            >
            <nav class="tabs" aria-label="How long">
                <button
                    v-for="([name, words], i) in STRETCHES"
                    :key="name"
                    class="plain tab"
                    :aria-current="stretch.name === name ? 'true' : undefined"
                    :title="`${words}: ${i + 1}`"
                    :data-test="`stretch-${name}`"
                    @click="go({ stretch: name })"
                >
                    {{ words }}
                </button>
                <SentenceWord
                    v-slot="{ close }"
                    class="span"
                    :words="stretch.name === 'from' ? stretch.dates : 'from … to …'"
                    label="from one date to another"
                >
                    <label
                        >from <DateField v-model="from" label="from" :first-weekday="account.first_weekday"
                    /></label>
                    <label
                        >to <DateField v-model="to" label="to" :first-weekday="account.first_weekday"
                    /></label>
                    <NButton class="press" :disabled="!isSpan" data-test="take-span" @click="choose(close)"
                        >Show</NButton
                    >
                    <small v-if="!isSpan">It ends on the day it begins, or later.</small>
                </SentenceWord>
            </nav>
            <nav class="tabs rooms" aria-label="Of the tally">
                <button
                    v-for="[name, words] in ROOMS"
                    :key="name"
                    class="plain tab"
                    :aria-current="room === name ? 'true' : undefined"
                    :data-test="`tally-${name}`"
                    @click="set('room', name)"
                >
                    {{ words }}
                </button>
            </nav>
        </div>
        <ShownSentence v-if="room !== 'journal' && room !== 'timings'" />
        <JournalPart v-if="room === 'journal'" />
        <div v-else class="body">
            <template v-if="room === 'figures'">
                <p class="counted">
                    <span>{{ stretch.dates }}</span>
                    <span
                        >counted by
                        <WordChoice
                            :model-value="of"
                            :choices="MEASURES"
                            label="which minutes count"
                            test="of"
                            @update:model-value="set('of', $event)" />
                        and
                        <WordChoice
                            :model-value="by"
                            :choices="GROUPS"
                            label="by what it is counted"
                            test="by"
                            @update:model-value="set('by', $event)"
                    /></span>
                    <ShownFold />
                    <NButton size="tiny" class="press" data-test="on-paper" @click="print">On paper</NButton>
                </p>
                <div class="parts">
                    <HoursPart
                        :tally="query.data.value"
                        :state="state"
                        :hue-of="hueOf"
                        :dates="stretch.dates"
                        @open="opened = $event"
                    />
                    <WeeksPart
                        :tally="query.data.value"
                        :state="state"
                        :hue-of="hueOf"
                        :dates="stretch.dates"
                        :today="today"
                        @open="opened = $event"
                    />
                    <HabitsPart />
                    <DurationsPart :today="today" />
                    <WhenPart
                        :tally="query.data.value"
                        :state="state"
                        :dates="stretch.dates"
                        @open="opened = $event"
                    />
                </div>
            </template>
            <TimingsPart v-else-if="room === 'timings'" />
            <SheetPart v-else />
        </div>
        <SumLines
            v-if="opened"
            :figure="opened"
            :by="query.data.value?.by as typeof by"
            :filters="filters"
            @close="opened = null"
        />
        <HabitPanel v-if="habit" :title="habit" @close="closeHabit" />
    </main>
</template>

<style scoped>
.tally {
    flex: 1;
    min-height: 0;
    min-width: 0;
    display: flex;
    flex-direction: column;
    background: var(--sheet);
}
.period {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 12px;
    min-height: 44px;
    padding: 4px 16px;
    border-bottom: 1px solid var(--line);
}
h1 {
    font-size: 1.3125rem;
}
.tabs {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px;
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.rooms {
    margin-left: auto;
}
.tab {
    padding: 5px 11px;
    border: 1px solid transparent;
    border-radius: 14px;
}
.tab[aria-current] {
    border-color: var(--plum-line);
    background: var(--plum-soft);
    font-weight: 650;
}
.tabs :deep(.word),
.counted :deep(.word) {
    min-height: 24px;
}
.tabs :deep(.word) {
    margin-left: 6px;
    font-weight: 400;
    border-bottom-width: 1px;
}
.body {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
}
.counted {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 2px 18px;
    margin: 0;
    padding: 5px 20px;
    color: var(--muted);
    border-bottom: 1px solid var(--line);
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.counted > :last-child {
    margin-left: auto;
}
/* A figure that opens what it is made of. */
@media screen {
    .parts :deep(.opens) {
        text-decoration: underline dotted var(--muted) 1px;
        text-underline-offset: 3px;
    }
}
.parts {
    display: grid;
    grid-template-columns: repeat(2, minmax(0, 1fr));
}
.parts > * {
    border-bottom: 1px solid var(--line);
}
.parts > :nth-child(odd) {
    border-right: 1px solid var(--line);
}
.parts > :last-child {
    grid-column: 1 / -1;
    border-right: 0;
}
@media (max-width: 1000px) {
    .parts {
        grid-template-columns: minmax(0, 1fr);
    }
    .parts > :nth-child(odd) {
        border-right: 0;
    }
}
@media (max-width: 760px) {
    .period {
        padding: 4px 10px;
    }
    .tab {
        min-height: 36px;
    }
    .counted {
        padding: 5px 14px;
    }
    .rooms {
        margin-left: 0;
    }
}
@media print {
    .tally,
    .body {
        display: block;
        overflow: visible;
    }
    .turn,
    .tabs,
    .counted > :last-child,
    .parts :deep(.n-button.press) {
        display: none;
    }
    .parts {
        grid-template-columns: repeat(2, minmax(0, 1fr));
    }
}
</style>

<!-- On paper the tally stands alone: what lies around it in the page is left out. -->
<style>
@media print {
    .page:has(.tally) {
        display: block !important;
        height: auto !important;
        overflow: visible !important;
    }
    .page:has(.tally) > :not(:has(.tally)) {
        display: none !important;
    }
    .page :has(> .tally) {
        display: block !important;
        height: auto !important;
        overflow: visible !important;
    }
}
</style>
