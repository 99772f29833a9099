import type { BasketItem } from '@/api/types'
import { describe, expect, it } from 'vitest'
import { groupsOf } from './useBasketOrder'

const item = (title: string, group: BasketItem['group'], position: number, area_id: string) =>
    ({ title, group, position, area_id }) as BasketItem
const read = (groups: { name: string; items: BasketItem[] }[]) =>
    groups.map((group) => `${group.name}: ${group.items.map((one) => one.title).join(', ')}`)

describe('the basket in its orders', () => {
    const items = [
        item('pane', 'late', 3, 'glass'),
        item('report', 'soon', 1, 'paper'),
        item('laces', 'none', 0, 'run'),
        item('hook', 'none', 2, 'glass'),
    ]
    const areas: [string, string][] = [
        ['run', 'Training'],
        ['glass', 'Glasshouse'],
        ['home', 'Household'],
        ['paper', 'Paperwork'],
    ]
    it('keeps what presses first as the server has it', () => {
        expect(read(groupsOf(items, 'pressing', false, areas))).toEqual([': pane, report, laces, hook'])
    })
    it('stands by hand', () => {
        expect(read(groupsOf(items, 'hand', false, areas))).toEqual([': laces, report, hook, pane'])
    })
    it('stands by life area, empty ones left out', () => {
        expect(read(groupsOf(items, 'area', true, areas))).toEqual([
            'Training: laces',
            'Glasshouse: pane, hook',
            'Paperwork: report',
        ])
    })
    it('is grouped by when it is due, in either order', () => {
        expect(read(groupsOf(items, 'hand', true, areas))).toEqual([
            'Late: pane',
            'Due soon: report',
            'No date: laces, hook',
        ])
    })
})
