import { beforeEach, describe, expect, it } from 'vitest'
import { heard, isForeign, takeStale } from './revision'

const answer = (revision: number, stale: string | null): void =>
    heard(new Headers({ 'X-Revision': String(revision), ...(stale === null ? {} : { 'X-Stale': stale }) }))

describe('whose change it was', () => {
    let at = 0
    beforeEach(() => {
        isForeign((at += 100)) // the page has looked
        takeStale()
    })

    it('its own is not fetched again as somebody else’s', () => {
        answer(at + 1, 'board')
        expect([isForeign(at + 1), takeStale()]).toEqual([false, new Set(['board'])])
    })
    it('several of its own are one stretch', () => {
        answer(at + 1, 'board')
        answer(at + 2, 'basket,board')
        expect([isForeign(at + 2), takeStale()]).toEqual([false, new Set(['board', 'basket'])])
    })
    it('another’s is seen, before and after its own', () => {
        expect(isForeign(at + 1)).toBe(true)
        answer(at + 2, 'board')
        expect([isForeign(at + 2), isForeign(at + 3)]).toEqual([false, true])
    })
    it('where another’s came in between, everything is asked for', () => {
        answer(at + 2, 'board')
        expect(takeStale()).toBe('all')
    })
    it('an answer that does not say what is stale may have touched all', () => {
        answer(at + 1, null)
        expect(takeStale()).toBe('all')
        answer(at + 2, 'board')
        expect(takeStale()).toEqual(new Set(['board']))
    })
})
