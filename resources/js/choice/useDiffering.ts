import { computed } from 'vue'
import { useChoice, type Part } from './useChoice'

/** Which parts of what is shown differ from showing everything, coloured by calendar. */
export function useDiffering() {
    const { choice } = useChoice()
    const differs = (part: Part): boolean => (choice.value[part]?.length ?? 0) > 0
    const isPlain = computed(() => !Object.values(choice.value).some((list) => (list?.length ?? 0) > 0))
    return { differs, isPlain }
}
