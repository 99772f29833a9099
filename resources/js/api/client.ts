import type { paths } from '@/api/generated/schema'
import type { Entry } from '@/api/types'
import createClient from 'openapi-fetch'
import { untilAnswered } from './outbox'
import { heard } from './revision'
import { isOutside, untilSignedIn } from './signedOut'
import { gather, readTogether } from './together'
import { sendWithProgress } from './upload'

/** What the server refuses, as it says it. */
export class Refused extends Error {
    constructor(
        readonly status: number,
        message: string,
        /** Sentences by field. */
        readonly errors: Record<string, string[]> = {},
        /** How an entry stands now, when it was changed elsewhere meanwhile. */
        readonly current: Entry | null = null,
        /** Lines under questions as they are now, where another window has written one meanwhile. */
        readonly lines: { question: string; answer: string }[] = [],
    ) {
        super(message)
    }
}

/** After so long without an answer a try is given up, and the next one follows. */
const PATIENCE_MS = 15_000
const PATIENCE_WITH_FILE_MS = 120_000
/** Fifty thousand entries are taken in, in one transaction; another host is asked for ten megabytes. */
const PATIENCE_WITH_MUCH_MS = 300_000
const MUCH = /^\/api\/(imports\/[^/]+\/take|follows(\/.*)?)$/
/** What is sent to be looked at only, and what one signs in with: it is not tried again by itself. */
const LOOKS =
    /^\/api\/(capture\/reading|rhythm\/preview|filing\/preview|session|account|reminders\/\d+\/claim|invitations|devices|device-passwords|archives|follows)(\/|$)|^\/api\/fitting$/

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
    return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}
const freshToken = (): Promise<unknown> => fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })

/** Once, with the token that the cookie has now. A request can be read only once, so each try sends a copy. */
async function send(request: Request): Promise<Response> {
    const copy = request.clone()
    if (request.method !== 'GET') copy.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN'))
    const isFile = request.headers.get('Content-Type')?.startsWith('multipart/') ?? false
    const given = new AbortController()
    const isMuch = MUCH.test(new URL(request.url).pathname)
    const patience = isFile ? PATIENCE_WITH_FILE_MS : isMuch ? PATIENCE_WITH_MUCH_MS : PATIENCE_MS
    const timer = setTimeout(() => given.abort(), patience)
    try {
        return await (isFile ? sendWithProgress(copy, given.signal) : fetch(copy, { signal: given.signal }))
    } finally {
        clearTimeout(timer)
    }
}

/** With a token that is good, which an ended session takes along. */
async function sendWithToken(request: Request): Promise<Response> {
    if (request.method !== 'GET' && !cookie('XSRF-TOKEN')) await freshToken()
    const response = await send(request)
    if (response.status !== 419) return response
    await freshToken()
    return send(request)
}

/** Once more where there was no answer; under the same key, so that it happens once. */
async function sendTwice(request: Request): Promise<Response> {
    try {
        return await sendWithToken(request)
    } catch {
        try {
            return await sendWithToken(request)
        } catch {
            throw new Refused(
                0,
                'The server does not answer. What you typed is still here; try again in a moment.',
            )
        }
    }
}

/**
 * The transport of the client. A change that gets no answer is sent again, under the same key, until its fate is known. Where the
 * session has ended one is asked to sign in over the page; then it goes on.
 *
 * @throws Refused
 */
async function transport(request: Request): Promise<Response> {
    const { pathname } = new URL(request.url, location.href)
    const isChange = request.method !== 'GET' && !LOOKS.test(pathname)
    const once = (): Promise<Response> =>
        isChange ? untilAnswered(() => sendWithToken(request)) : sendTwice(request)
    let response = await once()
    while (response.status === 401 && !isOutside() && pathname !== '/api/session') {
        if (!(await untilSignedIn())) break
        response = await once()
    }
    if (isChange && response.ok) heard(response.headers)
    return response
}

/** @throws Refused where it is no */
async function accepted(response: Response): Promise<Response> {
    if (response.ok) return response
    const said = (await response.json().catch(() => ({}))) as {
        message?: string
        errors?: Record<string, string[]>
        current?: Entry
        lines?: { question: string; answer: string }[]
    }
    throw new Refused(
        response.status,
        said.message ?? fallback(response.status),
        said.errors ?? {},
        said.current ?? null,
        said.lines ?? [],
    )
}

function fallback(status: number): string {
    if (status === 429) return 'Too many tries. Wait a minute, then try again.'
    return status === 413 ? 'That is more than can be taken at once.' : 'The server could not do this.'
}

/** A key that makes a change safe to send twice (Idempotency-Key); browsers without a secure context have no randomUUID. */
export const newKey = (): string => crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`

/** The header under which a change happens once, however often it is sent. */
export const keyed = (key: string): { 'Idempotency-Key': string } => ({ 'Idempotency-Key': key })

/** What the server can be asked, as api/openapi.yaml says it: paths, what is sent and what comes back have their types from there. */
export const api = createClient<paths>({
    baseUrl: '/api',
    headers: { Accept: 'application/json' },
    fetch: async (request) => {
        if (request.method === 'GET') return accepted(await readTogether(request, transport))
        if (!request.headers.has('Idempotency-Key')) request.headers.set('Idempotency-Key', newKey())
        return accepted(await transport(request))
    },
})

/** Whatever `asking` reads before it returns comes with one request. */
export const inOneRequest = <T>(asking: () => T): T => gather(asking, transport)

/**
 * The body of an answer.
 *
 * @throws Refused
 */
export async function answerOf<T>(asked: Promise<{ data?: T }>): Promise<T> {
    return (await asked).data as T
}

/** Sends a file of iCalendar to be looked at. */
export async function sendImport(file: File) {
    const form = new FormData()
    form.append('file', file)
    try {
        return await answerOf(api.POST('/imports', { body: { file: '' }, bodySerializer: () => form }))
    } catch (error) {
        if (!(error instanceof Refused)) throw error
        throw new Refused(
            error.status,
            error.status === 413 ? 'A file has at most 20 MB.' : (error.errors.file?.[0] ?? error.message),
            error.errors,
        )
    }
}

/** Sends an archive of an account, which is read whole before it is kept. */
export async function sendArchive(file: File) {
    const form = new FormData()
    form.append('file', file)
    return await answerOf(api.POST('/archives/file', { body: { file: '' }, bodySerializer: () => form }))
}

/** Sends a file to an entry. */
export async function sendFile(entry: string, file: File) {
    const form = new FormData()
    form.append('file', file)
    try {
        return await answerOf(
            api.POST('/entries/{entry}/attachments', {
                params: { path: { entry } },
                body: { file: '' },
                bodySerializer: () => form,
            }),
        )
    } catch (error) {
        if (!(error instanceof Refused)) throw error
        throw new Refused(
            error.status,
            error.status === 413 ? 'A file has at most 10 MB.' : (error.errors.file?.[0] ?? error.message),
            error.errors,
        )
    }
}

/** The sentence for a person, whatever went wrong. */
export function sentence(error: unknown): string {
    return error instanceof Error ? error.message : 'Something went wrong.'
}
