import type { Board, Month, Occurrence, Year } from '@/api/types'
import type { InfiniteData, QueryClient } from '@tanstack/vue-query'

type WithOccurrences = Board | Month | Year

/**
 * Every view shows a change at once; what the server then answers stands.
 *
 * @returns what shows those it changed as they were
 */
export function patchOccurrences(client: QueryClient, change: (one: Occurrence) => Occurrence): () => void {
    const before = new Map<string, Occurrence>()
    draw(client, (one) => {
        const changed = change(one)
        if (changed !== one) before.set(one.key, one)
        return changed
    })
    return () => draw(client, (one) => before.get(one.key) ?? one)
}

function draw(client: QueryClient, change: (one: Occurrence) => Occurrence): void {
    const drawn = <T extends WithOccurrences>(sent: T): T => ({
        ...sent,
        occurrences: sent.occurrences.map(change),
    })
    for (const key of ['board', 'month', 'year']) {
        void client.cancelQueries({ queryKey: [key] })
        client.setQueriesData<WithOccurrences>({ queryKey: [key] }, (sent) => sent && drawn(sent))
    }
    void client.cancelQueries({ queryKey: ['ahead'] })
    client.setQueriesData<InfiniteData<Board>>(
        { queryKey: ['ahead'] },
        (sent) => sent && { ...sent, pages: sent.pages.map(drawn) },
    )
}
