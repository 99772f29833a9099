import { fullDate, length, timeOf, type Clock } from '@/shared/time'
import type { Form } from './form'

/** What each field of a sheet is called. */
export const NAMES: Record<keyof Form, string> = {
    title: 'title',
    calendar_id: 'calendar',
    kind: 'kind',
    notes: 'notes',
    all_day: 'whole days or hours',
    start: 'start',
    end: 'end',
    zone: 'time zone',
    end_zone: 'time zone of the end',
    floating: 'clocks it goes by',
    rule: 'rhythm',
    after_done: 'counting after it is done',
    extra_dates: 'dates besides the rhythm',
    except_dates: 'dates left out',
    off_day: 'days off',
    seasons: 'seasons',
    pauses: 'pauses',
    due: 'deadline',
    missed: 'what if it is missed',
    not_before: 'not before',
    around: 'around which week or month',
    waiting_for: 'waiting for',
    ask_again: 'ask again',
    after_id: 'what comes before',
    shortest_piece: 'doing it in pieces',
    own_hours: 'its own hours',
    lead_ups: 'lead-ups',
    reminders: 'reminders',
    always_through: 'reminders in quiet hours',
    overlaps: 'lying on itself',
    importance: 'importance',
    effort: 'effort',
    estimate: 'estimate',
    busy: 'takes my time',
    tentative: 'may take my time',
    private: 'private',
    protected: 'protected',
    travel: 'travel before',
    margin: 'margin after',
    margin_before: 'margin before',
    travel_back: 'travel back',
    place: 'place',
    link: 'link',
    opens_round: 'the round it opens',
    measure: 'what is noted on ticking',
    aim: 'its aim a week',
    checklist: 'steps',
    colour: 'colour',
    labels: 'labels',
}

const fields = Object.keys(NAMES) as (keyof Form)[]
const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** The fields in which one form differs from another. */
export function changed(from: Form, to: Form): (keyof Form)[] {
    return fields.filter((name) => !same(from[name], to[name]))
}

/** A form brought together with what was saved elsewhere meanwhile. */
export interface Merged {
    form: Form
    both: (keyof Form)[]
}

/** Two changes of one form, field by field: what only one side changed is taken from there, what both changed is theirs to ask about and mine until then. */
export function merge(opened: Form, mine: Form, theirs: Form): Merged {
    const own = changed(opened, mine)
    const form = { ...theirs } as Record<keyof Form, unknown>
    for (const name of own) form[name] = mine[name]
    return {
        form: form as Form,
        both: own.filter((name) => !same(opened[name], theirs[name]) && !same(mine[name], theirs[name])),
    }
}

/** A value as a person reads it. */
export function said(
    value: unknown,
    name: keyof Form,
    clock: Clock,
    calendar: (id: string) => string | undefined,
): string {
    if (name === 'calendar_id') return calendar(String(value)) ?? 'another calendar'
    if (name === 'reminders' && value === null) return 'those of its calendar'
    if (value === null || value === '' || (Array.isArray(value) && value.length === 0)) return 'none'
    if (typeof value === 'boolean') return value ? 'yes' : 'no'
    if (['estimate', 'travel', 'margin', 'margin_before', 'travel_back'].includes(name))
        return length(Number(value))
    if (name === 'lead_ups') return (value as { title: string }[]).map((line) => line.title).join(', ')
    if (name === 'own_hours') return `${(value as unknown[]).length} stretches of the week`
    if (Array.isArray(value))
        return value
            .map((one: unknown) =>
                typeof one === 'string'
                    ? one
                    : Object.values(one as object)
                          .filter((part) => typeof part === 'string')
                          .join(' to '),
            )
            .join(', ')
    const text = String(value)
    if (/^\d{4}-\d\d-\d\d/.test(text))
        return text.length > 10 ? `${fullDate(text)}, ${timeOf(text, clock)}` : fullDate(text)
    return text
}
