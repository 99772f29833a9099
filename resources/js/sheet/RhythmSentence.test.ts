import { flushPromises } from '@vue/test-utils'
import DateField from '@/shared/DateField.vue'
import { aPage, account, open } from '@/testing/page'
import type { VueWrapper } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { reactive } from 'vue'
import { blank, giveDay, setDate, setTime, type Form } from './form'
import RhythmSentence from './RhythmSentence.vue'
import SentenceWord from '@/shared/SentenceWord.vue'

const PRESSES = {
    every_day: 'FREQ=DAILY',
    weekdays: 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
    weekly: 'FREQ=WEEKLY;BYDAY=WE',
    fortnightly: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=WE',
    monthly_by_date: 'FREQ=MONTHLY;BYMONTHDAY=25',
    monthly_by_weekday: 'FREQ=MONTHLY;BYDAY=4WE',
    last_day: 'FREQ=MONTHLY;BYMONTHDAY=-1',
    yearly: 'FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=25',
}
let form: Form
let sentence: VueWrapper
async function say(fields: Partial<Form>): Promise<void> {
    form = reactive({
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
    sentence = await open(RhythmSentence, { props: { modelValue: form, presses: PRESSES } })
}
/** What it reads as, without the arrows of its words. */
const words = (): string =>
    sentence
        .text()
        .replace(/\s*▾/g, '')
        .replace(/\s+/g, ' ')
        .replace(/ ([,.])/g, '$1')
const word = (label: string) =>
    sentence.findAllComponents(SentenceWord).find((one) => one.props('label') === label)
async function openWord(label: string): Promise<VueWrapper> {
    const found = word(label)
    if (!found) throw new Error(`There is no word “${label}”.`)
    await found.find('button.word').trigger('click')
    return found as unknown as VueWrapper
}
const pressIn = async (label: string, text: string): Promise<void> =>
    (await openWord(label))
        .findAll('button.press')
        .find((one) => one.text() === text)
        ?.trigger('click')
const type = async (label: string, text: string): Promise<void> => {
    const field = (await openWord(label)).find('input')
    await field.setValue(text)
    await field.trigger('blur')
}

describe('when and how often, as a sentence', () => {
    aPage()

    it('reads as a sentence, whatever it says', async () => {
        await say({ start: null })
        expect(words()).toMatch(/^It waits in the basket, without a day\./)
        await say({ rule: 'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,TH' })
        expect(words()).toMatch(/^Every 2 weeks on MoTuWeThFrSaSu, from/)
        await say({ rule: 'FREQ=MONTHLY;BYMONTHDAY=22' })
        expect(words()).toMatch(/^Every month on the 22nd, from/)
        await say({ rule: 'FREQ=MONTHLY;BYDAY=-1FR;COUNT=1' })
        expect(words()).toMatch(/^Every month on the last Friday, from/)
        expect(words()).toContain('for 1 time')
        await say({ rule: 'FREQ=DAILY;INTERVAL=28', after_done: true })
        expect(words()).toMatch(/^28 days after it is done, first on/)
        await say({ rule: 'FREQ=YEARLY;UNTIL=20301231' })
        expect(words()).toContain('until 31 Dec')
    })
    it.each([
        ['1', '1st'],
        ['2', '2nd'],
        ['3', '3rd'],
        ['4', '4th'],
        ['11', '11th'],
        ['12', '12th'],
        ['13', '13th'],
        ['21', '21st'],
        ['31', '31st'],
    ])('calls the %s the %s', async (day, said) => {
        await say({ rule: `FREQ=MONTHLY;BYMONTHDAY=${day}` })
        expect(word('which day')?.props('words')).toBe(`the ${said}`)
    })
    it('takes another unit, and keeps how often and how long', async () => {
        await say({ rule: 'FREQ=WEEKLY;INTERVAL=3;COUNT=5;BYDAY=WE' })
        await pressIn('every', 'months')
        expect(form.rule).toBe('FREQ=MONTHLY;INTERVAL=3;COUNT=5;BYMONTHDAY=25')
        await pressIn('every', 'days')
        expect(form.rule).toBe('FREQ=DAILY;INTERVAL=3;COUNT=5')
    })
    it('after it is done there are only units', async () => {
        await say({ rule: 'FREQ=DAILY;INTERVAL=28', after_done: true })
        await pressIn('every', 'months')
        expect(form.rule).toBe('FREQ=MONTHLY;INTERVAL=28')
    })
    it('takes a number that makes sense, and no other', async () => {
        await say({ rule: 'FREQ=DAILY' })
        await type('every', '14')
        expect(form.rule).toBe('FREQ=DAILY;INTERVAL=14')
        for (const odd of ['0', '-3', '1000', 'x', '']) await type('every', odd)
        expect(form.rule).toBe('FREQ=DAILY;INTERVAL=14')
        await type('every', '1')
        expect(form.rule).toBe('FREQ=DAILY')
    })
    it('turns weekdays, in their order, and never the last one off', async () => {
        await say({ rule: 'FREQ=WEEKLY;BYDAY=WE' })
        const day = (title: string) =>
            sentence.findAll('.day').find((one) => one.attributes('title') === title)
        await day('Sunday')?.trigger('click')
        await day('Monday')?.trigger('click')
        expect(form.rule).toBe('FREQ=WEEKLY;BYDAY=MO,WE,SU')
        await day('Monday')?.trigger('click')
        await day('Sunday')?.trigger('click')
        await day('Wednesday')?.trigger('click')
        expect(form.rule).toBe('FREQ=WEEKLY;BYDAY=WE')
    })
    it('keeps its weekdays when the unit it has is pressed', async () => {
        await say({ rule: 'FREQ=WEEKLY;BYDAY=MO,TH' })
        await pressIn('every', 'week')
        expect(form.rule).toBe('FREQ=WEEKLY;BYDAY=MO,TH')
    })
    it('shows the weekday of its start where its rule names none, and keeps it beside another', async () => {
        await say({ rule: 'FREQ=WEEKLY' })
        const day = (title: string) =>
            sentence.findAll('.day').find((one) => one.attributes('title') === title)
        expect(day('Wednesday')?.attributes('aria-pressed')).toBe('true')
        await day('Monday')?.trigger('click')
        expect(form.rule).toBe('FREQ=WEEKLY;BYDAY=MO,WE')
    })
    it('does not call an hour that its rhythm does not have, and can give up those it names', async () => {
        await say({ rule: 'FREQ=WEEKLY;BYDAY=WE;BYHOUR=8,12' })
        expect(word('time')?.props('words')).toBe('the hours of its rhythm')
        await pressIn('every', 'days')
        await pressIn('every', 'day')
        expect(form.rule).toBe('FREQ=DAILY;BYHOUR=8,12')
        await pressIn('time', 'only at 7:15')
        expect(form.rule).toBe('FREQ=DAILY')
    })
    it.each([
        ['FREQ=MONTHLY;BYDAY=-2MO', /^Every month on the last but one Monday, from/],
        ['FREQ=MONTHLY;BYDAY=5FR', /^Every month on the fifth Friday, from/],
        ['FREQ=MONTHLY', /^Every month on the 25th, from/],
        ['FREQ=HOURLY;INTERVAL=3', /^Every 3 hours, from/],
        ['FREQ=MINUTELY;INTERVAL=45', /^Every 45 minutes, from/],
        [
            'FREQ=MONTHLY;BYDAY=MO,TU;BYSETPOS=-1',
            /^Every month on the chosen days, and what else its rhythm says, from/,
        ],
        ['FREQ=DAILY;BYMONTH=6', /^Every day, and what else its rhythm says, from/],
        ['FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=25', /^Every year, from/],
        ['FREQ=YEARLY;BYWEEKNO=20', /^Every year, and what else its rhythm says, from/],
    ])('%s is said as it is', async (rule, said) => {
        await say({ rule })
        expect(words()).toMatch(said)
    })
    it('says its length in days where it lasts for more than one, and takes an end on another day', async () => {
        await say({})
        const length = await openWord('length')
        await length.find('[data-test=length]').setValue('90000000')
        await length.find('[data-test=length]').trigger('blur')
        expect([form.end, length.find('[role=alert]').text()]).toEqual([
            '2026-11-25T07:45:00',
            'An entry lasts up to 366 days.',
        ])
        const ends = length.findAllComponents(DateField)[0]!
        ends.vm.$emit('update:modelValue', '2026-11-27')
        await flushPromises()
        expect([form.end, word('length')?.props('words')]).toEqual(['2026-11-27T07:45:00', '2 days 30 min'])
        ends.vm.$emit('update:modelValue', '2026-11-24')
        await flushPromises()
        expect([form.end, length.find('[role=alert]').exists()]).toEqual(['2026-11-27T07:45:00', true])
        await length.find('[data-test=length]').setValue('1440')
        await length.find('[data-test=length]').trigger('blur')
        expect([form.end, word('length')?.props('words')]).toEqual(['2026-11-26T07:15:00', '1 day'])
    })
    it('takes another day of the month', async () => {
        await say({ rule: 'FREQ=MONTHLY;BYMONTHDAY=25' })
        await pressIn('which day', 'the last day')
        expect(form.rule).toBe('FREQ=MONTHLY;BYMONTHDAY=-1')
        await pressIn('which day', 'the same weekday of the month')
        expect([form.rule, word('which day')?.props('words')]).toEqual([
            'FREQ=MONTHLY;BYDAY=4WE',
            'the fourth Wednesday',
        ])
    })
})

describe('a form', () => {
    it('keeps its hour when the day changes, and its length when the hour does', () => {
        const one = blank(
            {
                entryId: null,
                recurrenceId: null,
                date: null,
                fresh: { start: '2026-11-25T07:15', end: null, all_day: false },
            },
            account,
            undefined,
        )
        expect([one.start, one.end]).toEqual(['2026-11-25T07:15', '2026-11-25T07:45:00'])
        setDate(one, '2026-12-01')
        expect([one.start, one.end]).toEqual(['2026-12-01T07:15:00', '2026-12-01T07:45:00'])
        setTime(one, 23 * 60 + 50)
        expect([one.start, one.end]).toEqual(['2026-12-01T23:50:00', '2026-12-02T00:20:00'])
        setDate(one, null)
        expect([one.start, one.end, one.rule]).toEqual([null, null, null])
        giveDay(one, '2026-11-25')
        expect([one.start, one.end, one.all_day]).toEqual([
            '2026-12-01T23:50:00',
            '2026-12-02T00:20:00',
            false,
        ])
    })
})
