import { describe, expect, it } from 'vitest'
import { readDate } from './readDate'

describe('a typed date', () => {
    it.each([
        ['2026-12-03', '2026-12-03'],
        ['3 Dec 2027', '2027-12-03'],
        ['3 december', '2026-12-03'],
        ['3/12', '2026-12-03'],
        ['1.2.', '2027-02-01'],
        ['3dec', '2026-12-03'],
        ['31 Nov', null],
        ['29 Feb 2027', null],
        ['13/13', null],
        ['soon', null],
        ['', null],
    ])('%s is %s', (text, date) => expect(readDate(text, '2026-11-25')).toBe(date))
})
