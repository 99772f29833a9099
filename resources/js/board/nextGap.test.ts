import { describe, expect, it } from 'vitest'
import { nextGap } from './nextGap'

const days = [
    { date: '2026-11-24', free: [{ from: 480, to: 1200 }] },
    {
        date: '2026-11-25',
        free: [
            { from: 540, to: 600 },
            { from: 700, to: 760 },
        ],
    },
    { date: '2026-11-26', free: [{ from: 500, to: 900 }] },
]

describe('the next free gap', () => {
    it('is the first from now on that holds it, at a quarter of an hour', () => {
        expect(nextGap(days, 30, '2026-11-25T09:05:00')).toEqual({ date: '2026-11-25', minute: 555 })
        expect(nextGap(days, 45, '2026-11-25T09:20:00')).toEqual({ date: '2026-11-25', minute: 705 })
        expect(nextGap(days, 90, '2026-11-25T09:05:00')).toEqual({ date: '2026-11-26', minute: 510 })
    })
    it('is never in the past, and none where nothing holds it', () => {
        expect(nextGap(days, 30, '2026-11-26T14:45:00')).toBeNull()
        expect(nextGap(days, 500, '2026-11-24T10:00:00')).toEqual({ date: '2026-11-24', minute: 600 })
        expect(nextGap([], 30, '2026-11-24T10:00:00')).toBeNull()
    })
})
