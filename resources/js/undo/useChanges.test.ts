import { account, aPage, answering, asked, client, Refusal, using } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { inOrder, isChanging, note, say, useChanges } from './useChanges'

describe('changes', () => {
    aPage()

    it('are sent in the order they were made, each after the answer to the one before', async () => {
        const done: string[] = []
        let release = (): void => undefined
        const first = inOrder(() => new Promise<void>((resolve) => (release = resolve)).then(() => done.push('first')))
        const second = inOrder(() => Promise.resolve(done.push('second')))
        await flushPromises()
        expect([done, isChanging()]).toEqual([[], true])
        release()
        await Promise.all([first, second])
        expect([done, isChanging()]).toEqual([['first', 'second'], false])
    })
    it('go on after one that failed', async () => {
        const failed = inOrder(() => Promise.reject(new Error('no')))
        const next = inOrder(() => Promise.resolve('yes'))
        await expect(failed).rejects.toThrow('no')
        expect(await next).toBe('yes')
        expect(isChanging()).toBe(false)
    })
    it('are said, can be undone, and whatever may show them is asked for anew', async () => {
        const { change } = await using(useChanges)
        const stale = vi.spyOn(client, 'invalidateQueries')
        expect(await change('Kept.', () => Promise.resolve(7))).toBe(7)
        expect([note.text, note.kind, note.undoable]).toEqual(['Kept.', 'done', true])
        expect(stale.mock.calls.map(([filter]) => (filter as { queryKey: string[] }).queryKey[0])).toEqual(expect.arrayContaining(['board', 'basket', 'closing', 'day']))
    })
    it('that were refused are said with the reason, and what stands is fetched', async () => {
        const { change } = await using(useChanges)
        const stale = vi.spyOn(client, 'invalidateQueries')
        expect(await change('Kept.', () => Promise.reject(new Error('It was changed elsewhere.')))).toBeNull()
        expect([note.text, note.kind, note.undoable]).toEqual(['It was changed elsewhere.', 'trouble', false])
        expect(stale).toHaveBeenCalled()
    })
    it.each([
        ['undo', { label: 'moved “Vents”' }, 'Undone: moved “Vents”.'], ['undo', { label: null }, 'There is nothing to undo.'],
        ['redo', { label: 'moved “Vents”' }, 'Done again: moved “Vents”.'], ['redo', { label: null }, 'There is nothing to do again.'],
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
