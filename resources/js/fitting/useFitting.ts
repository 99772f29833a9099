import { answerOf, api } from '@/api/client'
import type { HeldBack, Proposal } from '@/api/types'
import { namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas, useBasket } from '@/state/server'
import { useView } from '@/state/view'
import { once } from '@/undo/gestures'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, onUnmounted, ref, watch, watchEffect, type Ref } from 'vue'

/** The key of what a piece is of. */
const whole = (key: string): string => key.replace(/#\d+$/, '')

/** What may be asked for when something finds no place. */
export type Help = 'split' | 'shorter' | 'later' | 'gives'

/**
 * Places proposed for loose work in some days. They stand as ghosts on the board while this is open; nothing is placed before it is
 * accepted, and whatever is decided, the rest is fitted again around it.
 */
export function useFitting(
    stretch: Ref<{ from: string; days: number }>,
    withBasket: Ref<boolean>,
    again: Ref<boolean> = ref(false),
) {
    const view = useView()
    const account = useAccount()
    const basket = useBasket()
    const { colour } = useAreas()
    const { change } = useChanges()
    const without = ref<string[]>([])
    /** Where each was proposed before: small changes change little. */
    const was = ref<Record<string, string>>({})

    const query = useQuery({
        queryKey: computed(() => [
            'fitting',
            stretch.value.from,
            stretch.value.days,
            withBasket.value,
            again.value,
            without.value,
        ]),
        queryFn: () =>
            answerOf(
                api.POST('/fitting', {
                    body: {
                        from: stretch.value.from,
                        days: stretch.value.days,
                        basket: withBasket.value,
                        again: again.value,
                        without: without.value,
                        was: was.value,
                    },
                }),
            ),
        placeholderData: (before) => before,
        staleTime: 0,
    })
    const proposals = computed<Proposal[]>(() => query.data.value?.proposals ?? [])
    const left = computed<HeldBack[]>(() => query.data.value?.left ?? [])
    /** What is proposed a place, each of a routine for itself and pieces of one together. */
    const works = computed(() => new Set(proposals.value.map((one) => whole(one.key))).size)
    watch(proposals, (now) => {
        was.value = { ...was.value, ...Object.fromEntries(now.map((one) => [one.key, one.start])) }
    })
    watch(stretch, (now, before) => {
        if (now.from !== before.from || now.days !== before.days) was.value = {}
    })

    // Whatever changes on the board or in the basket changes what is free and what is loose.
    const refit = useDebounceFn(() => query.refetch(), 250)
    watch([() => view.occurrences, basket], () => void refit())

    watchEffect(() => {
        view.ghosts = proposals.value.map((one) => ({
            key: one.key,
            entryId: one.entry_id,
            recurrenceId: one.recurrence_id,
            title: one.piece ? `${one.title} (${one.piece.number} of ${one.piece.of})` : one.title,
            date: one.start.slice(0, 10),
            start: one.start,
            minutes: one.minutes,
            colour: colour(one.calendar_id),
            reasons: one.reasons,
        }))
    })
    onUnmounted(() => (view.ghosts = []))

    /** Pieces of one are placed together: a part of it alone would leave the rest without a name. */
    function withPieces(some: Proposal[]): Proposal[] {
        const ids = new Set(some.filter((one) => one.piece).map((one) => one.entry_id))
        return proposals.value.filter((one) => some.includes(one) || ids.has(one.entry_id))
    }
    async function place(some: Proposal[]): Promise<void> {
        const all = withPieces(some)
        const first = all[0]
        if (!first) return
        const number = new Set(all.map((one) => whole(one.key))).size
        const said =
            number === 1
                ? `Placed “${first.title}” on ${namedDate(first.start)} at ${timeOf(first.start, account.value.clock)}${all.length > 1 ? `, in ${all.length} pieces` : ''}.`
                : `Placed ${number} tasks.`
        await once(`place ${all.map((one) => one.key).join(' ')}`, () =>
            change(said, () =>
                answerOf(
                    api.POST('/fitting/places', {
                        body: {
                            places: all.map(({ entry_id, recurrence_id, start, minutes }) => ({
                                entry_id,
                                recurrence_id,
                                start,
                                minutes,
                            })),
                        },
                    }),
                ),
            ),
        )
        await query.refetch()
    }
    function leaveOut(key: string): void {
        without.value = [...without.value, whole(key)]
    }
    /** Makes what finds no place fit: in pieces, shorter, later, or in the place of something lighter. */
    async function help(one: HeldBack, way: Help): Promise<void> {
        const patch = (body: Record<string, unknown>, said: string) =>
            change(said, () =>
                answerOf(api.PATCH('/entries/{entry}', { params: { path: { entry: one.entry_id } }, body })),
            )
        if (way === 'gives' && one.gives) leaveOut(one.gives.key)
        else if (way === 'split')
            await patch(
                { shortest_piece: Math.max(15, Math.min(...one.pieces)) },
                `“${one.title}” may be done in pieces.`,
            )
        else if (way === 'shorter')
            await patch({ estimate: one.longest }, `“${one.title}” has to be shorter.`)
        else if (way === 'later' && one.later)
            await change(`Placed “${one.title}” on ${namedDate(one.later)}.`, () =>
                answerOf(
                    api.POST('/fitting/places', {
                        body: {
                            places: [
                                {
                                    entry_id: one.entry_id,
                                    recurrence_id: one.recurrence_id,
                                    start: one.later!,
                                    minutes: one.minutes,
                                },
                            ],
                        },
                    }),
                ),
            )
        await query.refetch()
    }

    // The presses of what stands on the board are heard here.
    useEventListener(
        window,
        'click',
        (event) => {
            const pressed = (event.target as HTMLElement).closest<HTMLElement>('[data-decide]')
            const ghost = pressed?.closest<HTMLElement>('[data-ghost]')
            const one = proposals.value.find((other) => other.key === ghost?.dataset.ghost)
            if (!pressed || !one) return
            if (pressed.dataset.decide === 'place') void place([one])
            else leaveOut(one.key)
        },
        { capture: true },
    )

    return { query, proposals, left, works, without, place, leaveOut, help }
}
