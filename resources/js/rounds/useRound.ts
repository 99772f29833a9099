import { answerOf, api, sentence } from '@/api/client'
import type { Goal, Round, RoundStep } from '@/api/types'
import type { ChangedLine } from '@/state/useLines'
import { say, useChanges } from '@/undo/useChanges'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { computed, type Ref } from 'vue'

/** The steps of a round in their order, each with what it is called. */
export const STEPS: [RoundStep, string][] = [
    ['back', 'Look back'],
    ['goals', 'Goals'],
    ['fixed', 'Fixed points'],
    ['place', 'Place the work'],
    ['space', 'Breathing space'],
    ['ahead', 'Three weeks on'],
]
/** What may have become of a goal. */
export const ANSWERS = [
    ['kept', 'Kept'],
    ['partly', 'Partly'],
    ['dropped', 'Dropped'],
    ['carried', 'Carried on'],
] as const

/** The round of a week or a month: all it shows, and what can be written in it. Everything is kept at once. */
export function useRound(kind: Ref<'week' | 'month'>, date: Ref<string>, isKnown: Ref<boolean>) {
    const { change, send } = useChanges()
    const query = useQuery({
        queryKey: computed(() => ['rounds', kind.value, date.value] as const),
        queryFn: ({ queryKey }) =>
            answerOf(
                api.GET('/rounds/{kind}/{date}', {
                    params: { path: { kind: queryKey[1], date: queryKey[2] } },
                }),
            ),
        placeholderData: keepPreviousData,
        staleTime: 60_000,
        enabled: isKnown,
    })
    const round = computed<Round | undefined>(() => query.data.value)
    const path = computed(() => ({ path: { kind: kind.value, date: date.value } }))

    const keepSteps = (steps: RoundStep[], said: string) =>
        change(said, () =>
            answerOf(api.PUT('/rounds/{kind}/{date}', { params: path.value, body: { steps } })).then(
                () => true,
            ),
        )
    /** @throws Refused 409 where another window has written one of them meanwhile */
    async function keepLines(lines: ChangedLine[]): Promise<void> {
        try {
            await send(() =>
                answerOf(api.PUT('/rounds/{kind}/{date}', { params: path.value, body: { answers: lines } })),
            )
            say('Kept what you wrote.', { undoable: true })
        } catch (error) {
            say(sentence(error), { trouble: true })
            throw error
        }
    }
    const addGoal = (title: string, areaId: string | null) =>
        change(`The ${kind.value} is for “${title}”.`, () =>
            answerOf(
                api.POST('/rounds/{kind}/{date}/goals', {
                    params: path.value,
                    body: { title, area_id: areaId },
                }),
            ),
        )
    const changeGoal = (goal: Goal, body: Record<string, unknown>, said: string) =>
        change(said, () =>
            answerOf(api.PATCH('/goals/{goal}', { params: { path: { goal: goal.id } }, body })).then(
                () => true,
            ),
        )
    const removeGoal = (goal: Goal) =>
        change(`“${goal.title}” is no goal any more.`, () =>
            answerOf(api.DELETE('/goals/{goal}', { params: { path: { goal: goal.id } } })).then(() => true),
        )
    /** What became of a goal; what is carried on is a goal of this round. */
    const answer = (goal: Goal, said: Goal['answer']) =>
        changeGoal(
            goal,
            {
                answer: goal.answer === said ? null : said,
                ...(said === 'carried' ? { into: date.value } : {}),
            },
            goal.answer === said
                ? `“${goal.title}” is open again.`
                : `“${goal.title}”: ${ANSWERS.find(([name]) => name === said)?.[1].toLowerCase()}.`,
        )

    return { query, round, keepSteps, keepLines, addGoal, changeGoal, removeGoal, answer }
}
export type RoundActions = ReturnType<typeof useRound>
