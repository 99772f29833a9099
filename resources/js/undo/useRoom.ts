import { useElementSize, type MaybeComputedElementRef } from '@vueuse/core'
import { ref, watch } from 'vue'

/** Pixels that the note takes at the foot of the page while it is shown. */
export const foot = ref(0)

/**
 * How large a part of the page is, with what the note takes from it for some seconds: what is laid out by its height stays as it
 * is when a note comes and goes.
 */
export function useRoom(element: MaybeComputedElementRef) {
    const size = useElementSize(element)
    const height = ref(0)
    watch(size.height, (seen) => (height.value = seen === 0 ? 0 : seen + foot.value))
    return { height, width: size.width }
}
