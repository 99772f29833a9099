import { aPage, answering, asked, open, Refusal, router, sent } from '@/testing/page'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import PhonePage from './PhonePage.vue'

const message = (id: number, fields: Record<string, unknown> = {}): Record<string, unknown> => ({
    id,
    delivery_id: id,
    title: `Bed ${id}`,
    body: 'Wed 25 Nov, 7:15.',
    at: '',
    entry_id: 'bed',
    recurrence_id: 'once',
    task: true,
    routine: false,
    answered: false,
    ...fields,
})
let phone: VueWrapper
async function ring(...messages: unknown[]): Promise<void> {
    answering({ 'GET standins/phone': { messages } })
    phone = await open(PhonePage)
}
const presses = (): string[] => phone.findAll('.presses > .press').map((one) => one.text())

describe('the stand-in for a phone', () => {
    aPage()

    it('offers every answer that fits', async () => {
        await ring(message(1))
        expect([
            presses(),
            phone.find('[data-test=word-later]').exists(),
            phone.find('header b').text(),
        ]).toEqual([['Done', 'Let go', 'Open'], true, '1 unanswered'])
        phone.unmount()
        await ring(
            message(1, { routine: true }),
            message(2, { task: false }),
            message(3, { delivery_id: null, task: false }),
            message(4, { answered: true }),
        )
        await vi.advanceTimersByTimeAsync(3100)
        expect(presses()).toEqual(['Done', 'Skip', 'Open', 'Open', 'Open'])
        expect(phone.findAll('[data-test=word-later]')).toHaveLength(2)
    })
    it.each([
        ['phone-done', { answer: 'done' }],
        ['phone-skip', { answer: 'skip' }],
    ])('%s is sent', async (name, body) => {
        await ring(message(1))
        await phone.find(`[data-test=${name}]`).trigger('click')
        await flushPromises()
        expect(sent('POST reminders/1/answer')).toEqual(body)
    })
    it('puts off for as long as is chosen', async () => {
        await ring(message(1))
        phone.findComponent({ name: 'LaterChoice' }).vm.$emit('choose', 'evening')
        await flushPromises()
        expect(sent('POST reminders/1/answer')).toEqual({ answer: 'later', when: 'evening' })
    })
    it('says why an answer is refused', async () => {
        answering({ 'POST reminders/1/answer': new Refusal(409, { message: 'This was answered already.' }) })
        await ring(message(1))
        await phone.find('[data-test=phone-done]').trigger('click')
        await flushPromises()
        expect(phone.find('[role=alert]').text()).toBe('This was answered already.')
    })
    it('buzzes for each message that is new, and opens the day', async () => {
        await ring(message(1))
        answering({ 'GET standins/phone': { messages: [message(3), message(2), message(1)] } })
        await vi.advanceTimersByTimeAsync(3100)
        await flushPromises()
        expect(phone.find('[data-test=buzzes]').text()).toBe('buzzed 2 times')
        await phone
            .findAll('.presses > .press')
            .find((one) => one.text() === 'Open')
            ?.trigger('click')
        await flushPromises()
        expect([sent('POST reminders/3/answer'), router.currentRoute.value.path]).toEqual([
            { answer: 'seen' },
            '/day',
        ])
        expect(asked.filter((one) => one.method === 'POST')).toHaveLength(1)
    })
})
