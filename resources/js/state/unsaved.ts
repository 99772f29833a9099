import { outbox } from '@/api/outbox'
import { UNSAVED_WITHIN } from '@/shared/unsavedWithin'
import { useEventListener } from '@vueuse/core'
import {
    hasInjectionContext,
    inject,
    onScopeDispose,
    reactive,
    toValue,
    watchEffect,
    type MaybeRefOrGetter,
} from 'vue'

/** What is typed and not saved, by what it is: leaving, reloading and going back ask while there is any. */
export const unsaved = reactive(new Map<symbol, string>())

/** A part of the page tells whether something in it is unsaved. */
export function useUnsaved(what: string, isUnsaved: MaybeRefOrGetter<boolean>): void {
    const mine = Symbol(what)
    const all = [unsaved, ...(hasInjectionContext() ? [inject(UNSAVED_WITHIN, null)] : [])].filter(
        (one) => one !== null,
    )
    watchEffect(() => {
        for (const one of all) {
            if (toValue(isUnsaved)) one.set(mine, what)
            else one.delete(mine)
        }
    })
    onScopeDispose(() => all.forEach((one) => one.delete(mine)))
}

/** The browser's own question before the page is closed or loaded anew. */
export function useQuestionBeforeClosing(): void {
    useEventListener(window, 'beforeunload', (event) => {
        if (unsaved.size > 0 || outbox.waiting.length > 0) event.preventDefault()
    })
}
