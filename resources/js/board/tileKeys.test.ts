import type { Occurrence } from '@/api/types'
import { describe, expect, it } from 'vitest'
import type { Carried } from './drag'
import { keyTarget, neighbour } from './tileKeys'

const carried: Carried = {
    key: 'e|once',
    entryId: 'e',
    recurrenceId: null,
    title: 'Vents',
    colour: 'teal',
    isTask: true,
    isRoutine: false,
    version: 1,
    due: null,
    start: '2026-11-25T07:15:00',
    allDay: false,
    minutes: 15,
    days: 1,
}
const key = (name: string, held: Partial<KeyboardEvent> = {}) =>
    ({ key: name, altKey: false, shiftKey: false, ...held }) as KeyboardEvent

describe('moving by key', () => {
    it('goes a quarter of an hour or a day', () => {
        expect(keyTarget(key('ArrowDown', { altKey: true }), carried)).toEqual({
            kind: 'hours',
            date: '2026-11-25',
            minute: 450,
            minutes: 15,
        })
        expect(keyTarget(key('ArrowLeft', { altKey: true }), carried)).toEqual({
            kind: 'hours',
            date: '2026-11-24',
            minute: 435,
            minutes: 15,
        })
    })
    it('lengthens, but never to nothing', () => {
        expect(keyTarget(key('ArrowDown', { altKey: true, shiftKey: true }), carried)).toMatchObject({
            minute: 435,
            minutes: 30,
        })
        expect(keyTarget(key('ArrowUp', { altKey: true, shiftKey: true }), carried)).toMatchObject({
            minutes: 5,
        })
    })
    it('goes to the list, the hours and the basket', () => {
        expect(keyTarget(key('l'), carried)).toEqual({ kind: 'list', date: '2026-11-25' })
        expect(keyTarget(key('b'), carried)).toEqual({ kind: 'basket' })
        expect(keyTarget(key('b'), { ...carried, isTask: false })).toBeNull()
        expect(keyTarget(key('h'), { ...carried, start: '2026-11-25', allDay: true })).toEqual({
            kind: 'hours',
            date: '2026-11-25',
            minute: 540,
            minutes: 15,
        })
    })
    it('goes by days and weeks where days lie in weeks', () => {
        expect(keyTarget(key('ArrowDown', { altKey: true }), carried, 'weeks')).toEqual({
            kind: 'date',
            date: '2026-12-02',
        })
        expect(keyTarget(key('ArrowLeft', { altKey: true }), carried, 'weeks')).toEqual({
            kind: 'date',
            date: '2026-11-24',
        })
    })
    it('goes by days up and down where days lie one after the other, and by weeks with Shift', () => {
        expect(keyTarget(key('ArrowDown', { altKey: true }), carried, 'list')).toMatchObject({
            kind: 'hours',
            date: '2026-11-26',
        })
        expect(keyTarget(key('ArrowUp', { altKey: true, shiftKey: true }), carried, 'list')).toMatchObject({
            kind: 'hours',
            date: '2026-11-18',
        })
        expect(keyTarget(key('ArrowRight', { altKey: true, shiftKey: true }), carried)).toMatchObject({
            kind: 'hours',
            date: '2026-12-02',
        })
    })
    it('goes from the list into the hours where the day has room', () => {
        const listed = { ...carried, start: '2026-11-25', allDay: true }
        expect(keyTarget(key('h'), listed, 'columns', () => 615)).toMatchObject({ minute: 615 })
    })
    it('leaves every other key alone', () => {
        expect(keyTarget(key('ArrowDown'), carried)).toBeNull()
        expect(keyTarget(key('x'), carried)).toBeNull()
    })
})

describe('going from tile to tile', () => {
    const one = (id: string, start: string): Occurrence =>
        ({ key: id, start, all_day: start.length === 10 }) as Occurrence
    const list = [
        one('bins', '2026-11-25'),
        one('vents', '2026-11-25T07:15:00'),
        one('visit', '2026-11-25T09:00:00'),
        one('sowing', '2026-11-27T09:00:00'),
    ]
    const go = (from: number, name: string) => neighbour(list, list[from]!, name)?.key
    it('walks the day and on into the next, and skips empty days', () => {
        expect([
            go(0, 'ArrowDown'),
            go(1, 'ArrowDown'),
            go(2, 'ArrowDown'),
            go(2, 'ArrowRight'),
            go(3, 'ArrowLeft'),
        ]).toEqual(['vents', 'visit', 'sowing', 'sowing', 'visit'])
    })
})
