import { length, time, type Clock } from '@/shared/time'

/** How a reminder reaches someone, the least intrusive first. */
export const CHANNELS = ['screen', 'mail', 'phone'] as const
export type Channel = (typeof CHANNELS)[number]
/** What a reminder is reckoned from. */
export type Anchor = 'start' | 'end' | 'due' | 'leave'

/** A reminder as the server writes it: "-PT15M", "-P1D@18:00", "-PT60M@due;mail,phone". */
export interface Read {
    minutes: number | null
    days: number
    at: number
    anchor: Anchor
    channels: Channel[]
}

/** A reminder as the server writes it (see ReminderTrigger of the contract), taken apart; null where it is none. */
export function read(text: string): Read | null {
    const found = /^-P(?:T(\d+)M|(\d+)D@(\d\d):(\d\d))(?:@(end|due|leave))?(?:;([a-z,]+))?$/.exec(text)
    if (!found) return null
    return {
        minutes: found[1] === undefined ? null : Number(found[1]),
        days: Number(found[2] ?? 0),
        at: Number(found[3] ?? 0) * 60 + Number(found[4] ?? 0),
        anchor: (found[5] as Anchor | undefined) ?? 'start',
        channels: found[6] === undefined ? ['screen'] : (found[6].split(',') as Channel[]),
    }
}

/** The other way: a reminder as the server reads it. */
export function write(one: Read): string {
    const clock = `${String(Math.floor(one.at / 60)).padStart(2, '0')}:${String(one.at % 60).padStart(2, '0')}`
    const when = one.minutes === null ? `-P${one.days}D@${clock}` : `-PT${one.minutes}M`
    const channels = CHANNELS.filter((channel) => one.channels.includes(channel))
    return `${when}${one.anchor === 'start' ? '' : `@${one.anchor}`}${channels.length === 1 && channels[0] === 'screen' ? '' : `;${channels.join(',')}`}`
}

const AT: Record<Anchor, string> = {
    start: 'when it starts',
    end: 'when it ends',
    due: 'when it is due',
    leave: 'when it is time to leave',
}
const BEFORE: Record<Anchor, string> = {
    start: 'before',
    end: 'before it ends',
    due: 'before it is due',
    leave: 'before leaving',
}
const DAY: Record<Anchor, string> = {
    start: 'the day',
    end: 'its last day',
    due: 'the day it is due',
    leave: 'the day',
}

/** "10 min before", "18:00 the day before, by mail and phone". */
export function inWords(text: string, clock: Clock): string {
    const one = read(text)
    if (!one) return text
    const channels =
        one.channels.length === 1 && one.channels[0] === 'screen'
            ? ''
            : `, ${one.channels.map((channel) => (channel === 'screen' ? 'on screen' : channel === 'mail' ? 'by mail' : 'on the phone')).join(' and ')}`
    return `${when(one, clock)}${channels}`
}

function when(one: Read, clock: Clock): string {
    if (one.minutes === null) {
        const named = time(one.at, clock)
        return one.days === 0
            ? `${named} on ${DAY[one.anchor]}`
            : one.days === 1
              ? `${named} the day before${one.anchor === 'due' ? ' it is due' : ''}`
              : `${named}, ${one.days} days before${one.anchor === 'due' ? ' it is due' : ''}`
    }
    if (one.minutes === 0) return AT[one.anchor]
    const { minutes } = one
    const span =
        minutes % 10080 === 0
            ? minutes === 10080
                ? 'a week'
                : `${minutes / 10080} weeks`
            : minutes % 1440 === 0
              ? minutes === 1440
                  ? 'a day'
                  : `${minutes / 1440} days`
              : length(minutes)
    return `${span} ${BEFORE[one.anchor]}`
}
