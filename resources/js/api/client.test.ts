import { aPage, answering, asked, Refusal, SILENCE } from '@/testing/page'
import { describe, expect, it } from 'vitest'
import { ask, Refused, sentence } from './client'

const refused = async (work: Promise<unknown>): Promise<Refused> => work.then(() => Promise.reject(new Error('It was not refused.')), (error: unknown) => error as Refused)

describe('asking the server', () => {
    aPage()

    it('gives what it answers, and nothing where there is nothing', async () => {
        answering({ 'GET basket': { items: [1] } })
        expect(await ask('GET', 'basket')).toEqual({ items: [1] })
        expect(await ask('PUT', 'days/2026-11-25/hours', { minutes: 60 })).toBeUndefined()
        expect(asked.map((one) => [one.method, one.body])).toEqual([['GET', undefined], ['PUT', { minutes: 60 }]])
    })
    it('gives every change a key of its own, and looking none', async () => {
        await ask('POST', 'undo')
        await ask('POST', 'undo')
        await ask('GET', 'basket')
        const [first, second, third] = asked.map((one) => one.key)
        expect(first).toMatch(/.{16,}/)
        expect(second).not.toBe(first)
        expect(third).toBeNull()
    })
    it('sends a change without answer once more under the same key, so that it happens once', async () => {
        let tries = 0
        answering({ 'POST undo': () => (++tries === 1 ? SILENCE : { label: 'x' }) })
        expect(await ask('POST', 'undo')).toEqual({ label: 'x' })
        expect(asked).toHaveLength(2)
        expect(asked[0]?.key).toBe(asked[1]?.key)
    })
    it('says so when there is no answer at all', async () => {
        answering({ 'POST undo': SILENCE })
        const error = await refused(ask('POST', 'undo'))
        expect([error.status, error.message]).toEqual([0, 'The server does not answer. What you typed is still here; try again in a moment.'])
        expect(asked).toHaveLength(2)
    })
    it('takes a new token when the old one has expired', async () => {
        let tries = 0
        answering({ 'POST undo': () => (++tries === 1 ? new Refusal(419) : { label: null }) })
        expect(await ask('POST', 'undo')).toEqual({ label: null })
        expect(asked.map((one) => one.path)).toEqual(['undo', '/sanctum/csrf-cookie', 'undo'])
    })
    it('hands on the sentences, by field, and how the entry stands now', async () => {
        answering({ 'PATCH entries/1': new Refusal(409, { message: 'It was changed elsewhere.', errors: { title: ['Give it a title.'] }, current: { id: '1' } }) })
        const error = await refused(ask('PATCH', 'entries/1', {}))
        expect(error).toBeInstanceOf(Refused)
        expect([error.status, error.message, error.errors, error.current]).toEqual([409, 'It was changed elsewhere.', { title: ['Give it a title.'] }, { id: '1' }])
    })
    it('has a sentence for whatever goes wrong', async () => {
        answering({ 'GET basket': new Refusal(429), 'GET areas': new Refusal(500) })
        expect((await refused(ask('GET', 'basket'))).message).toBe('Too many tries. Wait a minute, then try again.')
        expect((await refused(ask('GET', 'areas'))).message).toBe('The server could not do this.')
        expect(sentence('?')).toBe('Something went wrong.')
        expect(sentence(new Error('So it is.'))).toBe('So it is.')
    })
})
