import { answerOf, api, keyed, Refused, sentence } from '@/api/client'
import type { Entry, Scope } from '@/api/types'
import { attemptFor } from '@/state/attempt'
import { say, useChanges } from '@/undo/useChanges'
import { ref, type Ref } from 'vue'
import { ofEntry, type Form } from './form'
import { changed, merge, NAMES } from './merge'
import { useAstray } from './useAstray'
import type { EntryForm } from './useEntryForm'

/** Which question stands at the foot of the sheet. */
export type Question = 'save' | 'delete' | 'leave' | null

/**
 * Saving a sheet: what it is saved for is asked, what the server refuses is said at its field, and what was changed elsewhere meanwhile is
 * merged field by field; only what both sides changed is asked.
 */
export function useSaving(sheet: EntryForm, open: Ref<boolean>) {
    const {
        form,
        saved,
        entry,
        attempt,
        draft,
        isNew,
        entryId,
        recurrenceId,
        hasScope,
        isDirty,
        changedFields,
    } = sheet
    const { send } = useChanges()
    const astray = useAstray()
    /** As the server answered when it was saved last. */
    const stored = ref<Entry | null>(null)
    const mistakes = ref<Record<string, string[]>>({})
    const trouble = ref('')
    const busy = ref(false)
    const asking = ref<Question>(null)
    /** Changed here and elsewhere, to different values: which of them counts is asked. */
    const torn = ref<{ theirs: Form; both: (keyof Form)[] } | null>(null)
    /** What only the other side had changed, by name, when it was saved together. */
    const takenOver = ref('')
    const lastScope = ref<Scope>('whole')
    /** It may lie over what is protected. */
    const mayCover = ref(false)

    function asSent(scope: Scope) {
        if (isNew) return { ...form.value, over_protected: mayCover.value }
        return {
            over_protected: mayCover.value,
            ...Object.fromEntries(changedFields.value.map((name) => [name, form.value?.[name]])),
            scope,
            recurrence_id: hasScope.value ? recurrenceId : null,
            version: entry.value?.version,
        }
    }
    async function store(scope: Scope): Promise<void> {
        const body = asSent(scope)
        attempt.value = attemptFor(body, attempt.value)
        const headers = keyed(attempt.value.key)
        stored.value = await send(() =>
            answerOf(
                isNew
                    ? api.POST('/entries', { body, headers })
                    : api.PATCH('/entries/{entry}', { params: { path: { entry: entryId } }, body, headers }),
            ),
        )
    }
    function told(): string {
        if (isNew) return `Added “${form.value?.title}”.`
        const with_ = takenOver.value ? `, with ${takenOver.value} as it was changed elsewhere` : ''
        return `Saved “${form.value?.title}”${with_}.`
    }

    /** @param isChosen whether what it is saved for was asked */
    async function save(scope: Scope = 'whole', isChosen = false): Promise<void> {
        if (!form.value || busy.value) return
        lastScope.value = scope
        if (
            hasScope.value &&
            isDirty.value &&
            !isChosen &&
            asking.value !== 'save' &&
            !mistakes.value.overlaps
        ) {
            asking.value = 'save'
            return
        }
        let isMerged = false
        busy.value = true
        mistakes.value = {}
        trouble.value = ''
        torn.value = null
        try {
            await store(scope)
            const isMoved = changedFields.value.some((name) => ['start', 'due', 'all_day'].includes(name))
            say(told(), {
                undoable: true,
                presses: stored.value && isMoved ? astray.presses(stored.value) : [],
            })
            saved.value = JSON.stringify(form.value)
            open.value = false
            await draft.drop()
        } catch (error) {
            attempt.value = null // it was answered: the next one is another
            if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
            else if (error instanceof Refused && error.status === 409 && error.current) {
                isMerged = await takeIn()
                if (isMerged || torn.value) return
            }
            trouble.value = sentence(error)
        } finally {
            busy.value = false
            asking.value = null
            if (isMerged) void save(scope, true)
        }
    }
    /** Takes in what was changed elsewhere. Whether it can be saved again at once. */
    async function takeIn(): Promise<boolean> {
        if (!form.value) return false
        const current = await sheet.read()
        const opened = JSON.parse(saved.value) as Form
        const theirs = ofEntry(current)
        const { form: merged, both } = merge(opened, form.value, theirs)
        takenOver.value = changed(opened, theirs)
            .filter((name) => !both.includes(name))
            .map((name) => NAMES[name])
            .join(', ')
        entry.value = current
        saved.value = JSON.stringify(theirs)
        form.value = merged
        torn.value = both.length > 0 ? { theirs, both } : null
        return both.length === 0
    }
    /** Of what both sides changed, one side counts. */
    function choose(name: keyof Form, isTheirs: boolean): void {
        if (!torn.value || !form.value) return
        if (isTheirs) Object.assign(form.value, { [name]: torn.value.theirs[name] })
        torn.value.both = torn.value.both.filter((other) => other !== name)
        if (torn.value.both.length > 0) return
        torn.value = null
        void save(lastScope.value, true)
    }
    function layOver(): void {
        mayCover.value = true
        void save(lastScope.value, true)
    }
    /** It is wished that its occurrences lie on one another. */
    function letOverlap(): void {
        if (!form.value) return
        form.value.overlaps = true
        void save(lastScope.value)
    }

    return { mistakes, trouble, busy, asking, torn, save, choose, layOver, letOverlap }
}
