import type { BoardDay, Deadline } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, areas, client, occurrence, using } from '@/testing/page'
import { describe, expect, it } from 'vitest'
import { usePaper } from './usePaper'

const timed = (title: string, from: string, to: string, more = {}) =>
    occurrence({
        title,
        all_day: false,
        start: `2026-11-25T${from}:00`,
        end: `2026-11-25T${to}:00`,
        minutes: 30,
        ...more,
    })

describe('a day on paper', () => {
    aPage()
    const laid = async (
        occurrences: ReturnType<typeof occurrence>[],
        date = '2026-11-25',
        day?: Pick<BoardDay, 'due'>,
        isBeginningsOnly = false,
    ) => {
        const paper = await using(() => {
            useView().occurrences = occurrences
            return usePaper()
        })
        return paper.lines(date, day, isBeginningsOnly)
    }

    it('has musts first and numbered, then what is due, what goes on for days, hours in order, and the rest of the list', async () => {
        const days = [
            occurrence({ title: 'Rest', rank: 5, estimate: 45 }),
            timed('Later', '14:00', '14:30', { kind: 'event' }),
            timed('Sooner', '09:00', '09:30'),
            occurrence({ title: 'Second', importance: 'must', rank: 2 }),
            timed('First', '11:00', '11:30', { importance: 'must', rank: 1 }),
            occurrence({
                title: 'Fair',
                kind: 'event',
                start: '2026-11-24',
                end: '2026-11-27',
                minutes: 4320,
            }),
            occurrence({ title: 'Light', rank: 3, done: true }),
        ]
        const due = {
            due: [
                {
                    entry_id: 'e',
                    recurrence_id: 'once',
                    title: 'Report',
                    due: '2026-11-25',
                    area_id: 'home',
                    calendar_id: 'house',
                    labels: [],
                    done: false,
                },
            ] as unknown as Deadline[],
        }
        const lines = await laid(days, '2026-11-25', due)
        expect(lines.map((one) => [one.lead, one.number, one.text])).toEqual([
            ['must', 1, '11:00–11:30 First'],
            ['must', 2, 'Second'],
            ['due', null, 'due: Report'],
            ['days', null, 'Fair, all these days'],
            ['task', null, '9:00–9:30 Sooner'],
            ['event', null, '14:00–14:30 Later'],
            ['task', null, 'Light'],
            ['task', null, 'Rest, 45 min'],
        ])
        expect(lines.find((one) => one.text === 'Light')?.done).toBe(true)
    })
    it.each([
        ['2026-11-23', []],
        ['2026-11-24', ['Fair, all these days']],
        ['2026-11-26', ['Fair, all these days']],
        ['2026-11-27', []],
    ])('of what goes on for days each has its line: %s', async (date, texts) => {
        const fair = occurrence({
            title: 'Fair',
            kind: 'event',
            start: '2026-11-24',
            end: '2026-11-27',
            minutes: 4320,
        })
        expect((await laid([fair], date)).map((one) => one.text)).toEqual(texts)
        expect((await laid([fair], date, undefined, true)).map((one) => one.text)).toEqual(
            date === '2026-11-24' ? texts : [],
        )
    })
    it('says that one whole day is one, keeps what is private to itself, and leaves out what was done of what is due', async () => {
        const due = {
            due: [
                {
                    entry_id: 'e',
                    recurrence_id: 'once',
                    title: 'Report',
                    due: '2026-11-25T12:00:00',
                    area_id: 'home',
                    calendar_id: 'house',
                    labels: [],
                    done: true,
                },
            ] as unknown as Deadline[],
        }
        const lines = await laid(
            [occurrence({ title: 'Stall', kind: 'event' }), occurrence({ title: 'Doctor', private: true })],
            '2026-11-25',
            due,
        )
        expect(lines.map((one) => one.text)).toEqual(['Stall', 'private'])
    })
    it('tells each life area by the fewest letters that no other begins with', async () => {
        client.setQueryData(['areas'], {
            areas: ['Home', 'Hobby', 'Ho', 'Nursery'].map((name) => ({ ...areas[0], id: name, name })),
        })
        const paper = await using(usePaper)
        expect(paper.legend.value).toEqual([
            ['Hom', 'Home'],
            ['Hob', 'Hobby'],
            ['Ho', 'Ho'],
            ['Nu', 'Nursery'],
        ])
    })
})
