import type { Account, Calendar, Entry } from '@/api/types'
import { dayNumber, minutesBetween, minuteOf, moment, plusDays } from '@/shared/time'
import type { SheetTarget } from '@/state/view'

/** What a sheet holds while it is open. */
export type Form = Omit<
    Entry,
    | 'id'
    | 'in_words'
    | 'done'
    | 'version'
    | 'notes_html'
    | 'attachments'
    | 'this_one'
    | 'after_due'
    | 'leads_to'
    | 'after'
>

/** As a new one begins: as the server has it, in its calendar, where it was begun. */
export function blank(target: SheetTarget, account: Account, calendar: Calendar | undefined): Form {
    const start = target.fresh?.start ?? null
    const allDay = target.fresh?.all_day ?? true
    return {
        ...(account.new_entry as Form),
        ...(calendar ? { missed: calendar.missed, busy: calendar.busy } : {}),
        title: '',
        calendar_id: calendar?.id ?? account.default_calendar_id ?? '',
        all_day: allDay,
        start: start && allDay ? start.slice(0, 10) : start,
        end:
            start === null
                ? null
                : allDay
                  ? start.slice(0, 10)
                  : moment(start.slice(0, 10), minuteOf(start) + 30),
    }
}

/** As it is opened: of an occurrence with what that has of its own. */
export function ofEntry(entry: Entry): Form {
    const form = JSON.parse(JSON.stringify(entry)) as Partial<Entry>
    for (const name of [
        'id',
        'in_words',
        'done',
        'version',
        'notes_html',
        'attachments',
        'this_one',
        'after_due',
        'leads_to',
        'after',
    ] as const)
        delete form[name]
    const own = entry.this_one ? { ...entry.this_one.own, due: entry.this_one.due } : {}
    return { ...(form as Form), ...own }
}

/** Minutes of a timed entry, days of an all-day one. */
export function lengthOf(form: Form): number {
    if (form.start === null || form.end === null) return 30
    return form.all_day
        ? dayNumber(form.end) - dayNumber(form.start) + 1
        : minutesBetween(form.start, form.end)
}

function placed(form: Form, start: string, allDay: boolean, length: number): void {
    form.start = start
    form.all_day = allDay
    form.end = allDay ? plusDays(start, length - 1) : moment(start.slice(0, 10), minuteOf(start) + length)
}

/** Where it stood before it was taken to the basket, for as long as the sheet is open. */
const before = new WeakMap<Form, Pick<Form, 'start' | 'end' | 'all_day'>>()

/** Another first day; hours and length stay. Null sends it to the basket. */
export function setDate(form: Form, date: string | null): void {
    if (date === null) {
        before.set(form, { start: form.start, end: form.end, all_day: form.all_day })
        Object.assign(form, {
            start: null,
            end: null,
            all_day: true,
            rule: null,
            after_done: false,
            extra_dates: [],
            except_dates: [],
        })
        return
    }
    const kept = form.start === null ? before.get(form) : undefined
    if (kept?.start) Object.assign(form, kept)
    const length = form.start === null ? 1 : lengthOf(form)
    placed(
        form,
        form.start !== null && !form.all_day ? moment(date, minuteOf(form.start)) : date,
        form.all_day,
        length,
    )
}

/** Out of the basket again: where it stood, or today. */
export function giveDay(form: Form, today: string): void {
    if (form.start === null) setDate(form, before.get(form)?.start?.slice(0, 10) ?? today)
}

/** The moment it ends, or its last day; null where that would be before it starts. */
export function setEnd(form: Form, date: string, minute: number): boolean {
    if (form.start === null) return false
    const end = form.all_day ? date : moment(date, minute)
    const length = form.all_day
        ? dayNumber(date) - dayNumber(form.start) + 1
        : minutesBetween(form.start, end)
    if (length < (form.all_day ? 1 : 0) || length > (form.all_day ? LONGEST_DAYS : LONGEST_DAYS * 1440))
        return false
    form.end = end
    return true
}

/** An entry lasts no longer. */
export const LONGEST_DAYS = 366

/** An hour for it, with the length it has or is estimated to take. */
export function setTime(form: Form, minute: number): void {
    if (form.start === null) return
    placed(
        form,
        moment(form.start.slice(0, 10), minute),
        false,
        form.all_day ? (form.estimate ?? 30) : lengthOf(form),
    )
}

/** Whole days instead of hours. */
export function setAllDay(form: Form): void {
    if (form.start !== null && !form.all_day) placed(form, form.start.slice(0, 10), true, 1)
}

/** Another end: so many minutes, or days, after its start. */
export function setLength(form: Form, length: number): void {
    if (form.start !== null) placed(form, form.start, form.all_day, length)
}
