import type { Found, SearchResult } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, answering, asked, open, router } from '@/testing/page'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import FindPanel from './FindPanel.vue'

const one = (title: string, fields: Partial<Found> = {}): Found => ({
    entry_id: title,
    recurrence_id: null,
    title,
    kind: 'task',
    calendar_id: 'plants',
    area_id: 'nursery',
    colour: null,
    routine: false,
    snippet: '',
    last_done: null,
    last: null,
    in_basket: false,
    next: null,
    ...fields,
})
let panel: VueWrapper
/** The panel slides in elsewhere in the document. */
const within = (css: string): HTMLElement[] => [...document.querySelectorAll<HTMLElement>(css)]
async function look(words: string, result: SearchResult): Promise<void> {
    answering({ 'GET search': result })
    const field = document.querySelector<HTMLInputElement>('[data-test=find-field]')
    if (!field) throw new Error('There is no field to type into.')
    field.value = words
    field.dispatchEvent(new Event('input'))
    await vi.advanceTimersByTimeAsync(200)
    await flushPromises()
}
const facts = (): string[] =>
    within('[data-test=found] .facts').map((each) =>
        [...each.children].map((fact) => fact.textContent).join(' · '),
    )

describe('finding', () => {
    aPage()
    beforeEach(async () => {
        panel = await open(FindPanel)
        await flushPromises()
    })

    it('asks once the typing rests, for nothing but words', async () => {
        await look('   ', { found: [], answer: null, any_of: [], lines: [] })
        expect(asked.some((each) => each.path.startsWith('search'))).toBe(false)
        await look(' orchid & valve ', { found: [], answer: null, any_of: [], lines: [] })
        expect(asked.at(-1)?.path).toBe('search?q=orchid%20%26%20valve')
        expect(document.body.textContent).toContain('Nothing is written anywhere with these words.')
    })
    it('looks through what the board shows alone, on a wish', async () => {
        expect(within('[data-test=only-shown]')).toEqual([])
        await router.replace('/week?kinds=event')
        await flushPromises()
        const nothing = { found: [], answer: null, any_of: [], lines: [] }
        await look('stall', nothing)
        expect(asked.at(-1)?.path).toBe('search?q=stall')
        within('[data-test=only-shown]')[0]?.click()
        await look('stall', nothing)
        expect(asked.at(-1)?.path).toMatch(/^search\?q=stall&calendars=.+&kinds=event$/)
        expect(document.body.textContent).toContain('Nothing that the board shows has these words.')
    })
    it('says of each when it was done, when it was and when it is next', async () => {
        await look('a', {
            answer: null,
            any_of: [],
            lines: [],
            found: [
                one('Vents', {
                    routine: true,
                    last_done: '2026-11-24T07:20:00',
                    last: '2026-11-24T07:15:00',
                    next: '2026-11-26T07:15:00',
                }),
                one('Stall', { kind: 'event', last: '2026-09-12' }),
                one('Laces', { in_basket: true }),
                one('Roof', { last: '2024-06-01' }),
                one('Frames', { next: '2026-12-01' }),
                one('Boiler', { last_done: '2025-09-20', last: '2025-09-18' }),
            ],
        })
        expect(facts()).toEqual([
            'done Tue 24 Nov 2026, 7:20, 1 day ago · next Thu 26 Nov 2026, 7:15',
            'was Sat 12 Sep 2026, 2 months ago',
            'in the basket',
            'stood Sat 1 Jun 2024, 2 years ago',
            'is Tue 1 Dec 2026',
            'done Sat 20 Sep 2025, 14 months ago · stood Thu 18 Sep 2025, 14 months ago',
        ])
    })
    it('answers a question after the last time first', async () => {
        await look('when did I last label', {
            found: [],
            answer: {
                title: 'Label the trays',
                entry_id: 'label',
                recurrence_id: '2026-11-25',
                at: '2026-11-25',
                done: true,
                habit: true,
            },
            any_of: [],
            lines: [],
        })
        expect(within('[data-test=answer]')[0]?.textContent?.replace(/\s+/g, ' ')).toContain(
            'Label the trays: done Wed 25 Nov 2026, today.',
        )
        within('[data-test=answer] button')[0]?.click()
        expect([useView().sheet, panel.emitted('close')]).toEqual([
            { entryId: 'label', recurrenceId: '2026-11-25', date: '2026-11-25' },
            [[]],
        ])
        within('[data-test=answer-tally]')[0]?.click()
        await flushPromises()
        expect(router.currentRoute.value.fullPath).toBe('/tally?habit=Label+the+trays')
    })
    it('opens the sheet, or shows the week', async () => {
        await look('stall', {
            answer: null,
            any_of: [],
            lines: [],
            found: [one('Stall', { last: '2026-09-12' })],
        })
        within('[data-test=found] .what')[0]?.click()
        expect(useView().sheet).toEqual({ entryId: 'Stall', recurrenceId: null, date: null })
        within('[data-test=found] .week')[0]?.click()
        await flushPromises()
        expect(router.currentRoute.value.path).toBe('/week/2026-09-12')
    })
})
