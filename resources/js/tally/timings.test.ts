import { aPage, answering, asked, changes, open, router, sent } from '@/testing/page'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import SheetPart from './SheetPart.vue'
import TimingsPart from './TimingsPart.vue'

const sowing = {
    id: 'one',
    entry_id: 'sow',
    recurrence_id: '2026-11-24T09:00:00',
    title: 'Sow the trays',
    calendar_id: 'plants',
    started: '2026-11-24T09:00:00',
    ended: '2026-11-24T10:00:00',
    minutes: 60,
    forgotten: false,
}
const withTally = (): void =>
    void router.addRoute({ path: '/tally/:stretch?/:date?', component: { template: '<i />' } })
async function type(part: VueWrapper, label: string, words: string): Promise<void> {
    const field = part.find<HTMLInputElement>(`input[aria-label="${label}"]`)
    await field.setValue(words)
    await field.trigger('change')
    await flushPromises()
}

describe('the end of a timing', () => {
    aPage()
    async function timings(): Promise<VueWrapper> {
        answering({
            'GET days/2026-11-24/timings': {
                date: '2026-11-24',
                timings: [sowing],
                occurrences: [{ ...sowing }],
            },
            'PATCH timings/one': {},
        })
        withTally()
        const part = await open(TimingsPart, { at: '/tally/from/2026-11-24?to=2026-11-24' })
        await flushPromises()
        return part
    }

    it('typed before its start asks first, and stays as it was where that was not meant', async () => {
        const part = await timings()
        await type(part, 'Sow the trays ended at', '1:40')
        expect(part.find('[data-test=over-midnight]').text()).toContain('for 16 h 40?')
        expect(changes()).toEqual([])
        await part.find('[data-test=over-midnight-no]').trigger('click')
        expect(part.find('[data-test=over-midnight]').exists()).toBe(false)
        expect(part.find<HTMLInputElement>('input[aria-label="Sow the trays ended at"]').element.value).toBe(
            '10:00',
        )
        expect(changes()).toEqual([])
    })
    it('goes over midnight where it did', async () => {
        const part = await timings()
        await type(part, 'Sow the trays ended at', '1:40')
        await part.find('[data-test=over-midnight-yes]').trigger('click')
        await flushPromises()
        expect(sent('PATCH timings/one')).toEqual({
            started: '2026-11-24T09:00:00',
            ended: '2026-11-25T01:40:00',
        })
    })
    it('is taken without a question on the same day', async () => {
        const part = await timings()
        await type(part, 'Sow the trays ended at', '9:40')
        expect(part.find('[data-test=over-midnight]').exists()).toBe(false)
        expect(sent('PATCH timings/one')).toMatchObject({ ended: '2026-11-24T09:40:00' })
    })
})

describe('the sheet of hours', () => {
    aPage()
    it('says whom it is for in a stretch in which nothing was timed for them', async () => {
        const row = { date: '2026-11-24', title: 'Sow', group: 'peat-free', minutes: 60, rounded: 60 }
        const full = {
            groups: [{ id: 'peat-free', name: 'peat-free' }],
            rows: [row],
            minutes: 60,
            rounded: 60,
        }
        answering({
            'GET tally/2026-11-24/1/sheet': full,
            'GET tally/2026-11-10/1/sheet': { groups: [], rows: [], minutes: 0, rounded: 0 },
        })
        withTally()
        const part = await open(SheetPart, { at: '/tally/from/2026-11-24?to=2026-11-24' })
        await flushPromises()
        part.findAllComponents({ name: 'SelectField' })[1]!.vm.$emit('update:modelValue', 'peat-free')
        await flushPromises()
        await router.push('/tally/from/2026-11-10?to=2026-11-10')
        await flushPromises()
        expect(asked.at(-1)?.path).toContain('group=peat-free')
        expect(part.text()).toContain('Nothing was timed for peat-free in this time.')
        expect(part.findAllComponents({ name: 'SelectField' })[1]!.props('options')).toContainEqual([
            'peat-free',
            'peat-free',
        ])
    })
})
