import type { CaptureReading } from '@/api/types'
import { aPage, answering, asked, changes, open, Refusal, sent } from '@/testing/page'
import { useView } from '@/state/view'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import CaptureLine from './CaptureLine.vue'

const reading = (fields: Partial<CaptureReading>): CaptureReading => ({
    today: '2026-11-25',
    title: 'Sow chicory',
    kind: 'task',
    calendar_id: 'plants',
    area_id: 'nursery',
    calendar: 'Plants',
    all_day: true,
    start: null,
    length: null,
    rule: null,
    in_words: null,
    due: null,
    not_before: null,
    around: null,
    importance: null,
    estimate: null,
    reminders: [],
    effort: null,
    labels: [],
    place: '',
    steps: [],
    template: null,
    theme_day: null,
    lead_ups: [],
    problems: [],
    other_time: null,
    other_date: null,
    others: [],
    aim: null,
    no_reminder: false,
    new_calendar: false,
    unknown_label: null,
    unknown_calendar: null,
    segments: [{ text: 'Sow chicory', role: 'title' }],
    ...fields,
})
let line: VueWrapper
const field = () => line.find('[data-test=capture]')
async function type(text: string): Promise<void> {
    await field().setValue(text)
    await vi.advanceTimersByTimeAsync(150)
    await flushPromises()
    await vi.dynamicImportSettled() // what was understood is a script of its own
    await flushPromises()
}
const facts = (): string[] => line.findAll('.fact').map((one) => one.text())
/** The sentence below the line, as one reads it. */
const sentence = (): string =>
    line
        .find('.facts')
        .text()
        .replaceAll('▾', '')
        .replace(/\s+/g, ' ')
        .replace(/ ([,.])/g, '$1')
/** A choice of a word of the sentence, pressed. */
async function press(word: string, choice: string): Promise<void> {
    await line.find(`[data-test="word-${word}"]`).trigger('click')
    await flushPromises()
    await line
        .findAll('.choices button')
        .find((one) => one.text() === choice)
        ?.trigger('click')
    await flushPromises()
}

