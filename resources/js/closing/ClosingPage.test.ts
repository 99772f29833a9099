import type { BoardDay, Occurrence } from '@/api/types'
import {
    account,
    aPage,
    answering,
    asked,
    changes,
    occurrence,
    open,
    press,
    Refusal,
    router,
    sent,
} from '@/testing/page'
import { unsaved } from '@/state/unsaved'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import ClosingPage from './ClosingPage.vue'

const day: BoardDay = {
    date: '2026-11-26',
    placed: 120,
    listed: 60,
    capacity: 480,
    over: false,
    tasks: 2,
    done: 0,
    conflicts: 0,
    theme: '',
    breathing: null,
    weather: null,
    wakes: 360,
    sleeps: 1320,
    works: true,
    holiday: null,
    own_hours: false,
    due: [],
    free: [],
}
const left = [
    occurrence({ title: 'Count fleece', estimate: 30 }),
    occurrence({ title: 'Water seedlings', recurrence_id: '2026-11-25', routine: true }),
    occurrence({ title: 'Oil the hinges', estimate: 400, due: '2026-11-24' }),
]

/** As the server sends a closing: what is left over beside its entries. */
function closing(leftovers: Occurrence[], fields: Record<string, unknown> = {}): Record<string, unknown> {
    return {
        date: '2026-11-25',
        next: '2026-11-26',
        entries: Object.fromEntries(leftovers.map((one) => [one.entry_id, one])),
        leftovers,
        rolls: [],
        lapses: [],
        decisions: left
            .filter((one) => !leftovers.includes(one))
            .map((one) => ({ key: one.key, title: one.title, decision: 'done', to: null })),
        questions: [],
        closed: false,
        revision: 1,
        ...fields,
    }
}
let page: VueWrapper
const shown = (): string => page.find('[data-test=leftover]').attributes('data-title') ?? ''
async function begin(leftovers = left, fields: Record<string, unknown> = {}, at = '/close'): Promise<void> {
    const date = (fields.date as string | undefined) ?? '2026-11-25'
    const next = date === '2026-11-25' ? '2026-11-26' : '2026-11-25'
    let stillOpen = leftovers
    const decide = (keys: string[]): Record<string, unknown> =>
        closing((stillOpen = stillOpen.filter((one) => !keys.includes(one.key))), fields)
    answering({
        [`GET closings/${date}`]: () => closing(stillOpen, fields),
        'GET closings/now': () => closing(stillOpen, fields),
        'GET board': {
            from: next,
            days: [{ ...day, date: next }],
            entries: {},
            occurrences: [],
            conflicts: [],
            areas: [],
            now: '2026-11-25T07:00:00',
            revision: 1,
        },
        [`GET days/${next}`]: { late: [], ask: [], full: [], loose: [], pressing: null },
        [`POST closings/${date}/decide`]: (body: { key: string }) => decide([body.key]),
        [`POST closings/${date}/rest`]: () => decide(stillOpen.map((one) => one.key)),
    })
    page = await open(ClosingPage, { at })
}

describe('closing a day', () => {
    aPage()
    beforeEach(() => begin())

    it('shows one leftover at a time, with how many there are', () => {
        expect(shown()).toBe('Count fleece')
        expect(page.find('.count').text()).toBe('3 of 3 still to be decided')
        expect(page.find('footer').text()).toContain('Next: Water seedlings · Oil the hinges')
        expect(page.find('.so-far').text()).toBe('0 of 3 decided')
    })
    it.each([
        ['d', 'done', null],
        ['t', 'day', '2026-11-26'],
        ['b', 'basket', null],
        ['l', 'let_go', null],
    ])('decides it with one key: %s', async (key, decision, to) => {
        await press(key)
        expect(sent('POST closings/2026-11-25/decide')).toEqual({ key: 'count-fleece|once', decision, to })
        expect(shown()).toBe('Water seedlings')
        expect(note.undoable).toBe(true)
    })
    it('says what the day would hold with it', () => {
        expect(page.find('[data-test=way-tomorrow]').text()).toContain('makes it 3 h 30 of 8 h')
    })
    it('puts it back when it is refused, and says why', async () => {
        answering({
            'POST closings/2026-11-25/decide': new Refusal(422, { message: 'It is decided already.' }),
        })
        await press('d')
        expect(shown()).toBe('Count fleece')
        expect([note.kind, note.text]).toEqual(['trouble', 'It is decided already.'])
    })
    it('sends all the rest on at once', async () => {
        await press('T', { shiftKey: true })
        expect(sent('POST closings/2026-11-25/rest')).toEqual({ to: '2026-11-26' })
        expect(page.attributes('data-step')).toBe('tomorrow')
        expect(note.text).toBe('All the rest goes to Thu 26 Nov.')
    })
    it('decides as fast as the keys are pressed, each in its turn', async () => {
        for (const key of ['d', 'l', 'b'])
            document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
        await flushPromises()
        await flushPromises()
        expect(asked.filter((one) => one.method === 'POST').map((one) => one.body)).toEqual([
            { key: 'count-fleece|once', decision: 'done', to: null },
            { key: 'water-seedlings|2026-11-25', decision: 'let_go', to: null },
            { key: 'oil-the-hinges|once', decision: 'basket', to: null },
        ])
        expect(page.attributes('data-step')).toBe('tomorrow')
    })
    it('offers the days to come by number, each with its load', async () => {
        answering({
            'GET ruler': {
                days: [
                    { date: '2026-11-26', minutes: 210, capacity: 480, free: 270, over: false },
                    { date: '2026-11-27', minutes: 500, capacity: 480, free: -20, over: true },
                ],
            },
        })
        await press('w')
        const words = page.findAll('[data-test=day-choice] .words').map((one) => one.text())
        expect(words.slice(0, 3)).toEqual(['4 h 30 free then', '20 min too much then', ''])
        await press('2')
        expect(sent('POST closings/2026-11-25/decide')).toEqual({
            key: 'count-fleece|once',
            decision: 'day',
            to: '2026-11-27',
        })
        await press('w')
        await press('Escape')
        expect(page.find('[data-test=day-choice]').exists()).toBe(false)
        expect(router.currentRoute.value.path).toBe('/close')
    })
    it('can be left, and undone', async () => {
        answering({ 'POST undo': { label: 'decided' }, 'GET session': { account, first_run: false } })
        await press('z', { ctrlKey: true })
        expect(changes()).toEqual(['POST undo'])
        await press('Escape')
        expect(router.currentRoute.value.path).toBe('/day')
    })
    it('hears no letters while something is typed', async () => {
        const field = page.find('[data-test=capture]').element
        await press('d', {}, field)
        expect(changes()).toEqual([])
        await press('n')
        expect(document.activeElement).toBe(field)
    })
})

