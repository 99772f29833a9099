import type { useView } from '@/state/view'

/** Offers the line for the list of a day, beside where it was pressed. */
export function offerDay(view: ReturnType<typeof useView>, date: string, event: MouseEvent): void {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
    // Pressed by key there is no point: then below what was pressed.
    const [x, y] = event.detail === 0 ? [box.left, box.bottom] : [event.clientX, event.clientY]
    view.offered = { place: { start: date, all_day: true, length: 1 }, x, y }
}