describe('catching a line', () => {
    aPage()
    beforeEach(async () => {
        answering({ 'POST capture/reading': reading({}) })
        line = await open(CaptureLine)
    })

    it('asks what it would become once the typing rests, and asks only once', async () => {
        await field().setValue('Sow')
        await field().setValue('Sow chicory')
        expect(changes()).toEqual([])
        await vi.advanceTimersByTimeAsync(150)
        await flushPromises()
        await vi.dynamicImportSettled()
        await flushPromises()
        expect(changes()).toEqual(['POST capture/reading'])
        expect(sent('POST capture/reading')).toEqual({ line: 'Sow chicory' })
        expect(line.find('.facts b').text()).toBe('Sow chicory')
        expect(sentence()).toBe(
            'Sow chicory, a task, into the basket, thought to take no time yet, in Plants.',
        )
    })
    it('says that there is to be no reminder', async () => {
        answering({ 'POST capture/reading': reading({ start: '2026-11-26', no_reminder: true }) })
        await type('Lesson Thursday no reminder')
        expect(facts()).toEqual(['no reminder'])
    })
    it('says each thing it understood', async () => {
        answering({
            'POST capture/reading': reading({
                start: '2026-11-26T18:00:00',
                all_day: false,
                length: 60,
                in_words: 'every Thursday',
                rule: 'FREQ=WEEKLY;BYDAY=TH',
                due: '2026-11-27',
                importance: 'must',
                estimate: 45,
                reminders: ['-PT10M', '-P1D@18:00;mail'],
            }),
        })
        await type('Sow chicory every Thursday 18:00')
        expect(sentence()).toBe(
            'Sow chicory, a task, every Thursday from Thu 26 Nov 2026 at 18:00 for 1 h, in Plants.',
        )
        expect(facts()).toEqual([
            'due Fri 27 Nov',
            'must',
            'reminder 10 min before',
            'reminder 18:00 the day before, by mail',
        ])
        answering({
            'POST capture/reading': reading({
                around: '2027-W14',
                not_before: '2027-03-01',
                reminders: ['-PT0M@due'],
            }),
        })
        await type('Sow chicory around week 14')
        expect(facts()).toEqual(['not before Mon 1 Mar', 'around week 14 of 2027', 'reminder when it is due'])
        answering({ 'POST capture/reading': reading({ start: '2026-11-26', length: 3, kind: 'event' }) })
        await type('Stall for three days')
        expect(sentence()).toBe(
            'Sow chicory, an event, once on Thu 26 Nov 2026, all day for 3 days, in Plants.',
        )
    })
    it('marks what was more than title in what was typed', async () => {
        answering({
            'POST capture/reading': reading({
                segments: [
                    { text: 'Sow chicory ', role: 'title' },
                    { text: 'tomorrow', role: 'date' },
                ],
            }),
        })
        await type('Sow chicory tomorrow')
        expect(line.findAll('.known').map((one) => [one.text(), one.attributes('title')])).toEqual([
            ['tomorrow', 'date: press to leave it as it is written'],
        ])
    })
    it('keeps what was caught, empties the line and says where it went', async () => {
        answering({ 'POST capture': { id: 'e', title: 'Sow chicory', start: '2026-11-26', in_words: null } })
        await type('Sow chicory tomorrow')
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(sent('POST capture')).toEqual({
            line: 'Sow chicory tomorrow',
            kind: null,
            today: '2026-11-25',
        })
        expect((field().element as HTMLInputElement).value).toBe('')
        // The first time it says what else can be done.
        expect([note.text, note.undoable]).toEqual([
            'Caught “Sow chicory”, on Thu 26 Nov. A press on an empty hour takes one too.',
            true,
        ])
    })
    it('can be told that it is an event, where it has a day', async () => {
        await type('Sow chicory')
        await line.find('[data-test=word-kind]').trigger('click')
        await flushPromises()
        expect(line.findAll('.kind').map((one) => one.attributes('disabled') !== undefined)).toEqual([
            false,
            true,
        ])
        answering({
            'POST capture/reading': reading({ start: '2026-11-26' }),
            'POST capture': { id: 'e', title: 'Sow chicory', start: '2026-11-26', in_words: null },
        })
        await type('Sow chicory tomorrow')
        await press('kind', 'an event: it happens')
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(sent('POST capture')).toEqual({
            line: 'Sow chicory tomorrow',
            kind: 'event',
            today: '2026-11-25',
        })
    })
    it('loses nothing that was typed when it is refused', async () => {
        answering({
            'POST capture': new Refusal(422, {
                message: 'no',
                errors: { line: ['A title has at most 250 characters.'] },
            }),
        })
        await type('Sow chicory')
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(line.find('[role=alert]').text()).toBe('A title has at most 250 characters.')
        expect((field().element as HTMLInputElement).value).toBe('Sow chicory')
    })
    it('says that it was refused where one has gone on meanwhile, and offers the words again', async () => {
        answering({
            'POST capture': new Refusal(422, { message: 'no', errors: { line: ['There is no such day.'] } }),
        })
        await type('Sow chicory on 30 February')
        const pressed = field().trigger('keydown', { key: 'Enter' })
        await field().trigger('keydown', { key: 'Escape' })
        await pressed
        await flushPromises()
        expect((field().element as HTMLInputElement).value).toBe('')
        expect(note.text).toBe('“Sow chicory on 30 February” was not caught. There is no such day.')
        note.presses[0]!.go()
        await flushPromises()
        expect((field().element as HTMLInputElement).value).toBe('Sow chicory on 30 February')
    })
    it('makes one entry of two presses of Enter', async () => {
        answering({ 'POST capture': { id: 'e', title: 'Sow chicory', start: null, in_words: null } })
        await type('Sow chicory')
        void field().trigger('keydown', { key: 'Enter' })
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(changes().filter((one) => one === 'POST capture')).toHaveLength(1)
    })
    it('takes up again what was typed and not saved', async () => {
        await type('Sow chicory')
        await vi.advanceTimersByTimeAsync(400)
        line.unmount()
        line = await open(CaptureLine)
        await flushPromises()
        expect((field().element as HTMLInputElement).value).toBe('Sow chicory')
        await field().trigger('keydown', { key: 'Escape' })
        await vi.advanceTimersByTimeAsync(400)
        line.unmount()
        line = await open(CaptureLine)
        await flushPromises()
        expect((field().element as HTMLInputElement).value).toBe('')
    })
    it('keeps what was typed on while the answer was under way', async () => {
        answering({ 'POST capture': { id: 'e', title: 'Sow chicory', start: null, in_words: null } })
        await type('Sow chicory')
        const pressed = field().trigger('keydown', { key: 'Enter' })
        await field().setValue('Sow chicory and cress')
        await pressed
        await flushPromises()
        expect((field().element as HTMLInputElement).value).toBe('Sow chicory and cress')
        expect(note.text).toContain('Caught “Sow chicory”, in the basket.')
    })
    it('goes back to where one was, with Escape and with Enter', async () => {
        const before = document.createElement('button')
        document.body.append(before)
        before.focus()
        await field().trigger('focus', { relatedTarget: before })
        await type('Sow')
        await field().trigger('keydown', { key: 'Escape' })
        expect((field().element as HTMLInputElement).value).toBe('')
        expect(document.activeElement).toBe(before)
        expect(asked.some((one) => one.path === 'capture')).toBe(false)
    })
    it('asks before it lays something over a protected block, and Enter once more says so', async () => {
        answering({
            'POST capture': new Refusal(422, {
                message: '“Quiet hour” is protected. Lay it over that all the same?',
                errors: { protected: ['“Quiet hour” is protected. Lay it over that all the same?'] },
            }),
        })
        await type('Call tomorrow at 9')
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect([sent('POST capture'), (field().element as HTMLInputElement).value]).toEqual([
            expect.not.objectContaining({ over_protected: true }),
            'Call tomorrow at 9',
        ])
        expect(line.text()).toContain(
            '“Quiet hour” is protected. Lay it over that all the same? Press Enter once more.',
        )
        answering({
            'POST capture': { id: 'e', title: 'Call', start: '2026-11-26T09:00:00', in_words: null },
        })
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(sent('POST capture')).toMatchObject({ line: 'Call tomorrow at 9', over_protected: true })
    })
    it('does not catch nothing', async () => {
        await type('   ')
        await field().trigger('keydown', { key: 'Enter' })
        expect(changes()).toEqual([])
        expect(line.find('[data-test=understood]').exists()).toBe(false)
    })
    it('leaves a word as it is written when it is pressed, and understands it again', async () => {
        answering({
            'POST capture/reading': reading({
                segments: [
                    { text: 'Read ', role: 'title' },
                    { text: 'tomorrow', role: 'date' },
                ],
            }),
        })
        await type('Read tomorrow')
        await line.find('[data-test=piece]').trigger('click')
        await vi.advanceTimersByTimeAsync(150)
        await flushPromises()
        expect(sent('POST capture/reading')).toEqual({ line: 'Read tomorrow', plain: [5] })
        await line.find('[data-test=understand-again]').trigger('click')
        await flushPromises()
        expect(sent('POST capture/reading')).toEqual({ line: 'Read tomorrow' })
    })
    it('says what there is not, and offers the other half of the day', async () => {
        answering({
            'POST capture/reading': reading({
                problems: ['“31 November” does not exist.'],
                start: '2026-11-25T21:00:00',
                all_day: false,
                other_time: '09:00',
                segments: [
                    { text: 'Call ', role: 'title' },
                    { text: 'at 9', role: 'time' },
                ],
            }),
        })
        await type('Call at 9')
        expect(line.find('.mistake').text()).toBe('“31 November” does not exist.')
        await line.find('[data-test=other-time]').trigger('click')
        expect((field().element as HTMLInputElement).value).toBe('Call at 09:00')
    })
    it('offers the other day that the words may mean', async () => {
        answering({
            'POST capture/reading': reading({
                start: '2026-12-04',
                other_date: '2026-11-27',
                segments: [
                    { text: 'Call ', role: 'title' },
                    { text: 'next Friday', role: 'date' },
                ],
            }),
        })
        await type('Call next Friday')
        expect(line.find('[data-test=other-date]').text()).toBe('rather Fri 27 Nov')
        await line.find('[data-test=other-date]').trigger('click')
        expect((field().element as HTMLInputElement).value).toBe('Call on 27 Nov 2026')
    })
    it('makes a label of a name that nothing carries yet', async () => {
        answering({
            'POST capture/reading': reading({ title: 'Order fleece #potting', unknown_label: 'potting' }),
            'POST capture': { id: 'a', title: 'Order fleece', start: null, in_words: null },
        })
        await type('Order fleece #potting')
        expect(line.find('[data-test=new-label]').text()).toBe('make the label “potting”')
        await line.find('[data-test=new-label]').trigger('click')
        await flushPromises()
        const body = { line: 'Order fleece #potting', new_labels: ['potting'] }
        expect(sent('POST capture/reading')).toEqual(body)
        await field().trigger('keydown.enter')
        await flushPromises()
        expect(sent('POST capture')).toMatchObject(body)
    })
    it('makes a calendar of a name that there is not yet', async () => {
        const title = 'Water ferns'
        answering({
            'POST capture/reading': reading({ title: `${title}, cal Garden`, unknown_calendar: 'Garden' }),
            'POST capture': { id: 'a', title, start: null, in_words: null },
        })
        await type(`${title}, cal Garden`)
        expect(line.find('[data-test=new-calendar]').text()).toBe('make the calendar “Garden”')
        answering({
            'POST capture/reading': reading({
                title,
                calendar: 'Garden',
                calendar_id: null,
                new_calendar: true,
            }),
        })
        await line.find('[data-test=new-calendar]').trigger('click')
        await flushPromises()
        const body = { line: `${title}, cal Garden`, new_calendar: 'Garden' }
        expect(sent('POST capture/reading')).toEqual(body)
        expect(sentence()).toContain('in the new calendar Garden')
        await field().trigger('keydown.enter')
        await flushPromises()
        expect(sent('POST capture')).toMatchObject(body)
    })
    describe('that means two entries', () => {
        const run = { title: 'Run', start: '2026-11-26T07:00:00', all_day: false, length: 30 }
        const text = 'Run Thu at 7 and Sat at 10'
        beforeEach(async () => {
            answering({
                'POST capture/reading': reading({
                    title: text,
                    problems: ['This sounds like several entries.'],
                    segments: [{ text, role: 'title' }],
                    parts: [
                        reading({
                            ...run,
                            segments: [
                                { text: 'Run ', role: 'title' },
                                { text: 'Thu', role: 'date' },
                                { text: ' ', role: 'title' },
                                { text: 'at 7', role: 'time' },
                            ],
                        }),
                        reading({
                            ...run,
                            start: '2026-11-28T10:00:00',
                            segments: [
                                { text: 'Run ', role: 'title' },
                                { text: 'Sat at 10', role: 'date' },
                            ],
                        }),
                    ],
                }),
                'POST capture': { id: 'a', title: 'Run', start: run.start, in_words: null },
            })
            await type(text)
        })
        it('shows both, and saves both', async () => {
            expect(line.findAll('[data-test=parts] li')).toHaveLength(2)
            expect(line.find('[data-test=parts] li + li').text()).toContain('Sat 28 Nov')
            expect(line.find('.mistake').exists()).toBe(false)
            await field().trigger('keydown.enter')
            await flushPromises()
            expect(sent('POST capture')).toMatchObject({ line: text })
            expect(note.text).toContain('Caught 2 entries: “Run”, “Run”')
        })
        it('says them one after the other where a word of one is changed', async () => {
            const words = line.findAll('[data-test=parts] li')[1]!
            await words.find('[aria-label^=length]').trigger('click')
            await flushPromises()
            document.querySelector<HTMLElement>('[data-test=lasts-60]')!.click()
            await flushPromises()
            expect((field().element as HTMLInputElement).value).toBe('Run Thu at 7; Run Sat at 10 for 60 min')
        })
        it('is one where that is pressed', async () => {
            answering({ 'POST capture/reading': reading({ title: text, problems: ['Several.'] }) })
            await line.find('[data-test=as-one]').trigger('click')
            await flushPromises()
            expect(sent('POST capture/reading')).toEqual({ line: text, one_entry: true })
            expect(line.find('[data-test=parts]').exists()).toBe(false)
            expect(line.find('.mistake').text()).toBe('Several.')
            await line.find('[data-test=as-several]').trigger('click')
            await flushPromises()
            expect(sent('POST capture/reading')).toEqual({ line: text })
        })
    })
    it('offers what else the words may mean', async () => {
        answering({
            'POST capture/reading': reading({
                rule: 'FREQ=WEEKLY;INTERVAL=3;BYDAY=TH',
                others: [
                    {
                        words: 'rather the third Thursday of each month',
                        line: 'Call on the third Thursday of each month at 9',
                    },
                ],
                segments: [
                    { text: 'Call ', role: 'title' },
                    { text: 'every third Thursday', role: 'rhythm' },
                    { text: ' ', role: 'title' },
                    { text: 'at 9', role: 'time' },
                ],
            }),
        })
        await type('Call every third Thursday at 9')
        expect(line.find('[data-test=other-reading]').text()).toBe('rather the third Thursday of each month')
        await line.find('[data-test=other-reading]').trigger('click')
        expect((field().element as HTMLInputElement).value).toBe(
            'Call on the third Thursday of each month at 9',
        )
    })
    it('writes a word of the sentence that is changed into the line', async () => {
        answering({
            'POST capture/reading': reading({
                start: '2026-11-26T09:00:00',
                all_day: false,
                length: 60,
                segments: [
                    { text: 'Call ', role: 'title' },
                    { text: 'tomorrow at 9', role: 'date' },
                ],
            }),
        })
        await type('Call tomorrow at 9')
        await press('length', '30 min')
        expect((field().element as HTMLInputElement).value).toBe('Call tomorrow at 9 for 30 min')
        await type('Call tomorrow at 9')
        await press('how often', 'every week')
        expect((field().element as HTMLInputElement).value).toBe('Call tomorrow at 9 every week')
        await type('Call tomorrow at 9')
        await press('day', 'into the basket')
        expect((field().element as HTMLInputElement).value).toBe('Call')
    })
    it('is gone down from by a key to the underlined words, which are left plain by one', async () => {
        answering({
            'POST capture/reading': reading({
                segments: [
                    { text: 'Read ', role: 'title' },
                    { text: 'Sunday', role: 'date' },
                    { text: ' ', role: 'title' },
                    { text: 'at 9', role: 'time' },
                ],
            }),
        })
        await field().trigger('focus')
        await type('Read Sunday at 9')
        await field().trigger('keydown', { key: 'ArrowDown' })
        expect(document.activeElement?.textContent?.trim()).toBe('Sunday')
        await line.findAll('[data-test=piece]')[0]?.trigger('keydown', { key: 'ArrowRight' })
        expect(document.activeElement?.textContent?.trim()).toBe('at 9')
        await line.findAll('[data-test=piece]')[1]?.trigger('keydown', { key: 'Delete' })
        await vi.advanceTimersByTimeAsync(150)
        await flushPromises()
        expect(sent('POST capture/reading')).toEqual({ line: 'Read Sunday at 9', plain: [12] })
        expect(document.activeElement).toBe(field().element)
    })
    it('shows where it would stand while it is written, and offers to show and open what was caught', async () => {
        answering({
            'POST capture/reading': reading({ start: '2026-11-26T18:00:00', all_day: false, length: 60 }),
            'POST capture': { id: 'e', title: 'Sow chicory', start: '2026-11-26T18:00:00', in_words: null },
        })
        await field().trigger('focus')
        await type('Sow chicory tomorrow at 18:00')
        expect(useView().read[0]).toMatchObject({
            title: 'Sow chicory',
            start: '2026-11-26T18:00:00',
            length: 60,
        })
        await field().trigger('keydown', { key: 'Enter' })
        await flushPromises()
        expect(useView().read).toEqual([])
        expect(note.presses.map((press) => press.words)).toEqual(['Show', 'Open'])
        note.presses[1]?.go()
        expect(useView().sheet).toMatchObject({ entryId: 'e' })
    })
})
