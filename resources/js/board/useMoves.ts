import { ask, sentence } from '@/api/client'
import type { BasketItem, Board, Colour, Entry, Occurrence, Scope } from '@/api/types'
import { useAccount } from '@/state/server'
import { minuteOf, moment, namedDate, time } from '@/shared/time'
import { inOrder, say, useChanges } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'
import type { Carried, Target } from './drag'

/** A move of a routine that waits for how far it should reach, beside where it was dropped. */
export const asking = reactive<{ carried: Carried | null; target: Target | null; x: number; y: number }>({ carried: null, target: null, x: 0, y: 0 })

export function carriedOccurrence(one: Occurrence, colour: Colour): Carried {
    return {
        entryId: one.entry_id, recurrenceId: one.recurrence_id, title: one.title, colour, isTask: one.kind === 'task', isRoutine: one.routine,
        version: one.version, start: one.start, allDay: one.all_day, minutes: one.all_day ? (one.estimate ?? 30) : one.minutes, days: one.all_day ? one.minutes / 1440 : 1,
    }
}

export function carriedItem(item: BasketItem, colour: Colour): Carried {
    return {
        entryId: item.entry_id, recurrenceId: null, title: item.title, colour, isTask: true, isRoutine: false, version: item.version, start: null,
        allDay: true, minutes: item.estimate ?? 30, days: 1,
    }
}

/** What this page's own moves have made of an entry's version, before the board says so. */
const versions = new Map<string, number>()

export function useMoves() {
    const client = useQueryClient()
    const account = useAccount()
    const { refresh } = useChanges()

    function words(target: Target): string {
        if (target.kind === 'basket') return 'back to the basket'
        if (target.kind === 'list') return `to ${namedDate(target.date)}`
        return `to ${namedDate(target.date)}, ${time(target.minute, account.value.clock)}`
    }

    /** A routine is asked about first; anything else goes at once. */
    function drop(carried: Carried, target: Target, at: { x: number; y: number }): void {
        if (carried.isRoutine && target.kind !== 'basket') Object.assign(asking, { carried, target, x: at.x, y: at.y })
        else void move(carried, target, 'one')
    }

    function place(carried: Carried, target: Target): { start: string | null; all_day: boolean; length: number } {
        if (target.kind === 'basket') return { start: null, all_day: true, length: 1 }
        if (target.kind === 'list') return { start: target.date, all_day: true, length: carried.allDay ? carried.days : 1 }
        return { start: moment(target.date, target.minute), all_day: false, length: target.minutes }
    }

    /** The board shows the move at once; what the server then answers stands. */
    function draw(carried: Carried, target: Target): void {
        const to = place(carried, target)
        void client.cancelQueries({ queryKey: ['board'] })
        client.setQueriesData<Board>({ queryKey: ['board'] }, (board) => {
            if (!board || to.start === null || carried.recurrenceId === null) return board
            const start = to.start
            return {
                ...board,
                occurrences: board.occurrences.map((one) =>
                    one.entry_id === carried.entryId && one.recurrence_id === carried.recurrenceId
                        ? { ...one, all_day: to.all_day, start, end: to.all_day ? start : moment(start.slice(0, 10), minuteOf(start) + to.length), minutes: to.all_day ? 1440 : to.length, lane: 0, lanes: 1 }
                        : one,
                ),
            }
        })
    }

    async function move(carried: Carried, target: Target, scope: Scope): Promise<void> {
        draw(carried, target)
        try {
            await inOrder(async () => {
                const version = Math.max(carried.version, versions.get(carried.entryId) ?? 0)
                const entry = await ask<Entry>('POST', `entries/${carried.entryId}/move`, { ...place(carried, target), scope, recurrence_id: carried.isRoutine ? carried.recurrenceId : null, version })
                versions.set(entry.id, entry.version)
            })
            const reach = carried.isRoutine ? { one: ', just this one', onward: ', from here on', whole: ', the whole routine' }[scope] : ''
            say(`Moved “${carried.title}” ${words(target)}${reach}.`, { undoable: true })
        } catch (error) {
            say(sentence(error), { trouble: true })
        }
        await refresh()
    }

    return { drop, move, words }
}