describe('the steps of a closing', () => {
    aPage()

    it('begins with the next day where nothing is left over', async () => {
        await begin([])
        expect(page.attributes('data-step')).toBe('tomorrow')
        await page.find('[data-test=step-left]').trigger('click')
        expect(page.find('.nothing h2').text()).toBe('Nothing is left over')
    })
    it('says what goes by itself', async () => {
        await begin(left, { rolls: ['Sharpen secateurs', 'Mend the hose'], lapses: ['Morning stretch'] })
        expect(page.findAll('.alone').map((one) => one.text())).toEqual([
            'Rolls on by itself: Sharpen secateurs, Mend the hose',
            'Lapses: Morning stretch',
        ])
    })
    it('keeps a few lines, closes the day, and leaves', async () => {
        await begin([], { questions: [{ question: 'What went well?', answer: '' }] })
        await page.find('[data-test=step-lines]').trigger('click')
        await page.find('textarea').setValue('The stall.')
        await flushPromises()
        expect(sent('PUT closings/2026-11-25')).toEqual({
            answers: [{ question: 'What went well?', answer: 'The stall.', was: '' }],
            closed: false,
        })
        await page.find('[data-test=finish]').trigger('click')
        await flushPromises()
        expect(sent('PUT closings/2026-11-25')).toMatchObject({ closed: true })
        expect(note.text).toBe('Wednesday is closed.')
        expect(router.currentRoute.value.path).toBe('/day')
    })
    it('leaves without asking: what was just kept does not count as unsaved, though it is not fetched anew yet', async () => {
        await begin([], { questions: [{ question: 'What went well?', answer: '' }] })
        answering({
            'GET closings/now': () => new Promise(() => undefined),
            'GET closings/2026-11-25': () => new Promise(() => undefined),
        })
        await page.find('[data-test=step-lines]').trigger('click')
        await page.find('textarea').setValue('The orchids came through.')
        await flushPromises()
        let unsavedThen: number | null = null
        router.beforeEach(() => void (unsavedThen = unsaved.size))
        await page.find('[data-test=finish]').trigger('click')
        await flushPromises()
        await flushPromises()
        expect([unsavedThen, router.currentRoute.value.name]).toEqual([0, 'day'])
    })
    it('the next morning sends what was left over to today', async () => {
        await begin(left, { date: '2026-11-24', next: '2026-11-25' }, '/close/2026-11-24')
        expect(page.find('h1').text()).toBe('Closing Tuesday')
        expect(page.find('[data-test=way-tomorrow]').text()).toContain('Today')
        await press('t')
        expect(sent('POST closings/2026-11-24/decide')).toMatchObject({ decision: 'day', to: '2026-11-25' })
    })
    it('a day to come cannot be closed yet', async () => {
        await begin(left, {}, '/close/2026-11-30')
        expect(page.attributes('data-date')).toBe('2026-11-25')
    })
    it('over midnight stays with the day it was opened for, says that a new one has begun, and keeps its lines for that day', async () => {
        page.unmount()
        vi.setSystemTime(new Date('2026-11-25T22:59:30Z'))
        await begin([], { questions: [{ question: 'What went well?', answer: '' }] })
        await page.find('[data-test=step-lines]').trigger('click')
        await page.find('textarea').setValue('The lemons are in.')
        vi.setSystemTime(new Date('2026-11-25T23:00:30Z'))
        await vi.advanceTimersByTimeAsync(10_100)
        await flushPromises()
        expect(page.find('[data-test=new-day]').text()).toContain(
            'What you write here still closes Wed 25 Nov.',
        )
        expect(page.find('[data-test=closing]').attributes('data-date')).toBe('2026-11-25')
        await page.find('[data-test=finish]').trigger('click')
        await flushPromises()
        expect(changes()).toContain('PUT closings/2026-11-25')
        expect(changes()).not.toContain('PUT closings/2026-11-26')
    })
})
