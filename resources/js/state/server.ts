import { region } from '@/shared/region'
import { answerOf, api } from '@/api/client'
import { filled } from '@/state/filled'
import type {
    Account,
    Area,
    BasketItem,
    Calendar,
    Closing,
    Colour,
    EntryShown,
    OccurrenceShown,
    RunningTiming,
    Unreadable,
    Template,
} from '@/api/types'
import { plusDays } from '@/shared/time'
import { keepPreviousData, useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query'
import { createSharedComposable } from '@vueuse/core'
import { computed, onScopeDispose, shallowRef, toValue, watch, type MaybeRefOrGetter } from 'vue'

/** What the server sent is replaced as a whole, never changed in place: nothing needs to watch its insides. */
const shallow = true

/** Who is signed in; nothing else is fetched before this is known. */
export const sessionQuery = {
    queryKey: ['session'],
    queryFn: () => answerOf(api.GET('/session')),
    staleTime: Infinity,
}

/** Who is signed in, if anybody is. */
export function useSession() {
    return useQuery({ ...sessionQuery, shallow })
}

/** The signed-in account; pages that use it are only reached by one. */
export const useAccount = createSharedComposable(() => {
    const session = useSession()
    const account = computed<Account>(
        () =>
            session.data.value?.account ?? {
                version: '',
                name: '',
                email: '',
                zone: 'UTC',
                first_weekday: 1,
                clock: '24',
                date_order: 'day',
                decimal_mark: 'point',
                week_numbers: 'iso',
                default_calendar_id: null,
                work_days: [1, 2, 3, 4, 5],
                holidays: null,
                week: Array.from({ length: 7 }, () => ({
                    minutes: 480,
                    wakes: 360,
                    sleeps: 1320,
                    theme: '',
                })),
                quiet_from: 0,
                quiet_to: 0,
                agenda_at: null,
                agenda_channels: ['screen'],
                evening_at: null,
                stint_minutes: 25,
                must_limit: 2,
                other_limit: 8,
                closing_questions: [],
                round_questions: [],
                best_hours: null,
                breathing: 0,
                least_pause: 0,
                deep_minutes: 0,
                weather: false,
                weather_place: '',
                files: { used: 0, most: 0 },
                new_entry: {},
            },
    )
    watch(
        account,
        ({ clock, date_order, decimal_mark, first_weekday, week_numbers }) =>
            Object.assign(region, { clock, date_order, decimal_mark, first_weekday, week_numbers }),
        { immediate: true },
    )
    return account
})

type Repeats = 'all' | 'next'
const board = (from: string, days: number, repeats: Repeats) => ({
    queryKey: ['board', from, days, repeats],
    queryFn: async () =>
        filled(await answerOf(api.GET('/board', { params: { query: { from, days, repeats } } }))),
    staleTime: 60_000,
})
const month = (from: string, days: number, repeats: Repeats) => ({
    queryKey: ['month', from, days, repeats],
    queryFn: async () =>
        filled(await answerOf(api.GET('/month', { params: { query: { from, days, repeats } } }))),
    staleTime: 60_000,
})
const year = (number: number) => ({
    queryKey: ['year', number],
    queryFn: async () => filled(await answerOf(api.GET('/year', { params: { query: { year: number } } }))),
    staleTime: 60_000,
})

/** Some days of the board; the days shown before stay until they are there. */
export function useBoard(
    from: MaybeRefOrGetter<string>,
    days: MaybeRefOrGetter<number>,
    repeats: MaybeRefOrGetter<Repeats> = 'all',
    enabled: MaybeRefOrGetter<boolean> = true,
) {
    return useQuery(
        computed(() => ({
            ...board(toValue(from), toValue(days), toValue(repeats)),
            enabled: toValue(enabled),
            placeholderData: keepPreviousData,
            shallow,
        })),
    )
}

/** Some weeks of the month view. */
export function useMonth(
    from: MaybeRefOrGetter<string>,
    days: MaybeRefOrGetter<number>,
    repeats: MaybeRefOrGetter<Repeats> = 'all',
) {
    return useQuery(
        computed(() => ({
            ...month(toValue(from), toValue(days), toValue(repeats)),
            placeholderData: keepPreviousData,
            shallow,
        })),
    )
}

/** A year of the year view. */
export function useYear(number: MaybeRefOrGetter<number>) {
    return useQuery(
        computed(() => ({ ...year(toValue(number)), placeholderData: keepPreviousData, shallow })),
    )
}

/** Days from one on, a fortnight at a time. */
export function useAhead(from: MaybeRefOrGetter<string>, repeats: MaybeRefOrGetter<Repeats>) {
    const DAYS = 14
    const MOST_PAGES = 80
    return useInfiniteQuery({
        queryKey: computed(() => ['ahead', toValue(from), toValue(repeats)] as const),
        initialPageParam: 0,
        queryFn: ({ pageParam, queryKey }) =>
            board(plusDays(queryKey[1], pageParam * DAYS), DAYS, queryKey[2]).queryFn(),
        getNextPageParam: (_, pages) => (pages.length < MOST_PAGES ? pages.length : undefined),
        staleTime: 60_000,
        shallow,
    })
}

/** The neighbours of what is shown are fetched ahead, so that turning the page needs no waiting. */
export function usePrefetch() {
    const client = useQueryClient()
    return {
        board: (from: string, days: number, repeats: Repeats): void =>
            void client.prefetchQuery(board(from, days, repeats)),
        month: (from: string, days: number, repeats: Repeats): void =>
            void client.prefetchQuery(month(from, days, repeats)),
        year: (number: number): void => void client.prefetchQuery(year(number)),
    }
}

/** Tasks without a place. */
export function useBasket() {
    const query = useQuery({
        queryKey: ['basket'],
        queryFn: () => answerOf(api.GET('/basket')),
        staleTime: 60_000,
        shallow,
    })
    return computed<BasketItem[]>(() => query.data.value?.items ?? [])
}

/** Entries, days and weeks that are kept to be stamped again. */
export const useTemplates = createSharedComposable(() => {
    const query = useQuery({
        queryKey: ['templates'],
        queryFn: () => answerOf(api.GET('/templates')),
        staleTime: 60_000,
        shallow,
    })
    return computed<Template[]>(() => query.data.value?.templates ?? [])
})

/** Entries that what is on screen had to leave out, each once: of the view, and of the basket beside it. */
export function useUnreadable() {
    const client = useQueryClient()
    const found = shallowRef<Unreadable[]>([])
    const look = (): void => {
        const byId = new Map<string, Unreadable>()
        for (const name of ['board', 'month', 'year', 'basket']) {
            for (const query of client.getQueryCache().findAll({ queryKey: [name], type: 'active' }))
                for (const one of (query.state.data as { unreadable?: Unreadable[] } | undefined)
                    ?.unreadable ?? [])
                    byId.set(one.entry_id, one)
        }
        if (byId.size > 0 || found.value.length > 0) found.value = [...byId.values()]
    }
    onScopeDispose(client.getQueryCache().subscribe(look))
    return found
}

/** What stands beside the board of a day that is worked. */
export function useWorkingDay(date: MaybeRefOrGetter<string>) {
    return useQuery({
        queryKey: computed(() => ['days', toValue(date)] as const),
        queryFn: ({ queryKey }) =>
            answerOf(api.GET('/days/{date}', { params: { path: { date: queryKey[1] } } })),
        staleTime: 60_000,
        placeholderData: keepPreviousData,
        shallow,
    })
}

/** What is being timed, if anything; every page asks, so that a reload goes on with it. */
export const useRunning = createSharedComposable(() => {
    const query = useQuery({
        queryKey: ['timings'],
        queryFn: () => answerOf(api.GET('/timings/running')),
        staleTime: 60_000,
        refetchInterval: 60_000,
        shallow,
    })
    return computed<RunningTiming | null>(() => query.data.value?.running ?? null)
})

type SentClosing = Omit<Closing, 'leftovers'> & {
    entries: Record<string, EntryShown>
    leftovers: OccurrenceShown[]
}
/** A closing as the page works with it: every leftover with what its entry has. */
export function filledClosing({ entries, leftovers, ...rest }: SentClosing): Closing {
    return { ...rest, leftovers: filled({ entries, occurrences: leftovers }).occurrences }
}

/** The closing of a day. */
export function useClosing(date: MaybeRefOrGetter<string>) {
    // What “now” means is asked anew each time it is opened.
    const isNow = computed(() => toValue(date) === 'now')
    return useQuery({
        queryKey: computed(() => ['closings', toValue(date)] as const),
        queryFn: async ({ queryKey }) =>
            filledClosing(
                await answerOf(api.GET('/closings/{date}', { params: { path: { date: queryKey[1] } } })),
            ),
        staleTime: () => (isNow.value ? 0 : 60_000),
        gcTime: 60_000,
        shallow,
    })
}

/** What was done, a fortnight at a time, the latest first. */
export function useDone(until: MaybeRefOrGetter<string>) {
    const DAYS = 14
    const MOST_PAGES = 60
    return useInfiniteQuery({
        queryKey: computed(() => ['done', toValue(until)] as const),
        initialPageParam: 0,
        queryFn: ({ pageParam, queryKey }) =>
            answerOf(
                api.GET('/done', {
                    params: {
                        query: { from: plusDays(queryKey[1], 1 - (pageParam + 1) * DAYS), days: DAYS },
                    },
                }),
            ),
        getNextPageParam: (_, pages) => (pages.length < MOST_PAGES ? pages.length : undefined),
        staleTime: 60_000,
        shallow,
    })
}

/** Named choices of what is shown. */
export const useFilters = createSharedComposable(() => {
    const query = useQuery({
        queryKey: ['filters'],
        queryFn: () => answerOf(api.GET('/filters')),
        staleTime: 60_000,
        shallow,
    })
    return {
        filters: computed(() => query.data.value?.filters ?? []),
        labels: computed(() => query.data.value?.labels ?? []),
    }
})

/** How full the days of many weeks are. */
export function useRuler(from: MaybeRefOrGetter<string>, weeks: MaybeRefOrGetter<number>) {
    return useQuery({
        queryKey: computed(() => ['ruler', toValue(from), toValue(weeks)]),
        queryFn: () =>
            answerOf(
                api.GET('/ruler', { params: { query: { from: toValue(from), weeks: toValue(weeks) } } }),
            ),
        staleTime: 60_000,
        placeholderData: keepPreviousData,
        shallow,
    })
}

/** Areas and calendars, and what their ids stand for. */
export const useAreas = createSharedComposable(() => {
    const query = useQuery({
        queryKey: ['areas'],
        queryFn: () => answerOf(api.GET('/areas')),
        staleTime: 60_000,
        shallow,
    })
    const areas = computed<Area[]>(() => query.data.value?.areas ?? [])
    const calendars = computed<Calendar[]>(() => areas.value.flatMap((area) => area.calendars))
    /** Those into which entries may be put: all but those that are followed. */
    const open = computed<Calendar[]>(() => calendars.value.filter((one) => one.following === null))
    const areaById = computed(() => new Map(areas.value.map((one) => [one.id, one])))
    const calendarById = computed(() => new Map(calendars.value.map((one) => [one.id, one])))
    const area = (id: string): Area | undefined => areaById.value.get(id)
    const calendar = (id: string): Calendar | undefined => calendarById.value.get(id)
    const colour = (calendarId: string): Colour => {
        const found = calendar(calendarId)
        return found?.colour ?? (found && area(found.area_id)?.colour) ?? 'slate'
    }
    return { query, areas, calendars, open, area, calendar, colour }
})
