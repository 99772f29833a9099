import { ask } from '@/api/client'
import type { Account, Area, Board, Calendar, Colour, RulerDay } from '@/api/types'
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, toValue, type MaybeRefOrGetter } from 'vue'

interface Session {
    account: Account | null
    first_run: boolean
}

export const sessionQuery = { queryKey: ['session'], queryFn: () => ask<Session>('GET', 'session'), staleTime: Infinity }

export function useSession() {
    return useQuery(sessionQuery)
}

/** The signed-in account; pages that use it are only reached by one. */
export function useAccount() {
    const session = useSession()
    return computed<Account>(
        () =>
            session.data.value?.account ?? {
                name: '', email: '', zone: 'UTC', first_weekday: 1, clock: '24', default_calendar_id: null,
                week: Array.from({ length: 7 }, () => ({ minutes: 480, wakes: 360, sleeps: 1320, theme: '' })),
            },
    )
}

const board = (from: string, days: number) => ({
    queryKey: ['board', from, days],
    queryFn: () => ask<Board>('GET', `board?from=${from}&days=${days}`),
    staleTime: 60_000,
})

export function useBoard(from: MaybeRefOrGetter<string>, days: MaybeRefOrGetter<number>) {
    return useQuery({
        queryKey: computed(() => ['board', toValue(from), toValue(days)]),
        queryFn: () => board(toValue(from), toValue(days)).queryFn(),
        staleTime: 60_000,
        placeholderData: keepPreviousData,
    })
}

export function usePrefetchBoard() {
    const client = useQueryClient()
    return (from: string, days: number): void => void client.prefetchQuery(board(from, days))
}

export function useRuler(from: MaybeRefOrGetter<string>, weeks: MaybeRefOrGetter<number>) {
    return useQuery({
        queryKey: computed(() => ['ruler', toValue(from), toValue(weeks)]),
        queryFn: () => ask<{ days: RulerDay[] }>('GET', `ruler?from=${toValue(from)}&weeks=${toValue(weeks)}`),
        staleTime: 60_000,
        placeholderData: keepPreviousData,
    })
}

/** Areas and calendars, and what their ids stand for. */
export function useAreas() {
    const query = useQuery({ queryKey: ['areas'], queryFn: () => ask<{ areas: Area[] }>('GET', 'areas'), staleTime: 60_000 })
    const areas = computed<Area[]>(() => query.data.value?.areas ?? [])
    const calendars = computed<Calendar[]>(() => areas.value.flatMap((area) => area.calendars))
    const area = (id: string): Area | undefined => areas.value.find((one) => one.id === id)
    const calendar = (id: string): Calendar | undefined => calendars.value.find((one) => one.id === id)
    const colour = (calendarId: string): Colour => {
        const found = calendar(calendarId)
        return found?.colour ?? (found && area(found.area_id)?.colour) ?? 'slate'
    }
    return { query, areas, calendars, area, calendar, colour }
}

/** The variables that paint something in its colour. */
export function paint(colour: Colour): Record<string, string> {
    return { '--c': `var(--${colour})`, '--c-text': `var(--${colour}-text)` }
}
