import type { Board, Occurrence } from '@/api/types'
import { minuteOf, plusDays } from '@/shared/time'
import type { Carried, Target } from './drag'

/** Where a key moves the tile that has the focus; null when the key means something else. */
export function keyTarget(event: KeyboardEvent, carried: Carried): Target | null {
    const step = event.shiftKey && !event.altKey ? 5 : 15
    const day = carried.start?.slice(0, 10) ?? ''
    if (event.key === 'b' || event.key === 'B') return carried.isTask ? { kind: 'basket' } : null
    if ((event.key === 'l' || event.key === 'L') && carried.start && !carried.allDay) return { kind: 'list', date: day }
    if ((event.key === 'h' || event.key === 'H') && carried.start && carried.allDay) return { kind: 'hours', date: day, minute: 540, minutes: carried.minutes }
    if (!event.altKey || !carried.start || !event.key.startsWith('Arrow')) return null
    const sideways = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (carried.allDay) return sideways === 0 ? null : { kind: 'list', date: plusDays(day, sideways) }
    const minute = minuteOf(carried.start)
    if (sideways !== 0) return { kind: 'hours', date: plusDays(day, sideways), minute, minutes: carried.minutes }
    const down = event.key === 'ArrowDown' ? step : -step
    return event.shiftKey
        ? { kind: 'hours', date: day, minute, minutes: Math.max(5, carried.minutes + down) }
        : { kind: 'hours', date: day, minute: Math.min(1440 - step, Math.max(0, minute + down)), minutes: carried.minutes }
}

/** The tile that an arrow key goes to from another one: up and down within its day, left and right to the next days. */
export function neighbour(board: Board, shown: (one: Occurrence) => boolean, from: Occurrence, key: string): Occurrence | null {
    const all = board.occurrences.filter(shown)
    const day = from.start.slice(0, 10)
    const onDay = (date: string): Occurrence[] => all.filter((one) => one.start.slice(0, 10) === date).sort((a, b) => Number(b.all_day) - Number(a.all_day) || a.start.localeCompare(b.start))
    if (key === 'ArrowUp' || key === 'ArrowDown') {
        const list = onDay(day)
        return list[list.findIndex((one) => one.key === from.key) + (key === 'ArrowDown' ? 1 : -1)] ?? null
    }
    for (let i = 1; i <= board.days.length; i++) {
        const list = onDay(plusDays(day, key === 'ArrowRight' ? i : -i))
        const nearest = [...list].sort((a, b) => Math.abs(minuteOf(a.start) - minuteOf(from.start)) - Math.abs(minuteOf(b.start) - minuteOf(from.start)))[0]
        if (nearest) return nearest
    }
    return null
}
