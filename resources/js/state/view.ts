import type { AreaTally, BoardDay, Occurrence, Colour } from '@/api/types'
import { minuteOf, moment } from '@/shared/time'
import { useSessionStorage, useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'

/** How the basket is ordered: by what presses, by hand, by life area. */
export const SORTS = ['pressing', 'hand', 'area'] as const
export type Sort = (typeof SORTS)[number]

/** What the screen alone decides: which area is seen alone, whether the basket is folded, what is open. */
export const useView = defineStore('view', () => {
    /** "Only this": kept while the window is open, over a reload too. */
    const soloArea = useSessionStorage<string | null>('only-area', null)
    const soloCalendar = useSessionStorage<string | null>('only-calendar', null)
    const basketFolded = ref(localStorage.getItem('basket') === 'folded')
    const basketSort = useStorage<Sort>('basket-sort', 'pressing')
    /** The line opened over the page: at a place beside a point of the window, or in its middle and for nowhere yet. */
    const offered = shallowRef<{ place: OfferedPlace | null; x: number; y: number } | null>(null)
    /** Ids of the basket's tasks as they stand there. */
    const basketOrder = shallowRef<string[]>([])
    const openedFolds = ref<Set<string>>(new Set())
    const sheet = ref<SheetTarget | null>(null)
    /** What is being written in the line, where it would stand. */
    const read = ref<ReadPlace[]>([])
    /** Loose work is being fitted: into which stretch first, and whether what lies in the basket is meant as well. */
    const fitting = ref<{ stretch: string; basket: boolean; again?: boolean } | null>(null)
    /** Places that are proposed, dashed on the board until they are decided. */
    const ghosts = shallowRef<Ghost[]>([])
    const panel = ref<'areas' | 'settings' | 'keys' | 'find' | 'filing' | 'files' | 'templates' | null>(null)
    /** What the panel of templates begins with: the list, one of them, a day or a week to be kept, or the next week like this one. */
    const templates = ref<{ show: 'list' | 'keep' | 'week'; id?: string }>({ show: 'list' })
    /** A new account, which is asked what it begins with. */
    const isFirst = ref(false)
    /** Whether the sentence of what is shown is opened, with all that can be chosen. */
    const isSentenceOpen = ref(false)
    /** Hours by area of the stretch that is shown, for the ribbon. */
    const tallies = shallowRef<AreaTally[]>([])
    /** What is shown, for the keys and for choosing several. */
    const occurrences = shallowRef<Occurrence[]>([])
    /** The days that are shown with their hours, and what is free of each. */
    const days = shallowRef<BoardDay[]>([])
    /** Keys of the occurrences that were chosen together. */
    const chosen = ref<Set<string>>(new Set())
    /** Two letters of a key sequence, or a date to go to: what the small question in the middle asks. */
    const question = ref<'view' | 'date' | 'copy' | null>(null)

    /** What was ticked, and is asked how much of it was done. */
    const amount = ref<{ entryId: string; recurrenceId: string; title: string; unit: string } | null>(null)

    /** Whether something lies over the page: the keys are its own then. */
    const isPageCovered = computed(
        () =>
            sheet.value !== null ||
            panel.value !== null ||
            question.value !== null ||
            offered.value !== null ||
            amount.value !== null,
    )

    function foldBasket(): void {
        basketFolded.value = !basketFolded.value
        localStorage.setItem('basket', basketFolded.value ? 'folded' : 'open')
    }
    function turnFold(name: string): void {
        const next = new Set(openedFolds.value)
        if (!next.delete(name)) next.add(name)
        openedFolds.value = next
    }
    function choose(key: string): void {
        const next = new Set(chosen.value)
        if (!next.delete(key)) next.add(key)
        chosen.value = next
    }
    /** The sheet of an entry, at the occurrence that was pressed. */
    function open(one: Pick<Occurrence, 'entry_id' | 'recurrence_id' | 'routine' | 'start'>): void {
        sheet.value = {
            entryId: one.entry_id,
            recurrenceId: one.routine ? one.recurrence_id : null,
            date: one.start.slice(0, 10),
        }
    }
    /** The same of a line that knows its ids only: of what happens once, and of one time of a routine. */
    function openLine(one: { entry_id: string; recurrence_id: string }): void {
        const isOnce = one.recurrence_id === 'once'
        sheet.value = {
            entryId: one.entry_id,
            recurrenceId: isOnce ? null : one.recurrence_id,
            date: isOnce ? null : one.recurrence_id.slice(0, 10),
        }
    }
    /** The sheet of a new entry. */
    function fresh(start: string, allDay: boolean, minutes: number | null = null): void {
        sheet.value = {
            entryId: null,
            recurrenceId: null,
            date: null,
            fresh: {
                start,
                end:
                    minutes === null || allDay ? null : moment(start.slice(0, 10), minuteOf(start) + minutes),
                all_day: allDay,
            },
        }
    }
    return {
        soloArea,
        soloCalendar,
        basketFolded,
        basketSort,
        basketOrder,
        openedFolds,
        offered,
        sheet,
        read,
        fitting,
        ghosts,
        panel,
        templates,
        isFirst,
        isSentenceOpen,
        tallies,
        occurrences,
        days,
        chosen,
        question,
        amount,
        isPageCovered,
        foldBasket,
        turnFold,
        choose,
        open,
        openLine,
        fresh,
    }
})

/** A place at which something new is offered: a date and days, or a date and time and minutes. */
export interface OfferedPlace {
    start: string
    all_day: boolean
    length: number
}

/** A place that is proposed for a task without hours. */
export interface Ghost {
    /** Entry id, bar, recurrence id. */
    key: string
    entryId: string
    recurrenceId: string
    title: string
    date: string
    start: string
    minutes: number
    colour: Colour
    reasons: string
}

/** Where a line that is being written would put its entry; the length in minutes, or days when it is all day. */
export interface ReadPlace {
    title: string
    start: string
    allDay: boolean
    length: number
    colour: Colour
}

/** An entry to open, as it stands or new with some fields given. */
export interface SheetTarget {
    entryId: string | null
    recurrenceId: string | null
    /** The day of the occurrence that was pressed. */
    date: string | null
    fresh?: { start: string | null; end: string | null; all_day: boolean }
}
