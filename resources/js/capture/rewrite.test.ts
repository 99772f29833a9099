import { describe, expect, it } from 'vitest'
import { saysInstead, saysNothing, type Piece } from './rewrite'

const pieces: Piece[] = [
    { text: 'Water the ferns ', role: 'title' },
    { text: 'tomorrow', role: 'date' },
    { text: ' ', role: 'title' },
    { text: 'at 9', role: 'time' },
    { text: ' ', role: 'title' },
    { text: 'for 20 min', role: 'length' },
]

describe('a line with another word', () => {
    it('has it where the old one stood', () => {
        expect(saysInstead(pieces, ['time'], 'at 14:00')).toBe('Water the ferns tomorrow at 14:00 for 20 min')
    })
    it('has it at the end where nothing said it', () => {
        expect(saysInstead(pieces, ['calendar'], 'in Household')).toBe(
            'Water the ferns tomorrow at 9 for 20 min in Household',
        )
    })
    it('does not say its join twice', () => {
        const joined: Piece[] = [
            { text: 'Water the ferns on ', role: 'title' },
            { text: 'Friday', role: 'date' },
        ]
        expect(saysInstead(joined, ['date'], 'on 4 Dec 2026')).toBe('Water the ferns on 4 Dec 2026')
    })
    it('takes the place of all that said a part of it', () => {
        expect(saysInstead(pieces, ['time', 'length'], 'at 14:00')).toBe('Water the ferns tomorrow at 14:00')
    })
    it('goes without it, with the words around it as they were', () => {
        expect(saysNothing(pieces, ['date', 'time', 'length'])).toBe('Water the ferns')
    })
})
