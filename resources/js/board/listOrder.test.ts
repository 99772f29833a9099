import type { Occurrence } from '@/api/types'
import { describe, expect, it } from 'vitest'
import { mustsOf } from './listOrder'

const task = (key: string, start: string, end: string, rank: number, more: object = {}): Occurrence =>
    ({
        key,
        start,
        end,
        rank,
        minutes: 1440,
        all_day: start.length === 10,
        kind: 'task',
        importance: 'must',
        ...more,
    }) as Occurrence

describe('the musts of a day', () => {
    it('are numbered in one order, with hours or without', () => {
        const occurrences = [
            task('call', '2026-12-01T09:00:00', '2026-12-01T09:30:00', 1, { minutes: 30 }),
            task('grant', '2026-12-01', '2026-12-02', 2),
            task('tidy', '2026-12-01', '2026-12-02', 0, { importance: 'could' }),
            task('other day', '2026-12-02', '2026-12-03', 0),
            task('fair', '2026-12-01', '2026-12-04', 0, { minutes: 4320 }),
            task('market', '2026-12-01', '2026-12-02', 0, { kind: 'event' }),
        ]
        expect(mustsOf(occurrences, '2026-12-01').map((one) => one.key)).toEqual(['call', 'grant'])
    })
})
