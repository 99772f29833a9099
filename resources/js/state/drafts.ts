import { openDB, type IDBPDatabase } from 'idb'

/** What was typed and is not saved yet: it lies in the browser's own store until it is, or until one signs out. */
export interface Draft {
    /** What is typed into, for one account: "sheet|id|recurrence id", "line", "lines|date". */
    key: string
    value: unknown
    /** Milliseconds since 1970. */
    at: number
    /** What it is called where it is offered again. */
    title: string
}

const NAME = 'plum-rota'
const STORE = 'drafts'
let opened: Promise<IDBPDatabase> | null = null
/** Where there is no such store (private windows of some browsers), at least until the page is closed. */
const inMemory = new Map<string, Draft>()

async function store(): Promise<IDBPDatabase | null> {
    if (typeof indexedDB === 'undefined') return null
    opened ??= openDB(NAME, 1, { upgrade: (db) => void db.createObjectStore(STORE, { keyPath: 'key' }) })
    return opened.catch(() => null)
}

/** What was typed under a key and not saved; null where nothing was. */
export async function readDraft(key: string): Promise<Draft | null> {
    const db = await store()
    return ((db ? await db.get(STORE, key) : inMemory.get(key)) as Draft | undefined) ?? null
}

/** After signing out what is taken down leaves nothing behind. */
let isMuted = false
/** Drafts are kept again, after signing out had stopped it. */
export function resumeDrafts(): void {
    isMuted = false
}

/** Keeps what is typed in this browser until it is saved. */
export async function writeDraft(draft: Draft): Promise<void> {
    if (isMuted) return
    const plain = JSON.parse(JSON.stringify(draft)) as Draft
    const db = await store()
    if (db) await db.put(STORE, plain)
    else inMemory.set(draft.key, plain)
}

/** Forgets a draft: it was saved, or left on purpose. */
export async function dropDraft(key: string): Promise<void> {
    const db = await store()
    if (db) await db.delete(STORE, key)
    else inMemory.delete(key)
}

/** @returns the drafts whose keys begin so, the latest first */
export async function draftsOf(prefix: string): Promise<Draft[]> {
    const db = await store()
    const all = (db ? await db.getAll(STORE) : [...inMemory.values()]) as Draft[]
    return all.filter((one) => one.key.startsWith(prefix)).sort((a, b) => b.at - a.at)
}

/** Forgets all drafts, for the next person at this browser. */
export async function clearDrafts(): Promise<void> {
    isMuted = true
    const db = await store()
    if (db) await db.clear(STORE)
    inMemory.clear()
}
