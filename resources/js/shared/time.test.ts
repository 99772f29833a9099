import { describe, expect, it } from 'vitest'
import {
    aroundFull,
    aroundWords,
    dateIn,
    dueDate,
    hours,
    length,
    minutesBetween,
    moment,
    readTime,
    span,
    startOfWeek,
    time,
    weekNumber,
    weekday,
} from './time'

describe('time as it is drawn', () => {
    it('says a week or a month that something is meant for', () => {
        expect([aroundWords('2026-W04'), aroundWords('2027-01')]).toEqual([
            'around week 4',
            'some time in January',
        ])
        expect([aroundFull('2026-W04'), aroundFull('2027-01')]).toEqual([
            'around week 4 of 2026',
            'some time in January 2027',
        ])
    })
    it('numbers weekdays and weeks as ISO 8601 does', () => {
        expect(weekday('2026-11-25')).toBe(3)
        expect([
            weekNumber('2026-11-25'),
            weekNumber('2027-01-01'),
            weekNumber('2027-01-04'),
            weekNumber('2020-12-31'),
        ]).toEqual([48, 53, 1, 53])
    })
    it('knows that today is not the same day everywhere', () => {
        const at = new Date('2026-11-25T23:30:00Z')
        expect([
            dateIn('America/New_York', at),
            dateIn('Europe/Berlin', at),
            dateIn('Pacific/Auckland', at),
        ]).toEqual(['2026-11-25', '2026-11-26', '2026-11-26'])
    })
    it('begins the week where the account wants it', () => {
        expect([
            startOfWeek('2026-11-25', 1),
            startOfWeek('2026-11-25', 7),
            startOfWeek('2026-11-25', 3),
        ]).toEqual(['2026-11-23', '2026-11-22', '2026-11-25'])
    })
    it('counts minutes past midnight and back', () => {
        expect(moment('2026-11-25', 1455)).toBe('2026-11-26T00:15:00')
        expect(moment('2026-11-25', -15)).toBe('2026-11-24T23:45:00')
        expect(minutesBetween('2026-11-25T23:45:00', '2026-11-26T00:15:00')).toBe(30)
    })
    it('reads a time in any usual writing, and no other', () => {
        expect(['7:15', '7.15', '715', '0715', '7', '7 pm', '12am', '12:30 PM'].map(readTime)).toEqual([
            435, 435, 435, 435, 420, 1140, 0, 750,
        ])
        expect(['25:00', '7:65', '13pm', 'noon', ''].map(readTime)).toEqual([null, null, null, null, null])
    })
    it('writes lengths, hours, times and spans for people', () => {
        expect([length(15), length(60), length(435)]).toEqual(['15 min', '1 h', '7 h 15'])
        expect([hours(0), hours(30), hours(1470), hours(60)]).toEqual(['0', '½', '24½', '1'])
        expect([time(435, '24'), time(435, '12'), time(0, '12'), time(720, '12')]).toEqual([
            '7:15',
            '7:15 am',
            '12:00 am',
            '12:00 pm',
        ])
        expect([span('2026-11-23', '2026-11-29'), span('2026-11-30', '2026-12-06')]).toEqual([
            '23–29 Nov',
            '30 Nov – 6 Dec',
        ])
        expect([
            dueDate('2026-11-25', '2026-11-25', '24'),
            dueDate('2026-11-27T18:00:00', '2026-11-25', '24'),
        ]).toEqual(['today', 'Fri 27 Nov 18:00'])
    })
})
