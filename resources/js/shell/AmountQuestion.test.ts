import { aPage, open, sent } from '@/testing/page'
import { useView } from '@/state/view'
import { note } from '@/undo/useChanges'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import AmountQuestion from './AmountQuestion.vue'

/** The question as the page shows it: once something is ticked that is measured. */
const Asking = defineComponent(() => {
    const view = useView()
    view.amount ??= { entryId: 'run', recurrenceId: '2026-11-25T06:30:00', title: 'Hill run', unit: 'km' }
    return () => h('div', view.amount ? [h(AmountQuestion)] : 'answered')
})

describe('how much was done', () => {
    aPage()

    it('is asked in its unit, and noted with the tick', async () => {
        await open(Asking)
        const field = document.querySelector<HTMLInputElement>('[data-test=amount-number]')!
        expect(field.getAttribute('aria-label')).toBe('km')
        field.value = '8.5'
        field.dispatchEvent(new Event('input'))
        await flushPromises()
        document.querySelector('[data-test=amount] form')!.dispatchEvent(new Event('submit'))
        await flushPromises()
        expect(sent('PUT entries/run/occurrences/2026-11-25T06%3A30%3A00/done')).toEqual({ amount: 8.5 })
        expect(note.text).toBe('8.5 km noted with “Hill run”.')
    })
})
