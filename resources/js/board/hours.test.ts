import { describe, expect, it } from 'vitest'
import { FOLD_HEIGHT, layHours, minuteAt, snapped, yOf } from './hours'

describe('the hours of the board', () => {
    const layout = layHours(360, 1320, 524, new Set())
    it('folds the quiet hours and fills the room with the others', () => {
        expect(layout.stretches.map((one) => [one.name, one.folded, one.height])).toEqual([
            ['morning', true, FOLD_HEIGHT],
            ['day', false, 480],
            ['night', true, FOLD_HEIGHT],
        ])
        expect(layout.height).toBe(524)
    })
    it('finds the minute under a point again', () => {
        for (const minute of [0, 100, 360, 435, 720, 1319, 1380]) expect(minuteAt(layout, yOf(layout, minute))).toBeCloseTo(minute, 6)
    })
    it('keeps an hour readable where there is little room, and opens a fold in full', () => {
        expect(layHours(360, 1320, 100, new Set()).perHour).toBe(30)
        expect(layHours(360, 1320, 100, new Set(['morning'])).stretches[0]).toMatchObject({ folded: false, height: 180 })
    })
    it('needs no fold where a day has no quiet hours', () => {
        expect(layHours(0, 1440, 480, new Set()).stretches).toHaveLength(1)
    })
    it('snaps to the nearest step', () => {
        expect([snapped(437, 15), snapped(443, 15), snapped(443, 5)]).toEqual([435, 450, 445])
    })
})
