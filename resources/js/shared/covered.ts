import { signedOut } from '@/api/signedOut'
import { computed, shallowRef } from 'vue'

/** The question whether to leave with something unsaved, while it is asked. */
export const leaving = shallowRef<{ says: string; answer: (leaves: boolean) => void } | null>(null)

/** @param says what becomes of what is unsaved */
export function askToLeave(says: string): Promise<boolean> {
    return new Promise((resolve) => {
        leaving.value = {
            says,
            answer: (leaves) => {
                leaving.value = null
                resolve(leaves)
            },
        }
    })
}

/** Whether a question lies over everything: keys are not for what lies under it. */
export const isCovered = computed(() => signedOut.isAsked || leaving.value !== null)
