import type { Occurrence } from '@/api/types'
import { dayNumber } from '@/shared/time'

/** An entry of whole days as a bar across a row of days: columns count from 0, `last` is included. */
export interface Bar {
    /** What lies there; a routine of whole days that comes day after day is one bar of several. */
    parts: Occurrence[]
    /** From which day of the row to which, the second not in it. */
    from: number
    to: number
    row: number
}

/** All-day events, and whatever lasts for several days: across their days, each in the first row that is free. */
export function barsOf(occurrences: Occurrence[], first: string, days: number): Bar[] {
    const start = dayNumber(first)
    const pieces = occurrences
        .filter((one) => (one.all_day ? one.kind === 'event' || one.minutes > 1440 : one.minutes >= 1440))
        .map((one) => ({
            parts: [one],
            from: Math.max(0, dayNumber(one.start) - start),
            to: Math.min(days, lastDay(one) - start),
            row: 0,
        }))
        .filter((bar) => bar.to > bar.from)
        .sort((a, b) => a.from - b.from || b.to - a.to)
    const bars: Bar[] = []
    const open = new Map<string, Bar>()
    for (const piece of pieces) {
        const [one] = piece.parts
        const before = one && open.get(`${one.entry_id}|${one.title}`)
        if (one && before && before.to === piece.from) {
            before.parts.push(one)
            before.to = piece.to
        } else {
            bars.push(piece)
            if (one) open.set(`${one.entry_id}|${one.title}`, piece)
        }
    }
    const ends: number[] = []
    for (const bar of bars) {
        while ((ends[bar.row] ?? 0) > bar.from) bar.row++
        ends[bar.row] = bar.to
    }
    return bars
}

/** The number of the first day after it. */
function lastDay(one: Occurrence): number {
    return dayNumber(one.end) + (one.all_day || one.end.endsWith('T00:00:00') ? 0 : 1)
}

/** Which ends of something lie in the days from one to another, the second not in it: only those can be taken hold of. */
export function endsWithin(one: Occurrence, from: string, to: string): string {
    if (!one.all_day) return ''
    return [one.start >= from ? 'first' : '', one.end <= to ? 'last' : ''].filter(Boolean).join(' ')
}

/** Which part of a bar a point across it means, from 0 at its left to 1. */
export function partAt(bar: Pick<Bar, 'parts'>, share: number): Occurrence | undefined {
    return bar.parts[Math.min(bar.parts.length - 1, Math.max(0, Math.floor(share * bar.parts.length)))]
}
