import css from './tokens.css?raw'
import { describe, expect, it } from 'vitest'
import { COLOURS } from '@/shared/colours'

type Colour = [number, number, number]
type Theme = Record<string, string>

const [light = '', dark = ''] = css.split('@media')
const tokens = (css: string): Theme =>
    Object.fromEntries([...css.matchAll(/--([\w-]+): *([^;]+);/g)].map((found) => [found[1]!, found[2]!]))
const LIGHT = tokens(light)
const DARK = { ...LIGHT, ...tokens(dark) }

function colour(theme: Theme, name: string): Colour {
    const hex = theme[name] ?? ''
    expect(hex, name).toMatch(/^#[0-9a-f]{6}$/)
    return [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as Colour
}
const mix = (a: Colour, b: Colour, share: number): Colour =>
    a.map((part, i) => part * share + b[i]! * (1 - share)) as Colour
const linear = (part: number): number => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)

/** WCAG 2.2, "relative luminance" and "contrast ratio". */
function contrast(a: Colour, b: Colour): number {
    const [x, y] = [a, b].map((one) => {
        const [r, g, blue] = one.map(linear) as Colour
        return 0.2126 * r + 0.7152 * g + 0.0722 * blue
    }) as [number, number]
    return (Math.max(x, y) + 0.05) / (Math.min(x, y) + 0.05)
}

/** Oklab, as CSS Color Module Level 4 gives its matrices, rounded there to ten digits; times 100. */
function oklab(one: Colour): Colour {
    const [r, g, b] = one.map(linear) as Colour
    const [l, m, s] = [
        0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b,
        0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b,
        0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b,
    ].map(Math.cbrt) as Colour
    return [
        100 * (0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s),
        100 * (1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s),
        100 * (0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s),
    ]
}
const difference = (a: Colour, b: Colour): number =>
    Math.hypot(...oklab(a).map((part, i) => part - oklab(b)[i]!))

const tint = (theme: Theme, hue: string, part = 1): Colour =>
    mix(colour(theme, hue), colour(theme, 'sheet'), (part * parseFloat(theme.tint!)) / 100)

/** How far the tints of any two areas lie apart, the nearest first. */
const apart = (theme: Theme): number[] =>
    COLOURS.flatMap((a, i) =>
        COLOURS.slice(i + 1).map((b) => difference(tint(theme, a), tint(theme, b))),
    ).sort((x, y) => x - y)

describe('the colours of areas', () => {
    it.each([
        ['light', LIGHT],
        ['dark', DARK],
    ])('can be read as text on their own tint: %s', (_, theme) => {
        for (const hue of COLOURS) {
            expect(contrast(colour(theme, `${hue}-text`), tint(theme, hue)), hue).toBeGreaterThanOrEqual(4.5)
            expect(contrast(colour(theme, 'ink'), tint(theme, hue)), hue).toBeGreaterThanOrEqual(4.5)
            expect(contrast(colour(theme, 'muted'), tint(theme, hue, 0.4)), hue).toBeGreaterThanOrEqual(4.5)
        }
    })

    it('are told apart on blocks in the dark as well as in light', () => {
        const [inLight, inDark] = [apart(LIGHT), apart(DARK)]
        inLight.forEach((difference, i) => expect(inDark[i]).toBeGreaterThanOrEqual(difference))
    })

    it.each([
        ['light', LIGHT],
        ['dark', DARK],
    ])('leave the days of the year readable, full and over full: %s', (_, theme) => {
        const sheet = colour(theme, 'sheet')
        // The shares of year/YearView.vue.
        for (const day of [
            mix(colour(theme, 'load'), sheet, 0.42),
            mix(colour(theme, 'trouble'), sheet, 0.26),
        ])
            expect(contrast(colour(theme, 'ink'), day)).toBeGreaterThanOrEqual(4.5)
    })
})
