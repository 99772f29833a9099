/** Words of the sheet that stand for values of the contract. */
export const LABELS = {
    must: 'Must',
    should: 'Should',
    could: 'Could',
    light: 'Light',
    steady: 'Steady',
    demanding: 'Demanding',
} as const
