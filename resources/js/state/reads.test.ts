import type { EntryShown, OccurrenceShown } from '@/api/types'
import { occurrence } from '@/testing/page'
import { QueryClient } from '@tanstack/vue-query'
import { describe, expect, it } from 'vitest'
import { filled } from './filled'
import { patchOccurrences } from './patch'
import { keysOf } from './stale'

describe('what the page has read', () => {
    it('is asked for anew where the server says that it is stale; Ahead is read as a board', () => {
        expect(keysOf(new Set(['board', 'session']))).toEqual(['board', 'ahead', 'session'])
        expect(keysOf(new Set())).toEqual([])
        expect(keysOf('all')).toContain('ahead')
        expect(keysOf('all').length).toBe(new Set(keysOf('all')).size)
    })

    it('has in each occurrence what all of its entry share, and what it leads up to', () => {
        const entry = { title: 'Vents', kind: 'task', travel: 5 } as unknown as EntryShown
        const sent = {
            from: '2026-11-25',
            entries: { vents: entry },
            occurrences: [
                {
                    entry_id: 'vents',
                    recurrence_id: 'a',
                    start: '2026-11-25T07:15:00',
                    end: '2026-11-25T07:45:00',
                    done: true,
                },
                { entry_id: 'gone', recurrence_id: 'a', start: '2026-11-25', end: '2026-11-26' },
                {
                    entry_id: 'vents',
                    recurrence_id: 'b',
                    start: '2026-11-25',
                    end: '2026-11-27',
                    title: 'Own',
                },
            ] as unknown as OccurrenceShown[],
            lead_ups: { toward: { 'vents|a': 'the fair' }, counts: { 'vents|b': [1, 3] } },
        }
        const { occurrences, ...rest } = filled(sent as never) as unknown as {
            occurrences: Record<string, unknown>[]
        }
        expect(Object.keys(rest)).toEqual(['from', 'lead_ups'])
        expect(
            occurrences.map((one) => [one.key, one.title, one.travel, one.done, one.minutes, one.lanes]),
        ).toEqual([
            ['vents|a', 'Vents', 5, true, 30, 1],
            ['vents|b', 'Own', 5, false, 2880, 1],
        ])
        expect(occurrences.map((one) => [one.toward, one.leadUps])).toEqual([
            ['the fair', undefined],
            [undefined, [1, 3]],
        ])
    })

    it('shows a change in every view at once, and what it was where the change is taken back', () => {
        const client = new QueryClient()
        const vents = occurrence({ title: 'Vents' })
        const stall = occurrence({ title: 'Stall' })
        for (const key of ['board', 'month', 'year'])
            client.setQueryData([key, 1], { occurrences: [vents, stall], days: [] })
        client.setQueryData(['ahead'], {
            pages: [{ occurrences: [stall] }, { occurrences: [vents] }],
            pageParams: [],
        })
        const done = (): unknown[] => [
            ...['board', 'month', 'year'].map((key) =>
                client
                    .getQueryData<{ occurrences: { done: boolean }[] }>([key, 1])
                    ?.occurrences.map((one) => one.done),
            ),
            client
                .getQueryData<{ pages: { occurrences: { done: boolean }[] }[] }>(['ahead'])
                ?.pages.map((page) => page.occurrences[0]?.done),
        ]
        const back = patchOccurrences(client, (one) => (one.key === vents.key ? { ...one, done: true } : one))
        expect(done()).toEqual([
            [true, false],
            [true, false],
            [true, false],
            [false, true],
        ])
        back()
        expect(done()).toEqual([
            [false, false],
            [false, false],
            [false, false],
            [false, false],
        ])
    })
})
