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
export const SHOWING = ['board', 'month', 'year', 'ahead', 'basket', 'ruler', 'areas', 'reminders', 'entry', 'revision', 'filters', 'found', 'filing', 'day', 'closing', 'done', 'timing'] as const
