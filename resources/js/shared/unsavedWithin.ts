import { provide, reactive, type InjectionKey } from 'vue'

/** What is typed and not saved in the parts of a panel, by what it is. */
export const UNSAVED_WITHIN = Symbol('unsaved within') as InjectionKey<Map<symbol, string>>

/** A panel that is closed as a whole hears of what is unsaved in its parts (`useUnsaved`). */
export function useUnsavedWithin(): Map<symbol, string> {
    const within = reactive(new Map<symbol, string>())
    provide(UNSAVED_WITHIN, within)
    return within
}
