import { useLocalStorage } from '@vueuse/core'
import { watch } from 'vue'

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

export function followTextSize(): void {
    const root = document.documentElement
    watch(
        textSize,
        (size) => {
            if (size === null) delete root.dataset.text
            else root.dataset.text = size
        },
        { immediate: true },
    )
}
