import { useEventListener } from '@vueuse/core'

/**
 * Makes each group of a region one Tab stop. A region names its groups in `data-one-stop`: selectors of their items, divided by `|`.
 * Tab stops at the item of a group that was used last, or at its first, and at the controls within that item; arrows go from item to
 * item, but for tiles, whose arrows the board knows better (WAI-ARIA Authoring Practices, "Keyboard navigation inside components").
 */
export function useOneStop(): void {
    /** The item that had the focus last, by region and group. */
    const last = new WeakMap<HTMLElement, Map<string, HTMLElement>>()
    const regions = (): HTMLElement[] => [...document.querySelectorAll<HTMLElement>('[data-one-stop]')]
    const groupsOf = (region: HTMLElement): string[] => region.dataset.oneStop?.split('|') ?? []

    function groupOf(element: Element): { region: HTMLElement; group: string; item: HTMLElement } | null {
        const region = element.closest<HTMLElement>('[data-one-stop]')
        for (const group of region ? groupsOf(region) : []) {
            const item = element.closest<HTMLElement>(group)
            if (region && item && region.contains(item)) return { region, group, item }
        }
        return null
    }
    const itemsOf = (region: HTMLElement, group: string): HTMLElement[] =>
        [...region.querySelectorAll<HTMLElement>(group)].filter(
            (item) => !(item as HTMLButtonElement).disabled && item.getClientRects().length > 0,
        )

    /** What is no stop: all items of a group but one, with the controls within them. */
    function passedOver(region: HTMLElement, group: string): HTMLElement[] {
        const items = itemsOf(region, group)
        const used = last.get(region)?.get(group)
        const stop = used && items.includes(used) ? used : items[0]
        return items
            .filter((item) => item !== stop)
            .flatMap((item) => [item, ...item.querySelectorAll<HTMLElement>('button, a, input, [tabindex]')])
            .filter((element) => element.tabIndex >= 0)
    }

    /** For the moment in which the browser looks for the next stop, what is passed over cannot have the focus. */
    function whileTabbing(): void {
        const passed = regions().flatMap((region) =>
            groupsOf(region).flatMap((group) => passedOver(region, group)),
        )
        const were = passed.map((element) => element.getAttribute('tabindex'))
        for (const element of passed) element.tabIndex = -1
        setTimeout(() =>
            passed.forEach((element, i) => {
                const was = were[i]
                if (was == null) element.removeAttribute('tabindex')
                else element.setAttribute('tabindex', was)
            }),
        )
    }

    useEventListener(window, 'keydown', (event) => event.key === 'Tab' && whileTabbing(), { capture: true })
    useEventListener(document, 'focusin', (event) => {
        const at = event.target instanceof Element ? groupOf(event.target) : null
        if (!at) return
        if (!last.has(at.region)) last.set(at.region, new Map())
        last.get(at.region)?.set(at.group, at.item)
    })
    useEventListener(window, 'keydown', (event) => {
        if (event.defaultPrevented || event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return
        const way = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key]
        const at = way && event.target instanceof Element ? groupOf(event.target) : null
        if (!way || !at || at.item !== event.target || at.item.dataset.key !== undefined) return
        const items = itemsOf(at.region, at.group)
        event.preventDefault()
        items[items.indexOf(at.item) + way]?.focus()
    })
}
