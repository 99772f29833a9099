import type { Board, Round } from '@/api/types'
import { aPage, open } from '@/testing/page'
import { expect, it, describe } from 'vitest'
import RoundSummary from './RoundSummary.vue'

describe('the hours of a week against what is intended', () => {
    aPage()
    it.each([
        [360, 315, '5½ / 6 h', '½ h of Nursery is still missing.'],
        [360, 285, '5 / 6 h', '1 h of Nursery is still missing.'],
        [375, 330, '5½ / 6½ h', '1 h of Nursery is still missing.'],
        [360, 240, '4 / 6 h', '2 h of Nursery are still missing.'],
        [360, 344, '5½ / 6 h', '½ h of Nursery is still missing.'],
        [360, 346 + 10, '6 / 6 h', ''],
    ])(
        'of %i with %i placed are reckoned from the figures that are said',
        async (intended, placed, figures, missing) => {
            const round = {
                kind: 'week',
                start: '2026-11-23',
                days: 7,
                goals: [],
                fixed: [],
            } as unknown as Round
            const board = { areas: [{ area_id: 'nursery', intended, placed }] } as unknown as Board
            const summary = await open(RoundSummary, { props: { round, board, proposals: [] } })
            expect(summary.find('.meter b').text().replace(/\s+/g, ' ')).toBe(figures)
            const said = summary.find('p.small').text().replace(/\s+/g, ' ')
            expect(said.replace('Hours placed.', '').trim()).toBe(missing)
        },
    )
})
