import { minutesBetween } from '@/shared/time'
import type { EntryShown, LeadUpsShown, Occurrence, OccurrenceShown } from '@/api/types'

/** Every occurrence with what all of its entry have in common, and with what it leads up to or leads up to it. */
export function filled<
    T extends {
        entries: Record<string, EntryShown>
        occurrences: OccurrenceShown[]
        lead_ups?: LeadUpsShown
    },
>(sent: T): Omit<T, 'entries' | 'occurrences'> & { occurrences: Occurrence[] } {
    const { entries, occurrences, ...rest } = sent
    return {
        ...rest,
        occurrences: occurrences.flatMap((one) => {
            const entry = entries[one.entry_id]
            if (!entry) return []
            const key = `${one.entry_id}|${one.recurrence_id}`
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
                    key,
                    minutes: minutesBetween(one.start, one.end),
                    toward: sent.lead_ups?.toward[key],
                    leadUps: sent.lead_ups?.counts[key],
                },
            ]
        }),
    }
}
