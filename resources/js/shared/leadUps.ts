import type { LeadUpCount, Toward } from '@/api/types'
import { namedDate } from './time'

/** What something leads up to, and what leads up to it, in the words of the facts beside a title. */
export function leadUpWords(one: { toward?: Toward | null; leadUps?: LeadUpCount | null }): string[] {
    return [
        one.toward ? `for “${one.toward.title}”, ${namedDate(one.toward.date)}` : '',
        one.leadUps ? `${one.leadUps.done} of ${one.leadUps.all} lead-ups done` : '',
    ].filter(Boolean)
}
