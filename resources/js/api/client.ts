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

function cookie(name: string): string {
    const found = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
    return found ? decodeURIComponent(found.slice(name.length + 1)) : ''
}

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE'

async function send(method: Method, path: string, body: unknown, key: string): Promise<Response> {
    const headers: Record<string, string> = { Accept: 'application/json' }
    if (body !== undefined) headers['Content-Type'] = 'application/json'
    if (method !== 'GET') {
        headers['X-XSRF-TOKEN'] = cookie('XSRF-TOKEN')
        headers['Idempotency-Key'] = key
    }
    return fetch(`/api/${path}`, { method, headers, credentials: 'same-origin', body: body === undefined ? undefined : JSON.stringify(body) })
}

/**
 * Asks the server. A change that got no answer is sent once more under the same key, so it happens once.
 *
 * @throws Refused
 */
export async function ask<T>(method: Method, path: string, body?: unknown): Promise<T> {
    const key = crypto.randomUUID?.() ?? `${Date.now()}-${Math.random()}`
    if (method !== 'GET' && !cookie('XSRF-TOKEN')) await fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })
    let response: Response
    try {
        response = await send(method, path, body, key)
        if (response.status === 419) {
            await fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })
            response = await send(method, path, body, key)
        }
    } catch {
        try {
            response = await send(method, path, body, key)
        } catch {
            throw new Refused(0, 'The server does not answer. What you typed is still here; try again in a moment.')
        }
    }
    if (response.status === 204) return undefined as T
    const answer = (await response.json().catch(() => ({}))) as T & { message?: string; errors?: Record<string, string[]>; current?: Entry }
    if (response.ok) return answer
    if (response.status === 401 && location.pathname !== '/sign-in') location.assign('/sign-in')
    const sentence = response.status === 429 ? 'Too many tries. Wait a minute, then try again.' : (answer.message ?? 'The server could not do this.')
    throw new Refused(response.status, sentence, answer.errors ?? {}, answer.current ?? null)
}

/**
 * Sends a file.
 *
 * @throws Refused
 */
export async function sendFile<T>(path: string, file: File): Promise<T> {
    const body = new FormData()
    body.append('file', file)
    if (!cookie('XSRF-TOKEN')) await fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })
    let response: Response
    try {
        response = await fetch(`/api/${path}`, { method: 'POST', credentials: 'same-origin', headers: { Accept: 'application/json', 'X-XSRF-TOKEN': cookie('XSRF-TOKEN') }, body })
    } catch {
        throw new Refused(0, 'The server did not take the file. Try again in a moment.')
    }
    const answer = (await response.json().catch(() => ({}))) as T & { message?: string; errors?: Record<string, string[]> }
    if (response.ok) return answer
    throw new Refused(response.status, response.status === 413 ? 'A file has at most 10 MB.' : (answer.errors?.file?.[0] ?? answer.message ?? 'The file was not taken.'), answer.errors ?? {})
}

/** The sentence for a person, whatever went wrong. */
export function sentence(error: unknown): string {
    return error instanceof Error ? error.message : 'Something went wrong.'
}
