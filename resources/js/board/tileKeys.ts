import type { Occurrence } from '@/api/types'
import { dayNumber, minuteOf, plusDays } from '@/shared/time'
import type { Carried, Target } from './drag'

/** How days lie on the screen: side by side, in weeks one below the other, or one after the other. */
export type Lie = 'columns' | 'weeks' | 'list'

/**
 * Where a key moves the tile that has the focus; null when the key means something else.
 *
 * @param hours where on a day something of so many minutes would go that had no hours before: minute of the day
 */
export function keyTarget(
    event: KeyboardEvent,
    carried: Carried,
    lie: Lie = 'columns',
    hours: (date: string, minutes: number) => number = () => 540,
): Target | null {
    const step = event.shiftKey && !event.altKey ? 5 : 15
    const day = carried.start?.slice(0, 10) ?? ''
    if (event.key === 'b' || event.key === 'B') return carried.isTask ? { kind: 'basket' } : null
    if ((event.key === 'l' || event.key === 'L') && carried.start && !carried.allDay)
        return { kind: 'list', date: day }
    if ((event.key === 'h' || event.key === 'H') && carried.start && carried.allDay)
        return { kind: 'hours', date: day, minute: hours(day, carried.minutes), minutes: carried.minutes }
    if (!event.altKey || !carried.start || !event.key.startsWith('Arrow')) return null
    const across = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    const along = event.key === 'ArrowUp' ? -1 : event.key === 'ArrowDown' ? 1 : 0
    // To another day: by one, with Shift by a week.
    const sideways = (lie === 'list' ? along : across) * (event.shiftKey ? 7 : 1)
    if (lie === 'weeks') return { kind: 'date', date: plusDays(day, sideways || along * 7) }
    if (carried.allDay) return sideways === 0 ? null : { kind: 'list', date: plusDays(day, sideways) }
    const minute = minuteOf(carried.start)
    if (sideways !== 0)
        return { kind: 'hours', date: plusDays(day, sideways), minute, minutes: carried.minutes }
    const down = (lie === 'list' ? across : along) * step
    return event.shiftKey
        ? { kind: 'hours', date: day, minute, minutes: Math.max(5, carried.minutes + down) }
        : {
              kind: 'hours',
              date: day,
              minute: Math.min(1440 - step, Math.max(0, minute + down)),
              minutes: carried.minutes,
          }
}

/** The tile that an arrow key goes to from another one: up and down within its day and on into the next, left and right to the next days. */
export function neighbour(all: Occurrence[], from: Occurrence, key: string): Occurrence | null {
    const inOrder = [...all].sort(
        (a, b) =>
            a.start.slice(0, 10).localeCompare(b.start.slice(0, 10)) ||
            Number(b.all_day) - Number(a.all_day) ||
            a.start.localeCompare(b.start),
    )
    const at = inOrder.findIndex((one) => one.key === from.key)
    if (key === 'ArrowUp' || key === 'ArrowDown') return inOrder[at + (key === 'ArrowDown' ? 1 : -1)] ?? null
    const way = key === 'ArrowRight' ? 1 : -1
    const day = dayNumber(from.start)
    const beyond = inOrder.filter((one) => (dayNumber(one.start) - day) * way > 0)
    const nearestDay = beyond.reduce(
        (best, one) => Math.min(best, Math.abs(dayNumber(one.start) - day)),
        Infinity,
    )
    const onIt = beyond.filter((one) => Math.abs(dayNumber(one.start) - day) === nearestDay)
    return (
        onIt.sort(
            (a, b) =>
                Math.abs(minuteOf(a.start) - minuteOf(from.start)) -
                Math.abs(minuteOf(b.start) - minuteOf(from.start)),
        )[0] ?? null
    )
}
