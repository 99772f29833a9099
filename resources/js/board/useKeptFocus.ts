import { useView } from '@/state/view'
import { useEventListener } from '@vueuse/core'
import { nextTick, ref, watch } from 'vue'

/** Key of the tile that has the focus, or is to have it as soon as it is drawn. */
const wanted = ref('')

const find = (selector: string): HTMLElement | null => document.querySelector<HTMLElement>(selector)

/** Where a tile that had the focus is drawn anew, elsewhere or after a question, it has the focus again. */
function takeBack(): void {
    const active = document.activeElement
    if (wanted.value === '' || (active !== null && active !== document.body && active.isConnected)) return
    const same = find(`[data-tile][data-key="${CSS.escape(wanted.value)}"]`)
    // From here on, an occurrence of a routine has another recurrence id.
    const ofIt = find(`[data-tile][data-key^="${CSS.escape(wanted.value.split('|')[0] ?? '')}|"]`)
    ;(same ?? ofIt)?.focus()
}

/** Gives a tile the focus, now or when it is there. */
export function wantFocus(key: string): void {
    wanted.value = key
    ;(document.activeElement as HTMLElement | null)?.blur()
    void nextTick(takeBack)
}

/** Keeps the focus on the entry one works with, whatever a change makes of its tile. */
export function useKeptFocus(): void {
    const view = useView()
    useEventListener(document, 'focusin', (event) => {
        const target = event.target as HTMLElement
        const key = target.closest<HTMLElement>('[data-tile]')?.dataset.key
        if (key !== undefined) wanted.value = key
        else if (!target.closest('[data-keeps-focus]')) wanted.value = ''
    })
    useEventListener(document, 'pointerdown', (event) => {
        if (!(event.target as HTMLElement).closest('[data-keeps-focus]')) wanted.value = ''
    })
    watch(
        () => view.occurrences,
        () => void nextTick(takeBack),
        { flush: 'post' },
    )
}
