import { answerOf, api } from '@/api/client'
import type { BasketItem, Occurrence } from '@/api/types'
import { usePocket } from './usePocket'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/period/usePeriod'
import { announce } from '@/shared/announce'
import { isTyping } from '@/shared/isTyping'
import { length, namedDate, plusDays } from '@/shared/time'
import { useView } from '@/state/view'
import { say, useChanges } from '@/undo/useChanges'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick } from 'vue'
import { useRouter } from 'vue-router'
import { inListOrder } from './listOrder'
import { drag, putDown, type Target } from './drag'
import { nextGap } from './nextGap'
import { keyTarget, neighbour, type Lie } from './tileKeys'
import { wantFocus } from './useKeptFocus'
import { carriedItem, carriedOccurrence, useMoves } from './useMoves'
import type { Shown, useTiles } from './useTiles'
import { useTicks } from '@/undo/useTicks'

/** Everything the pointer does on the board, by key. */
export function useBoardKeys({ shownBy, open }: ReturnType<typeof useTiles>): void {
    const view = useView()
    const period = usePeriod()
    const router = useRouter()
    const pocket = usePocket()
    const { shown, hue } = useChoice()
    const { drop, many, words } = useMoves()
    const { tick, skip } = useTicks()
    const { change, undo, redo } = useChanges()
    const visible = computed(() => view.occurrences.filter(shown))
    const lie = computed<Lie>(() =>
        period.view.value === 'month' ? 'weeks' : period.view.value === 'ahead' ? 'list' : 'columns',
    )

    function focusTile(key: string): void {
        document.querySelector<HTMLElement>(`[data-tile][data-key="${CSS.escape(key)}"]`)?.focus()
    }

    /** The musts of its day with this one among them, or without it. */
    async function turnMust(one: Occurrence): Promise<void> {
        const date = one.start.slice(0, 10)
        const musts = view.occurrences
            .filter(
                (other) =>
                    other.kind === 'task' && other.importance === 'must' && other.start.slice(0, 10) === date,
            )
            .sort(inListOrder)
            .map((other) => other.key)
        const isMust = musts.includes(one.key)
        const rest = musts.filter((key) => key !== one.key)
        await change(
            isMust
                ? `“${one.title}” is no must any more.`
                : `“${one.title}” is a must of ${namedDate(date)}.`,
            () =>
                answerOf(
                    api.PUT('/days/{date}/order', {
                        params: { path: { date } },
                        body: { musts: isMust ? rest : [...rest, one.key], others: isMust ? [one.key] : [] },
                    }),
                ).then(() => true),
        )
    }

    /** All that were chosen go together. */
    function moveChosen(event: KeyboardEvent): boolean {
        if (view.chosen.size < 2 || !event.altKey || !event.key.startsWith('Arrow')) return false
        const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
        const along = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
        const days =
            lie.value === 'list'
                ? along * (event.shiftKey ? 7 : 1)
                : across * (event.shiftKey ? 7 : 1) + (lie.value === 'weeks' ? along * 7 : 0)
        void many('move', { days, minutes: days !== 0 ? 0 : (along || across) * 15 }, 'Moved')
        return true
    }
    /** The first free minute of a day that holds it, else nine in the morning. */
    function hours(date: string, minutes: number): number {
        const days = view.days.filter((day) => day.date === date)
        return nextGap(days, minutes, period.now.value)?.minute ?? 540
    }

    function onTile(event: KeyboardEvent, element: HTMLElement, one: Occurrence): boolean {
        const box = element.getBoundingClientRect()
        const letter = event.key.toLowerCase()
        if (moveChosen(event)) return true
        const target = keyTarget(event, carriedOccurrence(one, hue(one)), lie.value, hours)
        if (target) drop(carriedOccurrence(one, hue(one)), target, { x: box.left, y: box.bottom })
        else if (event.key === ' ' && one.kind === 'task') void tick(one)
        else if (letter === 's' && one.routine) void skip(one)
        else if (letter === 'x') view.choose(one.key)
        else if (letter === 'm' && one.kind === 'task') void turnMust(one)
        else if (letter === 'c') view.question = 'copy'
        else if (letter === 'e') view.fresh(one.start, one.all_day)
        else if (event.key === 'Delete') {
            if (view.chosen.has(one.key) && view.chosen.size > 1) void many('delete', {}, 'Deleted')
            else if (one.routine) view.open(one)
            else
                void change(`Deleted “${one.title}”.`, () =>
                    answerOf(
                        api.DELETE('/entries/{entry}', {
                            params: { path: { entry: one.entry_id } },
                            body: { scope: 'whole' },
                        }),
                    ),
                )
        } else if (event.key.startsWith('Arrow') && !event.altKey) {
            const next = neighbour(visible.value, one, event.key)
            if (next) focusTile(next.key)
        } else return false
        return true
    }

    /** A task in the basket goes to the day in view, onto its list or into its hours. */
    function onBasket(event: KeyboardEvent, element: HTMLElement, item: BasketItem): boolean {
        const place = event.key.toLowerCase()
        if (place === 'p') {
            pocket.turn(item.entry_id)
            return true
        }
        if (place === ' ') {
            void tick({ ...item, recurrence_id: 'once', done: false })
            return true
        }
        if (place !== 'l' && place !== 'h') return false
        const { today, from, days } = period
        const date =
            today.value >= from.value && today.value < plusDays(from.value, days.value)
                ? today.value
                : from.value
        const carried = carriedItem(item, hue(item))
        const box = element.getBoundingClientRect()
        const at = { x: box.left, y: box.bottom }
        const gap = nextGap(view.days, carried.minutes, period.now.value)
        if (place === 'l' || !view.days.some((day) => day.free)) {
            wantFocus(`${item.entry_id}|once`)
            drop(carried, { kind: 'list', date }, at)
        } else if (!gap) say(`No free time that is shown holds ${length(carried.minutes)}.`)
        else if (lie.value === 'list') {
            wantFocus(`${item.entry_id}|once`)
            drop(carried, { kind: 'hours', ...gap, minutes: carried.minutes }, at)
        } else {
            Object.assign(drag, { carried, byKey: true, grip: 'whole', copies: false, ...at })
            hold({ kind: 'hours', ...gap, minutes: carried.minutes })
        }
        return true
    }

    /** Where what is held by the keyboard would go; said, since it is only drawn. */
    function hold(target: Target): void {
        drag.target = target
        announce(`${words(target)}. Arrows move it, Enter places it, Escape leaves it.`)
    }
    /** What is held by the keyboard: moved on, placed or given up. */
    function onHeld(event: KeyboardEvent): boolean {
        const { carried, target, x, y } = drag
        if (!drag.byKey || !carried || target?.kind !== 'hours') return false
        if (event.key === 'Escape') putDown()
        else if (event.key === 'Enter') {
            putDown()
            wantFocus(`${carried.entryId}|once`)
            drop(carried, target, { x, y })
        } else if (event.key.startsWith('Arrow')) {
            const step = event.shiftKey ? 5 : 15
            const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
            const along = event.key === 'ArrowUp' ? -step : event.key === 'ArrowDown' ? step : 0
            hold({
                ...target,
                date: plusDays(target.date, across),
                minute: Math.min(1440 - step, Math.max(0, target.minute + along)),
            })
        } else return false
        return true
    }

    /** Into the basket, unfolded where it was folded away. */
    function toBasket(): void {
        if (view.basketFolded) view.foldBasket()
        void nextTick(() => {
            const basket = document.querySelector<HTMLElement>('[data-test="basket"]')
            ;(basket?.querySelector<HTMLElement>('[data-tile]') ?? basket)?.focus()
        })
    }

    function onShown(event: KeyboardEvent, tile: HTMLElement, shown: Shown): boolean {
        if (event.key !== 'Enter')
            return shown.one ? onTile(event, tile, shown.one) : onBasket(event, tile, shown.item)
        open(shown)
        return true
    }

    function onPage(event: KeyboardEvent): boolean {
        const letter = event.key.toLowerCase()
        if (event.ctrlKey || event.metaKey) {
            if (letter === 'z' && !event.shiftKey) void undo()
            else if (letter === 'y' || (letter === 'z' && event.shiftKey)) void redo()
            else return false
        } else if (letter === 'n') document.querySelector<HTMLElement>('[data-test="capture"]')?.focus()
        else if (letter === 'e') view.fresh(period.date.value, true)
        else if (letter === 'q') view.panel = 'find'
        else if (letter === 'g') toBasket()
        else if (letter === 'd') view.question = 'date'
        else if (letter === 'f') view.fitting = view.fitting ? null : { stretch: 'week', basket: true }
        else if (letter === 'o') void router.push('/round/week')
        else if (letter === 'u') void router.push('/tally')
        else if (letter === 't') {
            view.templates = { show: 'list' }
            view.panel = 'templates'
        } else if (letter === 'v') view.question = 'view'
        else if (letter === 'k')
            void router.push(
                period.date.value < period.today.value ? `/close/${period.date.value}` : '/close',
            )
        else if (event.key === 'PageUp' || event.key === 'PageDown')
            period.step(event.key === 'PageDown' ? 1 : -1)
        else if (event.key === 'Home') period.go({ date: period.today.value })
        else if (event.key === 'Escape' && view.chosen.size > 0) view.chosen = new Set()
        else if (event.key === '?') view.panel = 'keys'
        else if (moveChosen(event)) return true
        else if (event.key.startsWith('Arrow') && !event.altKey)
            document.querySelector<HTMLElement>('main [data-tile]')?.focus()
        else return false
        return true
    }

    // Before anybody else: while something is held, arrows and Enter are for it.
    useEventListener(
        window,
        'keydown',
        (event) => {
            if (!onHeld(event)) return
            event.preventDefault()
            event.stopPropagation()
        },
        { capture: true },
    )
    useEventListener(window, 'keydown', (event) => {
        const target = event.target as HTMLElement
        if (isTyping(event) || event.defaultPrevented || view.sheet || view.panel || view.question) return
        const tile = target.closest<HTMLElement>('[data-tile]')
        const shown = tile && shownBy(tile)
        const plain = !event.ctrlKey && !event.metaKey
        const inControl =
            !tile &&
            target.closest('button, a, [role="radio"], summary') !== null &&
            (event.key.startsWith('Arrow') || event.key === ' ')
        if (inControl) return
        // A stone is a button of its own.
        if (target !== tile && target.closest('.stone') && (event.key === 'Enter' || event.key === ' '))
            return
        if ((plain && shown && onShown(event, tile, shown)) || onPage(event)) event.preventDefault()
    })
}
