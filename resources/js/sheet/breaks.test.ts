import DateField from '@/shared/DateField.vue'
import { flushPromises } from '@vue/test-utils'
import SelectField from '@/shared/SelectField.vue'
import ScopeChoice from '@/choice/ScopeChoice.vue'
import { aPage, account, answering, open } from '@/testing/page'
import { describe, expect, it } from 'vitest'
import { reactive } from 'vue'
import { blank, type Form } from './form'
import MoreFields from './MoreFields.vue'
import RhythmBreaks from './RhythmBreaks.vue'

const a = (fields: Partial<Form>): Form =>
    reactive({
        ...blank(
            {
                entryId: null,
                recurrenceId: null,
                date: null,
                fresh: { start: '2026-11-25T07:15', end: null, all_day: false },
            },
            account,
            undefined,
        ),
        ...fields,
    })

describe('single dates beside a rhythm', () => {
    aPage()
    it('are added once each, in order, seen and taken away', async () => {
        const form = a({ rule: 'FREQ=WEEKLY', extra_dates: ['2026-12-03'] })
        const breaks = await open(RhythmBreaks, { props: { modelValue: form } })
        await breaks.find('[data-test="word-also on"]').trigger('click')
        const field = breaks.findAllComponents(DateField).find((one) => one.props('label') === 'also on')
        for (const date of ['2026-11-28', '2026-11-28']) {
            field?.vm.$emit('update:modelValue', date)
            await flushPromises()
            const add = field?.element.parentElement?.querySelectorAll('button') ?? []
            ;[...add].find((one) => one.textContent === 'Add')?.click()
            await flushPromises()
        }
        expect(form.extra_dates).toEqual(['2026-11-28', '2026-12-03'])
        expect(breaks.find('[data-test="word-also on"]').text()).toContain(
            'Sat 28 Nov 2026 and Thu 3 Dec 2026',
        )
        await breaks.find('[aria-label="Take this date away"]').trigger('click')
        expect(form.extra_dates).toEqual(['2026-12-03'])
    })
    it('are not offered where the next one counts from the last finish', async () => {
        const breaks = await open(RhythmBreaks, {
            props: { modelValue: a({ rule: 'FREQ=DAILY', after_done: true }) },
        })
        expect([
            breaks.find('[data-test="word-pauses"]').exists(),
            breaks.find('[data-test="word-also on"]').exists(),
        ]).toEqual([true, false])
    })
})

describe('whose clocks a start goes by', () => {
    aPage()
    it('may be those of wherever one is, and of a zone again', async () => {
        const form = a({ end_zone: 'Asia/Tokyo' })
        const fields = await open(MoreFields, { props: { modelValue: form, mistakes: {} } })
        const clocks = fields.findAllComponents(SelectField)[0]!
        clocks.vm.$emit('update:modelValue', 'wherever')
        await flushPromises()
        expect([
            form.floating,
            form.zone,
            form.end_zone,
            fields.find('[data-test=end-zone]').exists(),
        ]).toEqual([true, null, null, false])
        clocks.vm.$emit('update:modelValue', 'Asia/Tokyo')
        await flushPromises()
        expect([form.floating, form.zone]).toEqual([false, 'Asia/Tokyo'])
    })
})

describe('how far a change reaches', () => {
    aPage()
    it('is not just this one where what was changed belongs to all, by press or by key', async () => {
        answering({
            'GET entries/e/reach': {
                onward: { from: null, count: 1, done: 0, moved: 0, edited: 0, skipped: 0 },
                whole: { from: null, count: 1, done: 0, moved: 0, edited: 0, skipped: 0 },
            },
        })
        const choice = await open(ScopeChoice, {
            props: { question: 'Save this for:', notOne: 'What was changed concerns all of them: rhythm.' },
        })
        expect([
            choice.find('[data-test=scope-one]').attributes('disabled'),
            choice.find('[data-test=not-one]').text(),
        ]).toEqual(['', 'What was changed concerns all of them: rhythm.'])
        await choice.find('[data-test=scope]').trigger('keydown', { key: '1' })
        expect(choice.emitted('choose')).toBeUndefined()
        await choice.find('[data-test=scope]').trigger('keydown', { key: '2' })
        expect(choice.emitted('choose')).toEqual([['onward']])
    })
})
