/** Which revision of the account this page knows, and which of its reads its own changes have made stale since it last looked. */
let known: number | null = null
let own: number | null = null
let stale: Set<string> | 'all' = new Set()

/** The answer to a change of this page. Where somebody else's came in between, anything may be stale. */
export function heard(headers: Headers): void {
    const revision = Number(headers.get('X-Revision') ?? NaN)
    const reads = headers.get('X-Stale')
    const follows = known !== null && (revision === known + 1 || revision === known)
    stale =
        stale === 'all' || !follows || reads === null
            ? 'all'
            : new Set([...stale, ...reads.split(',').filter((read) => read !== '')])
    if (!Number.isNaN(revision)) known = own = revision
}

/** What the server says when it is asked. Whether somebody else has changed something. */
export function isForeign(revision: number): boolean {
    const isNew = known !== null && revision !== known && revision !== own
    known = revision
    return isNew
}

/** What has become stale since this was asked last: paths of the contract, or all. */
export function takeStale(): Set<string> | 'all' {
    const was = stale
    stale = new Set()
    return was
}
