import { thisMoment } from '@/shared/time'
import { useAccount } from '@/state/server'
import { watchDebounced } from '@vueuse/core'
import { onScopeDispose, toValue, type MaybeRefOrGetter } from 'vue'
import { dropDraft, readDraft, resumeDrafts, writeDraft, type Draft } from './drafts'

/**
 * Keeps what is typed on the disk until it is saved.
 *
 * @param name what is typed into, apart from the account: "sheet|id|recurrence id"
 * @param value what is typed; null while there is nothing unsaved
 * @param title what it is called where it is offered again
 */
export function useDraft<T>(
    name: MaybeRefOrGetter<string>,
    value: () => T | null,
    title: () => string,
): { find: () => Promise<(Draft & { value: T }) | null>; drop: () => Promise<void> } {
    const account = useAccount()
    resumeDrafts()
    const key = (): string => `${account.value.email}|${toValue(name)}`
    let last: string | null = null
    const keep = async (): Promise<void> => {
        const now = value()
        if (now !== null) {
            last = key()
            await writeDraft({ key: last, value: now, at: thisMoment(), title: title() })
        } else if (last !== null) {
            const done = last
            last = null
            await dropDraft(done)
        }
    }
    watchDebounced(() => JSON.stringify(value()), keep, { debounce: 300 })
    // What was typed in the last moment is kept as well.
    onScopeDispose(() => value() !== null && void keep())
    return {
        find: async () => {
            const found = (await readDraft(key())) as (Draft & { value: T }) | null
            if (found) last = found.key // goes once what was taken up is saved or emptied
            return found
        },
        drop: async () => {
            last = null
            await dropDraft(key())
        },
    }
}
