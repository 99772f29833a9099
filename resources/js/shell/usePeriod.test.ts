import { aPage, asked, router, using } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { usePeriod } from './usePeriod'

describe('a page that is left open over midnight', () => {
    aPage()

    it('stays with the day it was opened for, says so, and fetches what rolls on', async () => {
        vi.setSystemTime(new Date('2026-11-25T22:59:30Z'))
        const period = await using(usePeriod, '/day')
        expect([period.date.value, period.hasNewDay.value]).toEqual(['2026-11-25', false])
        vi.setSystemTime(new Date('2026-11-25T23:00:30Z'))
        await vi.advanceTimersByTimeAsync(10_100)
        await flushPromises()
        expect([period.today.value, period.date.value, period.hasNewDay.value]).toEqual(['2026-11-26', '2026-11-25', true])
        period.toNewDay()
        expect([period.date.value, period.hasNewDay.value]).toEqual(['2026-11-26', false])
        await router.push('/day/2026-11-20')
        await flushPromises()
        expect(period.date.value).toBe('2026-11-20')
        expect(asked.filter((one) => one.path === 'revision').length).toBeGreaterThan(0)
    })
})
