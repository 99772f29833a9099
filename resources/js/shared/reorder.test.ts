import { afterEach, describe, expect, it } from 'vitest'
import { lists, placeIn, type ReorderZone } from './reorder'

/** A list at a height, each of its items 20 pixels tall. */
function zone(top: number, number: number, group: unknown = 'plan'): ReorderZone {
    const at = (y: number, height: number) => {
        const element = document.createElement('div')
        element.getBoundingClientRect = () => new DOMRect(0, y, 100, height)
        return element
    }
    const items = Array.from({ length: number }, (_, i) => at(top + i * 20, 20))
    const made: ReorderZone = {
        element: at(top, number * 20),
        items: () => items,
        group: () => group,
        item: () => null,
        change: () => {},
    }
    lists.add(made)
    return made
}

describe('where a dragged item goes', () => {
    afterEach(() => lists.clear())

    it('is before the first item whose middle lies below the point, counted without itself', () => {
        const list = zone(0, 4)
        const [first] = list.items()
        expect(placeIn(list, first!, { x: 50, y: 5 })).toMatchObject({ at: 0, before: list.items()[1] })
        expect(placeIn(list, first!, { x: 50, y: 45 })).toMatchObject({ at: 1, before: list.items()[2] })
        expect(placeIn(list, first!, { x: 50, y: 79 })).toMatchObject({ at: 3, before: null })
    })

    it('may be another list of the same group, and nowhere else', () => {
        const [musts, others, apart] = [zone(0, 2), zone(200, 2), zone(400, 2, 'other')]
        const item = others.items()[0]!
        expect(placeIn(others, item, { x: 50, y: 15 })).toMatchObject({ zone: musts, at: 1 })
        expect(placeIn(others, item, { x: 50, y: 410 })).toBeNull()
        expect(placeIn(others, item, { x: 500, y: 15 })).toBeNull()
        expect(placeIn(apart, apart.items()[0]!, { x: 50, y: 439 })).toMatchObject({ zone: apart, at: 1 })
    })

    it('is nowhere while nothing can be dragged', () => {
        const still = zone(0, 2, undefined)
        expect(placeIn(still, still.items()[0]!, { x: 50, y: 5 })).toMatchObject({ at: 0 })
        still.group = () => undefined
        expect(placeIn(still, still.items()[0]!, { x: 50, y: 5 })).toBeNull()
    })
})
