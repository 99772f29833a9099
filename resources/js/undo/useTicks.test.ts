import type { Occurrence } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, answering, changes, client, occurrence, Refusal, using } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { useTicks } from './useTicks'

const vents = occurrence({ title: 'Vents', recurrence_id: '2026-11-25T07:15:00', routine: true })
const other = occurrence({ title: 'Vents', recurrence_id: '2026-11-26T07:15:00', routine: true })
const BOARD = ['board', '2026-11-23', 7, 'all']
const MONTH = ['month', '2026-10-26', 42, 'all']
const done = (key: string[] | (string | number)[]): boolean[] =>
    (client.getQueryData<{ occurrences: Occurrence[] }>(key)?.occurrences ?? []).map((one) => one.done)

describe('ticking', () => {
    aPage()

    it('shows in every view at once, of this one occurrence alone', async () => {
        const { tick } = await using(useTicks)
        for (const key of [BOARD, MONTH]) client.setQueryData(key, { occurrences: [vents, other] })
        void tick(vents)
        expect([done(BOARD), done(MONTH)]).toEqual([
            [true, false],
            [true, false],
        ])
        await flushPromises()
        expect([changes(), note.text]).toEqual([
            ['PUT entries/vents/occurrences/2026-11-25T07%3A15%3A00/done'],
            'Ticked off “Vents”.',
        ])
    })
    it('asks how much it was where that is noted, and only then', async () => {
        const { tick } = await using(useTicks)
        await tick(vents)
        expect(note.presses).toEqual([])
        await tick({ ...vents, measure: 'km' })
        expect(note.presses.map((one) => one.words)).toEqual(['How many km?'])
        note.presses[0]!.go()
        expect(useView().amount).toEqual({
            entryId: 'vents',
            recurrenceId: '2026-11-25T07:15:00',
            title: 'Vents',
            unit: 'km',
        })
    })
    it('is taken back the same way', async () => {
        const { tick } = await using(useTicks)
        await tick({ ...vents, done: true })
        expect([changes(), note.text]).toEqual([
            ['DELETE entries/vents/occurrences/2026-11-25T07%3A15%3A00/done'],
            '“Vents” is not done after all.',
        ])
    })
    it('that is refused is not drawn as done, even where nothing can be fetched anew', async () => {
        const { tick } = await using(useTicks)
        client.setQueryData(BOARD, { occurrences: [vents, other] })
        answering({
            'PUT entries/vents/occurrences/2026-11-25T07%3A15%3A00/done': new Refusal(404, {
                message: 'It is not there any more.',
            }),
        })
        await tick(vents)
        expect(done(BOARD)).toEqual([false, false])
    })
    it('that is refused says why', async () => {
        const { tick, skip } = await using(useTicks)
        answering({
            'PUT entries/vents/occurrences/2026-11-25T07%3A15%3A00/done': new Refusal(404, {
                message: 'It is not there any more.',
            }),
        })
        await tick(vents)
        expect([note.kind, note.text]).toEqual(['trouble', 'It is not there any more.'])
        await skip(vents)
        expect([changes().at(-1), note.text]).toEqual([
            'PUT entries/vents/occurrences/2026-11-25T07%3A15%3A00/skipped',
            'Skipped “Vents”, just this one.',
        ])
    })
})
