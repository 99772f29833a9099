import { usePeriod } from '@/period/usePeriod'
import { createSharedComposable, useStorage } from '@vueuse/core'
import { computed } from 'vue'

/** What is kept at hand while going through the rest, by entry id; it is empty again on the next day. */
export const usePocket = createSharedComposable(() => {
    const { today } = usePeriod()
    const kept = useStorage<{ day: string; ids: string[] }>('pocket', { day: today.value, ids: [] })
    const ids = computed(() => (kept.value.day === today.value ? kept.value.ids : []))

    function turn(id: string): void {
        kept.value = {
            day: today.value,
            ids: ids.value.includes(id) ? ids.value.filter((other) => other !== id) : [...ids.value, id],
        }
    }
    return { ids, turn }
})
