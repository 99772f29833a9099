import type { Colour, FilterChoice } from '@/api/types'
import { useAreas, useFilters } from '@/state/server'
import { useView } from '@/state/view'
import { createSharedComposable } from '@vueuse/core'
import { computed } from 'vue'
import { useRoute, useRouter, type LocationQuery } from 'vue-router'

/** What blocks can be coloured by. */
export const SCHEMES = ['calendar', 'effort', 'importance', 'label'] as const
export type Scheme = (typeof SCHEMES)[number]
/** One thing that can be filtered by. */
export type Part = keyof FilterChoice

const PARTS: Part[] = [
    'areas',
    'calendars',
    'kinds',
    'importance',
    'effort',
    'labels',
    'done',
    'colour',
    'repeats',
]
/** Where something has no effort or no importance. */
export const NONE = 'none'

const EFFORT: Record<string, Colour> = { light: 'cyan', steady: 'amber', demanding: 'brick' }
const IMPORTANCE: Record<string, Colour> = { must: 'violet', should: 'indigo', could: 'cyan' }
const LABEL: Colour[] = [
    'forest',
    'violet',
    'amber',
    'cyan',
    'rose',
    'indigo',
    'olive',
    'brick',
    'teal',
    'ochre',
]

/** What a filter looks at; occurrences and things in the basket have it alike. */
export interface Filterable {
    area_id: string
    calendar_id: string
    kind?: string
    importance: string | null
    effort: string | null
    labels: string[]
    colour: Colour | null
    done?: boolean
    routine?: boolean
}

/** What is shown, as the address of the page says it. */
export function readChoice(query: LocationQuery): FilterChoice {
    const choice: FilterChoice = {}
    for (const part of PARTS) {
        const text = query[part]
        if (typeof text === 'string' && text !== '') choice[part] = text.split('~').map(decodeURIComponent)
    }
    return choice
}

/** The parameters of an address that say what is shown; nothing for what is not filtered. */
export function writeChoice(choice: FilterChoice): Record<string, string> {
    const query: Record<string, string> = {}
    for (const part of PARTS) {
        const list = choice[part]
        if (list && list.length > 0)
            query[part] = list.map((one) => encodeURIComponent(one).replaceAll('~', '%7E')).join('~')
    }
    return query
}

/** What is shown and how it is coloured, as it stands in the page's address. */
export const useChoice = createSharedComposable(() => {
    const route = useRoute()
    const router = useRouter()
    const view = useView()
    const { area, calendar, calendars, colour: calendarColour } = useAreas()
    const { labels } = useFilters()

    const choice = computed(() => readChoice(route.query))
    const scheme = computed<Scheme>(
        () => SCHEMES.find((one) => one === choice.value.colour?.[0]) ?? 'calendar',
    )
    const repeats = computed<'all' | 'next' | 'none'>(() =>
        choice.value.repeats?.[0] === 'next' ? 'next' : choice.value.repeats?.[0] === 'none' ? 'none' : 'all',
    )
    /** Whether anything is left out besides hidden areas and calendars. */
    const isFiltered = computed(() =>
        PARTS.some(
            (part) => part !== 'colour' && part !== 'repeats' && (choice.value[part]?.length ?? 0) > 0,
        ),
    )

    /** Whether a part differs from showing everything, coloured by calendar. */
    const differs = (part: Part): boolean => (choice.value[part]?.length ?? 0) > 0
    const isPlain = computed(() => !PARTS.some(differs))

    /** What else the address says. */
    const rest = (): LocationQuery =>
        Object.fromEntries(
            Object.entries(route.query).filter(([name]) => !(PARTS as string[]).includes(name)),
        )

    function set(part: Part, list: string[]): void {
        const next = { ...choice.value, [part]: list }
        void router.replace({ path: route.path, query: { ...writeChoice(next), ...rest() } })
    }
    function turn(part: Part, value: string): void {
        const list = choice.value[part] ?? []
        set(part, list.includes(value) ? list.filter((other) => other !== value) : [...list, value])
    }
    function take(next: FilterChoice): void {
        void router.replace({ path: route.path, query: { ...writeChoice(next), ...rest() } })
    }

    const among = (part: Part, value: string | null | undefined): boolean => {
        const list = choice.value[part]
        return !list || list.length === 0 || list.includes(value ?? NONE)
    }

    /** Hidden areas and calendars are not drawn; one that is seen alone hides all others. */
    const isHidden = (areaId: string, calendarId: string): boolean =>
        view.soloArea
            ? areaId !== view.soloArea
            : view.soloCalendar
              ? calendarId !== view.soloCalendar
              : (area(areaId)?.hidden ?? false) || (calendar(calendarId)?.hidden ?? false)

    function shown(one: Filterable): boolean {
        if (isHidden(one.area_id, one.calendar_id)) return false
        return (
            among('areas', one.area_id) &&
            among('calendars', one.calendar_id) &&
            (one.kind === undefined || among('kinds', one.kind)) &&
            among('importance', one.importance) &&
            among('effort', one.effort) &&
            (one.done === undefined || among('done', one.done ? 'done' : 'open')) &&
            (!choice.value.labels?.length ||
                choice.value.labels.some((label) =>
                    label === NONE ? one.labels.length === 0 : one.labels.includes(label),
                )) &&
            (repeats.value !== 'none' || !one.routine)
        )
    }

    /** What the board shows, as the server takes it, hidden calendars left out; null where it shows everything. */
    const asAsked = computed<Record<string, string> | null>(() => {
        const seen = calendars.value.filter(
            (one) => !isHidden(one.area_id, one.id) && among('calendars', one.id),
        )
        if (!isFiltered.value && repeats.value !== 'none' && seen.length === calendars.value.length)
            return null
        const ids = seen.map((one) => one.id)
        return writeChoice({ ...choice.value, colour: [], calendars: ids.length > 0 ? ids : [NONE] })
    })

    function labelColour(label: string): Colour {
        const place = labels.value.indexOf(label)
        return LABEL[(place < 0 ? 0 : place) % LABEL.length] ?? 'slate'
    }

    /** The colour something is drawn in: by the chosen scheme, else its own, else its calendar's. */
    function hue(
        one: Pick<Filterable, 'calendar_id' | 'colour' | 'effort' | 'importance' | 'labels'>,
    ): Colour {
        if (scheme.value === 'effort') return EFFORT[one.effort ?? ''] ?? 'slate'
        if (scheme.value === 'importance') return IMPORTANCE[one.importance ?? ''] ?? 'slate'
        if (scheme.value === 'label')
            return one.labels[0] === undefined ? 'slate' : labelColour(one.labels[0])
        return one.colour ?? calendarColour(one.calendar_id)
    }

    /** What the colours stand for; by calendar the ribbon says it already. */
    const legend = computed<{ words: string; colour: Colour }[]>(() => {
        if (scheme.value === 'effort')
            return [
                ...Object.entries(EFFORT).map(([words, colour]) => ({ words, colour })),
                { words: 'not said', colour: 'slate' as const },
            ]
        if (scheme.value === 'importance')
            return [
                ...Object.entries(IMPORTANCE).map(([words, colour]) => ({ words, colour })),
                { words: 'not said', colour: 'slate' as const },
            ]
        if (scheme.value === 'label')
            return [
                ...labels.value.slice(0, 8).map((words) => ({ words, colour: labelColour(words) })),
                { words: 'no label', colour: 'slate' as const },
            ]
        return []
    })

    return {
        choice,
        scheme,
        repeats,
        isFiltered,
        differs,
        isPlain,
        set,
        turn,
        take,
        shown,
        asAsked,
        hue,
        legend,
    }
})
