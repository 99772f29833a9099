import { describe, expect, it } from 'vitest'
import { FOLD_HEIGHT, heightOfHour, layHours, minuteAt, snapped, yOf } from './hours'

describe('the hours of the board', () => {
    const filling = (wakes: number, sleeps: number, room: number, opened = new Set<string>()) =>
        layHours(wakes, sleeps, heightOfHour(wakes, sleeps, room, opened), opened)
    const layout = filling(360, 1320, 524)
    it('folds the quiet hours and fills the room with the others', () => {
        expect(layout.stretches.map((one) => [one.name, one.folded, one.height])).toEqual([
            ['morning', true, FOLD_HEIGHT],
            ['day', false, 480],
            ['night', true, FOLD_HEIGHT],
        ])
        expect(layout.height).toBe(524)
    })
    it('finds the minute under a point again', () => {
        for (const minute of [0, 100, 360, 435, 720, 1319, 1380])
            expect(minuteAt(layout, yOf(layout, minute))).toBeCloseTo(minute, 6)
    })
    it('keeps an hour readable where there is little room, and opens a fold in full', () => {
        expect(filling(360, 1320, 100).perHour).toBe(30)
        expect(filling(360, 1320, 100, new Set(['morning'])).stretches[0]).toMatchObject({
            folded: false,
            height: 180,
        })
    })
    it('needs no fold where a day has no quiet hours', () => {
        expect(filling(0, 1440, 480).stretches).toHaveLength(1)
    })
    it('snaps to the nearest step', () => {
        expect([snapped(437, 15), snapped(443, 15), snapped(443, 5)]).toEqual([435, 450, 445])
    })
})
