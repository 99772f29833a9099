import { describe, expect, it } from 'vitest'
import { parts, sameRhythm, text, untilDate, untilPart, weekdays, withParts } from './rule'

describe('the text of a rule', () => {
    it('is taken apart and put together again', () => {
        const rule =
            'RSCALE=GREGORIAN;FREQ=YEARLY;INTERVAL=2;UNTIL=20270326;BYMONTH=2;BYMONTHDAY=29;SKIP=BACKWARD'
        expect(text(parts(rule))).toBe(rule)
        expect(parts(null)).toEqual({})
    })
    it('changes single parts, and drops empty ones', () => {
        expect(
            withParts('FREQ=WEEKLY;COUNT=3;BYDAY=MO', {
                COUNT: '',
                UNTIL: untilPart('2027-03-26'),
                BYDAY: 'MO,FR',
            }),
        ).toBe('FREQ=WEEKLY;UNTIL=20270326;BYDAY=MO,FR')
    })
    it('knows the same rhythm whatever its end and order', () => {
        expect(sameRhythm('FREQ=WEEKLY;COUNT=3;BYDAY=MO', 'FREQ=WEEKLY;BYDAY=MO')).toBe(true)
        expect(sameRhythm('FREQ=WEEKLY;BYDAY=MO', 'FREQ=WEEKLY;BYDAY=TU')).toBe(false)
        expect(sameRhythm(null, 'FREQ=DAILY')).toBe(false)
    })
    it('reads weekdays and the last date in any form', () => {
        expect(weekdays('FREQ=WEEKLY;BYDAY=MO,WE')).toEqual(['MO', 'WE'])
        expect(weekdays('FREQ=DAILY')).toEqual([])
        expect([untilDate('FREQ=DAILY;UNTIL=20270326T071500Z'), untilDate('FREQ=DAILY')]).toEqual([
            '2027-03-26',
            null,
        ])
    })
})
