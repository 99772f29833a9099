import { answerOf, api, Refused, sentence } from '@/api/client'
import type { BasketItem, Colour, ManyInput, Occurrence, Scope, Template } from '@/api/types'
import { useAccount } from '@/state/server'
import { dayNumber, minuteOf, moment, namedDate, plusDays, span, time } from '@/shared/time'
import { patchOccurrences } from '@/state/patch'
import { useView } from '@/state/view'
import { useAstray } from '@/sheet/useAstray'
import { once } from '@/undo/gestures'
import { say, useChanges, type NotePress } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'
import type { Carried, Target } from './drag'
import { inListOrder } from './listOrder'

/** A move that waits for an answer, beside where it was dropped: how far it should reach, or whether it may go over what is protected. */
export const asking = reactive<{
    carried: Carried | null
    target: Target | null
    copies: boolean
    over: string | null
    mayCover: boolean
    x: number
    y: number
}>({ carried: null, target: null, copies: false, over: null, mayCover: false, x: 0, y: 0 })

/** An occurrence of the board as it is carried. */
export function carriedOccurrence(one: Occurrence, colour: Colour): Carried {
    return {
        key: one.key,
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id,
        title: one.title,
        colour,
        isTask: one.kind === 'task',
        isRoutine: one.routine,
        version: one.version,
        due: one.routine ? null : one.due,
        start: one.start,
        allDay: one.all_day,
        minutes: one.all_day ? (one.estimate ?? 30) : one.minutes,
        days: one.all_day ? one.minutes / 1440 : 1,
    }
}

/** A task of the basket as it is carried. */
export function carriedItem(item: BasketItem, colour: Colour): Carried {
    return {
        key: null,
        entryId: item.entry_id,
        recurrenceId: null,
        title: item.title,
        colour,
        isTask: true,
        isRoutine: false,
        version: item.version,
        due: item.due,
        start: null,
        allDay: true,
        minutes: item.estimate ?? 30,
        days: 1,
    }
}

/** A template of an entry as it is carried from the shelf. */
export function carriedTemplate(one: Template, colour: Colour): Carried {
    const part = one.parts[0]
    return {
        key: null,
        entryId: '',
        recurrenceId: null,
        title: one.name,
        colour,
        isTask: part?.kind !== 'event',
        isRoutine: false,
        version: 0,
        due: null,
        start: null,
        allDay: part?.at === null,
        minutes: part && part.at !== null ? part.length : 30,
        days: part && part.at === null ? Math.max(1, part.length) : 1,
        templateId: one.id,
    }
}

/** What was refused for lying over a protected block: done once more, it is meant. */
let refused = ''

/** What this page's own moves have made of an entry's version, before the board says so. */
const versions = new Map<string, number>()

