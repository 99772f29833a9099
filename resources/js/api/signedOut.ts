import { reactive } from 'vue'

/** Whether the session has ended while the page is open: one signs in over it, and what was asked for goes on. */
export const signedOut = reactive<{ isAsked: boolean }>({ isAsked: false })

let waiting: { promise: Promise<boolean>; resolve: (isBack: boolean) => void } | null = null

let isLeaving = false

/** While one signs out by choice, what is still under way is refused, and nobody is asked to sign in again. */
export async function whileLeaving(work: () => Promise<void>): Promise<void> {
    isLeaving = true
    try {
        await work()
    } finally {
        isLeaving = false
    }
}

/** On pages that are for nobody in particular, and on the way to them. */
export function isOutside(): boolean {
    return isLeaving || /^\/(sign-in|join|reset)(\/|$)/.test(location.pathname)
}

/** @returns whether somebody has signed in again; all that were refused wait for the same answer */
export function untilSignedIn(): Promise<boolean> {
    if (!waiting) {
        let resolve: (isBack: boolean) => void = () => undefined
        const promise = new Promise<boolean>((done) => (resolve = done))
        waiting = { promise, resolve }
        signedOut.isAsked = true
    }
    return waiting.promise
}

/** Lets the requests that waited for signing in go on, or fail where it was given up. */
export function signedInAgain(isBack: boolean): void {
    signedOut.isAsked = false
    waiting?.resolve(isBack)
    waiting = null
}
