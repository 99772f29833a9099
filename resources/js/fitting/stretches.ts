import { plusDays } from '@/shared/time'

/** Days in a row into which work can be fitted. */
export interface Stretch {
    name: string
    words: string
    from: string
    days: number
}

/** Days from a date to the last of its week. */
const left = (date: string, firstWeekday: number): number => {
    const weekday = new Date(`${date}T12:00:00Z`).getUTCDay() || 7
    return 7 - ((weekday - firstWeekday + 7) % 7)
}

/** The stretches that are offered, from today on. */
export function stretches(today: string, firstWeekday: number): Stretch[] {
    const rest = left(today, firstWeekday)
    const next = plusDays(today, rest)
    return [
        { name: 'today', words: 'the rest of today', from: today, days: 1 },
        { name: 'tomorrow', words: 'tomorrow', from: plusDays(today, 1), days: 1 },
        { name: 'week', words: 'the rest of this week', from: today, days: rest },
        { name: 'next', words: 'next week', from: next, days: 7 },
        { name: 'both', words: 'this week and the next', from: today, days: rest + 7 },
    ]
}
