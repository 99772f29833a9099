import { ask } from '@/api/client'
import type { BasketItem, Board, Occurrence } from '@/api/types'
import { useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { useEventListener } from '@vueuse/core'
import { nextTick, type ComputedRef } from 'vue'
import { keyTarget, neighbour } from './tileKeys'
import { carriedItem, carriedOccurrence, useMoves } from './useMoves'
import { useTicks } from './useTicks'

interface Doing {
    board: ComputedRef<Board | undefined>
    shown: (one: Occurrence) => boolean
    open: (one: Occurrence) => void
    fresh: () => void
    step: (way: number) => void
    now: () => void
    undo: () => void
    redo: () => void
}

/** Everything the pointer does on the board, by key. */
export function useBoardKeys(doing: Doing): void {
    const view = useView()
    const { colour } = useAreas()
    const { drop } = useMoves()
    const { tick, skip } = useTicks()
    const { change } = useChanges()

    function focusTile(key: string): void {
        document.querySelector<HTMLElement>(`[data-tile][data-key="${CSS.escape(key)}"]`)?.focus()
    }

    function onTile(event: KeyboardEvent, element: HTMLElement, one: Occurrence): boolean {
        const box = element.getBoundingClientRect()
        const target = keyTarget(event, carriedOccurrence(one, colour(one.calendar_id)))
        if (target) {
            drop(carriedOccurrence(one, colour(one.calendar_id)), target, { x: box.left, y: box.bottom })
            void nextTick(() => !one.routine && focusTile(one.key))
        } else if (event.key === ' ' && one.kind === 'task') void tick(one)
        else if ((event.key === 's' || event.key === 'S') && one.routine) void skip(one)
        else if (event.key === 'Delete') {
            if (one.routine) doing.open(one)
            else void change(`Deleted “${one.title}”.`, () => ask('DELETE', `entries/${one.entry_id}`, { scope: 'whole' }))
        } else if (event.key.startsWith('Arrow') && !event.altKey && doing.board.value) {
            const next = neighbour(doing.board.value, doing.shown, one, event.key)
            if (next) focusTile(next.key)
        } else return false
        return true
    }

    /** A task in the basket goes to the day in view, onto its list or into its hours. */
    function onBasket(event: KeyboardEvent, element: HTMLElement, item: BasketItem): boolean {
        const board = doing.board.value
        const place = event.key.toLowerCase()
        if (!board || (place !== 'l' && place !== 'h')) return false
        const date = board.days.find((day) => day.date === board.now.slice(0, 10))?.date ?? board.from
        const carried = carriedItem(item, colour(item.calendar_id))
        const box = element.getBoundingClientRect()
        drop(carried, place === 'l' ? { kind: 'list', date } : { kind: 'hours', date, minute: 540, minutes: carried.minutes }, { x: box.left, y: box.bottom })
        return true
    }

    function onPage(event: KeyboardEvent): boolean {
        if (event.ctrlKey || event.metaKey) {
            const key = event.key.toLowerCase()
            if (key === 'z' && !event.shiftKey) doing.undo()
            else if (key === 'y' || (key === 'z' && event.shiftKey)) doing.redo()
            else return false
        } else if (event.key === 'n' || event.key === 'N') document.querySelector<HTMLElement>('[data-test="capture"]')?.focus()
        else if (event.key === 'e' || event.key === 'E') doing.fresh()
        else if (event.key === 'PageUp' || event.key === 'PageDown') doing.step(event.key === 'PageDown' ? 1 : -1)
        else if (event.key === 'Home') doing.now()
        else if (event.key === '?') view.panel = 'keys'
        else return false
        return true
    }

    useEventListener(window, 'keydown', (event) => {
        const target = event.target as HTMLElement
        const isTyping = target.matches('input, textarea, select, [contenteditable]')
        if (isTyping || event.defaultPrevented || view.sheet || view.panel) return
        const tile = target.closest<HTMLElement>('[data-tile]')
        const one = tile && doing.board.value?.occurrences.find((other) => other.key === tile.dataset.key)
        const item = tile && doing.board.value?.basket.find((other) => other.entry_id === tile.dataset.basket)
        const plain = !event.ctrlKey && !event.metaKey
        if ((plain && one && onTile(event, tile, one)) || (plain && item && onBasket(event, tile, item)) || onPage(event)) event.preventDefault()
    })
}
