import type { BasketItem } from '@/api/types'
import { useView } from '@/state/view'
import { aPage, client, open } from '@/testing/page'
import type { VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import BasketColumn from './BasketColumn.vue'

let position = 0
const item = (title: string, fields: Partial<BasketItem> = {}): BasketItem => ({
    entry_id: title,
    title,
    calendar_id: 'plants',
    area_id: 'nursery',
    due: null,
    group: 'none',
    late: false,
    rests: false,
    not_before: null,
    around: null,
    waiting_for: '',
    toward: null,
    lead_ups: null,
    after: null,
    ask_again: null,
    estimate: null,
    importance: null,
    effort: null,
    labels: [],
    colour: null,
    put_off: 0,
    position: position++,
    version: 1,
    ...fields,
})
const items = [
    item('Pane', { due: '2026-11-23', group: 'late', late: true, position: 9 }),
    item('Fleece', { due: '2026-11-27', group: 'soon', estimate: 90, put_off: 2 }),
    item('Roof', { area_id: 'home', calendar_id: 'house', around: '2027-W14', group: 'later' }),
    item('Laces', { importance: 'could' }),
    item('Gutter', { waiting_for: 'the roofer', ask_again: '2026-12-01' }),
    item('Spring order', { not_before: '2027-02-01', rests: true, group: 'later' }),
]
let basket: VueWrapper
async function look(props: Record<string, unknown> = {}): Promise<void> {
    basket = await open(BasketColumn, {
        props: { items, now: '2026-11-25T07:00:00', shown: () => true, ...props },
    })
}
const titles = (): string[] =>
    basket.findAll('[data-test=basket-card]').map((one) => one.attributes('data-title') ?? '')
const heads = (): string[] => basket.findAll('h3').map((one) => one.text())
const facts = (title: string): string => basket.find(`[data-title='${title}'] .facts`).text()

describe('the basket', () => {
    aPage()

    it('counts what is loose and how long it would take', async () => {
        await look()
        expect(basket.find('header span').text()).toBe('6 loose · 1 h 30')
        await look({ shown: (one: BasketItem) => one.area_id === 'home' })
        expect([basket.find('header span').text(), titles()]).toEqual(['1 loose', ['Roof']])
    })
    it('says of each what presses about it', async () => {
        await look()
        expect(['Fleece', 'Roof', 'Laces', 'Gutter'].map(facts)).toEqual([
            'due in 2 days · 1 h 30 · put off twice',
            'around week 14',
            'no date · could',
            'waiting for the roofer, ask again Tue 1 Dec',
        ])
        expect(basket.find("[data-title='Pane'] .facts").classes()).toContain('late')
    })
    it('folds what is not yet for now, and shows it when asked', async () => {
        await look()
        expect([titles(), basket.find('[data-test=resting]').text()]).toEqual([
            ['Pane', 'Fleece', 'Roof', 'Laces', 'Gutter'],
            '1 not yet ▾',
        ])
        await basket.find('[data-test=resting]').trigger('click')
        expect(titles()).toContain('Spring order')
        expect(facts('Spring order')).toBe('not before Mon 1 Feb')
    })
    it('is ordered by what presses, by hand, or by life area', async () => {
        await look()
        useView().basketSort = 'hand'
        await nextTick()
        expect(titles()).toEqual(['Fleece', 'Roof', 'Laces', 'Gutter', 'Pane'])
        useView().basketSort = 'area'
        await nextTick()
        expect([heads(), titles()]).toEqual([
            ['Nursery 4', 'Home 1'],
            ['Pane', 'Fleece', 'Laces', 'Gutter', 'Roof'],
        ])
    })
    it('stands in groups when asked', async () => {
        await look()
        await basket.find('[data-test="word-basket order"]').trigger('click')
        await basket.find('[data-test=grouped]').trigger('click')
        expect(heads()).toEqual(['Late 1', 'Due soon 1', 'Later 1', 'No date 2'])
    })
    it('keeps a few at hand, until midnight', async () => {
        await look()
        await basket.find("[data-title='Laces'] [data-test=pocket]").trigger('click')
        expect([heads(), titles()[0]]).toEqual([['At hand', 'The rest'], 'Laces'])
        basket.unmount()
        vi.setSystemTime(new Date('2026-11-25T22:59:00Z'))
        await look()
        expect(titles()[0]).toBe('Laces')
        basket.unmount()
        vi.setSystemTime(new Date('2026-11-25T23:01:00Z'))
        client.clear()
        client.setQueryData(['areas'], { areas: [] })
        await look()
        expect([heads(), titles()[0]]).toEqual([[], 'Pane'])
    })
    it('can be folded away, and says so when it is empty', async () => {
        await look({ items: [] })
        expect(basket.find('.empty').text()).toContain('waits here')
        await basket.find('.fold').trigger('click')
        expect([basket.find('.unfold').text(), localStorage.getItem('basket')]).toEqual(['Basket0', 'folded'])
    })
})
