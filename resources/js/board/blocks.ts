import type { BoardDay, Occurrence } from '@/api/types'
import { minuteOf, plusDays } from '@/shared/time'
import { yOf, type HoursLayout } from './hours'

/** The part of an occurrence that lies on one day. All measures are pixels. */
export interface Block {
    one: Occurrence
    top: number
    height: number
    width: number
    /** Which of the columns side by side it lies in, and how many there are. */
    lane: number
    lanes: number
    /** It began on a day before. */
    continues: boolean
    /** How tall the travel before it and the margin after it are. */
    travel: number
    margin: number
}

/** Some that overlap and lie beyond the last column that can be read: told by their number. */
export interface Crowd {
    top: number
    height: number
    lanes: number
    titles: string[]
}

/** The timed occurrences of one day, each with the part of it that lies in that day. */
export interface DayBlocks {
    day: BoardDay
    blocks: Block[]
    crowds: Crowd[]
    /** How many begin inside each fold, in the order of the folds. */
    hidden: number[]
}

/** Pixels; a shorter block could not be read or pressed. */
export const LEAST_HEIGHT = 16
/** Pixels; of more columns side by side than this allows only the first are drawn, where there are other days beside. */
export const LEAST_WIDTH = 44

/** What lies on each day. What a fold hides altogether is only counted. */
export function layBlocks(
    timed: Occurrence[],
    days: BoardDay[],
    layout: HoursLayout,
    columnWidth: number,
): DayBlocks[] {
    const folds = layout.stretches.filter((one) => one.folded)
    const found = new Map<string, DayBlocks>(
        days.map((day) => [day.date, { day, blocks: [], crowds: [], hidden: folds.map(() => 0) }]),
    )
    const most = days.length === 1 ? Infinity : Math.max(2, Math.floor(columnWidth / LEAST_WIDTH))
    for (const one of timed) {
        const first = one.start.slice(0, 10)
        const last = one.end.slice(0, 10)
        for (let date = first; date <= last; date = plusDays(date, 1)) {
            const column = found.get(date)
            const continues = date !== first
            const from = continues ? 0 : minuteOf(one.start)
            const to = date === last ? minuteOf(one.end) : 1440
            if (!column || (continues && to === 0)) continue
            const fold = continues ? -1 : folds.findIndex((other) => from >= other.from && from < other.to)
            if (fold >= 0) column.hidden[fold] = (column.hidden[fold] ?? 0) + 1
            if (folds.some((other) => from >= other.from && from < other.to && to <= other.to)) continue
            const top = yOf(layout, from)
            const bottom = yOf(layout, to)
            const height = Math.max(LEAST_HEIGHT, bottom - top - 1)
            const lanes = Math.min(one.lanes, most)
            if (one.lanes > most && one.lane >= most - 1) {
                crowd(column.crowds, { top, height, lanes, titles: [one.title] })
                continue
            }
            column.blocks.push({
                one,
                top,
                height,
                width: columnWidth / lanes,
                lane: one.lane,
                lanes,
                continues,
                travel:
                    keptBefore(one) > 0 && !continues
                        ? top - yOf(layout, Math.max(0, from - keptBefore(one)))
                        : 0,
                margin:
                    keptAfter(one) > 0 && date === last
                        ? yOf(layout, Math.min(1440, to + keptAfter(one))) - bottom
                        : 0,
            })
        }
    }
    return [...found.values()]
}

/** Minutes kept before something: the way there, and the margin. */
export const keptBefore = (one: Occurrence): number => one.travel + (one.margin_before ?? 0)
/** Minutes kept after something: the margin, and the way back. */
export const keptAfter = (one: Occurrence): number => one.margin + (one.travel_back ?? 0)

/** Those that overlap are one crowd. */
function crowd(crowds: Crowd[], next: Crowd): void {
    const met = crowds.find((one) => next.top < one.top + one.height && one.top < next.top + next.height)
    if (!met) {
        crowds.push(next)
        return
    }
    const bottom = Math.max(met.top + met.height, next.top + next.height)
    met.top = Math.min(met.top, next.top)
    met.height = bottom - met.top
    met.titles.push(...next.titles)
}
