/** The text of an RRULE (RFC 5545 3.3.10) as named parts and back. What they mean is for the server to say. */
export type RuleParts = Record<string, string>

const ORDER = ['RSCALE', 'FREQ', 'INTERVAL', 'COUNT', 'UNTIL']

/** The parts of an RRULE by name; none for what is no routine. */
export function parts(rule: string | null): RuleParts {
    const found: RuleParts = {}
    for (const part of rule?.split(';') ?? []) {
        const at = part.indexOf('=')
        if (at > 0) found[part.slice(0, at)] = part.slice(at + 1)
    }
    return found
}

/** An RRULE from its parts, in the order that RFC 5545 uses in its examples. */
export function text(rule: RuleParts): string {
    const names = Object.keys(rule).filter((name) => rule[name] !== '' && rule[name] !== undefined)
    names.sort((a, b) => (ORDER.indexOf(a) + 1 || 99) - (ORDER.indexOf(b) + 1 || 99))
    return names.map((name) => `${name}=${rule[name]}`).join(';')
}

/** A rule with some parts changed; an empty one falls away. */
export function withParts(rule: string | null, changes: RuleParts): string {
    return text({ ...parts(rule), ...changes })
}

/** The same rhythm as another, whatever their ends. */
export function sameRhythm(a: string | null, b: string | null): boolean {
    const bare = (rule: string | null): string => {
        const all = { ...parts(rule) }
        delete all.COUNT
        delete all.UNTIL
        return Object.keys(all)
            .sort()
            .map((name) => `${name}=${all[name]}`)
            .join(';')
    }
    return bare(a) === bare(b)
}

/** Weekdays as RFC 5545 writes them, Monday first. */
export const LETTERS = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU'] as const

/** The weekdays that a rule names. */
export function weekdays(rule: string | null): string[] {
    return (parts(rule).BYDAY ?? '').split(',').filter((day) => day !== '')
}

/** YYYY-MM-DD of an UNTIL, whichever of its forms it has. */
export function untilDate(rule: string | null): string | null {
    const until = parts(rule).UNTIL
    return until ? `${until.slice(0, 4)}-${until.slice(4, 6)}-${until.slice(6, 8)}` : null
}

/** The last day of a rule, as UNTIL writes it. */
export function untilPart(date: string): string {
    return date.replaceAll('-', '')
}
