import type { BasketItem, Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { useAreas, useBasket, useTemplates } from '@/state/server'
import { useView } from '@/state/view'
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { useCarrying } from './drag'
import { carriedItem, carriedOccurrence, carriedTemplate, useMoves } from './useMoves'
import { useTicks } from '@/undo/useTicks'

/** What a tile shows: an occurrence, or something in the basket. */
export type Shown = { one: Occurrence; item?: undefined } | { one?: undefined; item: BasketItem }

/**
 * Tiles are plain markup that names what it shows (`data-key` or `data-basket`). Pressing, ticking and carrying them is
 * heard here, once for all of them.
 */
export function useTiles() {
    const view = useView()
    const basket = useBasket()
    const { hue } = useChoice()
    const { calendar, colour } = useAreas()
    const templates = useTemplates()
    const { drop } = useMoves()
    const { tick } = useTicks()
    const byKey = computed(() => new Map(view.occurrences.map((one) => [one.key, one])))
    const inBasket = computed(() => new Map(basket.value.map((item) => [item.entry_id, item])))

    function shownBy(tile: HTMLElement): Shown | null {
        const one = byKey.value.get(tile.dataset.key ?? '')
        if (one) return { one }
        const item = inBasket.value.get(tile.dataset.basket ?? '')
        return item ? { item } : null
    }

    function open({ one, item }: Shown): void {
        if (one) view.open(one)
        else view.sheet = { entryId: item.entry_id, recurrenceId: null, date: null }
    }

    /** With Ctrl a press chooses it, to do something with several at once. */
    function press(event: MouseEvent): void {
        const target = event.target as HTMLElement
        const tile = target.closest<HTMLElement>('[data-tile]')
        const shown = tile && shownBy(tile)
        if (!shown) return
        if (target.closest('.stone'))
            void tick(shown.one ?? { ...shown.item, recurrence_id: 'once', done: false })
        else if (target.closest('button, a, .choices')) return
        else if (shown.one && (event.ctrlKey || event.metaKey)) view.choose(shown.one.key)
        else open(shown)
    }

    useEventListener(window, 'click', press)
    useCarrying({
        carried(tile) {
            const kept = templates.value.find((one) => one.id === tile.dataset.template)
            if (kept) return carriedTemplate(kept, colour(kept.parts[0]?.calendar_id ?? ''))
            const shown = shownBy(tile)
            // What is followed stays where it comes from.
            if (!shown || calendar((shown.one ?? shown.item).calendar_id)?.following) return null
            return shown.one
                ? carriedOccurrence(shown.one, hue(shown.one))
                : carriedItem(shown.item, hue(shown.item))
        },
        drop,
    })

    return { shownBy, open }
}
