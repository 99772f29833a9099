import type { Import } from '@/api/types'
import { aPage, answering, changes, open, Refusal, sent } from '@/testing/page'
import { note } from '@/undo/useChanges'
import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import FilesPanel from './FilesPanel.vue'

// How much has gone is told by what this test environment has not; api/upload.test.ts holds it.
vi.mock('@/api/upload', () => ({
    sendWithProgress: (request: Request) => fetch(request),
    sentShare: { value: null },
}))

const found = (fields: Partial<Import> = {}): Import => ({
    id: 'i',
    name: 'stalls.ics',
    size: 900,
    fault: null,
    total: 3,
    read: 3,
    counts: { new: 2, same: 0, newer: 0, older: 0, refused: 1 },
    calendars: [{ name: 'Stalls', colour: null, entries: 2 }],
    lines: {
        new: [{ title: 'Market', kind: 'event', start: '2026-12-05', repeats: true, says: '' }],
        same: [],
        newer: [],
        older: [],
        refused: [
            {
                title: 'Last year',
                kind: null,
                start: null,
                repeats: false,
                says: 'It is an entry of a diary.',
            },
        ],
        repaired: [],
    },
    taking: null,
    table: null,
    ...fields,
})
let panel: VueWrapper
const within = (css: string): HTMLElement | null => document.querySelector<HTMLElement>(css)
async function choose(): Promise<void> {
    const field = within('.n-upload-file-input') as HTMLInputElement
    Object.defineProperty(field, 'files', { value: [new File(['BEGIN:VCALENDAR'], 'stalls.ics')] })
    field.dispatchEvent(new Event('change'))
    await flushPromises()
    await flushPromises()
    await flushPromises()
}

describe('bringing a file in', () => {
    aPage()
    beforeEach(async () => {
        answering({
            'POST imports': found({ read: 0 }),
            'POST imports/i/read': found(),
            'GET feeds': { feeds: [] },
        })
        panel = await open(FilesPanel)
        await flushPromises()
    })
    // What is left behind is given up, while there is still somebody to ask.
    afterEach(async () => {
        panel.unmount()
        await flushPromises()
    })

    it('reads it to its end and says what is in it, what cannot be kept first', async () => {
        await choose()
        expect(within('[data-test=import-counts]')?.textContent).toBe('2 new, 1 that cannot be kept.')
        expect(within('[data-test=import-line]')?.textContent).toContain('It is an entry of a diary.')
        expect(changes()).toEqual(['POST imports', 'POST imports/i/read'])
    })
    it('takes it in by one press, into the calendar for new entries unless another is chosen', async () => {
        answering({ 'POST imports/i/take': { added: 2, changed: 0, left: 1 } })
        await choose()
        within('[data-test=import-take]')?.click()
        await flushPromises()
        expect(sent('POST imports/i/take')).toEqual({
            targets: [{ calendar_id: 'plants' }],
            known: 'newer',
        })
        expect([note.text, note.undoable]).toEqual(['2 entries came in.', true])
        expect(within('.n-upload-file-input')).not.toBeNull()
    })
    it('waits for a long file, which is taken in apart, and says when it is in', async () => {
        vi.useFakeTimers()
        const taking = (state: 'waiting' | 'taking' | 'done', done: object | null = null): Import =>
            found({ taking: { state, done, trouble: null } as Import['taking'] })
        answering({ 'POST imports/i/take': taking('waiting'), 'GET imports/i': taking('taking') })
        await choose()
        within('[data-test=import-take]')?.click()
        await flushPromises()
        expect(within('[data-test=import-apart]')?.textContent).toContain('3 entries wait to come in.')
        expect(within('[data-test=import-stop]')).not.toBeNull()
        await vi.advanceTimersByTimeAsync(1600)
        await flushPromises()
        expect(within('[data-test=import-apart]')?.textContent).toContain('3 entries are coming in')
        expect(within('[data-test=import-stop]')).toBeNull()
        answering({ 'GET imports/i': taking('done', { added: 3, changed: 0, left: 0 }) })
        await vi.advanceTimersByTimeAsync(1600)
        await flushPromises()
        expect([note.text, note.undoable]).toEqual(['3 entries came in.', true])
        expect(within('[data-test=import-apart]')).toBeNull()
        vi.useRealTimers()
    })
    it('shows a long file again that did not come in, with the reason', async () => {
        const trouble = 'It was stopped before anything came in.'
        answering({
            'POST imports/i/take': found({ taking: { state: 'failed', done: null, trouble } }),
        })
        await choose()
        within('[data-test=import-take]')?.click()
        await flushPromises()
        expect(within('[data-test=import-trouble]')?.textContent).toBe(trouble)
        expect(within('[data-test=import-preview]')).not.toBeNull()
    })
    it('gives it up by another, and nothing of it stays', async () => {
        await choose()
        within('[data-test=import-leave]')?.click()
        await flushPromises()
        expect(changes().at(-1)).toBe('DELETE imports/i')
        expect(within('[data-test=import-preview]')).toBeNull()
    })
    it('says what the matter is with a file that is none', async () => {
        answering({ 'POST imports': found({ fault: 'The file is empty.', total: 0, read: 0 }) })
        await choose()
        expect(within('[data-test=import-trouble]')?.textContent).toBe('The file is empty.')
        expect(within('.n-upload-file-input')).not.toBeNull()
    })
    it('keeps what was read where it could not be taken', async () => {
        answering({ 'POST imports/i/take': new Refusal(409, { message: 'It was not read to its end yet.' }) })
        await choose()
        within('[data-test=import-take]')?.click()
        await flushPromises()
        expect(within('[data-test=import-trouble]')?.textContent).toContain('It was not read to its end yet.')
        expect(within('[data-test=import-preview]')).not.toBeNull()
    })
    it('asks what the columns of a table mean, and whether the day comes first, before it is read', async () => {
        answering({
            'POST imports': found({
                total: 0,
                read: 0,
                table: {
                    header: ['What', 'When', 'Remarks'],
                    samples: [['Sow peas', '3/4/2026', 'early']],
                    columns: { title: 0, start: 1 },
                    order: null,
                    chosen: false,
                },
            }),
            'POST imports/i/columns': found({ read: 0 }),
        })
        await choose()
        expect(within('[data-test=table-columns]')?.textContent).toContain('Sow peas')
        expect(within('[data-test=table-read]')).toHaveProperty('disabled', true)
        within('[data-test=one-mdy] input')?.click()
        await flushPromises()
        within('[data-test=table-read]')?.click()
        await flushPromises()
        await flushPromises()
        expect(sent('POST imports/i/columns')).toEqual({ columns: { title: 0, start: 1 }, order: 'mdy' })
        expect(within('[data-test=import-counts]')).not.toBeNull()
    })
    it('asks of those that are here and differ', async () => {
        answering({
            'POST imports/i/read': found({ counts: { new: 0, same: 1, newer: 1, older: 1, refused: 0 } }),
        })
        await choose()
        expect(within('[data-test=import-counts]')?.textContent).toBe('0 new, 3 here already.')
        expect(within('[data-test=one-leave]')).not.toBeNull()
    })
})

