import { account } from '@/testing/page'
import { describe, expect, it } from 'vitest'
import { blank, type Form } from './form'
import { changed, merge, NAMES, said } from './merge'

const opened: Form = {
    ...blank({ entryId: null, recurrenceId: null, date: null, fresh: undefined }, account, undefined),
    title: 'Vents',
    place: 'House 1',
}

describe('two changes of one form', () => {
    it('what only one side changed is taken from there, and nothing is asked', () => {
        const { form, both } = merge(
            opened,
            { ...opened, notes: 'mine' },
            { ...opened, title: 'Vents and fleece', colour: 'teal' },
        )
        expect([form.title, form.notes, form.colour, form.place, both]).toEqual([
            'Vents and fleece',
            'mine',
            'teal',
            'House 1',
            [],
        ])
    })
    it('what both changed is asked, unless to the same', () => {
        const { form, both } = merge(
            opened,
            { ...opened, title: 'Mine', missed: 'roll', place: 'House 2' },
            { ...opened, title: 'Theirs', missed: 'roll', labels: ['frost'] },
        )
        expect([form.title, form.place, form.labels, both]).toEqual(['Mine', 'House 2', ['frost'], ['title']])
    })
    it('every field takes part, and has a name', () => {
        for (const name of Object.keys(opened) as (keyof Form)[]) {
            const theirs = { ...opened, [name]: 'other' } as Form
            expect(merge(opened, opened, theirs).form[name], name).toBe('other')
            expect(changed(opened, theirs)).toEqual([name])
            expect(NAMES[name]).toBeTruthy()
        }
    })
    it('values are said as a person reads them', () => {
        const say = (value: unknown, name: keyof Form): string =>
            said(value, name, '24', (id) => (id === 'c' ? 'Plants' : undefined))
        expect([
            say('c', 'calendar_id'),
            say(null, 'reminders'),
            say([], 'labels'),
            say(true, 'private'),
            say(90, 'travel'),
            say('2026-11-25T07:15:00', 'start'),
            say([{ from: '12-01', to: '12-24' }], 'seasons'),
        ]).toEqual([
            'Plants',
            'those of its calendar',
            'none',
            'yes',
            '1 h 30',
            'Wed 25 Nov 2026, 7:15',
            '12-01 to 12-24',
        ])
    })
})
