import { answerOf, api, sentence } from '@/api/client'
import type { Reminder } from '@/api/types'
import { dateIn, namedDate, thisMoment, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { say, useChanges } from '@/undo/useChanges'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'

/** How many fresh reminders stand in the page at once; the rest wait in the list. */
const MOST_NOTICES = 3

/**
 * Reminders that have fallen: asked for at every full minute and when the page comes back. A reminder is shown by the
 * page that claims it, once; until it is answered it stays in the list.
 */
export function useReminders() {
    const client = useQueryClient()
    const account = useAccount()
    const { change } = useChanges()
    const query = useQuery({ queryKey: ['reminders'], queryFn: () => answerOf(api.GET('/reminders')) })
    const waiting = computed(() => query.data.value?.waiting ?? [])
    /** What could not be sent, in sentences. */
    const trouble = computed(() => query.data.value?.trouble ?? [])
    const claimed = ref<Set<number>>(new Set())
    const fresh = computed(() =>
        waiting.value.filter((one) => claimed.value.has(one.id)).slice(-MOST_NOTICES),
    )
    const permission = ref(typeof Notification === 'undefined' ? 'denied' : Notification.permission)
    const mayAsk = computed(() => permission.value === 'default')

    watch(waiting, async (list) => {
        for (const one of list.filter((other) => !other.claimed && !claimed.value.has(other.id))) {
            const { yours } = await answerOf(
                api.POST('/reminders/{delivery}/claim', { params: { path: { delivery: one.id } } }),
            )
            if (!yours) continue
            claimed.value = new Set([...claimed.value, one.id])
            if (permission.value === 'granted')
                new Notification(one.title, { tag: `plum-rota-${one.id}`, icon: '/plum.svg' })
        }
    })
    watch(
        waiting,
        (list) => (document.title = list.length > 0 ? `(${list.length}) Plum Rota` : 'Plum Rota'),
        { immediate: true },
    )

    const look = (): void => void query.refetch()
    let timer: ReturnType<typeof setTimeout>
    function atTheNextMinute(): void {
        timer = setTimeout(
            () => {
                look()
                atTheNextMinute()
            },
            60_000 - (thisMoment() % 60_000) + 150,
        )
    }
    atTheNextMinute()
    onBeforeUnmount(() => clearTimeout(timer))
    useEventListener(document, 'visibilitychange', () => document.visibilityState === 'visible' && look())

    function forget(one: Reminder): void {
        client.setQueryData<{ waiting: Reminder[] }>(
            ['reminders'],
            (data) => data && { ...data, waiting: data.waiting.filter((other) => other.id !== one.id) },
        )
    }
    async function answer(one: Reminder, what: 'done' | 'skip' | 'seen'): Promise<void> {
        forget(one)
        const said = {
            done: `Ticked off “${one.title}”.`,
            skip: one.routine
                ? `Skipped “${one.title}”, just this one.`
                : `Let “${one.title}” go; it stays in the record.`,
            seen: '',
        }[what]
        const work = (): Promise<boolean> =>
            answerOf(
                api.POST('/reminders/{delivery}/answer', {
                    params: { path: { delivery: one.id } },
                    body: { answer: what },
                }),
            ).then(() => true)
        if (said === '') await work()
        else await change(said, work)
    }
    async function later(one: Reminder, when: string): Promise<void> {
        try {
            const answered = await answerOf(
                api.POST('/reminders/{delivery}/answer', {
                    params: { path: { delivery: one.id } },
                    body: { answer: 'later', when },
                }),
            )
            forget(one)
            const at = answered?.comes_back ?? ''
            const day = at.slice(0, 10) === dateIn(account.value.zone) ? '' : `${namedDate(at)}, `
            say(`“${one.title}” comes back at ${day}${timeOf(at, account.value.clock)}.`)
        } catch (error) {
            say(sentence(error), { trouble: true })
        }
    }
    async function allow(): Promise<void> {
        permission.value = await Notification.requestPermission()
    }
    return { waiting, trouble, fresh, answer, later, allow, mayAsk }
}
