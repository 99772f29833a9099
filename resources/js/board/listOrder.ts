import type { Occurrence } from '@/api/types'

const WEIGHT = { must: 0, should: 1, could: 3 }
const weight = (one: Occurrence): number => (one.importance ? WEIGHT[one.importance] : 2)

/** Musts first, then the others by importance and by hand. */
export function inListOrder(a: Occurrence, b: Occurrence): number {
    return weight(a) - weight(b) || a.position - b.position
}
