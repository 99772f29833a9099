import { describe, expect, it } from 'vitest'
import { askedOverMidnight, dragged, shownHours, SNAP, type Ends } from './dayBar'

describe('dragging an end of a timing', () => {
    const one = { from: 600, to: 660 }
    it('goes in steps', () => {
        expect(dragged(one, 'to', 703, [], 1440)).toEqual({ from: 600, to: 705 })
        expect(dragged(one, 'from', 571, [], 1440)).toEqual({ from: 570, to: 660 })
    })
    it('stops at what lies beside it, at now, and at its other end', () => {
        expect(dragged(one, 'to', 900, [{ from: 720, to: 760 }], 1440).to).toBe(720)
        expect(dragged(one, 'to', 900, [], 690).to).toBe(690)
        expect(dragged(one, 'from', 100, [{ from: 500, to: 590 }], 1440).from).toBe(590)
        expect(dragged(one, 'to', 10, [], 1440).to).toBe(600 + SNAP)
        expect(dragged(one, 'from', 900, [], 1440).from).toBe(660 - SNAP)
    })
    it('never makes two lie on one another, nor one that is none, wherever it is let go', () => {
        let seed = 7
        const random = (most: number): number => (seed = (seed * 48271) % 2147483647) % most
        for (let i = 0; i < 3000; i++) {
            const cuts = Array.from({ length: 6 }, () => random(1440)).sort((a, b) => a - b)
            const all: Ends[] = [0, 2, 4]
                .map((at) => ({ from: cuts[at]!, to: cuts[at + 1]! }))
                .filter((ends) => ends.to > ends.from)
            const held = random(Math.max(1, all.length))
            const mine = all[held]
            if (!mine) continue
            const others = all.filter((_, at) => at !== held)
            const ends = dragged(mine, random(2) ? 'from' : 'to', random(1700) - 100, others, 1440)
            expect(ends.to).toBeGreaterThan(ends.from)
            for (const other of others) expect(other.to <= ends.from || other.from >= ends.to).toBe(true)
        }
    })
})

it('shows the day, and further where anything was timed', () => {
    expect(shownHours([])).toEqual({ from: 8, to: 18 })
    expect(shownHours([{ from: 430, to: 1290 }])).toEqual({ from: 6, to: 23 })
    expect(shownHours([{ from: 0, to: 1440 }])).toEqual({ from: 0, to: 24 })
})

it.each([
    [540, 600, null],
    [1320, 60, null],
    [1320, 240, null],
    [1320, 241, 361],
    [560, 480, 1360],
    [540, 540, 1440],
])('asks about what would have gone on long over midnight (%i to %i)', (from, to, minutes) => {
    expect(askedOverMidnight(from, to)).toBe(minutes)
})
