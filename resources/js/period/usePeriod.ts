import { dateOf, dayNumber, monthName, plusDays, span, startOfWeek } from '@/shared/time'
import { useAccount } from '@/state/server'
import { createSharedComposable, useMediaQuery, useSessionStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useFresh } from './useFresh'

/** The views of the board, in the order of their switch; `days` comes with a number of days besides. */
export const VIEWS = ['day', 'days', 'week', 'month', 'year', 'ahead'] as const
/** A view of the board, or the room of what was done, which is turned over in the same way. */
export type ViewName = (typeof VIEWS)[number] | 'done'
/** The view of the board that was last seen: the way back from another room. */
const lastView = useSessionStorage<(typeof VIEWS)[number]>('last-view', 'week')
/** So many days side by side can still be read. */
export const MOST_DAYS = 14

/** Which view, and which stretch of time it shows: all of it is in the page's address. */
export const usePeriod = createSharedComposable(() => {
    const route = useRoute()
    const router = useRouter()
    const account = useAccount()
    const now = useFresh()
    const isNarrow = useMediaQuery('(max-width: 760px)')

    const today = computed(() => now.value.slice(0, 10))
    const view = computed<ViewName>(
        () => ([...VIEWS, 'done'] as const).find((name) => name === route.name) ?? 'week',
    )
    watch(
        view,
        (name) => {
            if (name !== 'done' && name === route.name) lastView.value = name
        },
        { immediate: true },
    )
    /** A page without a date stays with the day it was opened for; that a new one has begun is said. */
    const opened = ref(today.value)
    watch(
        () => route.fullPath,
        () => (opened.value = today.value),
    )
    const asked = computed(() =>
        typeof route.params.date === 'string' &&
        /^\d{4}-\d\d-\d\d$/.test(route.params.date) &&
        !Number.isNaN(Date.parse(route.params.date))
            ? route.params.date
            : null,
    )
    const date = computed(() => asked.value ?? opened.value)
    const hasNewDay = computed(() => asked.value === null && opened.value !== today.value)
    function toNewDay(): void {
        opened.value = today.value
    }
    const chosenDays = computed(() => Math.min(MOST_DAYS, Math.max(2, Number(route.params.count) || 3)))
    /** How many days the columns show; a narrow screen has room for one. */
    const days = computed(() =>
        view.value === 'day' || isNarrow.value ? 1 : view.value === 'days' ? chosenDays.value : 7,
    )
    const from = computed(() => {
        if (view.value === 'week' && !isNarrow.value)
            return startOfWeek(date.value, account.value.first_weekday)
        if (view.value === 'month')
            return startOfWeek(`${date.value.slice(0, 7)}-01`, account.value.first_weekday)
        if (view.value === 'year') return `${date.value.slice(0, 4)}-01-01`
        return date.value
    })
    /** Weeks that the month's days lie in. */
    const weeks = computed(() => Math.ceil((dayNumber(nextMonth(date.value, 1)) - dayNumber(from.value)) / 7))
    const title = computed(() => {
        if (view.value === 'month') return `${monthName(date.value)} ${date.value.slice(0, 4)}`
        if (view.value === 'year') return date.value.slice(0, 4)
        if (view.value === 'ahead') return `${span(date.value, date.value)} on`
        if (view.value === 'done') return `up to ${span(date.value, date.value)}`
        return span(from.value, plusDays(from.value, days.value - 1))
    })
    const isPresent = computed(() => {
        if (view.value === 'month') return date.value.slice(0, 7) === today.value.slice(0, 7)
        if (view.value === 'year') return date.value.slice(0, 4) === today.value.slice(0, 4)
        if (view.value === 'ahead' || view.value === 'done') return date.value === today.value
        return today.value >= from.value && today.value < plusDays(from.value, days.value)
    })
    const unit = computed(
        () =>
            ({
                day: 'day',
                days: `${days.value} days`,
                week: isNarrow.value ? 'day' : 'week',
                month: 'month',
                year: 'year',
                ahead: 'week',
                done: 'week',
            })[view.value],
    )

    function go(to: { view?: ViewName; date?: string; count?: number }): void {
        const name = to.view ?? view.value
        const day = to.date ?? date.value
        const count = name === 'days' ? `/${to.count ?? chosenDays.value}` : ''
        void router.push({
            path: `/${name}${count}${day === today.value ? '' : `/${day}`}`,
            query: route.query,
        })
    }
    function step(way: number): void {
        if (view.value === 'month') go({ date: nextMonth(date.value, way) })
        else if (view.value === 'year')
            go({ date: `${Number(date.value.slice(0, 4)) + way}${date.value.slice(4, 8)}01` })
        else
            go({
                date: plusDays(
                    view.value === 'week' ? from.value : date.value,
                    way * (view.value === 'ahead' || view.value === 'done' ? 7 : days.value),
                ),
            })
    }

    /** Into the board, where one was last. */
    const toBoard = (): void => go({ view: lastView.value })

    return {
        now,
        today,
        hasNewDay,
        toNewDay,
        view,
        date,
        days,
        chosenDays,
        from,
        weeks,
        title,
        isPresent,
        isNarrow,
        unit,
        go,
        toBoard,
        step,
    }
})

/** The first day of a month some months on. */
function nextMonth(date: string, months: number): string {
    const number = Number(date.slice(0, 4)) * 12 + Number(date.slice(5, 7)) - 1 + months
    return dateOf(
        dayNumber(
            `${String(Math.floor(number / 12)).padStart(4, '0')}-${String((number % 12) + 1).padStart(2, '0')}-01`,
        ),
    )
}
