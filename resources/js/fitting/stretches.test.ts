import { describe, expect, it } from 'vitest'
import { stretches } from './stretches'

describe('stretches', () => {
    it.each([
        ['2026-11-26', 1, 4, '2026-11-30'], // a Thursday, weeks from Monday
        ['2026-11-29', 1, 1, '2026-11-30'], // the last day
        ['2026-11-30', 1, 7, '2026-12-07'], // the first
        ['2026-11-28', 7, 1, '2026-11-29'], // weeks from Sunday
        ['2026-11-29', 7, 7, '2026-12-06'],
    ])(
        'from %s with weeks from %d: %d days are left, and next week begins on %s',
        (today, first, days, next) => {
            const all = Object.fromEntries(stretches(today, first).map((one) => [one.name, one]))
            expect(all.week).toMatchObject({ from: today, days })
            expect(all.next).toMatchObject({ from: next, days: 7 })
            expect(all.both).toMatchObject({ from: today, days: days + 7 })
            expect(all.today).toMatchObject({ from: today, days: 1 })
        },
    )
})
