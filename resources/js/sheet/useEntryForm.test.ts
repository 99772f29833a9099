import { account, aPage, answering, using } from '@/testing/page'
import { useChanges } from '@/undo/useChanges'
import { flushPromises } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { ref } from 'vue'
import { useEntryForm } from './useEntryForm'

const target = { entryId: 'panes', recurrenceId: null, date: null }
const entry = (title: string) => ({
    ...account.new_entry,
    id: 'panes',
    title,
    calendar_id: 'plants',
    version: 1,
})

describe('a sheet opened while a change is on its way', () => {
    aPage()

    it('shows what stands after it', async () => {
        const { send } = await using(useChanges)
        answering({ 'GET entries/panes': entry('Clean panes') })
        let land = (): void => undefined
        const change = send(() => new Promise<void>((resolve) => (land = resolve)))
        const sheet = await using(() => useEntryForm(target, ref(true)))
        await sheet.load()
        expect(sheet.form.value?.title).toBe('Clean panes')
        answering({ 'GET entries/panes': entry('Clean all panes') })
        land()
        await change
        await flushPromises()
        expect([sheet.form.value?.title, sheet.isDirty.value]).toEqual(['Clean all panes', false])
    })
    it('keeps what was typed meanwhile', async () => {
        const { send } = await using(useChanges)
        answering({ 'GET entries/panes': entry('Clean panes') })
        let land = (): void => undefined
        const change = send(() => new Promise<void>((resolve) => (land = resolve)))
        const sheet = await using(() => useEntryForm(target, ref(true)))
        await sheet.load()
        if (sheet.form.value) sheet.form.value.title = 'Typed'
        land()
        await change
        await flushPromises()
        expect([sheet.form.value?.title, sheet.isDirty.value]).toEqual(['Typed', true])
    })
})
