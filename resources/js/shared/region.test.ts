import { afterEach, describe, expect, it } from 'vitest'
import { decimal, readDecimal, region, regionOfBrowser, size } from './region'
import { aroundWords, fullDate, namedDate, plusDays, shortDate, span, startOfWeek, weekNumber } from './time'

afterEach(() => {
    Object.assign(region, {
        clock: '24',
        date_order: 'day',
        decimal_mark: 'point',
        first_weekday: 1,
        week_numbers: 'iso',
    })
})

describe('a region', () => {
    it.each([
        ['day', '4 Dec', 'Fri 4 Dec', 'Fri 4 Dec 2026', '4–9 Dec', '30 Nov – 4 Dec'],
        ['month', 'Dec 4', 'Fri, Dec 4', 'Fri, Dec 4, 2026', 'Dec 4–9', 'Nov 30 – Dec 4'],
        ['year', 'Dec 4', 'Fri Dec 4', 'Fri 2026-12-04', 'Dec 4–9', 'Nov 30 – Dec 4'],
    ] as const)('writes dates with the %s first', (order, short, named, full, within, over) => {
        region.date_order = order
        const day = '2026-12-04'
        expect([shortDate(day), namedDate(day), fullDate(day)]).toEqual([short, named, full])
        expect([span(day, '2026-12-09'), span('2026-11-30', day)]).toEqual([within, over])
    })
    it('writes numbers with its mark and reads both', () => {
        expect([decimal(1.5), decimal(12), size(2_340_000), size(12_000), size(3)]).toEqual([
            '1.5',
            '12',
            '2.3 MB',
            '12 kB',
            '3 bytes',
        ])
        region.decimal_mark = 'comma'
        expect([decimal(1.5), decimal(1234.25), size(2_340_000)]).toEqual(['1,5', '1234,25', '2,3 MB'])
        expect([readDecimal('7,5'), readDecimal(' 7.5 '), readDecimal('.5'), readDecimal('1,2,3')]).toEqual([
            7.5,
            7.5,
            0.5,
            null,
        ])
        expect([readDecimal(''), readDecimal('seven')]).toEqual([null, null])
    })
    // What the Unicode CLDR has of these (from memory): the figures of a browser, whatever it runs on.
    it.each([
        ['en-US', { date_order: 'month', clock: '12', decimal_mark: 'point' }],
        ['en-GB', { date_order: 'day', clock: '24', decimal_mark: 'point' }],
        ['de-DE', { date_order: 'day', clock: '24', decimal_mark: 'comma' }],
        ['sv-SE', { date_order: 'year', clock: '24', decimal_mark: 'comma' }],
    ])('is proposed as a browser in %s has it', (locale, is) => {
        expect(regionOfBrowser(locale)).toMatchObject(is)
    })
    it('numbers the weeks of forty years as counting them one by one does, whichever weekday they begin on', () => {
        for (const rule of ['iso', 'january'] as const) {
            for (let first = 1; first <= 7; first++) {
                Object.assign(region, { week_numbers: rule, first_weekday: first })
                let number = 0
                let year = 0
                for (
                    let week = startOfWeek('2009-12-30', first);
                    week < '2050-01-20';
                    week = plusDays(week, 7)
                ) {
                    // The days of January in it say whether it opens a year.
                    const days = [0, 1, 2, 3, 4, 5, 6].map((i) => plusDays(week, i))
                    const ofNew = days.filter(
                        (day) => day.slice(5, 7) === '01' && day.slice(0, 4) !== String(year),
                    )
                    const opens =
                        days.some((day) => day.slice(5) === '01-01') && rule === 'january'
                            ? true
                            : rule === 'iso' && ofNew.length >= 4 && Number(ofNew[0]?.slice(8)) <= 7
                    number = opens ? 1 : number + 1
                    if (opens) year = Number(days[6]?.slice(0, 4))
                    if (year > 0)
                        for (const day of days) expect([day, weekNumber(day)]).toEqual([day, number])
                }
            }
        }
    })
    it('numbers a week of ISO 8601 that something is meant for as the ruler does', () => {
        Object.assign(region, { week_numbers: 'january', first_weekday: 7 })
        // 2027-W01 begins on Monday 4 January; week 1 of 2027 begins on Sunday 27 December.
        expect([aroundWords('2027-W01'), weekNumber('2027-01-04')]).toEqual(['around week 2', 2])
    })
})
