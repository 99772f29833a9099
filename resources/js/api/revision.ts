/** Which revision of the account this page knows, and what its own changes have touched since it last looked. */
let known: number | null = null
let own: number | null = null
let touched: Set<string> | 'all' = new Set()

/** The answer to a change of this page. Where somebody else's came in between, anything may have been touched. */
export function heard(headers: Headers): void {
    const revision = Number(headers.get('X-Revision') ?? NaN)
    const tables = (headers.get('X-Touched') ?? '').split(',').filter((table) => table !== '')
    const follows = known !== null && (revision === known + 1 || revision === known)
    touched = touched === 'all' || !follows || tables.length === 0 ? 'all' : new Set([...touched, ...tables])
    if (!Number.isNaN(revision)) known = own = revision
}

/** What the server says when it is asked. Whether somebody else has changed something. */
export function isForeign(revision: number): boolean {
    const isNew = known !== null && revision !== known && revision !== own
    known = revision
    return isNew
}

/** What was touched since this was asked last. */
export function takeTouched(): Set<string> | 'all' {
    const was = touched
    touched = new Set()
    return was
}

