import { ask, sentence } from '@/api/client'
import { takeTouched } from '@/api/revision'
import { announce } from '@/shared/announce'
import { SHOWING, SHOWN_OF } from '@/state/patch'
import { useQueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'

/** The note that follows a change, and offers to take it back. */
export const note = reactive<{ text: string; kind: 'done' | 'trouble'; undoable: boolean; id: number }>({ text: '', kind: 'done', undoable: false, id: 0 })

export function say(text: string, options: { trouble?: boolean; undoable?: boolean } = {}): void {
    Object.assign(note, { text, kind: options.trouble ? 'trouble' : 'done', undoable: options.undoable ?? false, id: note.id + 1 })
    announce(text)
}

let last: Promise<unknown> = Promise.resolve()
let pending = 0

/** Whether a change is still on its way: what is fetched meanwhile would show the board as it was before it. */
export function isChanging(): boolean {
    return pending > 0
}

/** Changes are sent in the order they were made, each after the answer to the one before. */
export function inOrder<T>(work: () => Promise<T>): Promise<T> {
    pending++
    const mine = last.then(work, work).finally(() => pending--)
    last = mine.catch(() => undefined)
    return mine
}

/** Every change made in the page goes through here: it is sent, said, and everything that may show it is asked for anew. */
export function useChanges() {
    const client = useQueryClient()

    async function refresh(): Promise<void> {
        if (isChanging()) return // the last change refreshes for all
        const touched = takeTouched()
        const keys = SHOWING.filter((key) => touched === 'all' || touched.size === 0 || SHOWN_OF[key].some((table) => touched.has(table)))
        await Promise.all(keys.map((key) => client.invalidateQueries({ queryKey: [key] })))
    }

    /** @returns what the server answered, or null when it refused; the reason is then said */
    async function change<T>(text: string, work: () => Promise<T>): Promise<T | null> {
        try {
            const answer = await inOrder(work)
            say(text, { undoable: true })
            void refresh()
            return answer
        } catch (error) {
            say(sentence(error), { trouble: true })
            void refresh()
            return null
        }
    }

    async function turn(way: 'undo' | 'redo'): Promise<void> {
        try {
            const { label } = await inOrder(() => ask<{ label: string | null }>('POST', way))
            if (label === null) say(way === 'undo' ? 'There is nothing to undo.' : 'There is nothing to do again.')
            else say(way === 'undo' ? `Undone: ${label}.` : `Done again: ${label}.`)
        } catch (error) {
            say(sentence(error), { trouble: true })
        }
        void client.invalidateQueries({ queryKey: ['session'] })
        await refresh()
    }

    return { change, refresh, undo: () => turn('undo'), redo: () => turn('redo') }
}
