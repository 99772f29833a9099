import type { Account } from '@/api/types'
import { reactive } from 'vue'

/** How somebody writes dates, times and numbers, and counts weeks. */
export type Region = Pick<Account, 'clock' | 'date_order' | 'decimal_mark' | 'first_weekday' | 'week_numbers'>

/** That of the account that is signed in; what is drawn follows it. */
export const region = reactive<Region>({
    clock: '24',
    date_order: 'day',
    decimal_mark: 'point',
    first_weekday: 1,
    week_numbers: 'iso',
})

/** As this browser writes them. What it does not know of weeks is as ISO 8601 has it. */
export function regionOfBrowser(locale: string = navigator.language): Region {
    const parts = new Intl.DateTimeFormat(locale, { year: 'numeric', month: '2-digit', day: '2-digit' })
        .formatToParts(new Date(Date.UTC(2026, 11, 4)))
        .map((part) => part.type)
    const first = parts.find((type) => type === 'day' || type === 'month' || type === 'year')
    const hours = new Intl.DateTimeFormat(locale, { hour: 'numeric' }).resolvedOptions().hourCycle
    const mark = new Intl.NumberFormat(locale).formatToParts(1.5).find((part) => part.type === 'decimal')
    const week = weekOf(locale)
    return {
        clock: hours === 'h11' || hours === 'h12' ? '12' : '24',
        date_order: first === 'month' || first === 'year' ? first : 'day',
        decimal_mark: mark?.value === ',' ? 'comma' : 'point',
        first_weekday: week.firstDay,
        week_numbers: week.minimalDays === 1 && week.firstDay !== 1 ? 'january' : 'iso',
    }
}

/** Browsers have it as a method, older ones as a property, some not at all. */
function weekOf(locale: string): { firstDay: number; minimalDays?: number } {
    const asked = new Intl.Locale(locale) as Intl.Locale & {
        getWeekInfo?: () => { firstDay: number; minimalDays?: number }
        weekInfo?: { firstDay: number; minimalDays?: number }
    }
    const told = asked.getWeekInfo?.() ?? asked.weekInfo
    if (told && told.minimalDays === undefined && told.firstDay === 7) return { ...told, minimalDays: 1 }
    return told ?? { firstDay: 1 }
}

/** A number with its decimal mark: "1.5", "1,5". */
export function decimal(number: number, digits = 2, least = 0): string {
    return new Intl.NumberFormat(region.decimal_mark === 'comma' ? 'de' : 'en-GB', {
        minimumFractionDigits: least,
        maximumFractionDigits: digits,
        useGrouping: false,
    }).format(number)
}

/** The same in a field, which is empty without one. */
export const decimalOf = (number: number | null): string => (number === null ? '' : decimal(number))

/** What a person typed as a number, with either mark; null where it is none. */
export function readDecimal(text: string): number | null {
    const plain = text.trim().replace(',', '.')
    return /^-?(?:\d+\.?\d*|\.\d+)$/.test(plain) ? Number(plain) : null
}

/** Bytes as a person reads them. */
export function size(bytes: number): string {
    if (bytes < 1000) return `${bytes} bytes`
    return bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${decimal(bytes / 1_000_000, 1, 1)} MB`
}
