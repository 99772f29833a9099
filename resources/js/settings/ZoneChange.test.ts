import { aPage, answering, open } from '@/testing/page'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import ZoneChange from './ZoneChange.vue'

describe('another time zone', () => {
    aPage()
    const begin = async (wall: { title: string; start: string }[]) => {
        answering({
            'GET account/zone': {
                wall,
                instant: wall.map((one) => ({ ...one, start: one.start.replace('T06', 'T00') })),
            },
        })
        const change = await open(ZoneChange, {
            props: { modelValue: 'wall', zone: 'America/New_York', clock: '24' },
        })
        await flushPromises()
        return change
    }
    it('shows the next week both ways, and keeps the time of day unless another is chosen', async () => {
        const change = await begin([{ title: 'Stretch', start: '2026-11-26T06:30:00' }])
        expect(change.findAll('ul').map((list) => list.text())).toEqual([
            'Thu 26 Nov 6:30 Stretch',
            'Thu 26 Nov 0:30 Stretch',
        ])
        expect(change.find('[data-test=keep-wall] input').element.matches(':checked')).toBe(true)
        await change.find('[data-test=keep-instant]').trigger('click')
        expect(change.emitted('update:modelValue')).toEqual([['instant']])
    })
    it('asks nothing where there is no routine', async () => {
        expect((await begin([])).find('[data-test=zone-change]').exists()).toBe(false)
    })
})
