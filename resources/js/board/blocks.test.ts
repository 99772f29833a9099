import type { BoardDay, Occurrence } from '@/api/types'
import { describe, expect, it } from 'vitest'
import { LEAST_HEIGHT, layBlocks } from './blocks'
import { layHours } from './hours'

const day = (date: string) => ({ date, wakes: 360, sleeps: 1320 }) as BoardDay
const occurrence = (start: string, end: string, more: Partial<Occurrence> = {}) =>
    ({ key: start, start, end, travel: 0, margin: 0, lane: 0, lanes: 1, ...more }) as Occurrence

describe('blocks in the hours', () => {
    const days = [day('2026-11-25'), day('2026-11-26')]
    const layout = layHours(360, 1320, 60, new Set())
    const lay = (...all: Occurrence[]) => layBlocks(all, days, layout, 160)

    it('stands at its time, a pixel a minute after the fold', () => {
        const [block] = lay(occurrence('2026-11-25T07:00:00', '2026-11-25T08:30:00', { lanes: 2 }))[0]!.blocks
        expect(block).toMatchObject({ top: 22 + 60, height: 89, width: 80, continues: false })
    })
    it('crosses midnight into the next day', () => {
        const [first, second] = lay(occurrence('2026-11-25T21:00:00', '2026-11-26T07:00:00'))
        expect(first!.blocks).toHaveLength(1)
        expect(second!.blocks).toMatchObject([{ top: 0, continues: true }])
        expect(lay(occurrence('2026-11-25T21:00:00', '2026-11-26T00:00:00'))[1]!.blocks).toEqual([])
    })
    it('is only counted where a fold hides all of it', () => {
        const [first] = lay(
            occurrence('2026-11-25T05:00:00', '2026-11-25T05:30:00'),
            occurrence('2026-11-25T05:30:00', '2026-11-25T06:30:00'),
        )
        expect(first!.hidden).toEqual([2, 0])
        expect(first!.blocks).toHaveLength(1)
    })
    it('stays readable when it is short, with its travel and margin', () => {
        const [block] = lay(
            occurrence('2026-11-25T12:00:00', '2026-11-25T12:05:00', { travel: 30, margin: 15 }),
        )[0]!.blocks
        expect(block).toMatchObject({ height: LEAST_HEIGHT, travel: 30, margin: 15 })
    })
    it('draws as many side by side as can be read, and says how many more there are', () => {
        const many = Array.from({ length: 12 }, (_, lane) =>
            occurrence('2026-11-25T10:00:00', `2026-11-25T1${lane === 11 ? 2 : 1}:00:00`, {
                key: `${lane}`,
                title: `Group ${lane}`,
                lane,
                lanes: 12,
            }),
        )
        const [first] = lay(...many)
        expect(first!.blocks.map((block) => [block.lane, block.lanes])).toEqual([
            [0, 3],
            [1, 3],
        ])
        expect(first!.crowds).toHaveLength(1)
        expect(first!.crowds[0]).toMatchObject({ top: 22 + 240, height: 119, lanes: 3 })
        expect(first!.crowds[0]!.titles).toHaveLength(10)
        // A day alone has room for all of them.
        const [alone] = layBlocks(many, [days[0]!], layout, 160)
        expect(alone!.blocks).toHaveLength(12)
        expect(alone!.crowds).toEqual([])
    })
})
