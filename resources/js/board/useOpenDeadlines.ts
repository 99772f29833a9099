import type { Deadline } from '@/api/types'
import { useChoice } from '@/choice/useChoice'

/** Of what is due on a day what is still to be done and shown: filters, hidden areas and "only this" hold as for what stands on it. */
export function useOpenDeadlines(): (due: Deadline[] | undefined) => Deadline[] {
    const { shown } = useChoice()
    return (due) => (due ?? []).filter((one) => !one.done && shown({ ...one, kind: 'task' }))
}
