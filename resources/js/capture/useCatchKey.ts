import { isTyping } from '@/shared/isTyping'
import { useView } from '@/state/view'
import { useEventListener } from '@vueuse/core'

/** The line by one key from anywhere, a sheet or a panel that is open included: N, or Alt and N while typing. */
export function useCatchKey(): void {
    const view = useView()
    useEventListener(
        window,
        'keydown',
        (event) => {
            const isOver = view.sheet !== null || view.panel !== null
            if (event.ctrlKey || event.metaKey || view.offered) return
            // With Alt some keyboards write another letter; the key is the same.
            if (event.altKey ? event.code !== 'KeyN' : event.key !== 'n' || isTyping(event) || !isOver) return
            event.preventDefault()
            event.stopPropagation()
            view.offered = { place: null, x: 0, y: 0 }
        },
        { capture: true },
    )
}
