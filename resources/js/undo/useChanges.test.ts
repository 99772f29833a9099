import { account, aPage, answering, asked, client, Refusal, together, using } from '@/testing/page'
import { answerOf, api } from '@/api/client'
import { QueryObserver } from '@tanstack/vue-query'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { isChanging, note, say, useChanges } from './useChanges'

describe('changes', () => {
    aPage()

    it('are sent in the order they were made, each after the answer to the one before', async () => {
        const { send } = await using(useChanges)
        const done: string[] = []
        let release = (): void => undefined
        const first = send(() =>
            new Promise<void>((resolve) => (release = resolve)).then(() => done.push('first')),
        )
        const second = send(() => Promise.resolve(done.push('second')))
        await flushPromises()
        expect([done, isChanging(client)]).toEqual([[], true])
        release()
        await Promise.all([first, second])
        expect([done, isChanging(client)]).toEqual([['first', 'second'], false])
    })
    it('keep their order whichever part of the page sends them', async () => {
        const [one, other] = [await using(useChanges), await using(useChanges)]
        const done: string[] = []
        let release = (): void => undefined
        const first = one.send(() =>
            new Promise<void>((resolve) => (release = resolve)).then(() => done.push('first')),
        )
        const second = other.send(() => Promise.resolve(done.push('second')))
        await flushPromises()
        release()
        await Promise.all([first, second])
        expect(done).toEqual(['first', 'second'])
    })
    it('go on after one that failed, whose drawing is taken back', async () => {
        const { send } = await using(useChanges)
        const drawn: string[] = []
        const draw = (name: string) => () => {
            drawn.push(name)
            return () => void drawn.splice(drawn.indexOf(name), 1)
        }
        const failed = expect(send(() => Promise.reject(new Error('no')), draw('first'))).rejects.toThrow(
            'no',
        )
        const next = send(() => Promise.resolve('yes'), draw('second'))
        await failed
        expect(await next).toBe('yes')
        expect([isChanging(client), drawn]).toEqual([false, ['second']])
    })
    it('of several at once the last asks anew, and all that is on screen comes with one request', async () => {
        const { send } = await using(useChanges)
        new QueryObserver(client, {
            queryKey: ['basket'],
            queryFn: () => answerOf(api.GET('/basket')),
        }).subscribe(() => undefined)
        new QueryObserver(client, {
            queryKey: ['reminders'],
            queryFn: () => answerOf(api.GET('/reminders')),
        }).subscribe(() => undefined)
        await flushPromises()
        asked.length = 0
        await Promise.all([send(() => Promise.resolve(1)), send(() => Promise.resolve(2))])
        await flushPromises()
        expect(together).toEqual([expect.arrayContaining(['basket', 'reminders'])])
        expect(asked.filter((one) => one.path === 'basket')).toHaveLength(1)
    })
    it('ask once more for what was asked for the first time while they were on their way', async () => {
        const { send } = await using(useChanges)
        const answers: ((basket: unknown) => void)[] = []
        answering({ 'GET basket': () => new Promise((resolve) => answers.push(resolve)) })
        const observer = new QueryObserver<unknown>(client, {
            queryKey: ['basket'],
            queryFn: () => answerOf(api.GET('/basket')),
        })
        observer.subscribe(() => undefined)
        await flushPromises()
        // The view reads, the change comes in between, the answer to the read is late.
        await send(() => Promise.resolve(1))
        await flushPromises()
        answers[0]?.({ items: ['before'] })
        answers[1]?.({ items: ['after'] })
        await flushPromises()
        expect(observer.getCurrentResult().data).toEqual({ items: ['after'] })
    })
    it('are said, can be undone, and whatever may show them is asked for anew', async () => {
        const { change } = await using(useChanges)
        const stale = vi.spyOn(client, 'invalidateQueries')
        expect(await change('Kept.', () => Promise.resolve(7))).toBe(7)
        expect([note.text, note.kind, note.undoable]).toEqual(['Kept.', 'done', true])
        expect(stale.mock.calls.map(([filter]) => (filter as { queryKey: string[] }).queryKey[0])).toEqual(
            expect.arrayContaining(['board', 'basket', 'closings', 'days']),
        )
    })
    it('that were refused are said with the reason, and what stands is fetched', async () => {
        const { change } = await using(useChanges)
        const stale = vi.spyOn(client, 'invalidateQueries')
        expect(await change('Kept.', () => Promise.reject(new Error('It was changed elsewhere.')))).toBeNull()
        expect([note.text, note.kind, note.undoable]).toEqual(['It was changed elsewhere.', 'trouble', false])
        expect(stale).toHaveBeenCalled()
    })
    it.each([
        ['undo', { label: 'moved “Vents”' }, 'Undone: moved “Vents”.'],
        ['undo', { label: null }, 'There is nothing to undo.'],
        ['redo', { label: 'moved “Vents”' }, 'Done again: moved “Vents”.'],
        ['redo', { label: null }, 'There is nothing to do again.'],
        ['redo', new Refusal(409, { message: 'It is gone.' }), 'It is gone.'],
    ] as const)('%s says what it did', async (way, answer, said) => {
        answering({ [`POST ${way}`]: answer, 'GET session': { account, first_run: false } })
        const given = await using(useChanges)
        await given[way]()
        expect(note.text).toBe(said)
        expect(asked.some((one) => one.path === way)).toBe(true)
    })
    it('a note is new even when it says the same again', () => {
        say('Kept.')
        const id = note.id
        say('Kept.')
        expect(note.id).toBe(id + 1)
    })
})
