import { Refused } from '@/api/client'
import { QueryClient } from '@tanstack/vue-query'

/** What the server said, kept for all parts of the page. */
export const queryClient = new QueryClient({
    defaultOptions: {
        queries: { retry: (count, error) => !(error instanceof Refused && error.status >= 400) && count < 2 },
    },
})
