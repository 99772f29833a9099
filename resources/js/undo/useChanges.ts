import { answerOf, api, sentence } from '@/api/client'
import { takeStale } from '@/api/revision'
import { announce } from '@/shared/announce'
import { askAnew } from '@/state/askAnew'
import { useMutation, useQueryClient, type QueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'

/** Something that can be done with what a note tells of. */
export interface NotePress {
    words: string
    test: string
    go: () => void
}

/** The note that follows a change, and offers to take it back. */
export const note = reactive<{
    text: string
    kind: 'done' | 'trouble'
    undoable: boolean
    presses: NotePress[]
    id: number
}>({
    text: '',
    kind: 'done',
    undoable: false,
    presses: [],
    id: 0,
})

/** Shows a note at the foot of the page: what was done, with a press that undoes it, or what went wrong. */
export function say(
    text: string,
    options: { trouble?: boolean; undoable?: boolean; presses?: NotePress[] } = {},
): void {
    Object.assign(note, {
        text,
        kind: options.trouble ? 'trouble' : 'done',
        undoable: options.undoable ?? false,
        presses: options.presses ?? [],
        id: note.id + 1,
    })
    announce(text)
}

/** Draws a change at once; what it gives takes the drawing back, where the change is refused. */
export type Draw = () => () => void
interface Sending {
    send: () => Promise<unknown>
    draw?: Draw
}
const CHANGES = { mutationKey: ['change'] }

/** Whether a change is still on its way: what is fetched meanwhile would show the board as it was before it. */
export function isChanging(client: QueryClient): boolean {
    return client.isMutating(CHANGES) > 0
}

/** Waits until the last of the changes on their way has its answer; at once where there is none. */
export function whenSettled(client: QueryClient): Promise<void> {
    if (!isChanging(client)) return Promise.resolve()
    return new Promise((resolve) => {
        const leave = client.getMutationCache().subscribe(() => {
            if (isChanging(client)) return
            leave()
            resolve()
        })
    })
}

/**
 * Every change made in the page goes through here. They are sent in the order they were made, each after the answer to the one
 * before (a mutation's scope); after the last of them all that may show them is asked for anew, in one request.
 */
export function useChanges() {
    const client = useQueryClient()
    const mutation = useMutation({
        ...CHANGES,
        scope: { id: 'changes' },
        networkMode: 'always', // the outbox sends again what got no answer
        mutationFn: (one: Sending) => one.send(),
        onMutate: (one: Sending) => one.draw?.(),
        onError: (_error, _one, takeBack) => takeBack?.(),
        onSettled: () => {
            if (client.isMutating(CHANGES) === 1) void refresh() // the last one refreshes for all
        },
    })

    async function refresh(): Promise<void> {
        const stale = takeStale()
        await askAnew(client, stale === 'all' || stale.size > 0 ? stale : 'all')
    }

    /**
     * Sends a change, for those who say themselves what became of it.
     *
     * @throws Refused
     */
    async function send<T>(work: () => Promise<T>, draw?: Draw): Promise<T> {
        return (await mutation.mutateAsync({ send: work, draw })) as T
    }

    /** @returns what the server answered, or null when it refused; the reason is then said */
    async function change<T>(text: string, work: () => Promise<T>, draw?: Draw): Promise<T | null> {
        try {
            const answer = await send(work, draw)
            say(text, { undoable: true })
            return answer
        } catch (error) {
            say(sentence(error), { trouble: true })
            return null
        }
    }

    async function turn(way: 'undo' | 'redo'): Promise<void> {
        try {
            const { label } = await send(() => answerOf(api.POST(`/${way}`)))
            if (label === null)
                say(way === 'undo' ? 'There is nothing to undo.' : 'There is nothing to do again.')
            else say(way === 'undo' ? `Undone: ${label}.` : `Done again: ${label}.`)
        } catch (error) {
            say(sentence(error), { trouble: true })
        }
    }

    return { change, send, undo: () => turn('undo'), redo: () => turn('redo') }
}
