import { dateOf, dayNumber, plusDays, shortDate, startOfWeek } from '@/shared/time'

/** The stretches that are counted: whole weeks, so that they can be held against each other. */
export const STRETCHES = [
    ['week', 'a week', 1],
    ['six-weeks', 'six weeks', 6],
    ['quarter', 'a quarter', 13],
    ['year', 'a year', 52],
] as const
export type StretchName = (typeof STRETCHES)[number][0]

/** The stretch that ends with the week in which a date lies. */
export interface Stretch {
    name: StretchName
    from: string
    /** The last date in it. */
    last: string
    days: number
    title: string
}

export function stretchOf(name: string, date: string, firstWeekday: number): Stretch {
    const [known, words, weeks] = STRETCHES.find(([one]) => one === name) ?? STRETCHES[1]
    const last = plusDays(startOfWeek(date, firstWeekday), 6)
    const days = weeks * 7
    const said = words.replace(/^a /, '')
    return {
        name: known,
        from: dateOf(dayNumber(last) - days + 1),
        last,
        days,
        title: `${said.charAt(0).toUpperCase()}${said.slice(1)} to ${shortDate(last)}`,
    }
}
