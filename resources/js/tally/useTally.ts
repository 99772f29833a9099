import { usePeriod } from '@/period/usePeriod'
import { useChoice, writeChoice } from '@/choice/useChoice'
import type { Schemas } from '@/api/types'
import { plusDays } from '@/shared/time'
import { useAccount } from '@/state/server'
import { createSharedComposable } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw } from 'vue-router'
import { stretchOf } from './stretches'

export type Tally = Schemas['Tally']
export type Measure = Tally['of']
export type Fact = 'musts' | 'musts_done' | 'put_off' | 'let_go'
/** A figure whose lines can be opened: minutes of a group, of all (no group), of an hour of the week; or how often something was. */
export interface Figure {
    name: string
    of: Measure
    from: string
    days: number
    group?: string
    /** Groups that do not count. */
    leftOut?: string[]
    /** Of the week, Monday first. */
    hour?: number
    fact?: Fact
}
export type By = 'area' | 'calendar' | 'label' | 'theme' | 'effort' | 'entry' | 'person'
export type TallyRoom = 'figures' | 'timings' | 'hours' | 'journal'

export const MEASURES: readonly (readonly [Measure, string])[] = [
    ['worked', 'what was done, as timed'],
    ['done', 'what was done, as placed'],
    ['planned', 'what was planned'],
]
export const GROUPS: readonly (readonly [By, string])[] = [
    ['area', 'life area'],
    ['calendar', 'calendar'],
    ['label', 'label'],
    ['theme', 'theme of the day'],
    ['effort', 'effort'],
    ['entry', 'entry'],
    ['person', 'person'],
]
export const ROOMS: readonly (readonly [TallyRoom, string])[] = [
    ['figures', 'Figures'],
    ['timings', 'Timings'],
    ['hours', 'Sheet of hours'],
    ['journal', 'Journal'],
]

/** What the tally shows: all of it stands in the address of the page. */
export const useTally = createSharedComposable(() => {
    const route = useRoute()
    const router = useRouter()
    const account = useAccount()
    const { today } = usePeriod()
    const { choice } = useChoice()

    const one = <T extends string>(name: string, known: readonly (readonly [T, string])[]): T =>
        known.find(([value]) => value === route.query[name])?.[0] ?? known[0]![0]
    const room = computed(() => one('room', ROOMS))
    const of = computed(() => one('of', MEASURES))
    const by = computed(() => one('by', GROUPS))
    const date = computed(() =>
        typeof route.params.date === 'string' && route.params.date !== '' ? route.params.date : today.value,
    )
    const stretch = computed(() =>
        stretchOf(
            String(route.params.stretch ?? ''),
            date.value,
            account.value.first_weekday,
            typeof route.query.to === 'string' ? route.query.to : '',
        ),
    )

    /** Where the address says nothing, what is usual counts. */
    function go(change: { stretch?: string; date?: string; to?: string; query?: LocationQueryRaw }): void {
        const name = change.stretch ?? stretch.value.name
        const query: LocationQueryRaw = { ...route.query, ...change.query }
        if (name === 'from') query.to = change.to ?? stretch.value.last
        else delete query.to
        void router.push({ path: `/tally/${name}/${change.date ?? date.value}`, query })
    }
    function set(name: 'room' | 'of' | 'by', value: string): void {
        void router.replace({ path: route.path, query: { ...route.query, [name]: value } })
    }
    function turn(way: number): void {
        const { name, from, last, days } = stretch.value
        if (name === 'from') go({ date: plusDays(from, way * days), to: plusDays(last, way * days) })
        else go({ date: plusDays(last, way * days) })
    }
    /** The filters of the board, as the server takes them. */
    const filters = computed(() => {
        return writeChoice({ ...choice.value, colour: [] })
    })

    return { room, of, by, date, today, stretch, filters, go, set, turn }
})
