import { ask } from '@/api/client'
import { patchOccurrences } from '@/state/patch'
import { useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'

/** Ticking and skipping single occurrences. */
export function useTicks() {
    const client = useQueryClient()
    const { change } = useChanges()

    async function tick(one: { entry_id: string; recurrence_id: string; title: string; done: boolean }): Promise<void> {
        const done = !one.done
        const draw = (as: boolean): void => patchOccurrences(client, (other) => (other.entry_id === one.entry_id && other.recurrence_id === one.recurrence_id ? { ...other, done: as } : other))
        draw(done)
        const answer = await change(done ? `Ticked off “${one.title}”.` : `“${one.title}” is not done after all.`, () =>
            ask(done ? 'PUT' : 'DELETE', `entries/${one.entry_id}/occurrences/${encodeURIComponent(one.recurrence_id)}/done`))
        if (answer === null) draw(one.done) // refused: it is not so
    }

    async function skip(one: { entry_id: string; recurrence_id: string; title: string }): Promise<void> {
        await change(`Skipped “${one.title}”, just this one.`, () => ask('PUT', `entries/${one.entry_id}/occurrences/${encodeURIComponent(one.recurrence_id)}/skipped`))
    }

    return { tick, skip }
}
