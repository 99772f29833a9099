import Papa from 'papaparse'

export type Cell = string | number | null

/** A table as text (RFC 4180): CRLF between its lines, quotes where they are needed; no cell is taken for a formula. */
export function asCsv(columns: string[], rows: Cell[][]): string {
    return `${Papa.unparse([columns, ...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`
}

/** Hands a file to the person. */
export function save(name: string, content: Blob): void {
    const link = document.createElement('a')
    link.href = URL.createObjectURL(content)
    link.download = name
    link.click()
    setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}

export function saveTable(name: string, columns: string[], rows: Cell[][]): void {
    save(
        `${name}.csv`,
        new Blob(['\uFEFF', asCsv(columns, rows)], { type: 'text/csv;charset=utf-8;header=present' }),
    )
}

export function saveSvg(name: string, svg: string): void {
    save(`${name}.svg`, new Blob([svg], { type: 'image/svg+xml' }))
}

/** The same in points, twice as fine as it is on the screen. */
export async function savePng(name: string, svg: string, width: number, height: number): Promise<void> {
    const image = new Image()
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
    await image.decode()
    const canvas = document.createElement('canvas')
    canvas.width = width * 2
    canvas.height = height * 2
    const pen = canvas.getContext('2d')
    if (!pen) return
    pen.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--sheet')
    pen.fillRect(0, 0, canvas.width, canvas.height)
    pen.drawImage(image, 0, 0, canvas.width, canvas.height)
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    if (blob) save(`${name}.png`, blob)
}

/** The name of a file: small letters, and signs that every system takes. */
export function fileName(...parts: string[]): string {
    return parts
        .join(' ')
        .toLowerCase()
        .replace(/[^a-z0-9]+/g, '-')
        .replace(/^-|-$/g, '')
}
