import { answerOf, api, Refused } from '@/api/client'
import type { RhythmPreview } from '@/api/types'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed } from 'vue'
import type { Form } from './form'
import type { EntryForm } from './useEntryForm'

/** What of a form decides where it lands. */
const OF_PLACE = [
    'all_day',
    'start',
    'end',
    'zone',
    'end_zone',
    'floating',
    'rule',
    'after_done',
    'extra_dates',
    'except_dates',
    'off_day',
    'seasons',
    'pauses',
    'due',
] as const satisfies (keyof Form)[]
const PAUSE_MS = 150

/** Where a form would land, asked of the server after a pause in typing. */
export function usePreview({ form, entryId, isNew, recurrenceId, hasScope }: EntryForm) {
    const place = computed(() => {
        const now = form.value
        return now && Object.fromEntries(OF_PLACE.map((name) => [name, now[name]]))
    })
    const settled = refDebounced(
        computed(() => JSON.stringify(place.value)),
        PAUSE_MS,
    )
    const preview = useQuery({
        queryKey: computed(() => ['preview', settled.value, entryId]),
        enabled: computed(() => settled.value !== 'null' && form.value?.start != null),
        queryFn: () =>
            answerOf(
                api.POST('/rhythm/preview', {
                    body: {
                        ...JSON.parse(settled.value),
                        entry_id: isNew ? null : entryId,
                        recurrence_id: hasScope.value ? recurrenceId : null,
                    },
                }),
            ),
        placeholderData: (previous: RhythmPreview | undefined) => previous,
        staleTime: 10_000,
        retry: false,
    })
    /** Null while nothing is placed. */
    const lands = computed(() => (form.value?.start ? preview.data.value : undefined))
    /** What of it cannot be, by field. */
    const mistakes = computed<Record<string, string[]>>(() => {
        const error = preview.error.value
        return error instanceof Refused && form.value?.start ? error.errors : {}
    })
    return { lands, mistakes }
}
