/** Wall dates and times as the server writes them, drawn for people. Nothing here decides a date; the server does. */

import { region } from './region'

export type Clock = '24' | '12'

const utc = (date: string): Date => new Date(`${date.slice(0, 10)}T00:00:00Z`)

/** This moment, in milliseconds since 1970 in UTC. */
export function thisMoment(): number {
    return Date.now()
}

/** What walls in a zone show, as YYYY-MM-DDTHH:MM:SS. */
export function wallIn(zone: string, at: Date = new Date()): string {
    return new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'medium' })
        .format(at)
        .replace(' ', 'T')
}

/** The date on the walls of a zone. */
export function dateIn(zone: string, at: Date = new Date()): string {
    return wallIn(zone, at).slice(0, 10)
}

/** Whole days since 1970-01-01. */
export function dayNumber(date: string): number {
    return utc(date).getTime() / 86_400_000
}

/** The date (YYYY-MM-DD) of a day number, counted from 1970-01-01. */
export function dateOf(number: number): string {
    return new Date(number * 86_400_000).toISOString().slice(0, 10)
}

/** The date so many days later. */
export function plusDays(date: string, days: number): string {
    return dateOf(dayNumber(date) + days)
}

/** 1 for Monday to 7 for Sunday. */
export function weekday(date: string): number {
    return ((((dayNumber(date) + 3) % 7) + 7) % 7) + 1
}

/** The first day of the week that a date lies in; `first` is the weekday weeks begin on, Monday is 1. */
export function startOfWeek(date: string, first: number): string {
    return plusDays(date, -((weekday(date) - first + 7) % 7))
}

/**
 * The number of the week that holds a day, whichever weekday weeks begin on. A week is of the year that its fourth day lies in (ISO 8601), or
 * of the one whose 1 January it holds.
 */
export function weekNumber(date: string): number {
    const start = startOfWeek(date, region.first_weekday)
    const deciding = plusDays(start, region.week_numbers === 'january' ? 6 : 3)
    return Math.floor((dayNumber(deciding) - dayNumber(`${deciding.slice(0, 4)}-01-01`)) / 7) + 1
}

/** Minutes since midnight of a date and time; 0 for a date alone. */
export function minuteOf(moment: string): number {
    return moment.length > 10 ? Number(moment.slice(11, 13)) * 60 + Number(moment.slice(14, 16)) : 0
}

/** A wall time (YYYY-MM-DDTHH:MM); 1440 minutes and more lie on later days. */
export function moment(date: string, minute: number): string {
    const day = plusDays(date, Math.floor(minute / 1440))
    const left = ((minute % 1440) + 1440) % 1440
    return `${day}T${String(Math.floor(left / 60)).padStart(2, '0')}:${String(left % 60).padStart(2, '0')}:00`
}

/** Minutes from one wall moment to another. */
export function minutesBetween(from: string, to: string): number {
    return (dayNumber(to) - dayNumber(from)) * 1440 + minuteOf(to) - minuteOf(from)
}

/** A minute of the day as a person reads it. */
export function time(minute: number, clock: Clock): string {
    const hour = Math.floor(minute / 60) % 24
    const rest = String(minute % 60).padStart(2, '0')
    if (clock === '24') return `${hour}:${rest}`
    return `${hour % 12 === 0 ? 12 : hour % 12}:${rest} ${hour < 12 ? 'am' : 'pm'}`
}

