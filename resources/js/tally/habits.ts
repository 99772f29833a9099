import type { Colour } from '@/api/types'
import type { Ink } from './inks'

/** What the letters of a strip say. */
export const BECAME = {
    k: 'done on its day',
    l: 'done late',
    m: 'missed',
    g: 'let go',
    o: 'open',
    s: 'skipped',
    p: 'paused',
} as const

interface Inks {
    ink: (name: Ink) => string
    pale: (name: Ink, percent: number) => string
}
interface Coordinates {
    value: (dimension: number) => number
    coord: (value: [number, number]) => [number, number]
    size: (value: [number, number]) => [number, number]
}

/** How a mark of each letter is drawn. */
export function styleOf(letter: string, hue: Colour, { ink, pale }: Inks): object {
    const styles: Record<string, object> = {
        k: { fill: ink(hue) },
        l: { fill: pale(hue, 35) },
        m: { fill: ink('sheet'), stroke: ink('trouble'), lineWidth: 1.5 },
        g: { fill: ink('sheet'), stroke: ink('trouble'), lineWidth: 1, lineDash: [3, 2] },
        o: { fill: ink('sheet'), stroke: ink(hue), lineWidth: 1 },
        s: { fill: ink('sheet'), stroke: ink('muted'), lineWidth: 1, lineDash: [1, 2] },
        p: { fill: ink('line') },
    }
    return styles[letter] ?? { fill: ink('well') }
}

/** Points a day has from which on its mark can have an outline. */
const NARROW = 5

/** Strips one under the other, as a series of a picture: a mark for every day. */
export function marksOf(strips: { strip: string; hue: Colour }[], inks: Inks): object {
    return {
        type: 'custom',
        data: strips.flatMap(({ strip }, y) => [...strip].map((_, x) => [x, y])),
        renderItem: (_: unknown, at: Coordinates) => {
            const [day, row] = [at.value(0), at.value(1)]
            const [x, y] = at.coord([day, row])
            const [wide] = at.size([1, 1])
            const one = strips[row]!
            const letter = one.strip[day]!
            const style = styleOf(letter, one.hue, inks)
            if (wide < NARROW) {
                // Too narrow for outlines: what was not done is short.
                const isShort = letter === 'm' || letter === 'g'
                return {
                    type: 'rect',
                    shape: {
                        x: x - wide / 2,
                        y: isShort ? y + 3 : y - 7,
                        width: Math.max(0.6, wide - 0.4),
                        height: isShort ? 4 : 14,
                    },
                    style: isShort ? { fill: inks.ink('trouble') } : { ...style, stroke: 'none' },
                }
            }
            const width = wide - 2
            return {
                type: 'rect',
                shape: { x: x - width / 2, y: y - 7, width, height: 14, r: Math.min(4, width / 2.5) },
                style,
            }
        },
    }
}
