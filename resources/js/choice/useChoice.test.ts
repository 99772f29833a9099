import { useView } from '@/state/view'
import { aPage, answering, areas, client, occurrence, router, using } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { readChoice, useChoice, writeChoice } from './useChoice'

describe('what is shown', () => {
    aPage()
    const vents = occurrence({
        title: 'Vents',
        importance: 'must',
        effort: 'light',
        labels: ['glasshouse'],
        routine: true,
    })
    const stall = occurrence({ title: 'Stall', kind: 'event', calendar_id: 'stall', done: true })
    const roof = occurrence({
        title: 'Roof',
        area_id: 'home',
        calendar_id: 'house',
        labels: ['ladder', 'two people'],
    })
    const seen = async (address: string): Promise<string[]> => {
        const { shown } = await using(useChoice, address)
        return [vents, stall, roof].filter(shown).map((one) => one.title)
    }

    it('stands in the address and is read back from it', () => {
        const choice = { labels: ['two people', 'a~b'], kinds: ['task'] }
        expect(readChoice(writeChoice(choice))).toEqual(choice)
        expect(writeChoice({ labels: [] })).toEqual({})
        expect(readChoice({ labels: '', odd: 'x' })).toEqual({})
    })
    it.each([
        ['/week', ['Vents', 'Stall', 'Roof']],
        ['/week?kinds=event', ['Stall']],
        ['/week?calendars=stall~house', ['Stall', 'Roof']],
        ['/week?areas=home', ['Roof']],
        ['/week?done=open', ['Vents', 'Roof']],
        ['/week?done=done', ['Stall']],
        ['/week?importance=must', ['Vents']],
        ['/week?importance=none', ['Stall', 'Roof']],
        ['/week?effort=light~none', ['Vents', 'Stall', 'Roof']],
        ['/week?labels=ladder', ['Roof']],
        ['/week?labels=none', ['Stall']],
        ['/week?labels=none~glasshouse', ['Vents', 'Stall']],
        ['/week?repeats=none', ['Stall', 'Roof']],
        ['/week?kinds=task&areas=nursery', ['Vents']],
    ])('%s', async (address, titles) => {
        expect(await seen(address)).toEqual(titles)
    })
    it('leaves out what is hidden; one that is seen alone hides all others, hidden or not', async () => {
        client.setQueryData(['areas'], {
            areas: [
                {
                    ...areas[0],
                    calendars: areas[0]?.calendars.map((one) =>
                        one.id === 'stall' ? { ...one, hidden: true } : one,
                    ),
                },
                { ...areas[1], hidden: true },
            ],
        })
        const { shown } = await using(useChoice)
        const titles = (): string[] => [vents, stall, roof].filter(shown).map((one) => one.title)
        expect(titles()).toEqual(['Vents'])
        useView().soloArea = 'home'
        expect(titles()).toEqual(['Roof'])
        useView().soloArea = null
        useView().soloCalendar = 'stall'
        expect(titles()).toEqual(['Stall'])
    })
    it('is asked for as it is shown, with hidden calendars left out', async () => {
        const asked = async (address: string): Promise<unknown> =>
            (await using(useChoice, address)).asAsked.value
        expect(await asked('/week')).toBeNull()
        expect(await asked('/week?colour=effort&repeats=next')).toBeNull()
        expect(await asked('/week?kinds=task&colour=effort&calendars=stall~house')).toEqual({
            kinds: 'task',
            calendars: 'stall~house',
        })
        expect(Object.keys((await asked('/week?repeats=none')) as object)).toEqual(['calendars', 'repeats'])
        useView().soloCalendar = 'stall'
        expect(await asked('/week')).toEqual({ calendars: 'stall' })
        useView().soloCalendar = 'gone'
        expect(await asked('/week')).toEqual({ calendars: 'none' })
        useView().soloCalendar = null
    })
    it('changes the address and nothing else in it', async () => {
        const { turn, set, take, isFiltered } = await using(useChoice, '/week/2026-11-25?work=1')
        turn('labels', 'ladder')
        await flushPromises()
        turn('labels', 'two people')
        await flushPromises()
        expect(router.currentRoute.value.fullPath).toBe(
            '/week/2026-11-25?labels=ladder~two%2520people&work=1',
        )
        turn('labels', 'ladder')
        await flushPromises()
        set('colour', ['effort'])
        await flushPromises()
        expect(router.currentRoute.value.query).toEqual({
            labels: 'two%20people',
            colour: 'effort',
            work: '1',
        })
        expect(isFiltered.value).toBe(true)
        take({ colour: ['label'], repeats: ['next'] })
        await flushPromises()
        expect([router.currentRoute.value.query, isFiltered.value]).toEqual([
            { colour: 'label', repeats: 'next', work: '1' },
            false,
        ])
    })
    it('is coloured by calendar, or by what the address says', async () => {
        const by = async (scheme: string): Promise<string[]> => {
            const { hue } = await using(useChoice, `/week?colour=${scheme}`)
            return [vents, stall, roof, occurrence({ title: 'Own', colour: 'steel' })].map(hue)
        }
        answering({ 'GET filters': { filters: [], labels: ['glasshouse', 'ladder', 'two people'] } })
        expect(await by('calendar')).toEqual(['forest', 'amber', 'rose', 'steel'])
        expect(await by('effort')).toEqual(['cyan', 'slate', 'slate', 'slate'])
        expect(await by('importance')).toEqual(['violet', 'slate', 'slate', 'slate'])
        expect(await by('label')).toEqual(['forest', 'slate', 'violet', 'slate'])
        expect(await by('odd')).toEqual(['forest', 'amber', 'rose', 'steel'])
    })
    it('has a legend for every scheme that the ribbon does not explain', async () => {
        expect((await using(useChoice)).legend.value).toEqual([])
        expect(
            (await using(useChoice, '/week?colour=importance')).legend.value.map((one) => one.words),
        ).toEqual(['must', 'should', 'could', 'not said'])
        expect((await using(useChoice, '/week?colour=effort')).legend.value.at(-1)).toEqual({
            words: 'not said',
            colour: 'slate',
        })
    })
})
