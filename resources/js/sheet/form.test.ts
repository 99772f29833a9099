import type { Entry } from '@/api/types'
import { describe, expect, it } from 'vitest'
import { lengthOf, ofEntry, setAllDay, setDate, setLength, setTime } from './form'

const timed = () =>
    ofEntry({
        id: 'x',
        version: 3,
        title: 'Vents',
        all_day: false,
        start: '2026-11-25T07:15:00',
        end: '2026-11-25T07:30:00',
        estimate: null,
        rule: 'FREQ=DAILY',
        in_words: 'every day',
        done: false,
    } as Entry)

describe('the place of an entry in its sheet', () => {
    it('leaves out what only the server says', () => {
        expect(Object.keys(timed())).not.toContain('version')
    })
    it('keeps its length when its time or date changes', () => {
        const form = timed()
        setTime(form, 23 * 60 + 50)
        expect([form.start, form.end]).toEqual(['2026-11-25T23:50:00', '2026-11-26T00:05:00'])
        setDate(form, '2026-12-01')
        expect([form.start, form.end, lengthOf(form)]).toEqual([
            '2026-12-01T23:50:00',
            '2026-12-02T00:05:00',
            15,
        ])
    })
    it('goes to whole days and back', () => {
        const form = timed()
        setAllDay(form)
        setLength(form, 3)
        expect([form.start, form.end, lengthOf(form)]).toEqual(['2026-11-25', '2026-11-27', 3])
        setTime(form, 540)
        expect([form.all_day, form.start, form.end]).toEqual([
            false,
            '2026-11-25T09:00:00',
            '2026-11-25T09:30:00',
        ])
    })
    it('given an hour, what lasts whole days is as long as it is estimated', () => {
        const form = { ...timed(), estimate: 50 }
        setAllDay(form)
        setTime(form, 540)
        expect([form.start, form.end]).toEqual(['2026-11-25T09:00:00', '2026-11-25T09:50:00'])
    })
    it('gives up its rhythm with its date', () => {
        const form = timed()
        setDate(form, null)
        expect([form.start, form.end, form.all_day, form.rule]).toEqual([null, null, true, null])
        setDate(form, '2026-11-27')
        expect([form.start, form.end]).toEqual(['2026-11-27T07:15:00', '2026-11-27T07:30:00'])
    })
})
