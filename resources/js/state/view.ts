import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What the screen alone decides: which area is seen alone, whether the basket is folded, what is open. */
export const useView = defineStore('view', () => {
    const soloArea = ref<string | null>(null)
    const soloCalendar = ref<string | null>(null)
    const basketFolded = ref(localStorage.getItem('basket') === 'folded')
    const openedFolds = ref<Set<string>>(new Set())
    const sheet = ref<SheetTarget | null>(null)
    const panel = ref<'areas' | 'settings' | 'keys' | null>(null)

    function foldBasket(): void {
        basketFolded.value = !basketFolded.value
        localStorage.setItem('basket', basketFolded.value ? 'folded' : 'open')
    }
    function turnFold(name: string): void {
        const next = new Set(openedFolds.value)
        if (!next.delete(name)) next.add(name)
        openedFolds.value = next
    }
    return { soloArea, soloCalendar, basketFolded, openedFolds, sheet, panel, foldBasket, turnFold }
})

/** An entry to open, as it stands or new with some fields given. */
export interface SheetTarget {
    entryId: string | null
    recurrenceId: string | null
    /** The day of the occurrence that was pressed. */
    date: string | null
    fresh?: { start: string | null; end: string | null; all_day: boolean }
}
