import type { Colour } from '@/api/types'
import interact from 'interactjs'
import { isAbove } from '@/shared/reorder'
import { dateOf, dayNumber, minuteOf } from '@/shared/time'
import { onMounted, onScopeDispose, reactive, type Ref } from 'vue'
import { minuteAt, snapped, type HoursLayout } from './hours'

/** What is being carried. */
export interface Carried {
    /** Of the occurrence on the board; null for what comes from the basket. */
    key: string | null
    entryId: string
    recurrenceId: string | null
    title: string
    colour: Colour
    isTask: boolean
    isRoutine: boolean
    version: number
    /** Its deadline; that of a routine moves with it. */
    due: string | null
    /** Where it stands: a date, a date and time, or null in the basket. */
    start: string | null
    allDay: boolean
    /** Minutes it takes, or would take at a time. */
    minutes: number
    /** Days, when all-day. */
    days: number
    /** The template that it is stamped from, where it is dropped; then it is no entry yet. */
    templateId?: string
}

/** Within a list or the basket, before which tile; null for the end. */
export type Target =
    | { kind: 'hours'; date: string; minute: number; minutes: number }
    | { kind: 'list'; date: string; days?: number; before?: string | null }
    | { kind: 'date'; date: string; days?: number }
    | { kind: 'basket'; before?: string | null }

/** The whole of it, an end of its hours, or the first or last of its days. */
export type Grip = 'whole' | 'top' | 'bottom' | 'first' | 'last'

/** What is being carried at the moment; one thing at a time, whatever it began on. */
export const drag = reactive<{
    carried: Carried | null
    grip: Grip
    target: Target | null
    copies: boolean
    /** Held by the keyboard: it stays where it is until it is moved on, placed or given up. */
    byKey: boolean
    x: number
    y: number
}>({
    carried: null,
    grip: 'whole',
    target: null,
    copies: false,
    byKey: false,
    x: 0,
    y: 0,
})

let hours: HoursLayout | null = null
/** The hours as they are laid out now, so that a point can be read as a time. */
export function useHoursForDragging(layout: HoursLayout): void {
    hours = layout
}

interface Options {
    /** What a tile would carry; null when it cannot be carried. */
    carried: (tile: HTMLElement) => Carried | null
    drop: (carried: Carried, target: Target, at: { x: number; y: number }, copies: boolean) => void
}

function targetAt(
    x: number,
    y: number,
    grabbed: number,
    carried: Carried,
    grip: Grip,
    step: number,
): Target | null {
    const under = document
        .elementsFromPoint(x, y)
        .map((element) => element.closest<HTMLElement>('[data-drop]'))
        .find((element) => element)
    if (!under) return null
    const date = under.dataset.date ?? ''
    if (grip === 'first' || grip === 'last')
        return date === '' || under.dataset.drop === 'hours' ? null : daysTarget(date, carried, grip)
    if (under.dataset.drop === 'hours' && hours) {
        const top = under.getBoundingClientRect().top
        return hoursTarget(date, minuteAt(hours, y - top - grabbed), carried, grip, step)
    }
    if (grip !== 'whole') return null
    if (under.dataset.drop === 'list')
        return {
            kind: 'list',
            date,
            ...(carried.isTask && carried.allDay && carried.start?.slice(0, 10) === date
                ? { before: tileBelow(under, y) }
                : {}),
        }
    if (under.dataset.drop === 'date') return { kind: 'date', date }
    if (under.dataset.drop === 'gap')
        return { kind: 'hours', date, minute: Number(under.dataset.minute), minutes: carried.minutes }
    return under.dataset.drop === 'basket' && carried.isTask
        ? { kind: 'basket', ...(carried.start === null ? { before: tileBelow(under, y) } : {}) }
        : null
}

let marked: Element | undefined

/** The tile before which something would stand that is let go at a height, marked by a line; null for the end. */
function tileBelow(zone: HTMLElement, y: number): string | null {
    const below = [...zone.querySelectorAll<HTMLElement>('[data-tile]')].find((one) => isAbove(y, one))
    below?.classList.add('drop-before')
    marked = below
    return below?.dataset.key ?? below?.dataset.basket ?? null
}

function hoursTarget(date: string, minute: number, carried: Carried, grip: Grip, step: number): Target {
    const at = Math.min(1440 - step, Math.max(0, snapped(minute, step)))
    if (grip === 'whole' || carried.start === null)
        return { kind: 'hours', date, minute: at, minutes: carried.minutes }
    const day = carried.start.slice(0, 10)
    const from = minuteOf(carried.start)
    if (grip === 'top') {
        const start = Math.min(at, from + carried.minutes - step)
        return { kind: 'hours', date: day, minute: start, minutes: from + carried.minutes - start }
    }
    return { kind: 'hours', date: day, minute: from, minutes: Math.max(step, snapped(minute, step) - from) }
}

