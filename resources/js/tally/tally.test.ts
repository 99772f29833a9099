import { describe, expect, it } from 'vitest'
import { marksOf } from './habits'
import { asCsv, fileName } from './saving'
import { stretchOf } from './stretches'

describe('the stretches of the tally', () => {
    it('ends with the week of the date, whatever day that is and with whatever day weeks begin', () => {
        expect(stretchOf('week', '2026-11-25', 1)).toMatchObject({
            from: '2026-11-23',
            last: '2026-11-29',
            days: 7,
        })
        expect(stretchOf('six-weeks', '2026-11-29', 1)).toMatchObject({
            from: '2026-10-19',
            last: '2026-11-29',
        })
        expect(stretchOf('week', '2026-11-25', 7)).toMatchObject({ from: '2026-11-22', last: '2026-11-28' })
        expect(stretchOf('year', '2026-11-25', 1)).toMatchObject({ days: 364 })
    })
    it('takes any dates, up to a year, and is itself where they make none', () => {
        expect(stretchOf('from', '2026-03-01', 1, '2026-03-10')).toMatchObject({
            days: 10,
            last: '2026-03-10',
        })
        expect(stretchOf('from', '2020-01-01', 1, '2026-01-01')).toMatchObject({
            days: 366,
            last: '2020-12-31',
        })
        expect(stretchOf('from', '2026-03-10', 1, '2026-03-01').name).toBe('six-weeks')
    })
})

describe('what is saved', () => {
    it('is a table of RFC 4180: quotes where they are needed, CRLF at every end, no formulas', () => {
        expect(
            asCsv(
                ['What', 'Minutes'],
                [
                    ['Sow, "again"', 5],
                    ['=1+1', null],
                    ['two\nlines', 7],
                ],
            ),
        ).toBe('What,Minutes\r\n"Sow, ""again""",5\r\n"\'=1+1",\r\n"two\nlines",7\r\n')
    })
    it('is named so that every system takes it', () => {
        expect(fileName('Where the hours went', '19 Oct – 29 Nov 2026')).toBe(
            'where-the-hours-went-19-oct-29-nov-2026',
        )
    })
})

it('draws a mark for every day of a strip, as what became of it', () => {
    const inks = {
        ink: (name: string) => name,
        pale: (name: string, percent: number) => `${name} ${percent}`,
    }
    const series = marksOf(
        [
            { strip: 'k.', hue: 'teal' },
            { strip: 'lm', hue: 'rose' },
        ],
        inks,
    ) as {
        data: number[][]
        renderItem: (_: unknown, at: object) => { style: object; shape: { x: number; width: number } }
    }
    expect(series.data).toEqual([
        [0, 0],
        [1, 0],
        [0, 1],
        [1, 1],
    ])
    const drawn = series.data.map((at) =>
        series.renderItem(null, {
            value: (i: number) => at[i],
            coord: ([x, y]: [number, number]) => [x * 10 + 5, y * 30],
            size: () => [10, 30],
        }),
    )
    expect(drawn[0]).toMatchObject({ style: { fill: 'teal' }, shape: { x: 1, width: 8 } })
    expect(drawn[1]).toMatchObject({ style: { fill: 'well' } })
    expect(drawn[2]).toMatchObject({ style: { fill: 'rose 35' } })
    expect(drawn[3]).toMatchObject({ style: { stroke: 'trouble' } })
})
