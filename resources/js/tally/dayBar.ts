/** Minutes to which an end of a timing snaps while it is dragged. */
export const SNAP = 5

export interface Ends {
    from: number
    to: number
}

/**
 * The ends of a timing after one of them was dragged: in steps, within the day, not beyond what lies beside it, and never
 * shorter than a step.
 *
 * @param others what else was timed on the day, in minutes of it
 */
export function dragged(one: Ends, end: 'from' | 'to', minute: number, others: Ends[], latest: number): Ends {
    const at = Math.round(minute / SNAP) * SNAP
    if (end === 'from') {
        const least = Math.max(0, ...others.filter((other) => other.to <= one.from).map((other) => other.to))
        return { ...one, from: Math.max(least, Math.min(at, one.to - 1, Math.max(least, one.to - SNAP))) }
    }
    const most = Math.min(
        latest,
        ...others.filter((other) => other.from >= one.to).map((other) => other.from),
    )
    return { ...one, to: Math.min(most, Math.max(at, Math.min(most, one.from + SNAP))) }
}

/** What went on over midnight and took longer is rather a slip: it is asked about. */
const LONGEST_NIGHT = 6 * 60

/**
 * How long it would have taken from one time of day to an earlier one, over midnight, where that is to be asked about.
 *
 * @returns null where it ends on the same day, or soon after midnight
 */
export function askedOverMidnight(from: number, to: number): number | null {
    const minutes = to - from + 1440
    return to <= from && minutes > LONGEST_NIGHT ? minutes : null
}

/** The hours of the day that are shown: those of the timings with an hour around, and at least from 8 to 18. */
export function shownHours(timings: Ends[]): Ends {
    return {
        from: Math.max(0, Math.min(8, ...timings.map((one) => Math.floor(one.from / 60) - 1))),
        to: Math.min(24, Math.max(18, ...timings.map((one) => Math.ceil(one.to / 60) + 1))),
    }
}
