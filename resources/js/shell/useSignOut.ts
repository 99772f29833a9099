import { answerOf, api } from '@/api/client'
import { whileLeaving } from '@/api/signedOut'
import { askToLeave } from '@/shared/covered'
import { clearDrafts } from '@/state/drafts'
import { unsaved } from '@/state/unsaved'
import { useQueryClient } from '@tanstack/vue-query'
import { useRouter } from 'vue-router'

/** Signs this browser out and forgets here what belongs to the account; asks first where something is unsaved. */
export function useSignOut() {
    const client = useQueryClient()
    const router = useRouter()

    async function signOut(): Promise<void> {
        if (unsaved.size > 0 && !(await askToLeave('Signing out clears it from this device.'))) return
        await whileLeaving(async () => {
            await answerOf(api.DELETE('/session'))
            await clearDrafts()
            unsaved.clear()
            client.clear()
            await router.replace('/sign-in')
        })
    }
    return { signOut }
}
