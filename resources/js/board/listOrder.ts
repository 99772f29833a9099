import type { Occurrence } from '@/api/types'
import { plusDays } from '@/shared/time'

/** As the list of a day goes: the server says where each stands, musts first. */
export function inListOrder(a: Occurrence, b: Occurrence): number {
    return a.rank - b.rank
}

/** Longer than this a task lies as a bar over its days, and is on no list. */
const LONGEST_LISTED = 1440

/** The musts of a day in their order, with hours or without: the first is number one wherever it is shown. */
export function mustsOf(occurrences: Occurrence[], date: string): Occurrence[] {
    return occurrences
        .filter(
            (one) =>
                one.kind === 'task' &&
                one.importance === 'must' &&
                one.minutes <= LONGEST_LISTED &&
                one.start < plusDays(date, 1) &&
                (one.start.slice(0, 10) === date || one.end > date),
        )
        .sort(inListOrder)
}
