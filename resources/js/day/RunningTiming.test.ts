import type { RunningTiming as Running } from '@/api/types'
import { aPage, answering, changes, open, sent } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import RunningTiming from './RunningTiming.vue'

const NOW = Date.UTC(2026, 10, 25, 6) / 1000
const running = (fields: Partial<Running> = {}): Running => ({
    id: 'r',
    entry_id: 'costs',
    recurrence_id: 'once',
    title: 'Costs page',
    calendar_id: 'plants',
    started_at: NOW - 65,
    planned: null,
    bell: null,
    forgotten: false,
    ...fields,
})
let bar: VueWrapper
async function time(one: Running | null): Promise<void> {
    answering({ 'GET timings/running': { running: one } })
    bar = await open(RunningTiming)
    await flushPromises()
}
const face = (): string => bar.find('[data-test=running] b').text()
/** What opens under it stands elsewhere in the document. */
const choices = (css: string): HTMLElement[] => [
    ...document.querySelectorAll<HTMLElement>(`[data-test=running-choices] ${css}`),
]
async function choose(words: string): Promise<void> {
    choices('button')
        .find((one) => one.textContent?.trim() === words)
        ?.click()
    await flushPromises()
}

describe('what is being timed', () => {
    aPage()

    it('is not there when nothing is', async () => {
        await time(null)
        expect(bar.find('[data-test=running]').exists()).toBe(false)
    })
    it('counts up, second by second', async () => {
        await time(running())
        expect(face()).toBe('1:05')
        await vi.advanceTimersByTimeAsync(3000)
        expect(face()).toBe('1:08')
    })
    it('has hours where there are any', async () => {
        await time(running({ started_at: NOW - 3600 * 2 - 61 }))
        expect(face()).toBe('2:01:01')
    })
    it('of a stint counts down, says so when it is over, and goes on past it', async () => {
        await time(running({ started_at: NOW - 25 * 60 + 2, planned: 25, bell: NOW + 2 }))
        expect([face(), bar.find('[data-test=running]').attributes('aria-label')]).toEqual([
            '0:02',
            'Costs page, still 0:02',
        ])
        await vi.advanceTimersByTimeAsync(5000)
        expect([face(), bar.find('[data-test=running]').classes()]).toEqual([
            '+0:03',
            expect.arrayContaining(['over']),
        ])
        expect(note.text).toBe('The 25 minutes on “Costs page” are over.')
    })
    it('stops when asked', async () => {
        await time(running())
        await bar.find('[data-test=running]').trigger('click')
        await flushPromises()
        await choose('Stop')
        expect([sent('POST timings/r/stop'), note.text]).toEqual([
            { ended_at: null },
            'Stopped timing “Costs page”.',
        ])
    })
    it('that was forgotten asks when it ended, at moments that have passed', async () => {
        await time(running({ started_at: NOW - 3600 * 3, forgotten: true }))
        await flushPromises()
        expect(choices('p')[0]?.textContent?.trim()).toBe('Still at Costs page? It has run since 4:00.')
        expect(choices('[data-test=ended]').map((one) => one.textContent?.trim())).toEqual([
            'It ended after 30 min',
            'It ended after 1 h',
            'It ended after 2 h',
        ])
        await choose('It ended after 1 h')
        expect(sent('POST timings/r/stop')).toEqual({ ended_at: NOW - 3600 * 2 })
    })
    it('can be taken out altogether', async () => {
        await time(running({ started_at: NOW - 3600 * 3, forgotten: true }))
        await flushPromises()
        await choose('Take it out')
        expect([changes(), note.text]).toEqual([['DELETE timings/r'], 'Took the timing of “Costs page” out.'])
    })
})
