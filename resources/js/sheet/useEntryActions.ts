import { answerOf, api } from '@/api/client'
import type { Scope } from '@/api/types'
import { useAreas } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { useTicks } from '@/undo/useTicks'
import type { Ref } from 'vue'
import type { EntryForm } from './useEntryForm'

/** What can be done with the entry of a sheet besides saving it. All but copying close the sheet. */
export function useEntryActions(sheet: EntryForm, open: Ref<boolean>) {
    const { form, saved, entry, draft, entryId, recurrenceId, hasScope } = sheet
    const { change } = useChanges()
    const { tick, skip } = useTicks()
    const { calendar } = useAreas()
    const title = (): string => entry.value?.title ?? ''

    /** What is typed goes with it. */
    function close(): void {
        saved.value = JSON.stringify(form.value)
        open.value = false
        void draft.drop()
    }
    async function remove(scope: Scope): Promise<void> {
        const reach = hasScope.value ? scope : 'whole'
        const said = {
            one: `Deleted this one of “${title()}”.`,
            onward: `Deleted “${title()}” from here on.`,
            whole: `Deleted “${title()}”.`,
        }[reach]
        close()
        await change(said, () =>
            answerOf(
                api.DELETE('/entries/{entry}', {
                    params: { path: { entry: entryId } },
                    body: { scope: reach, recurrence_id: recurrenceId },
                }),
            ),
        )
    }
    /** Of a routine the one that was opened, else the entry. */
    async function copyTo(calendarId: string): Promise<void> {
        await change(`Copied “${title()}” into ${calendar(calendarId)?.name}.`, () =>
            answerOf(
                api.POST('/entries/{entry}/copy', {
                    params: { path: { entry: entryId } },
                    body: { calendar_id: calendarId, recurrence_id: hasScope.value ? recurrenceId : null },
                }),
            ),
        )
    }
    /** Its shape, to be stamped again: of a routine that of the one that was opened. */
    async function keepAsTemplate(name: string): Promise<void> {
        await change(`Kept the template “${name}”.`, () =>
            answerOf(
                api.POST('/templates', {
                    body: {
                        kind: 'entry',
                        name,
                        items: [{ entry_id: entryId, recurrence_id: hasScope.value ? recurrenceId : null }],
                    },
                }),
            ),
        )
    }
    /** What this one has of its own is given back, all of it. */
    async function likeOthers(): Promise<void> {
        close()
        await change(`Made “${title()}” like the others again.`, () =>
            answerOf(
                api.DELETE('/entries/{entry}/occurrences/{recurrence}/own', {
                    params: { path: { entry: entryId, recurrence: recurrenceId ?? 'once' } },
                }),
            ).then(() => true),
        )
    }
    async function skipThis(): Promise<void> {
        open.value = false
        await skip({ entry_id: entryId, recurrence_id: recurrenceId ?? '', title: title() })
    }
    async function tickThis(): Promise<void> {
        open.value = false
        const done = entry.value?.done ?? false
        await tick({
            entry_id: entryId,
            recurrence_id: recurrenceId ?? 'once',
            title: title(),
            done,
            measure: entry.value?.measure ?? undefined,
        })
    }
    return { keepAsTemplate, remove, copyTo, likeOthers, skipThis, tickThis }
}
