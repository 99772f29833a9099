import { nextTick } from 'vue'

/**
 * Reads that are gathered go as one request: after a change every view on screen is asked for anew, and they
 * come from one look at the account.
 */

type Send = (request: Request) => Promise<Response>
interface Read {
    request: Request
    resolve: (response: Response) => void
    reject: (error: unknown) => void
}
/** What GET /together says of each read. */
interface Part {
    status: number
    body: unknown
}

/** The most reads of one request, as the server takes them. */
const MOST = 10
let gathered: Read[] | null = null

/** Whatever `asking` asks to read goes as one request; what it asks is known two ticks later at the latest (vue-query waits for one). */
export function gather<T>(asking: () => T, send: Send): T {
    if (gathered === null) {
        gathered = []
        void nextTick()
            .then(nextTick)
            .then(() => close(send))
    }
    return asking()
}

function close(send: Send): void {
    const reads = gathered ?? []
    gathered = null
    for (let at = 0; at < reads.length; at += MOST) void sendGathered(reads.slice(at, at + MOST), send)
}

/** Sent at once, or with those gathered at the moment. */
export function readTogether(request: Request, send: Send): Promise<Response> {
    const reads = gathered
    if (reads === null) return send(request)
    return new Promise((resolve, reject) => reads.push({ request, resolve, reject }))
}

async function sendGathered(reads: Read[], send: Send): Promise<void> {
    try {
        const [only, ...others] = reads
        if (only && others.length === 0) return only.resolve(await send(only.request))
        const paths = reads.map(({ request }) =>
            request.url.slice(request.url.indexOf('/api/') + '/api/'.length),
        )
        const response = await send(
            new Request(`/api/together?read=${encodeURIComponent(paths.join(' '))}`, {
                headers: { Accept: 'application/json' },
            }),
        )
        if (!response.ok) throw response
        const { parts } = (await response.json()) as { parts: Part[] }
        reads.forEach((one, at) => {
            const part = parts[at]
            one.resolve(new Response(JSON.stringify(part?.body ?? {}), { status: part?.status ?? 502 }))
        })
    } catch (error) {
        for (const one of reads) {
            if (error instanceof Response) one.resolve(error.clone())
            else one.reject(error)
        }
    }
}
