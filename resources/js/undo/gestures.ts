import { reactive } from 'vue'

/** What was pressed and has not been answered yet, by the name of the press. */
const underWay = reactive(new Set<string>())

/** Whether a press waits for its answer: it shows that, and takes no other. */
export const isUnderWay = (gesture: string): boolean => underWay.has(gesture)

/**
 * One gesture is done once: a second press while the first is on its way is the same one, not another.
 *
 * @param gesture a name that is the same for the same thing done to the same thing
 * @returns what the work gives; null for a press that was one too many
 */
export async function once<T>(gesture: string, work: () => Promise<T>): Promise<T | null> {
    if (underWay.has(gesture)) return null
    underWay.add(gesture)
    try {
        return await work()
    } finally {
        underWay.delete(gesture)
    }
}
