import { flushPromises } from '@vue/test-utils'
import SelectField from '@/shared/SelectField.vue'
import TimeField from '@/shared/TimeField.vue'
import { aPage, account, open, press } from '@/testing/page'
import type { VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { reactive } from 'vue'
import { blank, type Form } from './form'
import MissedChoice from './MissedChoice.vue'
import ReminderList from './ReminderList.vue'
import WaitingFields from './WaitingFields.vue'

describe('a time of day', () => {
    aPage()
    const field = async (minute: number | null, clock: '24' | '12' = '24'): Promise<VueWrapper> =>
        open(TimeField, { props: { minute, clock, label: 'From' } })
    const write = async (one: VueWrapper, text: string): Promise<void> => {
        await one.find('input').setValue(text)
    }

    it('is written as the account’s clock writes it', async () => {
        expect((await field(435)).find('input').element.value).toBe('7:15')
        expect((await field(435, '12')).find('input').element.value).toBe('7:15 am')
        expect((await field(null)).find('input').element.value).toBe('')
    })
    it.each([
        ['18:30', 1110],
        ['6.30 pm', 1110],
        ['7', 420],
        ['0715', 435],
        ['12 am', 0],
    ])('%s is read', async (text, minute) => {
        const one = await field(0)
        await write(one, text)
        expect(one.emitted('choose')).toEqual([[minute]])
        expect(one.find('[role=alert]').exists()).toBe(false)
    })
    it('keeps what is odd and says how it is written', async () => {
        const one = await field(435)
        await write(one, '25:99')
        expect([
            one.emitted('choose'),
            one.find('input').element.value,
            one.find('[role=alert]').text(),
        ]).toEqual([undefined, '25:99', 'A time is written like 7:15.'])
        await write(one, '7:15')
        expect([one.find('[role=alert]').exists(), one.find('input').element.value]).toEqual([false, '7:15'])
    })
})

describe('the reminders of an entry', () => {
    aPage()
    let list: VueWrapper
    const shown = (): string[] => list.findAll('.set').map((one) => one.text().replace('×', ''))
    async function begin(reminders: string[] | null, props: Record<string, unknown> = {}): Promise<void> {
        list = await open(ReminderList, {
            props: {
                modelValue: reminders,
                'onUpdate:modelValue': (next: string[] | null) => list.setProps({ modelValue: next }),
                allDay: false,
                ...props,
            },
        })
    }
    const given = (): unknown => list.props('modelValue' as never)

    it('follow the calendar until it has its own, and again when asked', async () => {
        await begin(null, { inherited: ['-PT10M'] })
        expect(list.find('[data-test=follows]').text()).toBe('As its calendar: 10 min before.')
        await list.find('[data-test=own-reminders]').trigger('click')
        expect(given()).toEqual(['-PT10M'])
        await list.find('.set button').trigger('click')
        expect(given()).toEqual([])
        expect(list.text()).toContain('No reminder.')
        await list.find('.back').trigger('click')
        expect(given()).toBeNull()
    })
    it('are added by press, in the ways that are chosen, each moment once', async () => {
        await begin([])
        await list.find('[data-test="remind-PT30M"]').trigger('click')
        expect(given()).toEqual(['-PT30M'])
        await list.find('[data-test=channel-mail]').trigger('click')
        await list.find('[data-test="remind-PT30M;screen,mail"]').trigger('click')
        expect(given()).toEqual(['-PT30M;screen,mail'])
        expect(shown()).toHaveLength(1)
    })
    it('come by at least one way', async () => {
        await begin([])
        await list.find('[data-test=channel-screen]').trigger('click')
        expect(list.find('[data-test=channel-screen]').attributes('aria-pressed')).toBe('true')
    })
    const field = (css: string) =>
        list.findAllComponents(SelectField).find((one) => one.element === list.find(css).element)
    const anchors = (): string[] =>
        ((field('[data-test=anchor]')?.vm.$props as { options?: [string, string][] })?.options ?? []).map(
            ([, words]) => words,
        )
    it('can be reckoned from the end, the due time and the time to leave, where there are any', async () => {
        await begin([])
        expect(anchors()).toEqual(['start', 'end'])
        await begin([], { hasDue: true, hasTravel: true })
        expect(anchors()).toEqual(['start', 'end', 'due time', 'time to leave'])
        field('[data-test=anchor]')?.vm.$emit('update:modelValue', 'leave')
        await flushPromises()
        await list
            .findAll('.offers .press')
            .find((one) => one.attributes('data-test')?.startsWith('remind-PT10M'))
            ?.trigger('click')
        expect(given()).toEqual(['-PT10M@leave'])
        await begin([], { allDay: true })
        expect(list.find('[data-test=anchor]').exists()).toBe(false)
        expect(list.findAll('[data-test^=remind-]')).toHaveLength(0)
    })
    it('fall at a clock time on a day before', async () => {
        await begin([], { allDay: true })
        field('.clock .select')?.vm.$emit('update:modelValue', 1)
        await flushPromises()
        await list.find('[data-test=time]').setValue('18:00')
        await list.findAll('.clock .press').at(-1)?.trigger('click')
        expect(given()).toEqual(['-P1D@18:00'])
    })
    it('are ten at most', async () => {
        await begin(Array.from({ length: 10 }, (_, i) => `-PT${i + 100}M`))
        await list.find('[data-test="remind-PT30M"]').trigger('click')
        expect(shown()).toHaveLength(10)
    })
})

describe('what becomes of it when it is missed', () => {
    aPage()

    it('is one of three', async () => {
        const choice: VueWrapper = await open(MissedChoice, { props: { modelValue: 'hold' } })
        expect(choice.findAll('[role=radio]').map((one) => one.attributes('aria-checked'))).toEqual([
            'true',
            'false',
            'false',
        ])
        await choice.find('[data-test=missed-lapse]').trigger('click')
        expect(choice.emitted('update:modelValue')).toEqual([['lapse']])
    })
})

describe('what waits', () => {
    aPage()
    const fields = async (given: Partial<Form>): Promise<[Form, VueWrapper]> => {
        const form = reactive({
            ...blank({ entryId: null, recurrenceId: null, date: null }, account, undefined),
            ...given,
        })
        return [
            form,
            await open(WaitingFields, {
                props: { modelValue: form, mistakes: { around: ['There is no week 54.'] } },
            }),
        ]
    }

    it('comes up around a week; its year is for the server to say', async () => {
        const [form, part] = await fields({ around: '2027-W03' })
        const week = part.find('[data-test=around]')
        expect((week.element as HTMLInputElement).value).toBe('3')
        await week.setValue(14)
        await week.trigger('blur')
        expect(form.around).toBe('W14')
        expect((week.element as HTMLInputElement).value).toBe('14')
        await week.setValue('')
        await week.trigger('blur')
        expect(form.around).toBeNull()
        expect(part.find('.mistake').text()).toBe('There is no week 54.')
    })
    it('waits for someone, and only then can one ask again', async () => {
        const [form, part] = await fields({})
        expect(part.find('[data-test="word-ask again"]').exists()).toBe(false)
        await part.find('[data-test=waiting-for]').setValue('the roofer')
        expect(form.waiting_for).toBe('the roofer')
        expect(part.find('[data-test="word-ask again"]').text()).toContain('on no day')
    })
    it('with a day it has no week and no earliest day', async () => {
        const [, part] = await fields({ start: '2026-11-25' })
        expect(part.find('[data-test=around]').exists()).toBe(false)
        await press('Escape')
    })
})
