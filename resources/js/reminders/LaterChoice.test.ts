import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import LaterChoice from './LaterChoice.vue'

const words = async (now: string): Promise<string[]> => {
    const choice = mount(LaterChoice, { props: { now }, attachTo: document.body })
    await choice.find('button').trigger('click')
    const said = [...document.querySelectorAll('[data-test^=later-]')].map(
        (one) => one.textContent?.trim() ?? '',
    )
    choice.unmount()
    return said
}

describe('when a reminder comes back', () => {
    it.each([
        ['2026-11-25T10:20:00', 'this evening', 'tomorrow morning'],
        ['2026-11-25T17:59:00', 'this evening', 'tomorrow morning'],
        ['2026-11-25T18:00:00', 'tomorrow evening', 'tomorrow morning'],
        ['2026-11-26T02:00:00', 'this evening', 'this morning'],
        ['2026-11-26T05:00:00', 'this evening', 'tomorrow morning'],
    ])('is named as the next one of its name, at %s', async (now, evening, morning) => {
        const said = await words(now)
        expect(said).toContain(evening)
        expect(said).toContain(morning)
    })
})
