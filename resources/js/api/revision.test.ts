import { beforeEach, describe, expect, it } from 'vitest'
import { heard, isForeign, takeTouched } from './revision'

const answer = (revision: number, touched: string): void => heard(new Headers({ 'X-Revision': String(revision), 'X-Touched': touched }))

describe('whose change it was', () => {
    let at = 0
    beforeEach(() => {
        isForeign((at += 100)) // the page has looked
        takeTouched()
    })

    it('its own is not fetched again as somebody else’s', () => {
        answer(at + 1, 'changes')
        expect([isForeign(at + 1), takeTouched()]).toEqual([false, new Set(['changes'])])
    })
    it('several of its own are one stretch', () => {
        answer(at + 1, 'changes')
        answer(at + 2, 'entries,changes')
        expect([isForeign(at + 2), takeTouched()]).toEqual([false, new Set(['changes', 'entries'])])
    })
    it('another’s is seen, before and after its own', () => {
        expect(isForeign(at + 1)).toBe(true)
        answer(at + 2, 'changes')
        expect([isForeign(at + 2), isForeign(at + 3)]).toEqual([false, true])
    })
    it('where another’s came in between, everything is asked for', () => {
        answer(at + 2, 'changes')
        expect(takeTouched()).toBe('all')
    })
    it('an answer that does not say what it touched may have touched all', () => {
        answer(at + 1, '')
        expect(takeTouched()).toBe('all')
        answer(at + 2, 'changes')
        expect(takeTouched()).toEqual(new Set(['changes']))
    })
})
