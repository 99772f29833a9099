import { length } from '@/shared/time'

export interface AreaSum {
    name: string
    done: number
    before: number
    intended: number | null
}

/** From how many minutes a week on a difference is worth a word. */
const WORTH = 30

/**
 * What the sums say, in a sentence: what lies furthest from what was meant, and what changed most against the time before.
 * While the stretch still goes on, nothing is said of what is lacking yet.
 */
export function whatTheHoursSay(areas: AreaSum[], weeks: number, goesOn = false): string {
    if (areas.every((one) => one.done === 0)) return 'Nothing is done in this time yet.'
    const said: string[] = []
    const off = areas
        .filter((one) => one.intended !== null)
        .map((one) => ({ ...one, by: one.done - one.intended! }))
        .filter((one) => (goesOn ? one.by : Math.abs(one.by)) >= WORTH * weeks)
        .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))[0]
    if (off)
        said.push(
            `${off.name} took ${length(Math.abs(off.by))} ${off.by > 0 ? 'more' : 'less'} than you mean it to.`,
        )
    const turned = areas
        .map((one) => ({ ...one, by: one.done - one.before }))
        .filter((one) => one.name !== off?.name && (goesOn ? one.by : Math.abs(one.by)) >= WORTH * weeks)
        .sort((a, b) => Math.abs(b.by) - Math.abs(a.by))[0]
    if (turned)
        said.push(
            `${turned.name} ${turned.by > 0 ? 'gained' : 'lost'} ${length(Math.abs(turned.by))} against the time before.`,
        )
    if (said.length > 0) return said.join(' ')
    return goesOn
        ? 'It still goes on; nothing takes more than you mean it to so far.'
        : 'The hours went about where you mean them to.'
}
