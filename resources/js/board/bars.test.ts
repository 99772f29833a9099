import type { Occurrence } from '@/api/types'
import { describe, expect, it } from 'vitest'
import { barsOf, endsWithin, partAt } from './bars'

const event = (key: string, start: string, end: string, minutes = 1440): Occurrence =>
    ({
        key,
        entry_id: key,
        title: key,
        start,
        end,
        minutes,
        all_day: start.length === 10,
        kind: 'event',
    }) as Occurrence
const placed = (occurrences: Occurrence[]) =>
    barsOf(occurrences, '2026-11-23', 7).map(
        (bar) => `${bar.parts.map((one) => one.key).join('+')} ${bar.from}-${bar.to} row ${bar.row}`,
    )

describe('bars across the days of a week', () => {
    it('are cut to the week and stand in the fewest rows', () => {
        expect(
            placed([
                event('frost', '2026-11-20', '2026-11-25'),
                event('stall', '2026-11-23', '2026-11-24'),
                event('camp', '2026-11-25', '2026-12-05'),
            ]),
        ).toEqual(['frost 0-2 row 0', 'stall 0-1 row 1', 'camp 2-7 row 0'])
    })
    it('take in what crosses several midnights, but no single evening', () => {
        expect(
            placed([
                event('trip', '2026-11-24T18:00:00', '2026-11-26T09:00:00', 2340),
                event('late', '2026-11-24T22:00:00', '2026-11-25T01:00:00', 180),
            ]),
        ).toEqual(['trip 1-4 row 0'])
        expect(placed([event('night', '2026-11-24T00:00:00', '2026-11-26T00:00:00', 2880)])).toEqual([
            'night 1-3 row 0',
        ])
    })
    it('join what comes day after day', () => {
        const days = ['2026-11-23', '2026-11-24', '2026-11-26'].map((day) =>
            event('frost', day, `2026-11-${Number(day.slice(8)) + 1}`),
        )
        expect(placed(days)).toEqual(['frost+frost 0-2 row 0', 'frost 3-4 row 0'])
        expect(partAt(barsOf(days, '2026-11-23', 7)[0]!, 0.9)?.start).toBe('2026-11-24')
    })
    it('leave other weeks alone', () => {
        expect(placed([event('before', '2026-11-20', '2026-11-23')])).toEqual([])
    })
    it('can be taken hold of only at ends that are in sight', () => {
        const one = { all_day: true, start: '2026-11-24', end: '2026-12-02' } as Occurrence
        expect(endsWithin(one, '2026-11-23', '2026-11-30')).toBe('first')
        expect(endsWithin(one, '2026-11-30', '2026-12-07')).toBe('last')
        expect(endsWithin(one, '2026-11-23', '2026-12-07')).toBe('first last')
        expect(endsWithin({ ...one, all_day: false }, '2026-11-23', '2026-12-07')).toBe('')
    })
})
