/** The hours of a day as they stand on the board: quiet ones pressed into strips, the rest in proportion. */
export interface Stretch {
    name: 'morning' | 'day' | 'night'
    /** Minutes of the day. */
    from: number
    to: number
    folded: boolean
    /** Pixels from the top of the hours. */
    top: number
    height: number
}

/** Pixels of a stretch of the night that is folded away. */
export const FOLD_HEIGHT = 22
const LEAST_PER_HOUR = 30

/** Where each minute of a day stands on the board, in pixels from its top, with folded stretches left out. */
export interface HoursLayout {
    stretches: Stretch[]
    height: number
    perHour: number
}

/** The parts of a day, from when the earliest of those shown begins to when the latest ends, in minutes. */
function partsOf(wakes: number, sleeps: number, opened: ReadonlySet<string>) {
    return [
        { name: 'morning' as const, from: 0, to: wakes, folded: !opened.has('morning') },
        { name: 'day' as const, from: wakes, to: sleeps, folded: false },
        { name: 'night' as const, from: sleeps, to: 1440, folded: !opened.has('night') },
    ].filter((part) => part.to > part.from)
}

/** Pixels an hour takes: the open ones fill the room where they need not be smaller than is readable. */
export function heightOfHour(
    wakes: number,
    sleeps: number,
    room: number,
    opened: ReadonlySet<string>,
): number {
    const parts = partsOf(wakes, sleeps, opened)
    const folds = parts.filter((part) => part.folded).length * FOLD_HEIGHT
    const open = parts.filter((part) => !part.folded).reduce((sum, part) => sum + part.to - part.from, 0)
    return Math.max(LEAST_PER_HOUR, open > 0 ? ((room - folds) / open) * 60 : LEAST_PER_HOUR)
}

/** Lays out the hours of some days: the waking hours in full, the rest folded unless something lies there. */
export function layHours(
    wakes: number,
    sleeps: number,
    perHour: number,
    opened: ReadonlySet<string>,
): HoursLayout {
    const parts = partsOf(wakes, sleeps, opened)
    let top = 0
    const stretches = parts.map((part) => {
        const height = part.folded ? FOLD_HEIGHT : ((part.to - part.from) / 60) * perHour
        const stretch = { ...part, top, height }
        top += height
        return stretch
    })
    return { stretches, height: top, perHour }
}

/** Pixels from the top for a minute of the day; inside a fold they stand close together. */
export function yOf(layout: HoursLayout, minute: number): number {
    const stretch = layout.stretches.find((one) => minute < one.to) ?? layout.stretches.at(-1)
    if (!stretch) return 0
    const share = Math.min(1, Math.max(0, (minute - stretch.from) / (stretch.to - stretch.from)))
    return stretch.top + share * stretch.height
}

/** The minute of the day at a distance from the top. */
export function minuteAt(layout: HoursLayout, y: number): number {
    const stretch = layout.stretches.find((one) => y < one.top + one.height) ?? layout.stretches.at(-1)
    if (!stretch) return 0
    const share = Math.min(1, Math.max(0, (y - stretch.top) / stretch.height))
    return stretch.from + share * (stretch.to - stretch.from)
}

/** The nearest step of so many minutes. */
export function snapped(minute: number, step: number): number {
    return Math.round(minute / step) * step
}
