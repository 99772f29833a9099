import { answerOf, api, sentence } from '@/api/client'
import type { Entry, Step } from '@/api/types'
import type { Attempt } from '@/state/attempt'
import { useAccount, useAreas } from '@/state/server'
import { useUnsaved } from '@/state/unsaved'
import { useDraft } from '@/state/useDraft'
import type { SheetTarget } from '@/state/view'
import { isChanging, say, whenSettled } from '@/undo/useChanges'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, ref, type Ref } from 'vue'
import { blank, ofEntry, type Form } from './form'
import { changed } from './merge'

const NOTHING_OWN = {
    done: false,
    timed: 0,
    due: null,
    due_as_all: null,
    shared: [],
    own: {},
    place: null,
}

/**
 * What a sheet holds: the entry as it was read, the form as it is typed, and the draft that is kept of it until it is saved.
 *
 * @param open whether the sheet is open; a closed one keeps no draft
 */
export function useEntryForm(target: SheetTarget, open: Ref<boolean>) {
    const account = useAccount()
    const client = useQueryClient()
    const { calendar } = useAreas()
    const form = ref<Form | null>(null)
    /** The form as it was when it was opened, as text. */
    const saved = ref('')
    const entry = ref<Entry | null>(null)
    /** Kept with the draft: saved again after a reload, what had arrived after all does not happen twice. */
    const attempt = ref<Attempt | null>(null)
    const takenUp = ref(false)

    const isNew = target.entryId === null
    const entryId = target.entryId ?? ''
    const recurrenceId = target.recurrenceId
    const wasRoutine = computed(() => entry.value?.rule != null)
    /** Whether there is one occurrence among others that a change could be for. */
    const hasScope = computed(() => wasRoutine.value && recurrenceId !== null)
    const isDirty = computed(() => form.value !== null && JSON.stringify(form.value) !== saved.value)
    /** What was changed here since it was opened; only that is sent. */
    const changedFields = computed(() =>
        form.value && saved.value ? changed(JSON.parse(saved.value) as Form, form.value) : [],
    )

    const draft = useDraft<{
        form: Form
        version: number | null
        target: SheetTarget
        attempt: Attempt | null
    }>(
        () => `sheet|${target.entryId ?? 'new'}|${recurrenceId ?? ''}`,
        () =>
            isDirty.value && form.value && open.value
                ? { form: form.value, version: entry.value?.version ?? null, target, attempt: attempt.value }
                : null,
        () => form.value?.title || 'a new entry',
    )
    useUnsaved('the sheet', () => isDirty.value && open.value)

    function fill(next: Form): void {
        form.value = next
        saved.value = JSON.stringify(next)
    }
    /** Typed and not saved, when the page was closed on it. */
    async function takeUp(): Promise<void> {
        const found = await draft.find()
        if (!found || !form.value) return
        form.value = { ...form.value, ...found.value.form }
        takenUp.value = isDirty.value
        attempt.value = found.value.attempt
        // Saved over what was changed elsewhere meanwhile, both are shown side by side.
        if (entry.value && found.value.version !== null)
            entry.value = { ...entry.value, version: found.value.version }
    }
    /** The entry, or what one occurrence of it has, as it stands now. */
    function read(): Promise<Entry> {
        return answerOf(
            api.GET('/entries/{entry}', {
                params: { path: { entry: entryId }, query: { recurrence_id: recurrenceId ?? undefined } },
            }),
        )
    }
    async function load(): Promise<void> {
        const isEarly = isChanging(client)
        try {
            if (isNew) fill(blank(target, account.value, calendar(account.value.default_calendar_id ?? '')))
            else {
                entry.value = await read()
                fill(ofEntry(entry.value))
            }
            await takeUp()
        } catch (error) {
            say(sentence(error), { trouble: true })
            open.value = false
        }
        if (isEarly && !isNew) void whenSettled(client).then(readAgain)
    }
    /** Opened while a change was on its way, it was read as it was before that; what is typed meanwhile stays. */
    async function readAgain(): Promise<void> {
        if (!open.value || isDirty.value) return
        const now = await read().catch(() => null) // what was read before stays on show
        if (!now || isDirty.value) return
        entry.value = now
        fill(ofEntry(now))
    }
    /** Steps are kept at once; what else is typed stays as it is. */
    function takeSteps(next: Entry, steps: Step[]): void {
        if (!form.value) return
        entry.value = { ...next, this_one: { ...(entry.value?.this_one ?? NOTHING_OWN), checklist: steps } }
        if (wasRoutine.value) return
        form.value.checklist = steps
        saved.value = JSON.stringify({ ...(JSON.parse(saved.value) as Form), checklist: steps })
    }

    return {
        form,
        saved,
        entry,
        attempt,
        draft,
        takenUp,
        isNew,
        entryId,
        recurrenceId,
        wasRoutine,
        hasScope,
        isDirty,
        changedFields,
        read,
        load,
        takeSteps,
    }
}
export type EntryForm = ReturnType<typeof useEntryForm>