/** HH:MM, as the server reads it. */
export function clockText(minute: number): string {
    return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`
}

/** The minute of the day that a person wrote: "7:15", "7.15", "715", "7 pm"; null when it is none. */
export function readTime(text: string): number | null {
    const found = /^\s*(\d{1,2})(?:[:.]?([0-5]\d))?\s*(am|pm)?\s*$/i.exec(text)
    if (!found) return null
    const half = found[3]?.toLowerCase()
    const hour = Number(found[1])
    if (half ? hour < 1 || hour > 12 : hour > 23) return null
    return ((half ? hour % 12 : hour) + (half === 'pm' ? 12 : 0)) * 60 + Number(found[2] ?? 0)
}

/** The time of a wall time, as a person reads it. */
export function timeOf(momentText: string, clock: Clock): string {
    return time(minuteOf(momentText), clock)
}

/** "1 h 30", "45 min", "2 h". */
export function length(minutes: number): string {
    const hours = Math.floor(minutes / 60)
    const rest = minutes % 60
    if (hours === 0) return `${rest} min`
    return rest === 0 ? `${hours} h` : `${hours} h ${String(rest).padStart(2, '0')}`
}

/** Minutes as they are said in hours: to the half. What is reckoned from figures that are said is reckoned from these. */
export const toHalfHours = (minutes: number): number => Math.round(minutes / 30) * 30

/** Hours to the half: "24½". */
export function hours(minutes: number): string {
    const halves = toHalfHours(minutes) / 30
    return `${Math.floor(halves / 2) || (halves % 2 ? '' : '0')}${halves % 2 ? '½' : ''}`
}

const format = (options: Intl.DateTimeFormatOptions) => {
    const made = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', ...options })
    return (date: string): string => made.format(utc(date))
}

export const shortWeekday = format({ weekday: 'short' })
export const longWeekday = format({ weekday: 'long' })
export const monthName = format({ month: 'long' })

/** The Thursday of a week of ISO 8601 (2026-W14). */
const thursdayOf = (week: string): string =>
    plusDays(startOfWeek(`${week.slice(0, 4)}-01-04`, 1), 7 * (Number(week.slice(6)) - 1) + 3)

/** A week (2026-W14) or a month (2027-01) that something is meant for. */
export const aroundWords = (around: string): string =>
    around.includes('W')
        ? `around week ${weekNumber(thursdayOf(around))}`
        : `some time in ${monthName(`${around}-01`)}`
/** The same with its year. */
export const aroundFull = (around: string): string =>
    `${aroundWords(around)}${around.includes('W') ? ' of' : ''} ${around.slice(0, 4)}`
const namedMonth = format({ month: 'short' })
export const shortMonth = (date: string): string => namedMonth(date).slice(0, 3)
const inOrder = (day: string, month: string): string =>
    region.date_order === 'day' ? `${day} ${month}` : `${month} ${day}`
const dayOf = (date: string): string => String(Number(date.slice(8, 10)))

/** "26 Nov", "Nov 26" */
export function shortDate(date: string): string {
    return inOrder(dayOf(date), shortMonth(date))
}

/** "26 November", "November 26" */
export function dayOfMonth(date: string): string {
    return inOrder(dayOf(date), monthName(date))
}

/** "Thu 26 Nov", "Thu, Nov 26" */
export function namedDate(date: string): string {
    return `${shortWeekday(date)}${region.date_order === 'month' ? ',' : ''} ${shortDate(date)}`
}

/** "Thu 26 Nov 2026", "Thu, Nov 26, 2026", "Thu 2026-11-26" */
export function fullDate(date: string): string {
    if (region.date_order === 'year') return `${shortWeekday(date)} ${date.slice(0, 10)}`
    return `${namedDate(date)}${region.date_order === 'month' ? ',' : ''} ${date.slice(0, 4)}`
}

/** "23–29 Nov", "30 Nov – 6 Dec", "Nov 23–29" */
export function span(first: string, last: string): string {
    if (first === last) return namedDate(first)
    return first.slice(0, 7) === last.slice(0, 7)
        ? inOrder(`${dayOf(first)}–${dayOf(last)}`, shortMonth(last))
        : `${shortDate(first)} – ${shortDate(last)}`
}

/** "today", "tomorrow", "Fri 27 Nov", with the time if there is one. */
export function dueDate(due: string, today: string, clock: Clock): string {
    const days = dayNumber(due) - dayNumber(today)
    const named =
        days === 0
            ? 'today'
            : days === 1
              ? 'tomorrow'
              : days < 300 && days > -300
                ? namedDate(due)
                : fullDate(due)
    return due.length > 10 ? `${named} ${timeOf(due, clock)}` : named
}

/** "once", "twice", "3 times" */
export function times(number: number): string {
    return number === 1 ? 'once' : number === 2 ? 'twice' : `${number} times`
}
