import { minutesBetween } from '@/shared/time'
import type { EntryShown, Occurrence, OccurrenceShown } from '@/api/types'

/** Every occurrence with what all of its entry have in common. */
export function filled<T extends { entries: Record<string, EntryShown>; occurrences: OccurrenceShown[] }>(
    sent: T,
): Omit<T, 'entries' | 'occurrences'> & { occurrences: Occurrence[] } {
    const { entries, occurrences, ...rest } = sent
    return {
        ...rest,
        occurrences: occurrences.flatMap((one) => {
            const entry = entries[one.entry_id]
            if (!entry) return []
            return [
                {
                    ...entry,
                    moved: false,
                    edited: false,
                    done: false,
                    meets: [],
                    lane: 0,
                    lanes: 1,
                    ...one,
                    key: `${one.entry_id}|${one.recurrence_id}`,
                    minutes: minutesBetween(one.start, one.end),
                },
            ]
        }),
    }
}
