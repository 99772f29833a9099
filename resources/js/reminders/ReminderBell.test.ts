import { useView } from '@/state/view'
import { aPage, answering, changes, client, open, reminder, Refusal, router, sent } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import ReminderBell from './ReminderBell.vue'

const vents = reminder({ id: 1, title: 'Vent check', routine: true, recurrence_id: '2026-11-25T07:15:00' })
const laces = reminder({
    id: 2,
    title: 'New laces',
    entry_id: 'laces',
    claimed: true,
    all_day: true,
    starts_at: Date.UTC(2026, 10, 25) / 1000,
})
let bell: VueWrapper
async function ring(waiting: unknown[], mine = true): Promise<void> {
    answering({
        'GET reminders': { waiting },
        'POST reminders/1/claim': { yours: mine },
        'POST reminders/3/claim': { yours: mine },
    })
    bell = await open(ReminderBell)
    await shown()
}
/** What a reminder is answered by is loaded with the first that is shown. */
async function shown(): Promise<void> {
    await flushPromises()
    await vi.dynamicImportSettled()
    await flushPromises()
}
const notices = (): string[] =>
    bell.findAll('[data-test=reminder] [data-test=waiting]').map((one) => one.attributes('data-title') ?? '')
const press = async (words: string): Promise<void> => {
    await bell
        .findAll('[data-test=reminder] button')
        .find((one) => one.text().startsWith(words))
        ?.trigger('click')
    await flushPromises()
}

describe('reminders that have fallen', () => {
    aPage()

    it('are counted, in the bar and in the title', async () => {
        await ring([vents, laces])
        expect(bell.find('[data-test=bell-count]').text()).toBe('2')
        expect(bell.find('[data-test=bell]').attributes('aria-label')).toBe('2 reminders wait for an answer')
        expect(document.title).toBe('(2) Plum Rota')
    })
    it('stand in the one page that claims them', async () => {
        await ring([vents, laces])
        expect(notices()).toEqual(['Vent check'])
        expect(bell.find('[data-test=reminder] .title').text()).toBe('Vent checkWed 25 Nov, 7:15')
    })
    it('stay in the list where another page was first', async () => {
        await ring([vents], false)
        expect(notices()).toEqual([])
        expect(bell.find('[data-test=bell-count]').text()).toBe('1')
    })
    it('stand no more than three at once', async () => {
        const many = [1, 2, 3, 4, 5].map((id) => reminder({ id, title: `Bed ${id}` }))
        answering({
            'POST reminders/2/claim': { yours: true },
            'POST reminders/4/claim': { yours: true },
            'POST reminders/5/claim': { yours: true },
        })
        await ring(many)
        await flushPromises()
        expect(notices()).toEqual(['Bed 3', 'Bed 4', 'Bed 5'])
        expect(bell.find('[data-test=bell-count]').text()).toBe('5')
    })
    it.each([
        ['Done', 'done', 'Ticked off “Vent check”.'],
        ['Skip', 'skip', 'Skipped “Vent check”, just this one.'],
    ])('are answered with %s, and gone at once', async (words, answer, said) => {
        await ring([vents])
        answering({ 'GET reminders': { waiting: [] } })
        await press(words)
        expect(sent('POST reminders/1/answer')).toEqual({ answer })
        expect(note.text).toBe(said)
        expect(notices()).toEqual([])
        expect(document.title).toBe('Plum Rota')
    })
    it('of a single task offer to let it go, of an event neither', async () => {
        await ring([reminder({ id: 1, title: 'Laces' })])
        expect(bell.findAll('[data-test=reminder] .press').map((one) => one.text())).toEqual([
            'Done',
            'Let go',
            'in 10 min',
            'Open',
            'Seen',
        ])
        bell.unmount()
        client.removeQueries({ queryKey: ['reminders'] })
        await ring([reminder({ id: 3, title: 'Stall', kind: 'event' })])
        expect(bell.findAll('[data-test=reminder] .press').map((one) => one.text())).toEqual([
            'in 10 min',
            'Open',
            'Seen',
        ])
    })
    it('come back later, and stay where that is refused', async () => {
        await ring([vents])
        const item = bell.findComponent({ name: 'WaitingItem' })
        answering({ 'POST reminders/1/answer': new Refusal(422, { message: 'It lies in the past.' }) })
        item.vm.$emit('later', '2026-11-24T08:00:00')
        await flushPromises()
        expect([note.kind, note.text, notices()]).toEqual(['trouble', 'It lies in the past.', ['Vent check']])
        answering({ 'POST reminders/1/answer': { comes_back: '2026-11-25T15:20:00' } })
        item.vm.$emit('later', 'hour')
        await flushPromises()
        expect(sent('POST reminders/1/answer')).toEqual({ answer: 'later', when: 'hour' })
        expect(note.text).toBe('“Vent check” comes back at 15:20.')
        expect(notices()).toEqual([])
    })
    it('open the sheet at their occurrence, the evening call the closing', async () => {
        await ring([vents])
        await press('Open')
        expect(useView().sheet).toEqual({ entryId: 'vents', recurrenceId: '2026-11-25T07:15:00', date: null })
        expect(changes()).toContain('POST reminders/1/answer')
        bell.unmount()
        client.removeQueries({ queryKey: ['reminders'] })
        await ring([
            reminder({
                id: 3,
                title: 'Close the day',
                kind: 'evening',
                entry_id: null,
                recurrence_id: '2026-11-25',
                lines: ['Three are left over.'],
            }),
        ])
        expect(bell.find('[data-test=reminder] .title').text()).toBe('Close the dayThree are left over.')
        await press('Close it')
        expect(router.currentRoute.value.path).toBe('/close/2026-11-25')
    })
    it('are looked for at every full minute', async () => {
        await ring([])
        expect(document.title).toBe('Plum Rota')
        answering({ 'GET reminders': { waiting: [vents] } })
        await vi.advanceTimersByTimeAsync(61_000)
        await shown()
        expect(notices()).toEqual(['Vent check'])
    })
})
