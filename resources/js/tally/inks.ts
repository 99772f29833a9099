import type { Colour } from '@/api/types'

/** Names of the colours of tokens.css that pictures are drawn with. */
export type Ink = Colour | 'ink' | 'muted' | 'line' | 'well' | 'sheet' | 'trouble' | 'plum' | 'load'

/** The value of a colour now: it differs between light and dark. */
export function ink(name: Ink): string {
    return getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim() || '#888'
}

/** A colour mixed into another; opaque, so that it can be saved as a picture. */
export function pale(name: Ink, percent: number, into: Ink = 'sheet'): string {
    const [a, b] = [parse(ink(name)), parse(ink(into))]
    const mixed = a.map((value, i) => Math.round((value * percent + b[i]! * (100 - percent)) / 100))
    return `rgb(${mixed.join(', ')})`
}

function parse(hex: string): number[] {
    const full = hex.length === 4 ? [...hex.slice(1)].map((one) => one + one).join('') : hex.slice(1)
    return [0, 2, 4].map((at) => Number.parseInt(full.slice(at, at + 2), 16) || 0)
}

/** Colours for groups that have none of their own, in order. */
export const GROUP_INKS: Colour[] = [
    'indigo',
    'teal',
    'ochre',
    'rose',
    'olive',
    'steel',
    'brick',
    'violet',
    'cyan',
    'forest',
    'amber',
    'slate',
]
