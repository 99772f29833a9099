import type { BoardDay, Occurrence } from '@/api/types'

const WORDS = { rain: 'rain expected', frost: 'frost expected', heat: 'heat expected' } as const

/** What somebody who does this outdoors is warned of on its day: what is marked so by its place or a label. */
export function outdoorWarnings(
    one: Pick<Occurrence, 'labels' | 'place' | 'done'>,
    day: Pick<BoardDay, 'weather'> | undefined,
): string[] {
    const isOutdoors = [one.place, ...one.labels].some((word) => /^out(doors|side| of doors)$/i.test(word))
    return isOutdoors && !one.done ? (day?.weather?.warns ?? []).map((warn) => WORDS[warn]) : []
}
