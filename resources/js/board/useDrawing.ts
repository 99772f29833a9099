import { minuteOf, moment } from '@/shared/time'
import { useView } from '@/state/view'
import { useEventListener } from '@vueuse/core'
import { computed, ref, type Ref } from 'vue'
import { minuteAt, snapped, type HoursLayout } from './hours'

const STEP = 15
/** What a press alone offers, in minutes. */
const PRESSED = 30
/** Pixels from which on a press is a stroke. */
const STROKE = 6

/** New entries by the pointer: a press on an empty hour offers the line there, a stroke over hours gives its length. */
export function useDrawing(layout: Ref<HoursLayout>) {
    const view = useView()
    const stroke = ref<{ date: string; top: number; startY: number; y: number } | null>(null)
    const isStroke = computed(
        () => stroke.value !== null && Math.abs(stroke.value.y - stroke.value.startY) > STROKE,
    )

    /** While the line is open beside it, the place it is for. */
    const offeredHere = computed(() => {
        const place = view.offered?.place
        if (!place || place.all_day) return null
        const from = minuteOf(place.start)
        return { date: place.start.slice(0, 10), from, to: Math.min(1440, from + place.length) }
    })
    const at = (y: number): number => minuteAt(layout.value, y - (stroke.value?.top ?? 0))
    const drawn = computed(() => {
        if (!stroke.value || !isStroke.value) return offeredHere.value
        const { date, startY, y } = stroke.value
        const [first, last] = [Math.min(startY, y), Math.max(startY, y)]
        const from = Math.floor(at(first) / STEP) * STEP
        return { date, from, to: Math.min(1440, Math.max(from + STEP, Math.ceil(at(last) / STEP) * STEP)) }
    })

    function begin(date: string, event: PointerEvent): void {
        // With a finger a stroke scrolls; a tap still offers the line.
        if (event.button !== 0) return
        const top = (event.currentTarget as HTMLElement).getBoundingClientRect().top
        stroke.value = { date, top, startY: event.clientY, y: event.clientY }
    }
    function offer(event: PointerEvent): void {
        if (!stroke.value) return
        const { date } = stroke.value
        const pressed = Math.min(1440 - STEP, Math.max(0, snapped(at(event.clientY) - 7, STEP)))
        const { from, to } = drawn.value ?? { from: pressed, to: Math.min(1440, pressed + PRESSED) }
        stroke.value = null
        view.offered = {
            place: { start: moment(date, from), all_day: false, length: to - from },
            x: event.clientX,
            y: event.clientY,
        }
    }

    useEventListener(window, 'pointermove', (event) => {
        if (stroke.value && event.pointerType !== 'touch')
            stroke.value = { ...stroke.value, y: event.clientY }
    })
    useEventListener(window, 'pointerup', offer)
    useEventListener(window, 'pointercancel', () => (stroke.value = null))
    useEventListener(window, 'keydown', (event) => {
        if (event.key === 'Escape') stroke.value = null
    })
    return { drawn, begin }
}
