/**
 * What the page has read of entries and what they are in, by the first word of a query's key: the paths of the
 * contract, and Ahead, which is read as a board.
 */
const KEYS = [
    'board',
    'month',
    'year',
    'ahead',
    'basket',
    'ruler',
    'areas',
    'reminders',
    'entries',
    'filters',
    'search',
    'filing',
    'days',
    'closings',
    'done',
    'routines',
    'rounds',
    'tally',
    'templates',
    'themes',
    'weeks',
    'timings',
    'session',
] as const
/** The name of a kind of read, as the server names it in X-Stale. */
export type ReadKey = (typeof KEYS)[number]

/** The keys to ask for anew, of those paths that the server says are stale, or of all. */
export function keysOf(stale: Set<string> | 'all'): ReadKey[] {
    return KEYS.filter((key) => stale === 'all' || stale.has(key === 'ahead' ? 'board' : key))
}
