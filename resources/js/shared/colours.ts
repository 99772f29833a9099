import type { Colour } from '@/api/types'

/** The colours of areas and calendars, in the order in which new ones get them. */
export const COLOURS: Colour[] = [
    'indigo',
    'teal',
    'ochre',
    'brick',
    'olive',
    'rose',
    'steel',
    'amber',
    'violet',
    'forest',
    'cyan',
    'slate',
]

/** The first colour that is not taken yet; round again where all are. */
export function nextColour(taken: Colour[]): Colour {
    return COLOURS.find((one) => !taken.includes(one)) ?? COLOURS[taken.length % COLOURS.length]!
}
