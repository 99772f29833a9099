import { Refused } from '@/api/client'
import type { ChangedLine, Line, WrittenLines } from '@/shared/lines'
import { reactive, watch } from 'vue'

export type { ChangedLine, Line } from '@/shared/lines'

interface Kept {
    /** What is in the field. */
    mine: string
    /** What the server said when it was last taken in. */
    base: string
    /** What another window has written meanwhile, where mine would overwrite it; null where nothing has. */
    theirs: string | null
}

/**
 * Lines under questions, as two windows may write them at once. What arrives is taken in where nobody is typing, and never takes away what
 * is being typed; what is sent is the lines that were changed.
 *
 * @param given as the server has them
 * @param send the changed ones; throws Refused 409 with the present lines where one says something else by now
 */
export function useLines(
    given: () => Line[],
    send: (lines: ChangedLine[]) => Promise<unknown>,
): WrittenLines {
    const lines = reactive(new Map<string, Kept>())
    watch(
        given,
        (all) => {
            for (const { question, answer } of all) {
                const kept = lines.get(question)
                if (!kept) lines.set(question, { mine: answer, base: answer, theirs: null })
                else if (kept.mine === kept.base || kept.mine === answer)
                    Object.assign(kept, { mine: answer, base: answer, theirs: null })
            }
        },
        { immediate: true, deep: true },
    )
    const of = (question: string): string => lines.get(question)?.mine ?? ''
    const theirs = (question: string): string | null => lines.get(question)?.theirs ?? null
    const isDirty = (): boolean => [...lines.values()].some((one) => one.mine !== one.base)
    function write(question: string, text: string): void {
        const kept = lines.get(question)
        if (kept) kept.mine = text
        else lines.set(question, { mine: text, base: '', theirs: null })
    }
    const changed = (): ChangedLine[] =>
        [...lines]
            .filter(([, one]) => one.mine !== one.base)
            .map(([question, one]) => ({ question, answer: one.mine, was: one.base }))

    /** @returns whether all of them are kept */
    async function keep(): Promise<boolean> {
        const sent = changed()
        try {
            await send(sent)
        } catch (error) {
            if (!(error instanceof Refused) || error.status !== 409) throw error
            const now = new Map(error.lines.map((one) => [one.question, one.answer]))
            for (const { question, was } of sent) {
                const is = now.get(question) ?? ''
                const kept = lines.get(question)
                if (kept && is !== was) kept.theirs = is
            }
            return false
        }
        for (const { question, answer } of sent) {
            const kept = lines.get(question)
            if (kept) Object.assign(kept, { base: answer, theirs: null })
        }
        return true
    }
    /** Mine in place of theirs, or theirs in place of mine. */
    async function settle(question: string, way: 'mine' | 'theirs'): Promise<boolean> {
        const kept = lines.get(question)
        if (!kept || kept.theirs === null) return true
        if (way === 'theirs') kept.mine = kept.theirs
        Object.assign(kept, { base: kept.theirs, theirs: null })
        return kept.mine === kept.base ? true : keep()
    }
    return { of, theirs, write, isDirty, changed, keep, settle }
}
