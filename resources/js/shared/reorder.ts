/** Whether a height lies above the middle of an element: what is let go there stands before it. */
export function isAbove(y: number, element: HTMLElement): boolean {
    const box = element.getBoundingClientRect()
    return y < box.top + box.height / 2
}

/** A list that can be put in order by dragging. */
export interface ReorderZone {
    element: HTMLElement
    items: () => HTMLElement[]
    /** What lists between which items go have in common; undefined while nothing can be dragged. */
    group: () => unknown
    /** What stands at a place. */
    item: (at: number) => unknown
    /** Leaves out what stands at a place, and puts an item at one counted without it; null for neither. */
    change: (without: number | null, at: number | null, item: unknown) => void
}

/** Pixels around a list that still count as its own, so that the end of a short or empty one can be reached. */
const MARGIN = 12

/** All that are on the page. */
export const lists = new Set<ReorderZone>()

export interface ReorderPlace {
    zone: ReorderZone
    /** Its number there, counted without what is dragged. */
    at: number
    /** The item that it would stand before; null at the end. */
    before: HTMLElement | null
}

/** Where something is let go: in the list under a point, before the first item whose middle lies below it. */
export function placeIn(
    from: ReorderZone,
    item: HTMLElement,
    point: { x: number; y: number },
): ReorderPlace | null {
    const group = from.group()
    if (group === undefined) return null
    const within = (one: ReorderZone, margin: number): boolean => {
        const box = one.element.getBoundingClientRect()
        return (
            point.x >= box.left &&
            point.x <= box.right &&
            point.y >= box.top - margin &&
            point.y <= box.bottom + margin
        )
    }
    const alike = [...lists].filter((one) => one.group() === group)
    const zone = alike.find((one) => within(one, 0)) ?? alike.find((one) => within(one, MARGIN))
    if (!zone) return null
    const others = zone.items().filter((one) => one !== item)
    const at = others.findIndex((one) => isAbove(point.y, one))
    return at < 0 ? { zone, at: others.length, before: null } : { zone, at, before: others[at] ?? null }
}
