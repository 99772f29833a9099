import { aPage, asked, router, using } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { usePeriod } from './usePeriod'

describe('which days are shown', () => {
    aPage()
    const at = (address: string): Promise<ReturnType<typeof usePeriod>> => using(usePeriod, address)

    it.each([
        ['/week', 'week', '2026-11-23', 7, '23–29 Nov', 'week'],
        ['/week/2026-12-31', 'week', '2026-12-28', 7, '28 Dec – 3 Jan', 'week'],
        ['/day', 'day', '2026-11-25', 1, 'Wed 25 Nov', 'day'],
        ['/days/4/2026-11-29', 'days', '2026-11-29', 4, '29 Nov – 2 Dec', '4 days'],
        ['/month', 'month', '2026-10-26', 7, 'November 2026', 'month'],
        ['/year/2027-05-05', 'year', '2027-01-01', 7, '2027', 'year'],
    ])('%s', async (address, view, from, days, title, unit) => {
        const period = await at(address)
        expect([
            period.view.value,
            period.from.value,
            period.days.value,
            period.title.value,
            period.unit.value,
        ]).toEqual([view, from, days, title, unit])
    })
    it.each([
        ['/week/2026-02-30x', '2026-11-25'],
        ['/week/nonsense', '2026-11-25'],
        ['/week/2026-13-01', '2026-11-25'],
        ['/week/2026-12-01', '2026-12-01'],
    ])('%s shows a day that there is', async (address, date) => {
        expect((await at(address)).date.value).toBe(date)
    })
    it.each([
        ['/days/1', 2],
        ['/days/99', 14],
        ['/days/odd', 3],
        ['/days/5', 5],
    ])('%s has a number of days that can be shown', async (address, days) => {
        expect((await at(address)).days.value).toBe(days)
    })
    it.each([
        ['/week', 1, '/week/2026-11-30'],
        ['/week', -1, '/week/2026-11-16'],
        ['/week/2026-12-02', -1, '/week/2026-11-23'],
        ['/day', 1, '/day/2026-11-26'],
        ['/days/3', 1, '/days/3/2026-11-28'],
        ['/month/2026-12-15', 1, '/month/2027-01-01'],
        ['/month/2027-01-31', -1, '/month/2026-12-01'],
        ['/year/2026-05-05', 1, '/year/2027-05-01'],
        ['/ahead', 1, '/ahead/2026-12-02'],
        ['/done', -1, '/done/2026-11-18'],
        ['/day/2026-11-24', 1, '/day'],
    ])('%s, %i on, is %s', async (address, way, wanted) => {
        ;(await at(address)).step(way)
        await flushPromises()
        expect(router.currentRoute.value.path).toBe(wanted)
    })
    it('keeps what is filtered when it turns', async () => {
        ;(await at('/week?kinds=task')).go({ view: 'month', date: '2027-03-04' })
        await flushPromises()
        expect(router.currentRoute.value.fullPath).toBe('/month/2027-03-04?kinds=task')
    })
    it('knows whether today is in it', async () => {
        for (const [address, is] of [
            ['/week', true],
            ['/week/2026-11-29', true],
            ['/week/2026-11-30', false],
            ['/month/2026-11-01', true],
            ['/month/2026-12-01', false],
            ['/year/2026-01-01', true],
            ['/year/2025-11-25', false],
            ['/ahead', true],
            ['/ahead/2026-11-24', false],
            ['/days/2/2026-11-24', true],
            ['/days/2/2026-11-26', false],
        ] as const) {
            expect((await at(address)).isPresent.value, address).toBe(is)
        }
    })
})

describe('a page that is left open over midnight', () => {
    aPage()

    it('stays with the day it was opened for, says so, and fetches what rolls on', async () => {
        vi.setSystemTime(new Date('2026-11-25T22:59:30Z'))
        const period = await using(usePeriod, '/day')
        expect([period.date.value, period.hasNewDay.value]).toEqual(['2026-11-25', false])
        vi.setSystemTime(new Date('2026-11-25T23:00:30Z'))
        await vi.advanceTimersByTimeAsync(10_100)
        await flushPromises()
        expect([period.today.value, period.date.value, period.hasNewDay.value]).toEqual([
            '2026-11-26',
            '2026-11-25',
            true,
        ])
        period.toNewDay()
        expect([period.date.value, period.hasNewDay.value]).toEqual(['2026-11-26', false])
        await router.push('/day/2026-11-20')
        await flushPromises()
        expect(period.date.value).toBe('2026-11-20')
        expect(asked.filter((one) => one.path === 'revision').length).toBeGreaterThan(0)
    })
})
