/** A line that is written under a question. */
export interface Line {
    question: string
    answer: string
}
/** A line that was changed, with what it said before. */
export type ChangedLine = Line & { was: string }

/** Lines as they are being written. */
export interface WrittenLines {
    of: (question: string) => string
    /** What another window has written meanwhile, where mine would overwrite it. */
    theirs: (question: string) => string | null
    write: (question: string, text: string) => void
    isDirty: () => boolean
    changed: () => ChangedLine[]
    /** @returns whether all of them are kept */
    keep: () => Promise<boolean>
    /** Mine in place of theirs, or theirs in place of mine. */
    settle: (question: string, way: 'mine' | 'theirs') => Promise<boolean>
}
