import { dayNumber, timeOf, type Clock } from '@/shared/time'

/** How long until something is due, counted down in words; how late once it is past. */
export function dueWords(due: string, now: string, clock: Clock): string {
    const days = dayNumber(due) - dayNumber(now)
    const at = due.length > 10 ? ` ${timeOf(due, clock)}` : ''
    if (due.length > 10 ? due <= now : days < 0)
        return days === 0 ? `due${at}, late` : days === -1 ? 'a day late' : `${-days} days late`
    if (days === 0) return `due today${at}`
    return days === 1 ? `due tomorrow${at}` : `due in ${days} days${at === '' ? '' : `,${at}`}`
}
