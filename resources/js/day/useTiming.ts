import { answerOf, api } from '@/api/client'
import type { RunningTiming } from '@/api/types'
import { useAccount } from '@/state/server'
import { once } from '@/undo/gestures'
import { say, useChanges } from '@/undo/useChanges'

/** Timing work on an occurrence: for as long as it takes, or for a stint. */
export function useTiming() {
    const account = useAccount()
    const { change } = useChanges()

    function start(
        one: { entry_id: string; recurrence_id: string; title: string },
        planned: number | null,
    ): Promise<unknown> {
        return once(`time ${one.entry_id} ${one.recurrence_id}`, () =>
            change(
                planned === null ? `Timing “${one.title}”.` : `${planned} minutes on “${one.title}”.`,
                () =>
                    answerOf(
                        api.POST('/timings', {
                            body: { entry_id: one.entry_id, recurrence_id: one.recurrence_id, planned },
                        }),
                    ),
            ),
        )
    }
    const stint = (one: Parameters<typeof start>[0]): Promise<unknown> =>
        start(one, account.value.stint_minutes)

    /** @param endedAt Unix seconds; null for now */
    async function stop(running: RunningTiming, endedAt: number | null = null): Promise<unknown> {
        const answer = await change(`Stopped timing “${running.title}”.`, () =>
            answerOf(
                api.POST('/timings/{timing}/stop', {
                    params: { path: { timing: running.id } },
                    body: { ended_at: endedAt },
                }),
            ),
        )
        if (answer?.says) say(answer.says, { undoable: true })
        return answer
    }
    function takeOut(running: RunningTiming): Promise<unknown> {
        return change(`Took the timing of “${running.title}” out.`, () =>
            answerOf(api.DELETE('/timings/{timing}', { params: { path: { timing: running.id } } })).then(
                () => true,
            ),
        )
    }

    return { start, stint, stop, takeOut }
}
