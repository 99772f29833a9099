import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'
import TitleTooltip from './TitleTooltip.vue'

const words = (): string => document.querySelector('[data-test=tooltip]')?.textContent ?? ''
const over = (element: Element): void => {
    element.dispatchEvent(new PointerEvent('pointerover', { bubbles: true, pointerType: 'mouse' }))
}

describe('the tooltip', () => {
    beforeEach(() => {
        vi.useFakeTimers()
        document.body.innerHTML = '<button title="Fold it away">‹</button><p>beside</p>'
        vi.spyOn(Element.prototype, 'getBoundingClientRect').mockReturnValue(new DOMRect(10, 10, 20, 20))
    })
    afterEach(() => {
        vi.useRealTimers()
        vi.restoreAllMocks()
    })

    it('says the title of what the pointer rests on, which has it again afterwards', async () => {
        const tooltip = mount(TitleTooltip, { attachTo: document.body })
        const button = document.querySelector('button')!
        over(button)
        expect(button.hasAttribute('title')).toBe(false)
        await vi.advanceTimersByTimeAsync(1000)
        expect(words()).toBe('Fold it away')
        over(document.querySelector('p')!)
        await nextTick()
        expect(button.title).toBe('Fold it away')
        tooltip.unmount()
    })

    it('gives way to a key', async () => {
        const tooltip = mount(TitleTooltip, { attachTo: document.body })
        over(document.querySelector('button')!)
        document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }))
        await vi.advanceTimersByTimeAsync(1000)
        expect(words()).toBe('')
        tooltip.unmount()
        expect(document.querySelector('button')!.title).toBe('Fold it away')
    })
})
