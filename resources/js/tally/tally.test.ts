import { describe, expect, it } from 'vitest'
import { whatTheHoursSay } from './sentence'
import { stretchOf } from './stretches'

const sum = (name: string, done: number, intended: number | null, before = done) => ({
    name,
    done,
    before,
    intended,
})

describe('stretches of the tally', () => {
    it('are whole weeks that end with the week of a date', () => {
        expect(stretchOf('week', '2026-11-26', 1)).toMatchObject({
            from: '2026-11-23',
            last: '2026-11-29',
            days: 7,
        })
        expect(stretchOf('six-weeks', '2026-11-26', 1)).toEqual({
            name: 'six-weeks',
            from: '2026-10-19',
            last: '2026-11-29',
            days: 42,
            title: 'Six weeks to 29 Nov',
        })
        expect(stretchOf('year', '2026-11-26', 7)).toMatchObject({
            from: '2025-11-30',
            last: '2026-11-28',
            days: 364,
        })
        expect(stretchOf('', '2026-11-26', 1).name).toBe('six-weeks')
    })
})

describe('what the hours say', () => {
    it('names what lies furthest from what is meant, and what changed most', () => {
        expect(
            whatTheHoursSay(
                [sum('Paperwork', 300, 120), sum('Training', 240, 300, 340), sum('Choir', 180, null)],
                1,
            ),
        ).toBe('Paperwork took 3 h more than you mean it to. Training lost 1 h 40 against the time before.')
    })
    it('says so where nothing stands out, and where nothing is done', () => {
        expect(whatTheHoursSay([sum('Choir', 180, 170)], 1)).toBe(
            'The hours went about where you mean them to.',
        )
        expect(whatTheHoursSay([sum('Choir', 60, 170, 200)], 1, true)).toBe(
            'It still goes on; nothing takes more than you mean it to so far.',
        )
        expect(whatTheHoursSay([sum('Choir', 0, 170)], 1)).toBe('Nothing is done in this time yet.')
    })
})
