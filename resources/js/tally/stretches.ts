import { dateOf, dayNumber, fullDate, plusDays, shortDate, span, startOfWeek } from '@/shared/time'

/** The stretches that are counted: whole weeks, so that they can be held against each other; or any days up to a year. */
export const STRETCHES = [
    ['week', 'a week', 1],
    ['six-weeks', 'six weeks', 6],
    ['quarter', 'a quarter', 13],
    ['year', 'a year', 52],
] as const
export type StretchName = (typeof STRETCHES)[number][0] | 'from'

export const MOST_DAYS = 366

/** Weeks end with the week in which a date lies. */
export interface Stretch {
    name: StretchName
    from: string
    /** The last date in it. */
    last: string
    days: number
    title: string
    dates: string
}

export function stretchOf(name: string, date: string, firstWeekday: number, to = ''): Stretch {
    if (name === 'from' && to >= date) return between(date, to)
    const [known, words, weeks] = STRETCHES.find(([one]) => one === name) ?? STRETCHES[1]
    const last = plusDays(startOfWeek(date, firstWeekday), 6)
    const days = weeks * 7
    const said = words.replace(/^a /, '')
    const from = dateOf(dayNumber(last) - days + 1)
    return {
        name: known,
        from,
        last,
        days,
        title: `${said.charAt(0).toUpperCase()}${said.slice(1)} to ${shortDate(last)}`,
        dates: datesOf(from, last),
    }
}

/** From one date to another, both included; a longer time than a year is cut at its end. */
function between(from: string, to: string): Stretch {
    const days = Math.min(MOST_DAYS, dayNumber(to) - dayNumber(from) + 1)
    const last = plusDays(from, days - 1)
    return {
        name: 'from',
        from,
        last,
        days,
        title: `${shortDate(from)} to ${shortDate(last)}`,
        dates: datesOf(from, last),
    }
}

function datesOf(from: string, last: string): string {
    return from.slice(0, 4) === last.slice(0, 4) ? span(from, last) : `${fullDate(from)} – ${fullDate(last)}`
}
