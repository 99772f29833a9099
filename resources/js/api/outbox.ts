import { reactive } from 'vue'

/** A change that was sent and has got no answer yet. */
export interface Waiting {
    id: number
    tries: number
    /** When it is sent again, in milliseconds since 1970; null while it is on its way. */
    nextAt: number | null
    why: string
}

/** Changes whose fate is not known: each is sent again, under the key of its first try, until the server says what became of it. */
export const outbox = reactive<{ waiting: Waiting[] }>({ waiting: [] })

/** Busy, or a web server in front that got no answer in time: it may have happened, or may happen yet. */
const UNSURE = [502, 503, 504]
const FIRST_PAUSE_MS = 1000
const LONGEST_PAUSE_MS = 30_000
let number = 0
const wakers = new Set<() => void>()

/** All that wait are sent at once, as when the network is back. */
export function tryNow(): void {
    for (const wake of [...wakers]) wake()
}
if (typeof window !== 'undefined') window.addEventListener('online', tryNow)

/**
 * Sends until there is an answer that says what became of it.
 *
 * @param send sends it once more, always under the same key; throws when there was no answer
 */
export async function untilAnswered(send: () => Promise<Response>): Promise<Response> {
    const one = reactive<Waiting>({ id: ++number, tries: 0, nextAt: null, why: '' })
    try {
        for (;;) {
            one.tries++
            one.nextAt = null
            try {
                const response = await send()
                if (!UNSURE.includes(response.status)) return response
                one.why =
                    ((await response.json().catch(() => ({}))) as { message?: string }).message ??
                    'The server is busy.'
            } catch {
                one.why = 'The server does not answer.'
            }
            if (one.tries === 1) outbox.waiting.push(one)
            await pause(one, Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** (one.tries - 1)))
        }
    } finally {
        outbox.waiting = outbox.waiting.filter((other) => other.id !== one.id)
    }
}

function pause(one: Waiting, milliseconds: number): Promise<void> {
    one.nextAt = Date.now() + milliseconds
    return new Promise((resolve) => {
        const wake = (): void => {
            clearTimeout(timer)
            wakers.delete(wake)
            resolve()
        }
        const timer = setTimeout(wake, milliseconds)
        wakers.add(wake)
    })
}
