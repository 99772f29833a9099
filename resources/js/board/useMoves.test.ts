import type { Occurrence } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, answering, changes, client, occurrence, Refusal, sent, using } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it } from 'vitest'
import type { Target } from './drag'
import { asking, carriedItem, carriedOccurrence, useMoves } from './useMoves'

const repot = occurrence({ title: 'Repot', estimate: 45, due: '2026-11-26' })
const vents = occurrence({
    title: 'Vents',
    routine: true,
    recurrence_id: '2026-11-25T07:15:00',
    all_day: false,
    start: '2026-11-25T07:15:00',
    end: '2026-11-25T07:30:00',
    minutes: 15,
    version: 4,
})
const hours = (date: string, minute: number, minutes = 45): Target => ({
    kind: 'hours',
    date,
    minute,
    minutes,
})
const HERE = { x: 10, y: 20 }
let moves: ReturnType<typeof useMoves>
const drop = async (one: Occurrence, target: Target, ...more: [boolean?, boolean?]): Promise<void> => {
    moves.drop(carriedOccurrence(one, 'forest'), target, HERE, ...more)
    await flushPromises()
}

describe('moving what stands on the board', () => {
    aPage()
    beforeEach(async () => {
        Object.assign(asking, { carried: null, target: null, copies: false, over: null })
        moves = await using(useMoves)
        useView().occurrences = [repot, vents]
        answering({
            'POST entries/repot/move': {
                id: 'repot',
                version: 2,
                lead_ups: [],
                due: repot.due,
                after_due: false,
            },
            'POST entries/vents/move': { id: 'vents', version: 5, lead_ups: [] },
        })
    })

    it('a task goes at once, and the board shows it before the server has answered', async () => {
        client.setQueryData(['board', '2026-11-23', 7, 'all'], { occurrences: [repot] })
        moves.drop(carriedOccurrence(repot, 'forest'), hours('2026-11-25', 540), HERE)
        const drawn = client.getQueryData<{ occurrences: Occurrence[] }>(['board', '2026-11-23', 7, 'all'])
            ?.occurrences[0]
        expect(drawn).toMatchObject({
            all_day: false,
            start: '2026-11-25T09:00:00',
            end: '2026-11-25T09:45:00',
            minutes: 45,
        })
        await flushPromises()
        expect(sent('POST entries/repot/move')).toEqual({
            start: '2026-11-25T09:00:00',
            all_day: false,
            length: 45,
            scope: 'one',
            recurrence_id: null,
            version: 1,
        })
        expect(note.text).toBe('Moved “Repot” to Wed 25 Nov, 9:00.')
    })
    it('says when it ends after it is due', async () => {
        answering({
            'POST entries/repot/move': {
                id: 'repot',
                version: 2,
                lead_ups: [],
                due: repot.due,
                after_due: true,
            },
        })
        await drop(repot, { kind: 'date', date: '2026-11-27' })
        expect(note.text).toBe('Moved “Repot” to Fri 27 Nov: after it is due, Thu 26 Nov.')
        expect(moves.tooLate(carriedOccurrence(repot, 'forest'), { kind: 'list', date: '2026-11-26' })).toBe(
            '',
        )
        expect(
            moves.tooLate(
                carriedOccurrence({ ...repot, due: '2026-11-26T12:00:00' }, 'forest'),
                hours('2026-11-26', 700, 30),
            ),
        ).toBe('after it is due, Thu 26 Nov')
    })
    it('a routine asks how far it should reach, where it was dropped', async () => {
        await drop(vents, hours('2026-11-26', 480, 15))
        expect(changes()).toEqual([])
        expect(asking).toMatchObject({ carried: { title: 'Vents' }, over: null, x: 10, y: 20 })
        await moves.move(carriedOccurrence(vents, 'forest'), hours('2026-11-26', 480, 15), 'onward')
        expect(sent('POST entries/vents/move')).toMatchObject({
            scope: 'onward',
            recurrence_id: '2026-11-25T07:15:00',
            start: '2026-11-26T08:00:00',
            version: 4,
        })
        expect(note.text).toBe('Moved “Vents” to Thu 26 Nov, 8:00, from here on.')
    })
    it('asks for what leads up to it and stays where somebody put it', async () => {
        const line = { id: 'a', by_hand: true, done: false }
        answering({
            'POST entries/repot/move': {
                id: 'repot',
                version: 2,
                due: repot.due,
                after_due: false,
                lead_ups: [line, { ...line, done: true }, { ...line, by_hand: false }],
            },
        })
        await drop(repot, { kind: 'list', date: '2026-11-26' })
        expect(note.presses.map((press) => press.words)).toEqual(['Move the lead-up you placed too'])
    })
    it('the next move of the same entry knows the version the last one made', async () => {
        answering({ 'POST entries/frames/move': { id: 'frames', version: 8, lead_ups: [] } })
        const frames = occurrence({ title: 'Frames', version: 7 })
        await drop(frames, { kind: 'date', date: '2026-11-27' })
        await drop(frames, { kind: 'date', date: '2026-11-28' })
        expect(sent('POST entries/frames/move')).toMatchObject({ version: 8 })
    })
    it('asks about a protected block that only the server sees, and for several by doing it once more', async () => {
        const protectedBlock = new Refusal(422, {
            message: '“Quiet hour” is protected. Lay it over that all the same?',
            errors: { protected: ['“Quiet hour” is protected. Lay it over that all the same?'] },
        })
        answering({ 'POST entries/repot/move': protectedBlock, 'POST many': protectedBlock })
        await drop(repot, hours('2026-11-25', 540))
        expect(asking.over).toBe('Quiet hour')
        useView().chosen = new Set([repot.key])
        await moves.many('move', { days: 1, minutes: 0 }, 'Moved')
        expect([note.text, sent('POST many')]).toEqual([
            expect.stringContaining('Do it once more to lay it over.'),
            expect.not.objectContaining({ over_protected: true }),
        ])
        answering({ 'POST many': null })
        await moves.many('move', { days: 1, minutes: 0 }, 'Moved')
        expect([sent('POST many'), useView().chosen.size]).toEqual([
            expect.objectContaining({ over_protected: true }),
            1,
        ])
    })
    it('over a protected block asks first', async () => {
        useView().occurrences = [
            occurrence({
                title: 'Quiet hour',
                protected: true,
                all_day: false,
                start: '2026-11-25T09:30:00',
                end: '2026-11-25T10:30:00',
                minutes: 60,
            }),
        ]
        await drop(repot, hours('2026-11-25', 540))
        expect([changes(), asking.over]).toEqual([[], 'Quiet hour'])
        await drop(repot, hours('2026-11-25', 630))
        await drop(repot, hours('2026-11-25', 540), false, true)
        expect(changes()).toEqual(['POST entries/repot/move', 'POST entries/repot/move'])
    })
    it('over a protected block that is done it goes without asking', async () => {
        useView().occurrences = [
            occurrence({
                title: 'Quiet hour',
                protected: true,
                done: true,
                all_day: false,
                start: '2026-11-25T09:30:00',
                end: '2026-11-25T10:30:00',
                minutes: 60,
            }),
        ]
        await drop(repot, hours('2026-11-25', 540))
        expect([changes(), asking.over]).toEqual([['POST entries/repot/move'], null])
    })
    it('goes back to the basket, and within it is put in order by hand', async () => {
        await drop(repot, { kind: 'basket' })
        expect(sent('POST entries/repot/move')).toMatchObject({ start: null, all_day: true, length: 1 })
        expect(note.text).toBe('Moved “Repot” back to the basket.')
        useView().basketOrder = ['a', 'b', 'c']
        moves.drop(
            carriedItem(
                { entry_id: 'c', title: 'C', version: 1, due: null, estimate: null } as never,
                'forest',
            ),
            { kind: 'basket', before: 'b' },
            HERE,
        )
        await flushPromises()
        expect(sent('PUT basket/order')).toEqual({ ids: ['a', 'c', 'b'] })
        expect(useView().basketSort).toBe('hand')
    })
    it('a list is put in order; musts stay musts', async () => {
        const must = occurrence({ title: 'Seed', importance: 'must' })
        useView().occurrences = [repot, must, occurrence({ title: 'Labels' })]
        await drop(occurrence({ title: 'Labels' }), {
            kind: 'list',
            date: '2026-11-25',
            before: 'repot|once',
        })
        expect(sent('PUT days/2026-11-25/order')).toEqual({
            musts: ['seed|once'],
            others: ['labels|once', 'repot|once'],
        })
    })
    it('a copy leaves the first one where it is', async () => {
        await drop(repot, hours('2026-11-26', 600), true)
        expect(sent('POST entries/repot/copy')).toEqual({
            start: '2026-11-26T10:00:00',
            all_day: false,
            length: 45,
            recurrence_id: 'once',
        })
        expect(note.text).toBe('Copied “Repot” to Thu 26 Nov, 10:00.')
    })
    it('all that were chosen move by as much as the one that is carried', async () => {
        useView().chosen = new Set([repot.key, vents.key])
        await drop(vents, hours('2026-11-27', 495, 15))
        expect(sent('POST many')).toEqual({
            do: 'move',
            days: 2,
            minutes: 60,
            items: [
                { entry_id: 'repot', recurrence_id: null },
                { entry_id: 'vents', recurrence_id: '2026-11-25T07:15:00' },
            ],
        })
        // They stay chosen: the same once more is one press.
        expect([note.text, useView().chosen.size]).toEqual(['Moved 2 entries.', 2])
    })
    it('says why it is refused, and what was chosen stays chosen', async () => {
        answering({
            'POST entries/repot/move': new Refusal(409, { message: 'It was changed elsewhere.' }),
            'POST many': new Refusal(422, { message: 'One of them is gone.' }),
        })
        await drop(repot, { kind: 'date', date: '2026-11-27' })
        expect([note.kind, note.text]).toEqual(['trouble', 'It was changed elsewhere.'])
        useView().chosen = new Set([repot.key, vents.key])
        await drop(repot, { kind: 'date', date: '2026-11-27' })
        expect([note.text, useView().chosen.size]).toEqual(['One of them is gone.', 2])
    })
})
