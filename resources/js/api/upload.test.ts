import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { sendWithProgress, sentShare } from './upload'

/** Of the browser's what is used here. */
class Sending {
    static last: Sending | undefined
    upload: { onprogress?: (event: object) => void } = {}
    status = 201
    responseText = '{"name":"plan.txt"}'
    headers: Record<string, string> = {}
    onload = (): void => {}
    onerror = (): void => {}
    onabort = (): void => {}
    sent: Blob | null = null
    constructor() {
        Sending.last = this
    }
    open(): void {}
    setRequestHeader(name: string, value: string): void {
        this.headers[name] = value
    }
    getAllResponseHeaders(): string {
        return 'content-type: application/json\r\nx-revision: 7\r\n'
    }
    abort(): void {
        this.onabort()
    }
    send(body: Blob): void {
        this.sent = body
    }
}
const request = (): Request =>
    new Request('http://localhost/api/entries/e/attachments', {
        method: 'POST',
        body: 'what is in it',
        headers: { 'Idempotency-Key': 'k' },
    })

describe('a file on its way', () => {
    beforeEach(() => {
        Sending.last = undefined
        vi.stubGlobal('XMLHttpRequest', Sending)
    })
    afterEach(() => vi.unstubAllGlobals())

    it('says how much of it has gone, and answers as fetch does', async () => {
        const answer = sendWithProgress(request(), new AbortController().signal)
        await vi.waitFor(() => expect(Sending.last?.sent).toBeTruthy())
        expect(sentShare.value).toBe(0)
        expect(Object.values(Sending.last!.headers)).toContain('k')
        Sending.last!.upload.onprogress?.({ lengthComputable: true, loaded: 3, total: 12 })
        expect(sentShare.value).toBe(0.25)
        Sending.last!.onload()
        const response = await answer
        expect([response.status, response.headers.get('x-revision'), await response.json()]).toEqual([
            201,
            '7',
            { name: 'plan.txt' },
        ])
        expect(sentShare.value).toBeNull()
    })

    it('fails where there is no answer, as fetch does', async () => {
        const given = new AbortController()
        const answer = sendWithProgress(request(), given.signal)
        await vi.waitFor(() => expect(Sending.last?.sent).toBeTruthy())
        given.abort()
        await expect(answer).rejects.toThrow('There was no answer.')
        expect(sentShare.value).toBeNull()
    })
})
