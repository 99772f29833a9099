import { untilAnswered } from './outbox'
import { heard } from './revision'
import { isOutside, untilSignedIn } from './signedOut'
import type { Entry } from './types'

/** What the server refuses, as it says it. */
export class Refused extends Error {
    constructor(
        readonly status: number,
        message: string,
        /** Sentences by field. */
        readonly errors: Record<string, string[]> = {},
        /** How an entry stands now, when it was changed elsewhere meanwhile. */
        readonly current: Entry | null = null,
    ) {
        super(message)
    }
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

/** After so long without an answer a try is given up, and the next one follows. */
const PATIENCE_MS = 15_000
const PATIENCE_WITH_FILE_MS = 120_000
/** What is sent to be looked at only, and what one signs in with: it is not tried again by itself. */
const LOOKS = /^(capture\/reading|rhythm\/preview|filing\/preview|session|account|reminders\/\d+\/claim|invitations|devices)(\/|\?|$)/

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
    return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}
const freshToken = (): Promise<unknown> => fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })

async function send(method: Method, path: string, body: unknown, key: string): Promise<Response> {
    const headers: Record<string, string> = { Accept: 'application/json' }
    const isFile = body instanceof FormData
    if (body !== undefined && !isFile) headers['Content-Type'] = 'application/json'
    if (method !== 'GET') {
        headers['X-XSRF-TOKEN'] = cookie('XSRF-TOKEN')
        headers['Idempotency-Key'] = key
    }
    const given = new AbortController()
    const timer = setTimeout(() => given.abort(), isFile ? PATIENCE_WITH_FILE_MS : PATIENCE_MS)
    try {
        return await fetch(`/api/${path}`, { method, headers, credentials: 'same-origin', signal: given.signal, body: body === undefined ? undefined : isFile ? body : JSON.stringify(body) })
    } finally {
        clearTimeout(timer)
    }
}

/** With a token that is good, which an ended session takes along. */
async function sendWithToken(method: Method, path: string, body: unknown, key: string): Promise<Response> {
    if (method !== 'GET' && !cookie('XSRF-TOKEN')) await freshToken()
    const response = await send(method, path, body, key)
    if (response.status !== 419) return response
    await freshToken()
    return send(method, path, body, key)
}

/** Once more where there was no answer; under the same key, so that it happens once. */
async function sendTwice(method: Method, path: string, body: unknown, key: string): Promise<Response> {
    try {
        return await sendWithToken(method, path, body, key)
    } catch {
        try {
            return await sendWithToken(method, path, body, key)
        } catch {
            throw new Refused(0, 'The server does not answer. What you typed is still here; try again in a moment.')
        }
    }
}

export const newKey = (): string => crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`

/**
 * Asks the server. A change that gets no answer is sent again, under the same key, until its fate is known. Where the session
 * has ended one is asked to sign in over the page; then it goes on.
 *
 * @param key of an earlier try whose fate is not known; with it the change still happens once
 * @throws Refused
 */
export async function ask<T>(method: Method, path: string, body?: unknown, key: string = newKey()): Promise<T> {
    const isChange = method !== 'GET' && !LOOKS.test(path)
    const once = (): Promise<Response> => (isChange ? untilAnswered(() => sendWithToken(method, path, body, key)) : sendTwice(method, path, body, key))
    let response = await once()
    while (response.status === 401 && !isOutside() && path !== 'session') {
        if (!(await untilSignedIn())) break
        response = await once()
    }
    if (isChange && response.ok) heard(response.headers)
    if (response.status === 204) return undefined as T
    const answer = (await response.json().catch(() => ({}))) as T & { message?: string; errors?: Record<string, string[]>; current?: Entry }
    if (response.ok) return answer
    const fallback = response.status === 429 ? 'Too many tries. Wait a minute, then try again.' : response.status === 413 ? 'That is more than can be taken at once.' : 'The server could not do this.'
    throw new Refused(response.status, answer.message ?? fallback, answer.errors ?? {}, answer.current ?? null)
}

/**
 * Sends a file.
 *
 * @throws Refused
 */
export async function sendFile<T>(path: string, file: File): Promise<T> {
    const body = new FormData()
    body.append('file', file)
    try {
        return await ask<T>('POST', path, body)
    } catch (error) {
        if (!(error instanceof Refused)) throw error
        throw new Refused(error.status, error.status === 413 ? 'A file has at most 10 MB.' : (error.errors.file?.[0] ?? error.message), error.errors)
    }
}

/** The sentence for a person, whatever went wrong. */
export function sentence(error: unknown): string {
    return error instanceof Error ? error.message : 'Something went wrong.'
}
