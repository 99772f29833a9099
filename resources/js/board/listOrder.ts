import type { Occurrence } from '@/api/types'

/** As the list of a day goes: the server says where each stands, musts first. */
export function inListOrder(a: Occurrence, b: Occurrence): number {
    return a.rank - b.rank
}
