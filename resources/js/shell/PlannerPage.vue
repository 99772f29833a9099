<script setup lang="ts">
import { NButton } from 'naive-ui'
import BasketColumn from '@/basket/BasketColumn.vue'
import CarriedChip from '@/board/CarriedChip.vue'
import ScopeChoice from '@/choice/ScopeChoice.vue'
import { useBoardKeys } from '@/board/useBoardKeys'
import { useKeptFocus, wantFocus } from '@/board/useKeptFocus'
import { asking, useMoves } from '@/board/useMoves'
import { useTiles } from '@/board/useTiles'
import { useChoice } from '@/choice/useChoice'
import { useCatchKey } from '@/capture/useCatchKey'
import OnPaper from '@/paper/OnPaper.vue'
import AreaRibbon from '@/ribbon/AreaRibbon.vue'
import DayStrip from '@/ruler/DayStrip.vue'
import WeekRuler from '@/ruler/WeekRuler.vue'
import { namedDate, startOfWeek } from '@/shared/time'
import { useOneStop } from '@/shared/useOneStop'
import { useAccount, useBasket } from '@/state/server'
import { useView } from '@/state/view'
import UndoNote from '@/undo/UndoNote.vue'
import { useElementSize, useEventListener } from '@vueuse/core'
import { useRoute } from 'vue-router'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import DraftsStrip from './DraftsStrip.vue'
import NewDayStrip from '@/shared/NewDayStrip.vue'
import TopBar from './TopBar.vue'
import UnreadableStrip from './UnreadableStrip.vue'
import PeriodRow from './PeriodRow.vue'
import { usePeriod } from '@/period/usePeriod'

const loadQuestion = (): Promise<typeof import('./SmallQuestion.vue')> => import('./SmallQuestion.vue')
const SmallQuestion = defineAsyncComponent(loadQuestion)
// A key that asks is followed by a letter at once: it is there before it is asked for.
onMounted(() => setTimeout(() => void loadQuestion()))
const AmountQuestion = defineAsyncComponent(() => import('./AmountQuestion.vue'))
const ChosenBar = defineAsyncComponent(() => import('@/board/ChosenBar.vue'))
const FittingStrip = defineAsyncComponent(() => import('@/fitting/FittingStrip.vue'))
const ShownSentence = defineAsyncComponent(() => import('@/choice/ShownSentence.vue'))
const CatchHere = defineAsyncComponent(() => import('@/capture/CatchHere.vue'))
const EntrySheet = defineAsyncComponent(() => import('@/sheet/EntrySheet.vue'))
const AreasPanel = defineAsyncComponent(() => import('@/areas/AreasPanel.vue'))
const SettingsPanel = defineAsyncComponent(() => import('@/settings/SettingsPanel.vue'))
const KeysPanel = defineAsyncComponent(() => import('./KeysPanel.vue'))
const FindPanel = defineAsyncComponent(() => import('@/find/FindPanel.vue'))
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const FilesPanel = defineAsyncComponent(() => import('@/interchange/FilesPanel.vue'))
const TemplatesPanel = defineAsyncComponent(() => import('@/templates/TemplatesPanel.vue'))
const FilingPanel = defineAsyncComponent(() => import('@/filing/FilingPanel.vue'))

const route = useRoute()
const account = useAccount()
const view = useView()
const basket = useBasket()
const { now, today, hasNewDay, toNewDay, view: name, date, from, isNarrow, go } = usePeriod()
const { shown, isPlain } = useChoice()
const { drop, move, words } = useMoves()

const rulerWeek = computed(() =>
    startOfWeek(
        name.value === 'month' || name.value === 'year' ? date.value : from.value,
        account.value.first_weekday,
    ),
)
/** A room that has a row of its own, and neither ruler nor basket. */
const isApart = computed(() => ['routines', 'round', 'tally'].includes(String(route.name)))
const hasRuler = computed(() => name.value !== 'year' && name.value !== 'done')
/** What goes on paper is only laid out for the printer. */
const isPrinting = ref(false)
useEventListener(window, 'beforeprint', () => (isPrinting.value = true))
useEventListener(window, 'afterprint', () => (isPrinting.value = false))
/** Beside where it was dropped, and all of it inside the window. */
const question = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(question, undefined, { box: 'border-box' })
const scopeAt = computed(() => ({
    left: `${Math.max(8, Math.min(asking.x, window.innerWidth - width.value - 8))}px`,
    top: `${Math.max(8, Math.min(asking.y + 8, window.innerHeight - height.value - 8))}px`,
}))

useOneStop()
useCatchKey()
useKeptFocus()
useBoardKeys(useTiles())
watch([name, from], () => (view.chosen = new Set()))

