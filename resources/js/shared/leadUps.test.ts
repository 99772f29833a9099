import { describe, expect, it } from 'vitest'
import { leadUpWords } from './leadUps'
import { outdoorWarnings } from './outdoors'

describe('what leads up to what, in words', () => {
    it('names the date that something comes before, and how much of what comes before it is done', () => {
        const toward = { entry_id: 'a', title: 'Grant report', date: '2027-01-29' }
        expect(leadUpWords({ toward })).toEqual(['for “Grant report”, Fri 29 Jan'])
        expect(leadUpWords({ leadUps: { done: 2, all: 5 } })).toEqual(['2 of 5 lead-ups done'])
        expect(leadUpWords({ toward: null, leadUps: null })).toEqual([])
    })
})

describe('weather outdoors', () => {
    const day = {
        weather: {
            mark: 'rain' as const,
            low: -1,
            high: 4,
            warns: ['rain' as const, 'frost' as const],
            by: 'a test',
        },
    }
    it('warns what is marked so by its place or a label, and is not done', () => {
        const one = { labels: ['Outdoors'], place: '', done: false }
        expect(outdoorWarnings(one, day)).toEqual(['rain expected', 'frost expected'])
        expect(outdoorWarnings({ ...one, labels: [], place: 'outside' }, day)).toHaveLength(2)
        expect(outdoorWarnings({ ...one, done: true }, day)).toEqual([])
        expect(outdoorWarnings({ ...one, labels: ['potting shed'] }, day)).toEqual([])
        expect(outdoorWarnings(one, { weather: null })).toEqual([])
    })
})
