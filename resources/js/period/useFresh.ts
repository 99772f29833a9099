import { wallIn } from '@/shared/time'
import { answerOf, api } from '@/api/client'
import { isForeign } from '@/api/revision'
import { askAnew } from '@/state/askAnew'
import { useAccount } from '@/state/server'
import { isChanging } from '@/undo/useChanges'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useNow } from '@vueuse/core'
import { computed, watch, type ComputedRef } from 'vue'

/** How soon a change made in another window shows here. */
const LOOK_EVERY_MS = 4000

/** Keeps the page fresh: what changed elsewhere is fetched, and the wall clock of the account's zone ticks. */
export function useFresh(): ComputedRef<string> {
    const client = useQueryClient()
    const account = useAccount()
    const revision = useQuery({
        queryKey: ['revision'],
        queryFn: () => answerOf(api.GET('/revision')),
        refetchInterval: LOOK_EVERY_MS,
    })
    watch(
        () => revision.data.value?.revision,
        (is) => {
            if (is === undefined || isChanging(client) || !isForeign(is)) return // while a change is on its way its answer tells more
            void askAnew(client)
        },
    )
    const clock = useNow({ interval: 10_000 })
    const now = computed(() => wallIn(account.value.zone, clock.value))
    // At midnight some things roll on, lapse or become late: a page left open shows it.
    watch(
        () => now.value.slice(0, 10),
        () => void askAnew(client),
    )
    return now
}