const END = 6

/** By which part of it a tile is held: its ends make it longer or shorter. */
function gripAt(tile: HTMLElement, x: number, y: number): Grip {
    const ends = (tile.dataset.ends ?? '').split(' ')
    const box = tile.getBoundingClientRect()
    if (ends.includes('bottom') && box.bottom - y < END) return 'bottom'
    if (ends.includes('top') && y - box.top < END) return 'top'
    if (ends.includes('last') && box.right - x < END) return 'last'
    return ends.includes('first') && x - box.left < END ? 'first' : 'whole'
}

let tile: HTMLElement | null = null
let grabbed = 0
let listening: ReturnType<typeof interact> | null = null

/** Lets everything with `data-carry` be carried to a time, a day, a day's list or the basket. One listener serves them all: a full board has hundreds. */
export function useCarrying(options: Options): void {
    function follow(event: Interact): void {
        drag.x = event.clientX
        drag.y = event.clientY
        marked?.classList.remove('drop-before')
        drag.copies = event.altKey && drag.grip === 'whole' && drag.carried?.start != null
        if (drag.carried)
            drag.target = targetAt(
                event.clientX,
                event.clientY,
                grabbed,
                drag.carried,
                drag.grip,
                event.shiftKey ? 5 : 15,
            )
    }

    function start(event: Interact): void {
        tile = event.target
        const carried = options.carried(tile)
        if (!carried) return
        drag.grip = gripAt(tile, event.clientX0, event.clientY0)
        // A block is held where it was grabbed; what comes from a list is held by its top.
        grabbed =
            drag.grip === 'whole' && carried.start !== null && !carried.allDay
                ? event.clientY0 - tile.getBoundingClientRect().top
                : 0
        drag.carried = carried
        tile.classList.add('carried')
        document.body.classList.add('carrying')
        window.addEventListener('keydown', abandon, true)
        follow(event)
    }

    function end(): void {
        const { carried, target, copies, x, y } = drag
        putDown()
        swallowClick()
        if (carried && target && !isWhereItWas(carried, target))
            options.drop(carried, target, { x, y }, copies)
    }

    // The cursor is a matter of styles: setting it on the whole page at every step would have the whole page looked over.
    listening = interact('[data-carry]')
        .styleCursor(false)
        .draggable({ ignoreFrom: 'button, a, .choices', listeners: { start, move: follow, end } })
    onScopeDispose(() => listening?.unset())
}

/** Lets go of what is carried. */
export function putDown(): void {
    drag.byKey = false
    marked?.classList.remove('drop-before')
    tile?.classList.remove('carried')
    document.body.classList.remove('carrying')
    drag.carried = null
    drag.target = null
    window.removeEventListener('keydown', abandon, true)
}

function abandon(event: KeyboardEvent): void {
    if (event.key !== 'Escape') return
    event.stopPropagation()
    putDown()
}

/** While something is carried to the upper or lower edge of this, it scrolls. */
export function useScrollingWhileCarrying(scroller: Ref<HTMLElement | null>): void {
    onMounted(() =>
        listening?.draggable({
            autoScroll: { container: scroller.value ?? undefined, margin: 30, speed: 400 },
        }),
    )
}

/** With its first or last day on another one. */
function daysTarget(date: string, carried: Carried, grip: Grip): Target | null {
    if (carried.start === null) return null
    const last = dayNumber(carried.start) + carried.days - 1
    const first = grip === 'first' ? Math.min(dayNumber(date), last) : dayNumber(carried.start)
    return {
        kind: 'list',
        date: dateOf(first),
        days: (grip === 'first' ? last : Math.max(first, dayNumber(date))) - first + 1,
    }
}

/** Letting go over what was carried is no press of it. */
function swallowClick(): void {
    const swallow = (event: MouseEvent): void => event.stopPropagation()
    window.addEventListener('click', swallow, { capture: true, once: true })
    setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0)
}

interface Interact {
    target: HTMLElement
    clientX: number
    clientY: number
    clientX0: number
    clientY0: number
    shiftKey: boolean
    altKey: boolean
}

function isWhereItWas(carried: Carried, target: Target): boolean {
    if (target.kind === 'basket')
        return carried.start === null && (target.before === undefined || target.before === carried.entryId)
    if (target.kind !== 'hours' && target.days !== undefined && target.days !== carried.days) return false
    if (target.kind === 'date') return carried.start?.slice(0, 10) === target.date
    if (target.kind === 'list')
        return (
            carried.allDay &&
            carried.start?.slice(0, 10) === target.date &&
            (target.before === undefined || target.before === carried.key)
        )
    if (carried.start === null || carried.allDay) return false
    const minute = minuteOf(carried.start)
    return (
        carried.start.slice(0, 10) === target.date &&
        minute === target.minute &&
        carried.minutes === target.minutes
    )
}
