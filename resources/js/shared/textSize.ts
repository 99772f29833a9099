import { useEventListener, useLocalStorage } from '@vueuse/core'
import { nextTick, ref, watch } from 'vue'

/** How large text is on this device: null goes by the window, small below 1600 px and the middle one from there on. */
export type TextSize = 'small' | 'middle' | 'large' | null

export const TEXT_SIZES: [value: TextSize, words: string][] = [
    [null, 'by the size of the window'],
    ['small', 'small'],
    ['middle', 'middle'],
    ['large', 'large'],
]

/** What was chosen, kept by the browser. Sizes follow the font size that the browser itself is set to. */
export const textSize = useLocalStorage<TextSize>('text-size', null, {
    serializer: {
        read: (kept) => TEXT_SIZES.find(([size]) => size === kept)?.[0] ?? null,
        write: (size) => size ?? '',
    },
})

/** How many times as large text is as at the size that everything was drawn for: what holds text and is laid out in pixels asks. */
export const textScale = ref(1)
const DRAWN_FOR_PX = 16

export function followTextSize(): void {
    const root = document.documentElement
    const measure = (): void => {
        textScale.value = (parseFloat(getComputedStyle(root).fontSize) || DRAWN_FOR_PX) / DRAWN_FOR_PX
    }
    useEventListener(window, 'resize', measure)
    watch(
        textSize,
        (size) => {
            if (size === null) delete root.dataset.text
            else root.dataset.text = size
            void nextTick(measure)
        },
        { immediate: true },
    )
}
