import type { Colour } from '@/api/types'
import interact from 'interactjs'
import { minuteOf } from '@/shared/time'
import { onBeforeUnmount, onMounted, reactive, type Ref } from 'vue'
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
    /** Where it stands: a date, a date and time, or null in the basket. */
    start: string | null
    allDay: boolean
    /** Minutes it takes, or would take at a time. */
    minutes: number
    /** Days, when all-day. */
    days: number
}

export type Target = { kind: 'hours'; date: string; minute: number; minutes: number } | { kind: 'list'; date: string } | { kind: 'date'; date: string } | { kind: 'basket' }

export type Grip = 'whole' | 'top' | 'bottom'

export const drag = reactive<{ carried: Carried | null; grip: Grip; target: Target | null; copies: boolean; x: number; y: number }>({
    carried: null, grip: 'whole', target: null, copies: false, x: 0, y: 0,
})

let hours: HoursLayout | null = null
/** The hours as they are laid out now, so that a point can be read as a time. */
export function useHoursForDragging(layout: HoursLayout): void {
    hours = layout
}

interface Options {
    carried: () => Carried
    grip?: Grip
    drop: (carried: Carried, target: Target, at: { x: number; y: number }, copies: boolean) => void
}

function targetAt(x: number, y: number, grabbed: number, carried: Carried, grip: Grip, step: number): Target | null {
    const under = document.elementsFromPoint(x, y).map((element) => element.closest<HTMLElement>('[data-drop]')).find((element) => element)
    if (!under) return null
    const date = under.dataset.date ?? ''
    if (under.dataset.drop === 'hours' && hours) {
        const top = under.getBoundingClientRect().top
        return hoursTarget(date, minuteAt(hours, y - top - grabbed), carried, grip, step)
    }
    if (grip !== 'whole') return null
    if (under.dataset.drop === 'list') return { kind: 'list', date }
    if (under.dataset.drop === 'date') return { kind: 'date', date }
    return under.dataset.drop === 'basket' && carried.isTask ? { kind: 'basket' } : null
}

function hoursTarget(date: string, minute: number, carried: Carried, grip: Grip, step: number): Target {
    const at = Math.min(1440 - step, Math.max(0, snapped(minute, step)))
    if (grip === 'whole' || carried.start === null) return { kind: 'hours', date, minute: at, minutes: carried.minutes }
    const day = carried.start.slice(0, 10)
    const from = minuteOf(carried.start)
    if (grip === 'top') {
        const start = Math.min(at, from + carried.minutes - step)
        return { kind: 'hours', date: day, minute: start, minutes: from + carried.minutes - start }
    }
    return { kind: 'hours', date: day, minute: from, minutes: Math.max(step, snapped(minute, step) - from) }
}

/** Lets an element be carried to a time, a day's list or the basket. */
export function useCarrying(element: Ref<HTMLElement | null>, options: Options): void {
    const grip = options.grip ?? 'whole'
    let grabbed = 0

    function follow(event: { clientX: number; clientY: number; shiftKey: boolean; altKey: boolean }): void {
        drag.x = event.clientX
        drag.y = event.clientY
        drag.copies = event.altKey && grip === 'whole' && drag.carried?.start != null
        if (drag.carried) drag.target = targetAt(event.clientX, event.clientY, grabbed, drag.carried, grip, event.shiftKey ? 5 : 15)
    }

    function end(): void {
        const { carried, target, copies, x, y } = drag
        drag.carried = null
        drag.target = null
        window.removeEventListener('keydown', abandon, true)
        swallowClick()
        if (carried && target && !isWhereItWas(carried, target)) options.drop(carried, target, { x, y }, copies)
    }

    function abandon(event: KeyboardEvent): void {
        if (event.key !== 'Escape') return
        event.stopPropagation()
        drag.carried = null
        drag.target = null
    }

    onMounted(() => {
        if (!element.value) return
        interact(element.value).draggable({
            autoScroll: { container: document.querySelector<HTMLElement>('[data-scroll-hours]') ?? undefined, margin: 30, speed: 400 },
            listeners: {
                start(event: Interact) {
                    const carried = options.carried()
                    const box = element.value?.getBoundingClientRect()
                    // A block is held where it was grabbed; what comes from a list is held by its top.
                    grabbed = grip === 'whole' && carried.start !== null && !carried.allDay && box ? event.clientY0 - box.top : 0
                    drag.carried = carried
                    drag.grip = grip
                    window.addEventListener('keydown', abandon, true)
                    follow(event)
                },
                move: follow,
                end,
            },
        })
    })
    onBeforeUnmount(() => {
        if (element.value) interact(element.value).unset()
    })
}

/** Letting go over what was carried is no press of it. */
function swallowClick(): void {
    const swallow = (event: MouseEvent): void => event.stopPropagation()
    window.addEventListener('click', swallow, { capture: true, once: true })
    setTimeout(() => window.removeEventListener('click', swallow, { capture: true }), 0)
}

interface Interact {
    clientX: number
    clientY: number
    clientX0: number
    clientY0: number
    shiftKey: boolean
    altKey: boolean
}

function isWhereItWas(carried: Carried, target: Target): boolean {
    if (target.kind === 'basket') return carried.start === null
    if (target.kind === 'date') return carried.start?.slice(0, 10) === target.date
    if (target.kind === 'list') return carried.allDay && carried.start?.slice(0, 10) === target.date
    if (carried.start === null || carried.allDay) return false
    const minute = minuteOf(carried.start)
    return carried.start.slice(0, 10) === target.date && minute === target.minute && carried.minutes === target.minutes
}
