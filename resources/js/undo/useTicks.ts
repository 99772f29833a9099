import { answerOf, api } from '@/api/client'
import { patchOccurrences } from '@/state/patch'
import { useView } from '@/state/view'
import { note, useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'

const DONE = '/entries/{entry}/occurrences/{recurrence}/done'

/** Ticking and skipping single occurrences. */
export function useTicks() {
    const client = useQueryClient()
    const view = useView()
    const { change } = useChanges()

    async function tick(one: {
        entry_id: string
        recurrence_id: string
        title: string
        done: boolean
        /** The unit of what is noted on ticking, where it has one. */
        measure?: string
    }): Promise<void> {
        const done = !one.done
        const which = { params: { path: { entry: one.entry_id, recurrence: one.recurrence_id } } }
        const draw = () =>
            patchOccurrences(client, (other) =>
                other.entry_id === one.entry_id && other.recurrence_id === one.recurrence_id
                    ? { ...other, done }
                    : other,
            )
        const answer = await change(
            done ? `Ticked off “${one.title}”.` : `“${one.title}” is not done after all.`,
            () => answerOf(done ? api.PUT(DONE, which) : api.DELETE(DONE, which)),
            draw,
        )
        const unit = one.measure
        if (done && unit && answer !== null)
            note.presses = [
                {
                    words: `How many ${unit}?`,
                    test: 'note-amount',
                    go: () =>
                        (view.amount = {
                            entryId: one.entry_id,
                            recurrenceId: one.recurrence_id,
                            title: one.title,
                            unit,
                        }),
                },
            ]
    }

    async function skip(one: { entry_id: string; recurrence_id: string; title: string }): Promise<void> {
        await change(`Skipped “${one.title}”, just this one.`, () =>
            answerOf(
                api.PUT('/entries/{entry}/occurrences/{recurrence}/skipped', {
                    params: { path: { entry: one.entry_id, recurrence: one.recurrence_id } },
                }),
            ),
        )
    }

    return { tick, skip }
}
