import type { BoardDay, Occurrence } from '@/api/types'
import { answering, aPage, changes, occurrence, open, press, Refusal, sent } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import TomorrowPlan from './TomorrowPlan.vue'

const day: BoardDay = {
    date: '2026-11-26',
    placed: 300,
    listed: 120,
    capacity: 480,
    over: false,
    tasks: 3,
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
const at = (title: string, rank: number, fields: Partial<Occurrence> = {}): Occurrence =>
    occurrence({ title, rank, start: '2026-11-26', end: '2026-11-27', ...fields })
const tasks = [
    at('Prune apples', 2),
    at('Order seed', 1, { importance: 'must', estimate: 20 }),
    at('Water', 3, { routine: true, recurrence_id: '2026-11-26' }),
    at('Stall', 0, { kind: 'event' }),
    at('Swept', 0, { done: true }),
]

let plan: VueWrapper
async function lay(props: Record<string, unknown> = {}): Promise<void> {
    plan = await open(TomorrowPlan, {
        props: {
            day,
            occurrences: tasks,
            working: { full: ['Three musts are more than two.'] },
            extra: 0,
            changes: true,
            ...props,
        },
    })
}
const titles = (kind: string): string[] =>
    plan.findAll(`[data-test=${kind}]`).map((one) => one.attributes('data-title') ?? '')
const card = (title: string): HTMLElement => plan.find(`[data-title='${title}']`).element as HTMLElement

describe('the next day as it is laid out', () => {
    aPage()

    it('holds musts and others in their order; events and what is done are not on it', async () => {
        await lay()
        expect([titles('must'), titles('other')]).toEqual([['Order seed'], ['Prune apples', 'Water']])
        expect(plan.find('[data-test=places]').text()).toBe('3 of 10 places taken')
        expect(plan.find('[data-test=room]').text()).toContain('choose a second must')
        expect(plan.find('.complaint').text()).toBe('Three musts are more than two.')
    })
    it('shows how full it is, and what one more thing would add', async () => {
        await lay({ extra: 90 })
        expect(plan.find('[data-test=load-bar]').text()).toBe(
            '5 h placed · 2 h on the list · +1 h 30 this one · 8 h in the day · 30 min too much',
        )
        expect(plan.find('[role=img]').attributes('aria-label')).toBe('8 h 30 of 8 h')
    })
    it('makes a must by press and unmakes it by key', async () => {
        await lay()
        await plan.find('[data-test=make-must]').trigger('click')
        await flushPromises()
        expect(sent('PUT days/2026-11-26/order')).toEqual({
            musts: ['order-seed|once', 'prune-apples|once'],
            others: ['water|2026-11-26'],
        })
        expect(note.text).toBe('“Prune apples” is must number 2.')
        expect(plan.find('[data-test=room]').exists()).toBe(false)
        await press('m', {}, card('Order seed'))
        expect(sent('PUT days/2026-11-26/order')).toEqual({
            musts: ['prune-apples|once'],
            others: ['order-seed|once', 'water|2026-11-26'],
        })
    })
    it('what was fetched before a change does not take it back', async () => {
        let answer = (): void => undefined
        answering({
            'PUT days/2026-11-26/order': () => new Promise((resolve) => (answer = () => resolve(undefined))),
        })
        await lay()
        await plan.find('[data-test=make-must]').trigger('click')
        await flushPromises()
        await plan.setProps({ occurrences: tasks.map((one) => ({ ...one })) })
        expect(titles('must')).toEqual(['Order seed', 'Prune apples'])
        await press('m', {}, card('Water'))
        answer()
        await flushPromises()
        answer()
        await flushPromises()
        expect(sent('PUT days/2026-11-26/order')).toMatchObject({
            musts: ['order-seed|once', 'prune-apples|once', 'water|2026-11-26'],
        })
        await plan.setProps({ occurrences: tasks.map((one) => ({ ...one })) })
        expect(titles('must')).toEqual(['Order seed'])
    })
    it('stands as it did when a change is refused', async () => {
        answering({ 'PUT days/2026-11-26/order': new Refusal(404, { message: 'One of them is gone.' }) })
        await lay()
        await plan.find('[data-test=make-must]').trigger('click')
        await flushPromises()
        expect([titles('must'), note.text]).toEqual([['Order seed'], 'One of them is gone.'])
    })
    it('is put in order by key, within its ends', async () => {
        await lay()
        await press('ArrowUp', { altKey: true }, card('Prune apples'))
        expect(changes()).toEqual([])
        await press('ArrowDown', { altKey: true }, card('Prune apples'))
        expect(sent('PUT days/2026-11-26/order')).toEqual({
            musts: ['order-seed|once'],
            others: ['water|2026-11-26', 'prune-apples|once'],
        })
        expect(note.text).toBe('“Prune apples” is number 2.')
    })
    it('gives up what is too much: a day on, or back to the basket, where a routine does not go', async () => {
        await lay()
        await press('o', {}, card('Water'))
        expect(sent('PUT entries/water/occurrences/2026-11-26/day')).toEqual({ day: '2026-11-27' })
        await press('b', {}, card('Water'))
        expect(changes()).toHaveLength(1)
        await press('b', {}, card('Prune apples'))
        expect(sent('POST entries/prune-apples/move')).toEqual({ start: null, all_day: true, length: 1 })
    })
    it('changes nothing while leftovers are still decided', async () => {
        await lay({ changes: false })
        await press('m', {}, card('Prune apples'))
        expect(changes()).toEqual([])
        expect(plan.findAll('.presses')).toHaveLength(0)
    })
})
