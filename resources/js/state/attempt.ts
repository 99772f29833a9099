import { newKey } from '@/api/client'

/** What was sent last and whether it arrived is not known: sent again as it is, it goes under the same key and happens once. */
export interface Attempt {
    sent: string
    key: string
}

/** The attempt for what is to be sent now: the one before, where it is the same. */
export function attemptFor(body: unknown, before: Attempt | null): Attempt {
    const sent = JSON.stringify(body)
    return before?.sent === sent ? before : { sent, key: newKey() }
}
