import type { Board, Month, Occurrence, Year } from '@/api/types'
import type { InfiniteData, QueryClient } from '@tanstack/vue-query'

type WithOccurrences = Board | Month | Year

/** Every view shows a change at once; what the server then answers stands. */
export function patchOccurrences(client: QueryClient, change: (one: Occurrence) => Occurrence): void {
    const patched = <T extends WithOccurrences>(sent: T): T => ({ ...sent, occurrences: sent.occurrences.map(change) })
    for (const key of ['board', 'month', 'year']) {
        void client.cancelQueries({ queryKey: [key] })
        client.setQueriesData<WithOccurrences>({ queryKey: [key] }, (sent) => sent && patched(sent))
    }
    void client.cancelQueries({ queryKey: ['ahead'] })
    client.setQueriesData<InfiniteData<Board>>({ queryKey: ['ahead'] }, (sent) => sent && { ...sent, pages: sent.pages.map(patched) })
}

/** What may show entries, and is asked for anew after a change. */
export const SHOWING = ['board', 'month', 'year', 'ahead', 'basket', 'ruler', 'areas', 'reminders', 'entry', 'filters', 'found', 'filing', 'day', 'closing', 'done', 'timing'] as const

const PLACED = ['entries', 'changes', 'calendars', 'areas', 'day_hours', 'users']
/** Of which tables each of them shows something: what a change did not touch is not asked for. */
export const SHOWN_OF: Record<(typeof SHOWING)[number], string[]> = {
    board: PLACED, month: PLACED, year: PLACED, ahead: PLACED, ruler: PLACED, entry: [...PLACED, 'attachments', 'timings'], found: PLACED, day: [...PLACED, 'closings', 'timings'],
    closing: [...PLACED, 'closings'], done: [...PLACED, 'timings'], basket: ['entries', 'changes', 'calendars', 'areas'], reminders: ['entries', 'changes', 'calendars', 'users', 'deliveries'],
    areas: ['areas', 'calendars', 'users'], filters: ['filters', 'entries'], filing: ['filing_rules', 'calendars'], timing: ['timings', 'entries'],
}
