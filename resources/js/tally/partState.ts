/** Whether a part of the tally can show what was asked for. */
export interface PartState {
    isError: boolean
    isReady: boolean
    refetch: () => void
}
interface Asked {
    isError: { value: boolean }
    data: { value: unknown }
    refetch: () => unknown
}

export function stateOf(query: Asked): PartState {
    return {
        isError: query.isError.value,
        isReady: query.data.value !== undefined,
        refetch: () => void query.refetch(),
    }
}
