import { COLOURS } from './colours'

/**
 * What `data-hue` paints a thing with: `--c` and `--c-text`, the colour itself and as text, and its shades. Each shade of each colour
 * is mixed once for the whole page, as a registered property (CSS Properties and Values API), and not once for each tile.
 */
const SHADES: Record<string, string> = {
    tint: 'var(--tint), var(--sheet)',
    edge: '34%, var(--sheet)',
    weave: '13%, transparent',
    comb: '45%, transparent',
    'done-tint': 'calc(var(--tint) * 0.4), var(--sheet)',
    'done-edge': '22%, var(--sheet)',
    'done-mark': '50%, var(--sheet)',
}

export function mixHues(): void {
    const mixed: string[] = []
    const painted: string[] = []
    for (const hue of COLOURS) {
        const own = [`--c:var(--${hue})`, `--c-text:var(--${hue}-text)`]
        for (const [shade, mix] of Object.entries(SHADES)) {
            CSS.registerProperty({
                name: `--${hue}-${shade}`,
                syntax: '<color>',
                inherits: true,
                initialValue: 'transparent',
            })
            mixed.push(`--${hue}-${shade}:color-mix(in srgb,var(--${hue}) ${mix})`)
            own.push(`--c-${shade}:var(--${hue}-${shade})`)
        }
        painted.push(`[data-hue=${hue}]{${own.join(';')}}`)
    }
    const sheet = new CSSStyleSheet()
    sheet.replaceSync(`:root{${mixed.join(';')}}${painted.join('')}`)
    document.adoptedStyleSheets.push(sheet)
}
