import type { CaptureReading } from '@/api/types'

export type Piece = CaptureReading['segments'][number]
export type Role = Piece['role']

/** Joins that a phrase may bring itself and that may already stand before it. */
const JOIN = /^(?:on|at|for|in)\s+/i

/** Of a line's pieces the first that says one of these things; -1 where none does. */
const pieceOf = (pieces: Piece[], roles: Role[]): number =>
    pieces.findIndex((piece) => roles.includes(piece.role))

/**
 * A line with another phrase for what it says: in the place of the piece that says it now, else at its end.
 *
 * @param roles what the phrase says; of several the first piece that says any of it gives way, the others go
 */
export function saysInstead(pieces: Piece[], roles: Role[], phrase: string): string {
    const at = pieceOf(pieces, roles)
    if (at < 0) return `${lineOf(pieces).trimEnd()} ${phrase}`
    const before = pieces[at - 1]?.text ?? ''
    const join = JOIN.exec(phrase)?.[0].trim() ?? ''
    const isJoined = join !== '' && new RegExp(`(?:^|\\s)${join}\\s+$`, 'i').test(before)
    return lineOf(
        pieces
            .map((piece, i) =>
                i === at ? { ...piece, text: isJoined ? phrase.replace(JOIN, '') : phrase } : piece,
            )
            .filter((piece, i) => i === at || !roles.includes(piece.role)),
    )
}

/** A line without the pieces that say any of this. */
export function saysNothing(pieces: Piece[], roles: Role[]): string {
    return lineOf(pieces.filter((piece) => !roles.includes(piece.role)))
}

/** What the pieces of a line say, as it is written. */
export const lineOf = (pieces: Piece[]): string =>
    pieces
        .map((piece) => piece.text)
        .join('')
        .replace(/\s{2,}/g, ' ')
        .trimEnd()
