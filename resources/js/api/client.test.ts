import { aPage, answering, asked, Refusal, SILENCE } from '@/testing/page'
import { describe, expect, it, vi } from 'vitest'
import { answerOf, api, Refused, sentence } from './client'
import { outbox, tryNow } from './outbox'
import { signedInAgain, signedOut, whileLeaving } from './signedOut'

const refused = async (work: Promise<unknown>): Promise<Refused> =>
    work.then(
        () => Promise.reject(new Error('It was not refused.')),
        (error: unknown) => error as Refused,
    )

describe('asking the server', () => {
    aPage()

    it('gives what it answers, and nothing where there is nothing', async () => {
        answering({ 'GET basket': { items: [1] } })
        expect(await answerOf(api.GET('/basket'))).toEqual({ items: [1] })
        expect(
            await answerOf(
                api.PUT('/days/{date}/hours', {
                    params: { path: { date: '2026-11-25' } },
                    body: { minutes: 60 },
                }),
            ),
        ).toBeUndefined()
        expect(asked.map((one) => [one.method, one.body])).toEqual([
            ['GET', undefined],
            ['PUT', { minutes: 60 }],
        ])
    })
    it('gives every change a key of its own, and looking none', async () => {
        await answerOf(api.POST('/undo'))
        await answerOf(api.POST('/undo'))
        await answerOf(api.GET('/basket'))
        const [first, second, third] = asked.map((one) => one.key)
        expect(first).toMatch(/.{16,}/)
        expect(second).not.toBe(first)
        expect(third).toBeNull()
    })
    it('sends a change without answer again and again under the same key, shows that it waits, and happens once', async () => {
        let tries = 0
        answering({ 'POST undo': () => (++tries < 4 ? SILENCE : { label: 'x' }) })
        const work = answerOf(api.POST('/undo'))
        await vi.advanceTimersByTimeAsync(0)
        expect(outbox.waiting.map((one) => [one.tries, one.why])).toEqual([
            [1, 'The server does not answer.'],
        ])
        await vi.advanceTimersByTimeAsync(1000)
        expect(outbox.waiting[0]?.tries).toBe(2)
        tryNow()
        await vi.advanceTimersByTimeAsync(0)
        await vi.advanceTimersByTimeAsync(4000)
        expect(await work).toEqual({ label: 'x' })
        expect(outbox.waiting).toEqual([])
        expect(new Set(asked.map((one) => one.key)).size).toBe(1)
        expect(asked).toHaveLength(4)
    })
    it('waits as well while the server is busy, with what it says', async () => {
        let tries = 0
        answering({
            'POST undo': () =>
                ++tries === 1
                    ? new Refusal(503, { message: 'The database is busy just now.' })
                    : { label: null },
        })
        const work = answerOf(api.POST('/undo'))
        await vi.advanceTimersByTimeAsync(0)
        expect(outbox.waiting[0]?.why).toBe('The database is busy just now.')
        await vi.advanceTimersByTimeAsync(1000)
        expect(await work).toEqual({ label: null })
    })
    it('asks twice for what is only looked at, then says that there is no answer', async () => {
        answering({ 'POST capture/reading': SILENCE, 'GET basket': SILENCE })
        const error = await refused(api.POST('/capture/reading', { body: { line: 'Sow' } }))
        expect([error.status, error.message]).toEqual([
            0,
            'The server does not answer. What you typed is still here; try again in a moment.',
        ])
        expect((await refused(answerOf(api.GET('/basket')))).status).toBe(0)
        expect(asked).toHaveLength(4)
    })
    it('where the session has ended, waits until one has signed in over the page, then does what was asked, once', async () => {
        let isIn = false
        answering({
            'POST undo': () => (isIn ? { label: 'x' } : new Refusal(401)),
            'GET basket': () => (isIn ? { items: [] } : new Refusal(401)),
        })
        const both = Promise.all([answerOf(api.POST('/undo')), answerOf(api.GET('/basket'))])
        await vi.advanceTimersByTimeAsync(0)
        expect(signedOut.isAsked).toBe(true)
        isIn = true
        signedInAgain(true)
        expect(await both).toEqual([{ label: 'x' }, { items: [] }])
        expect(signedOut.isAsked).toBe(false)
        const keys = asked.filter((one) => one.path === 'undo').map((one) => one.key)
        expect(keys[0]).toBe(keys[1])
    })
    it('where one signs out by choice, what was under way is refused, and nobody is asked to sign in', async () => {
        answering({ 'GET basket': () => new Refusal(401) })
        await whileLeaving(async () => {
            expect((await refused(answerOf(api.GET('/basket')))).status).toBe(401)
        })
        expect(signedOut.isAsked).toBe(false)
    })
    it('takes a new token when the old one has expired', async () => {
        let tries = 0
        answering({ 'POST undo': () => (++tries === 1 ? new Refusal(419) : { label: null }) })
        expect(await answerOf(api.POST('/undo'))).toEqual({ label: null })
        expect(asked.map((one) => one.path)).toEqual(['undo', '/sanctum/csrf-cookie', 'undo'])
    })
    it('hands on the sentences, by field, and how the entry stands now', async () => {
        answering({
            'PATCH entries/1': new Refusal(409, {
                message: 'It was changed elsewhere.',
                errors: { title: ['Give it a title.'] },
                current: { id: '1' },
            }),
        })
        const error = await refused(
            api.PATCH('/entries/{entry}', { params: { path: { entry: '1' } }, body: {} }),
        )
        expect(error).toBeInstanceOf(Refused)
        expect([error.status, error.message, error.errors, error.current]).toEqual([
            409,
            'It was changed elsewhere.',
            { title: ['Give it a title.'] },
            { id: '1' },
        ])
    })
    it('has a sentence for whatever goes wrong', async () => {
        answering({ 'GET basket': new Refusal(429), 'GET areas': new Refusal(500) })
        expect((await refused(answerOf(api.GET('/basket')))).message).toBe(
            'Too many tries. Wait a minute, then try again.',
        )
        expect((await refused(answerOf(api.GET('/areas')))).message).toBe('The server could not do this.')
        expect(sentence('?')).toBe('Something went wrong.')
        expect(sentence(new Error('So it is.'))).toBe('So it is.')
    })
})