function letBe(): void {
    const key = asking.carried?.key
    Object.assign(asking, { carried: null, target: null, over: null, mayCover: false })
    if (key) wantFocus(key)
}
/** A skip link goes to the first of what it names. */
function skipTo(selector: string): void {
    document.querySelector<HTMLElement>(selector)?.focus()
}
function cover(): void {
    const { carried, target, copies, x, y } = asking
    letBe()
    if (carried && target) drop(carried, target, { x, y }, copies, true)
}
function answer(scope: 'one' | 'onward' | 'whole'): void {
    const { carried, target, mayCover } = asking
    letBe()
    if (carried && target) void move(carried, target, scope, mayCover)
}
</script>

<template>
    <div class="page" :class="{ narrow: isNarrow }">
        <a class="skip" href="#board" @click.prevent="skipTo('main [data-tile], main')">To the board</a>
        <a class="skip" href="#basket" @click.prevent="skipTo('aside.basket [data-tile], aside.basket')"
            >To the basket</a
        >
        <TopBar />
        <template v-if="!isApart">
            <PeriodRow />
            <AreaRibbon :tallies="view.tallies" />
            <ShownSentence v-if="view.isSentenceOpen || !isPlain" />
        </template>
        <UnreadableStrip />
        <NewDayStrip
            v-if="hasNewDay"
            :today="today"
            :stays="`This page stays with ${namedDate(date)}.`"
            @go="toNewDay"
        />
        <DraftsStrip />
        <div class="body">
            <DayStrip
                v-if="isNarrow && !isApart && name !== 'year' && name !== 'month' && name !== 'done'"
                :date="date"
                :today="today"
                :first-weekday="account.first_weekday"
                @go="(day) => go({ date: day })"
            />
            <WeekRuler
                v-else-if="!isNarrow && hasRuler && !isApart"
                :from="rulerWeek"
                :today="today"
                :first-weekday="account.first_weekday"
                @go="(day) => go({ date: day })"
            />
            <BasketColumn
                v-if="name !== 'year' && name !== 'done' && !isApart"
                :items="basket"
                :now="now"
                :shown="shown"
            />
            <RouterView />
        </div>
        <CarriedChip />
        <ChosenBar v-if="view.chosen.size > 0" />
        <FittingStrip v-if="view.fitting" />
        <div
            v-if="asking.carried && asking.target"
            ref="question"
            class="asking"
            data-keeps-focus
            :style="scopeAt"
        >
            <div v-if="asking.over" class="over" role="alertdialog" aria-label="Protected" data-test="over">
                <p>“{{ asking.over }}” is protected. Lay it over that all the same?</p>
                <NButton class="press" type="primary" data-test="over-yes" @click="cover"
                    >Lay it there</NButton
                ><NButton class="press" @click="letBe">Leave it</NButton>
            </div>
            <ScopeChoice
                v-else
                :question="`Move “${asking.carried.title}” ${words(asking.target)}:`"
                :reach="{ entryId: asking.carried.entryId, recurrenceId: asking.carried.recurrenceId ?? '' }"
                @choose="answer"
                @leave="letBe"
            />
        </div>
        <SmallQuestion v-if="view.question" />
        <AmountQuestion v-if="view.amount" />
        <EntrySheet
            v-if="view.sheet"
            :key="`${view.sheet.entryId}|${view.sheet.recurrenceId}`"
            :target="view.sheet"
            @close="view.sheet = null"
        />
        <AreasPanel v-if="view.panel === 'areas'" @close="view.panel = null" />
        <SettingsPanel v-if="view.panel === 'settings'" @close="view.panel = null" />
        <KeysPanel v-if="view.panel === 'keys'" @close="view.panel = null" />
        <FindPanel v-if="view.panel === 'find'" @close="view.panel = null" />
        <FilesPanel v-if="view.panel === 'files'" @close="view.panel = null" />
        <TemplatesPanel v-if="view.panel === 'templates'" @close="view.panel = null" />
        <FilingPanel v-if="view.panel === 'filing'" @close="view.panel = null" />
        <CatchHere v-if="view.offered" />
        <FirstSteps v-if="view.isFirst" />
        <UndoNote />
        <OnPaper v-if="isPrinting && !isApart" />
    </div>
</template>

<style scoped>
.page {
    height: 100%;
    display: flex;
    flex-direction: column;
    overflow: hidden;
}
.skip {
    position: absolute;
    top: -60px;
    left: 8px;
    z-index: 3200;
    padding: 8px 14px;
    border-radius: var(--radius);
    background: var(--sheet);
    color: var(--ink);
}
.skip:focus {
    top: 8px;
}
.body {
    flex: 1;
    min-height: 0;
    display: flex;
}
.over {
    padding: 10px 14px;
    border: 1px solid var(--trouble);
    border-radius: var(--radius);
    background: var(--sheet);
    box-shadow: var(--shadow);
}
.over p {
    margin: 0 0 8px;
}
.over .press {
    margin-right: 8px;
}
.asking {
    position: fixed;
    z-index: 2500;
    max-width: min(440px, 100vw - 16px);
}
.narrow .body {
    flex-direction: column;
    overflow-y: auto;
}
</style>
