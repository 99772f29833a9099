import type { BoardDay } from '@/api/types'
import { minuteOf } from '@/shared/time'

const STEP = 15

/**
 * The first free stretch from now on that holds so many minutes, in the days that are shown.
 *
 * @param now wall time; what lies before it is not free any more
 * @param minutes that it takes
 */
export function nextGap(
    days: Pick<BoardDay, 'date' | 'free'>[],
    minutes: number,
    now: string,
): { date: string; minute: number } | null {
    const today = now.slice(0, 10)
    for (const day of days) {
        if (day.date < today) continue
        const earliest = day.date === today ? minuteOf(now) : 0
        for (const gap of day.free ?? []) {
            const minute = Math.ceil(Math.max(gap.from, earliest) / STEP) * STEP
            if (gap.to - minute >= minutes) return { date: day.date, minute }
        }
    }
    return null
}
