import { ref } from 'vue'

/** How much of the file that is being sent has gone, from 0 to 1; null while none is. */
export const sentShare = ref<number | null>(null)

/** Sends a request as fetch does, and tells on the way how much of it has gone, which fetch cannot. */
export async function sendWithProgress(request: Request, signal: AbortSignal): Promise<Response> {
    const body = await request.blob()
    sentShare.value = 0
    try {
        return await new Promise<Response>((resolve, reject) => {
            const sending = new XMLHttpRequest()
            sending.open(request.method, request.url)
            request.headers.forEach((value, name) => sending.setRequestHeader(name, value))
            sending.upload.onprogress = (event) => {
                if (event.lengthComputable) sentShare.value = event.loaded / event.total
            }
            sending.onload = () => {
                const headers = new Headers()
                for (const line of sending.getAllResponseHeaders().trim().split(/\r?\n/)) {
                    const at = line.indexOf(':')
                    if (at > 0) headers.append(line.slice(0, at), line.slice(at + 1).trim())
                }
                const isEmpty = sending.status === 204
                resolve(
                    new Response(isEmpty ? null : sending.responseText, { status: sending.status, headers }),
                )
            }
            sending.onerror = () => reject(new TypeError('There was no answer.'))
            sending.onabort = sending.onerror
            signal.addEventListener('abort', () => sending.abort())
            sending.send(body)
        })
    } finally {
        sentShare.value = null
    }
}
