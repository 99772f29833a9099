import type { InjectionKey } from 'vue'

/** What a picture can be saved as. */
export interface Drawn {
    svg: () => string
    width: () => number
    height: () => number
}

/** A picture tells the part it stands in how it is saved. */
export const DRAWN: InjectionKey<(drawn: Drawn | null) => void> = Symbol('drawn')
