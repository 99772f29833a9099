import type { BasketItem } from '@/api/types'
import { useAreas } from '@/state/server'
import { useView, type Sort } from '@/state/view'
import { useStorage } from '@vueuse/core'
import { computed, type Ref } from 'vue'

/** A heading of the basket with its tasks, in the order chosen. */
export interface Group {
    name: string
    items: BasketItem[]
}

const NAMES = { late: 'Late', soon: 'Due soon', later: 'Later', none: 'No date' } as const

/** The basket in one of its orders, in groups: by what presses as the server has it, by hand, or by life area. */
export function useBasketOrder(items: Ref<BasketItem[]>) {
    const view = useView()
    const grouped = useStorage('basket-grouped', false)
    const { areas } = useAreas()

    const groups = computed<Group[]>(() =>
        groupsOf(
            items.value,
            view.basketSort,
            grouped.value,
            areas.value.map((area) => [area.id, area.name]),
        ),
    )
    return { grouped, groups }
}

/** The tasks of the basket under their headings: by urgency, by area, by calendar or by hand. */
export function groupsOf(
    items: BasketItem[],
    sort: Sort,
    grouped: boolean,
    areas: [string, string][],
): Group[] {
    const byHand = (list: BasketItem[]): BasketItem[] => [...list].sort((a, b) => a.position - b.position)
    const ordered = sort === 'hand' ? byHand(items) : items
    if (sort === 'area')
        return areas
            .map(([id, name]) => ({ name, items: ordered.filter((item) => item.area_id === id) }))
            .filter((group) => group.items.length > 0)
    if (!grouped) return [{ name: '', items: ordered }]
    return (Object.keys(NAMES) as (keyof typeof NAMES)[])
        .map((key) => ({ name: NAMES[key], items: ordered.filter((item) => item.group === key) }))
        .filter((group) => group.items.length > 0)
}
