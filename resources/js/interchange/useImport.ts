import { answerOf, api, sendImport, sentence } from '@/api/client'
import type { Import, ImportDone } from '@/api/types'
import { say, useChanges } from '@/undo/useChanges'
import { useUnsaved } from '@/state/unsaved'
import { onScopeDispose, ref } from 'vue'

/** In milliseconds, while a long file is taken in apart. */
const ASKED_EVERY = 1500

/** What becomes of entries that are here already. */
export type Known = 'leave' | 'newer' | 'all'
/** Where a calendar of the file goes: into one that there is, a new one, or nowhere. */
export type Target = { calendar_id: string } | { area_id: string; name: string } | null

/** What the columns of a table mean, by their places. */
export type TableColumns = NonNullable<Import['table']>['columns']
/** Of dates in figures. */
export type Order = 'dmy' | 'mdy'

/** A file on its way in: sent, read in portions that one can stop, then taken or given up. */
export function useImport() {
    const { send } = useChanges()
    const phase = ref<'none' | 'sending' | 'columns' | 'reading' | 'shown' | 'taking' | 'apart'>('none')
    const found = ref<Import | null>(null)
    const trouble = ref('')
    /** Which of several tries is going on: what was stopped asks no more. */
    let turn = 0

    async function open(file: File): Promise<void> {
        await stop()
        const mine = ++turn
        trouble.value = ''
        phase.value = 'sending'
        try {
            const state = await sendImport(file)
            if (mine !== turn) return
            if (state.table && state.fault === null) {
                // Somebody has to say first what its columns mean.
                found.value = state
                phase.value = 'columns'
            } else await readOn(state, mine)
        } catch (error) {
            fail(error, mine)
        }
    }

    /** What the columns of a table mean; then it is read. */
    async function choose(columns: TableColumns, order: Order): Promise<void> {
        const id = found.value?.id
        if (id === undefined) return
        const mine = turn
        trouble.value = ''
        try {
            const state = await answerOf(
                api.POST('/imports/{import}/columns', {
                    params: { path: { import: id } },
                    body: { columns, order },
                }),
            )
            await readOn(state, mine)
        } catch (error) {
            trouble.value = sentence(error)
            phase.value = 'columns'
        }
    }

    /** Reads to the end, portion by portion. */
    async function readOn(begun: Import, mine: number): Promise<void> {
        let state = begun
        while (mine === turn && state.fault === null && state.read < state.total) {
            found.value = state
            phase.value = 'reading'
            state = await answerOf(
                api.POST('/imports/{import}/read', { params: { path: { import: state.id } } }),
            )
        }
        if (mine !== turn) return
        found.value = state
        phase.value = 'shown'
        if (state.fault !== null) {
            trouble.value = state.fault
            await stop()
        }
    }
    function fail(error: unknown, mine: number): void {
        if (mine !== turn) return
        trouble.value = sentence(error)
        phase.value = 'none'
    }

    /** Gives up what was sent; nothing of it is left. */
    async function stop(): Promise<void> {
        const id = found.value?.id
        // What is taken in apart goes on by itself.
        const isGivenUp = phase.value !== 'apart' || found.value?.taking?.state === 'waiting'
        turn++
        found.value = null
        phase.value = 'none'
        if (id !== undefined && isGivenUp)
            await api.DELETE('/imports/{import}', { params: { path: { import: id } } }).catch(() => null) // it goes by itself after a day
    }

    /** A long file is taken in apart; asks how that goes until it is in, which changes what is shown elsewhere. */
    async function untilIn(begun: Import): Promise<ImportDone | null> {
        const mine = turn
        let state = begun
        phase.value = 'apart'
        while (state.taking?.state === 'waiting' || state.taking?.state === 'taking') {
            found.value = state
            await new Promise((resolve) => setTimeout(resolve, ASKED_EVERY))
            if (mine !== turn) return null
            state = await answerOf(api.GET('/imports/{import}', { params: { path: { import: state.id } } }))
        }
        const done = state.taking?.done
        if (!done) {
            found.value = state
            throw new Error(state.taking?.trouble ?? 'It did not come in.')
        }
        return send(() => Promise.resolve(done))
    }

    /** @returns whether it is in */
    async function take(targets: Target[], known: Known): Promise<boolean> {
        const state = found.value
        if (!state) return false
        phase.value = 'taking'
        try {
            const answer = await send(() =>
                answerOf(
                    api.POST('/imports/{import}/take', {
                        params: { path: { import: state.id } },
                        body: { targets, known },
                    }),
                ),
            )
            const done = 'id' in answer ? await untilIn(answer) : answer
            if (!done) return false
            found.value = null
            phase.value = 'none'
            say(inWords(done.added, done.changed), { undoable: done.added + done.changed > 0 })
            return true
        } catch (error) {
            trouble.value = sentence(error)
            phase.value = 'shown'
            return false
        }
    }
    useUnsaved('a file that is being brought in', () => phase.value !== 'none' && phase.value !== 'apart')
    onScopeDispose(() => (phase.value === 'apart' ? void turn++ : void stop()))

    return { phase, found, trouble, open, choose, stop, take }
}

/** "12 entries came in, 3 were changed." */
export function inWords(added: number, changed: number): string {
    const came = added === 1 ? '1 entry came in' : `${added} entries came in`
    const were = changed === 1 ? '1 was changed' : `${changed} were changed`
    if (added + changed === 0) return 'Nothing was changed: all of it is here already.'
    return added === 0 ? `${were}.` : changed === 0 ? `${came}.` : `${came}, ${were}.`
}