describe('taking a file out', () => {
    aPage()
    it('asks for what was chosen', async () => {
        answering({ 'GET feeds': { feeds: [] } })
        panel = await open(FilesPanel)
        await flushPromises()
        const address = () => within('[data-test=take-file]')?.getAttribute('href')
        const [what, form] = panel
            .findComponent({ name: 'TakeOut' })
            .findAllComponents({ name: 'SelectField' })
        expect(address()).toBe('/api/calendar-file')
        form?.vm.$emit('update:modelValue', 'entries')
        what?.vm.$emit('update:modelValue', 'calendar_id=plants')
        await flushPromises()
        expect(address()).toBe('/api/table-file?what=entries&calendar_id=plants')
        form?.vm.$emit('update:modelValue', 'times')
        await flushPromises()
        expect(address()).toBe('/api/table-file?what=times&calendar_id=plants&from=2026-11-23&to=2026-11-29')
    })
})

describe('letting others follow', () => {
    aPage()
    it('makes an address for what was chosen, and ends it', async () => {
        const feed = {
            id: 'f',
            calendar_id: 'plants',
            area_id: null,
            busy_only: false,
            hides_private: false,
            address: 'https://rota.example.test/feeds/abc.ics',
            asked_at: null,
        }
        let feeds: object[] = []
        answering({
            'GET feeds': () => ({ feeds }),
            'POST feeds': () => {
                feeds = [feed]
                return feed
            },
        })
        panel = await open(FilesPanel)
        await flushPromises()
        expect(within('[data-test=feed-make]')).toHaveProperty('disabled', true)
        panel
            .findComponent({ name: 'FollowAddresses' })
            .findComponent({ name: 'SelectField' })
            .vm.$emit('update:modelValue', 'calendar plants')
        await flushPromises()
        within('[data-test=feed-make]')?.click()
        await flushPromises()
        expect(sent('POST feeds')).toEqual({
            calendar_id: 'plants',
            busy_only: false,
            hides_private: false,
        })
        expect(within('[data-test=feed-address]')?.textContent).toBe(feed.address)
        expect(within('[data-test=feed]')?.textContent).toContain('not asked for yet')
    })
})
