import type { Deadline } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, areas, client, open } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import DueMarks from './DueMarks.vue'

const deadline = (fields: Partial<Deadline> & { title: string }): Deadline => ({
    entry_id: fields.title,
    recurrence_id: 'once',
    calendar_id: 'plants',
    area_id: 'nursery',
    due: '2026-11-25',
    done: false,
    importance: null,
    effort: null,
    labels: [],
    colour: null,
    routine: false,
    late: false,
    ...fields,
})
const due = [
    deadline({ title: 'Costs page', importance: 'must' }),
    deadline({ title: 'Gutters', area_id: 'home', calendar_id: 'house', labels: ['roof'] }),
]

describe('what is due on a day', () => {
    aPage()
    const named = async (at = '/week', before = (): void => undefined): Promise<string[]> => {
        client.setQueryData(['areas'], { areas })
        const marks = await open(DueMarks, { props: { due }, at })
        before()
        await flushPromises()
        return marks.findAll('[data-test=due-mark]').map((one) => one.attributes('data-title') ?? '')
    }

    it('is filtered as what stands on the day is', async () => {
        expect(await named()).toEqual(['Costs page', 'Gutters'])
        expect(await named('/week?importance=must')).toEqual(['Costs page'])
        expect(await named('/week?labels=roof')).toEqual(['Gutters'])
        expect(await named('/week?kinds=event')).toEqual([])
    })
    it('is left out with a hidden area, and where only another is wanted', async () => {
        expect(
            await named('/week', () =>
                client.setQueryData(['areas'], {
                    areas: areas.map((one) => ({ ...one, hidden: one.id === 'home' })),
                }),
            ),
        ).toEqual(['Costs page'])
        expect(await named('/week', () => (useView().soloArea = 'home'))).toEqual(['Gutters'])
    })
})
