import { dateOf, dayNumber } from './time'

/**
 * A typed date: 26 Nov 2026, 26 November, 26/11/2026, 26.11. or 2026-11-26; the day comes before the month. Without a year it is
 * the one that comes next.
 *
 * @param today YYYY-MM-DD
 * @returns YYYY-MM-DD, or null where there is no such date
 */
export function readDate(text: string, today: string): string | null {
    const iso = /^(\d{4})-(\d\d?)-(\d\d?)$/.exec(text.trim())
    if (iso) return date(Number(iso[1]), Number(iso[2]), Number(iso[3]))
    const typed = /^(\d{1,2})(?:[./ ]+|(?=[a-z]))(\d{1,2}|[a-z]{3,9})[./ ]*(\d{4})?$/i.exec(text.trim())
    if (!typed) return null
    const month = /^\d/.test(typed[2] ?? '')
        ? Number(typed[2])
        : MONTHS.findIndex((name) => typed[2]?.toLowerCase().startsWith(name)) + 1
    const year = Number(typed[3] ?? today.slice(0, 4))
    const found = date(year, month, Number(typed[1]))
    return found !== null && typed[3] === undefined && found < today
        ? date(year + 1, month, Number(typed[1]))
        : found
}
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec']

function date(year: number, month: number, day: number): string | null {
    const text = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`
    return month >= 1 && month <= 12 && day >= 1 && dateOf(dayNumber(text)) === text ? text : null
}
