import { inOneRequest } from '@/api/client'
import type { QueryClient } from '@tanstack/vue-query'
import { keysOf } from './stale'

/**
 * Asks anew, in one request, for what is on screen and may be stale. What is asked for the first time just now may have been read
 * before the change; its answer would be kept as a fresh one, so it is given up and asked for once more.
 */
export async function askAnew(client: QueryClient, stale: Set<string> | 'all' = 'all'): Promise<void> {
    await inOneRequest(() =>
        Promise.all(
            keysOf(stale).map((key) => {
                void client.cancelQueries({
                    queryKey: [key],
                    fetchStatus: 'fetching',
                    predicate: (one) => one.state.data === undefined,
                })
                return client.invalidateQueries({ queryKey: [key] })
            }),
        ),
    )
}
