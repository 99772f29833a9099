import { answerOf, api } from '@/api/client'
import type { BasketItem, Occurrence } from '@/api/types'
import { usePocket } from './usePocket'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/period/usePeriod'
import { namedDate, plusDays } from '@/shared/time'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick } from 'vue'
import { useRouter } from 'vue-router'
import { inListOrder } from './listOrder'
import { keyTarget, neighbour } from './tileKeys'
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
    const { drop, many } = useMoves()
    const { tick, skip } = useTicks()
    const { change, undo, redo } = useChanges()
    const visible = computed(() => view.occurrences.filter(shown))

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
        const inWeeks = period.view.value === 'month'
        const days =
            event.key === 'ArrowLeft'
                ? -1
                : event.key === 'ArrowRight'
                  ? 1
                  : inWeeks
                    ? event.key === 'ArrowDown'
                        ? 7
                        : -7
                    : 0
        const minutes = days !== 0 ? 0 : event.key === 'ArrowDown' ? 15 : -15
        void many('move', { days, minutes }, 'Moved')
        return true
    }

    function onTile(event: KeyboardEvent, element: HTMLElement, one: Occurrence): boolean {
        const box = element.getBoundingClientRect()
        const letter = event.key.toLowerCase()
        if (moveChosen(event)) return true
        const target = keyTarget(event, carriedOccurrence(one, hue(one)), period.view.value === 'month')
        if (target) {
            drop(carriedOccurrence(one, hue(one)), target, { x: box.left, y: box.bottom })
            void nextTick(() => !one.routine && focusTile(one.key))
        } else if (event.key === ' ' && one.kind === 'task') void tick(one)
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
        if (place !== 'l' && place !== 'h') return false
        const { today, from, days } = period
        const date =
            today.value >= from.value && today.value < plusDays(from.value, days.value)
                ? today.value
                : from.value
        const carried = carriedItem(item, hue(item))
        const box = element.getBoundingClientRect()
        drop(
            carried,
            place === 'l'
                ? { kind: 'list', date }
                : { kind: 'hours', date, minute: 540, minutes: carried.minutes },
            { x: box.left, y: box.bottom },
        )
        return true
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
        else if (letter === 'd') view.question = 'date'
        else if (letter === 'v') view.question = 'view'
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

    useEventListener(window, 'keydown', (event) => {
        const target = event.target as HTMLElement
        const isTyping = target.matches('input, textarea, select, [contenteditable]')
        if (isTyping || event.defaultPrevented || view.sheet || view.panel || view.question) return
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