/** Moving by pointer and by key: where something is dropped, what is asked before, and what is sent. */
export function useMoves() {
    const client = useQueryClient()
    const account = useAccount()
    const view = useView()
    const { change, send } = useChanges()
    const astray = useAstray()

    /** Said when something is placed so that it ends after it is due. */
    function tooLate(carried: Carried, target: Target): string {
        const { start, all_day, length } = place(carried, target)
        if (carried.due === null || start === null) return ''
        const end = all_day ? plusDays(start, length) : moment(start.slice(0, 10), minuteOf(start) + length)
        const limit = carried.due.length > 10 ? carried.due : plusDays(carried.due, 1)
        return end > limit ? `after it is due, ${namedDate(carried.due)}` : ''
    }

    function words(target: Target): string {
        if (target.kind === 'basket')
            return target.before === undefined ? 'back to the basket' : 'within the basket'
        if (target.kind === 'list' || target.kind === 'date')
            return `to ${target.days === undefined ? namedDate(target.date) : span(target.date, plusDays(target.date, target.days - 1))}`
        return `to ${namedDate(target.date)}, ${time(target.minute, account.value.clock)}`
    }

    /** A routine is asked about first; anything else goes at once. Several that were chosen go together. */
    function drop(
        carried: Carried,
        target: Target,
        at: { x: number; y: number },
        copies = false,
        mayCover = false,
    ): void {
        if (carried.templateId !== undefined) {
            void stamp(carried, carried.templateId, target)
            return
        }
        if (target.kind === 'basket' && carried.start === null) {
            void orderBasket(carried, target.before ?? null)
            return
        }
        if (target.kind === 'list' && target.before !== undefined) {
            void orderList(carried, target.date, target.before)
            return
        }
        const over = mayCover ? null : coveredBy(carried, target)
        if (over) Object.assign(asking, { carried, target, copies, over, mayCover: false, x: at.x, y: at.y })
        else if (
            carried.key !== null &&
            view.chosen.has(carried.key) &&
            view.chosen.size > 1 &&
            target.kind !== 'basket'
        )
            void together(carried, target, copies)
        else if (copies) void copy(carried, target, mayCover)
        else if (carried.isRoutine && target.kind !== 'basket')
            Object.assign(asking, { carried, target, copies, over: null, mayCover, x: at.x, y: at.y })
        else void move(carried, target, 'one', mayCover)
    }

    /** An entry of a template, where it was dropped. */
    async function stamp(carried: Carried, template: string, target: Target): Promise<void> {
        if (target.kind === 'basket') return
        await once(`stamp ${template} ${JSON.stringify(target)}`, () =>
            change(`Stamped “${carried.title}” ${words(target).replace(/^to/, 'on')}.`, () =>
                answerOf(
                    api.POST('/templates/{template}/stamp', {
                        params: { path: { template } },
                        body: place(carried, target),
                    }),
                ),
            ),
        )
    }

    /** By hand: the cards as they stand, with this one before another. */
    async function orderBasket(carried: Carried, before: string | null): Promise<void> {
        const ids = view.basketOrder.filter((id) => id !== carried.entryId)
        ids.splice(
            before === null || !ids.includes(before) ? ids.length : ids.indexOf(before),
            0,
            carried.entryId,
        )
        view.basketSort = 'hand'
        await change('Put the basket in order by hand.', () =>
            answerOf(api.PUT('/basket/order', { body: { ids } })).then(() => true),
        )
    }

    /** The tasks of a day as they stand, with this one before another; musts stay musts. */
    async function orderList(carried: Carried, date: string, before: string | null): Promise<void> {
        const ofDay = view.occurrences.filter(
            (one) =>
                one.kind === 'task' &&
                one.all_day &&
                one.start.slice(0, 10) <= date &&
                one.end.slice(0, 10) > date,
        )
        const keys = [...ofDay]
            .sort(inListOrder)
            .map((one) => one.key)
            .filter((key) => key !== carried.key)
        keys.splice(
            before === null || !keys.includes(before) ? keys.length : keys.indexOf(before),
            0,
            carried.key ?? '',
        )
        const listed = new Map(
            view.occurrences.filter((one) => one.kind === 'task' && one.all_day).map((one) => [one.key, one]),
        )
        const [musts, others] = [true, false].map((isMust) =>
            keys.filter((key) => listed.has(key) && (listed.get(key)?.importance === 'must') === isMust),
        )
        await change(`Put ${namedDate(date)} in order.`, () =>
            answerOf(
                api.PUT('/days/{date}/order', { params: { path: { date } }, body: { musts, others } }),
            ).then(() => true),
        )
    }

    /** The protected block that something would lie over: it may not without asking. */
    function coveredBy(carried: Carried, target: Target): string | null {
        if (target.kind !== 'hours') return null
        const from = moment(target.date, target.minute)
        const to = moment(target.date, target.minute + target.minutes)
        return (
            view.occurrences.find(
                (one) =>
                    one.protected &&
                    !one.done &&
                    !one.all_day &&
                    one.key !== carried.key &&
                    one.start < to &&
                    one.end > from,
            )?.title ?? null
        )
    }

    function place(
        carried: Carried,
        target: Target,
    ): { start: string | null; all_day: boolean; length: number } {
        if (target.kind === 'basket') return { start: null, all_day: true, length: 1 }
        if (target.kind === 'hours')
            return { start: moment(target.date, target.minute), all_day: false, length: target.minutes }
        if (target.kind === 'date' && carried.start !== null && !carried.allDay)
            return {
                start: moment(target.date, minuteOf(carried.start)),
                all_day: false,
                length: carried.minutes,
            }
        return {
            start: target.date,
            all_day: true,
            length: target.days ?? (carried.allDay ? carried.days : 1),
        }
    }

    function draw(carried: Carried, target: Target): () => void {
        const to = place(carried, target)
        const start = to.start
        if (start === null || carried.recurrenceId === null) return () => undefined
        return patchOccurrences(client, (one) =>
            one.entry_id === carried.entryId && one.recurrence_id === carried.recurrenceId
                ? {
                      ...one,
                      all_day: to.all_day,
                      start,
                      end: to.all_day
                          ? plusDays(start, to.length)
                          : moment(start.slice(0, 10), minuteOf(start) + to.length),
                      minutes: to.all_day ? to.length * 1440 : to.length,
                      lane: 0,
                      lanes: 1,
                  }
                : one,
        )
    }

    /** By how much the one that is carried moves, all that were chosen do. */
    async function together(carried: Carried, target: Target, copies: boolean): Promise<void> {
        if (target.kind === 'basket' || carried.start === null) return
        const days = dayNumber(target.date) - dayNumber(carried.start)
        const minutes =
            target.kind === 'hours' && !carried.allDay ? target.minute - minuteOf(carried.start) : 0
        await many(copies ? 'copy' : 'move', { days, minutes }, copies ? 'Copied' : 'Moved')
    }

    /** One thing done to all that were chosen. */
    async function many(
        what: ManyInput['do'],
        how: Omit<ManyInput, 'do' | 'items'>,
        said: string,
    ): Promise<void> {
        const items = [...view.chosen].map((key) => {
            const [entry_id = '', recurrence_id = null] = key.split('|')
            return { entry_id, recurrence_id: recurrence_id === 'once' ? null : recurrence_id }
        })
        const sent = { do: what, items, ...how }
        const same = JSON.stringify(sent)
        const work = (): Promise<true> =>
            answerOf(
                api.POST('/many', {
                    body: { ...sent, ...(same === refused ? { over_protected: true } : {}) },
                }),
            )
                .then(() => true as const)
                .catch((error: unknown) => {
                    if (!(error instanceof Refused) || !error.errors.protected) throw error
                    refused = same
                    throw new Refused(error.status, `${error.message} Do it once more to lay it over.`)
                })
        const done = await change(
            `${said} ${items.length === 1 ? 'one entry' : `${items.length} entries`}.`,
            work,
        )
        // What was moved, labelled or filed may be wanted once more; what is deleted is gone.
        if (done && what === 'delete') view.chosen = new Set()
    }

    async function copy(carried: Carried, target: Target, mayCover = false): Promise<void> {
        await change(`Copied “${carried.title}” ${words(target)}.`, () =>
            answerOf(
                api.POST('/entries/{entry}/copy', {
                    params: { path: { entry: carried.entryId } },
                    body: {
                        ...place(carried, target),
                        recurrence_id: carried.recurrenceId,
                        ...(mayCover ? { over_protected: true } : {}),
                    },
                }),
            ),
        )
    }

    async function move(carried: Carried, target: Target, scope: Scope, mayCover = false): Promise<void> {
        try {
            let presses: NotePress[] = []
            const late = await send(
                async () => {
                    const version = Math.max(carried.version, versions.get(carried.entryId) ?? 0)
                    const entry = await answerOf(
                        api.POST('/entries/{entry}/move', {
                            params: { path: { entry: carried.entryId } },
                            body: {
                                ...place(carried, target),
                                scope,
                                recurrence_id: carried.isRoutine ? carried.recurrenceId : null,
                                version,
                                ...(mayCover ? { over_protected: true } : {}),
                            },
                        }),
                    )
                    versions.set(entry.id, entry.version)
                    presses = astray.presses(entry)
                    return entry.after_due && entry.due
                        ? `after it is due, ${namedDate(carried.due ?? entry.due)}`
                        : ''
                },
                () => draw(carried, target),
            )
            const reach = carried.isRoutine
                ? { one: ', just this one', onward: ', from here on', whole: ', the whole routine' }[scope]
                : ''
            say(`Moved “${carried.title}” ${words(target)}${reach}${late ? `: ${late}` : ''}.`, {
                undoable: true,
                presses,
            })
        } catch (error) {
            const over =
                error instanceof Refused
                    ? /^“(.*)” is protected/.exec(error.errors.protected?.[0] ?? '')?.[1]
                    : undefined
            if (over !== undefined)
                Object.assign(asking, {
                    carried,
                    target,
                    copies: false,
                    over,
                    x: window.innerWidth / 2,
                    y: window.innerHeight / 2,
                })
            else say(sentence(error), { trouble: true })
        }
    }

    return { drop, move, copy, many, words, tooLate }
}
