import { answerOf, api } from '@/api/client'
import type { Entry } from '@/api/types'
import { useChanges, type NotePress } from '@/undo/useChanges'

/** After a date was moved: what leads up to it and was placed by hand has stayed, and is asked for in the note. */
export function useAstray() {
    const { change } = useChanges()

    function presses(entry: Entry): NotePress[] {
        const number = entry.lead_ups.filter((one) => one.by_hand && !one.done).length
        if (number === 0) return []
        return [
            {
                words:
                    number === 1
                        ? 'Move the lead-up you placed too'
                        : `Move the ${number} lead-ups you placed too`,
                test: 'align-lead-ups',
                go: () =>
                    void change(`The lead-ups of “${entry.title}” moved along.`, () =>
                        answerOf(
                            api.POST('/entries/{entry}/lead-ups/align', {
                                params: { path: { entry: entry.id } },
                            }),
                        ),
                    ),
            },
        ]
    }

    return { presses }
}
