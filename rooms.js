/**
 * The folders of the page from the ground up: what is in one may use itself and those before it, so that there is no knot.
 * Only tests use testing.
 */
export const ROOMS = [
    'style',
    'api',
    'shared',
    'state',
    'undo',
    'period',
    'choice',
    'reminders',
    'sheet',
    'areas',
    'board',
    'ribbon',
    'ruler',
    'basket',
    'month',
    'year',
    'day',
    'ahead',
    'done',
    'tally',
    'capture',
    'fitting',
    'rounds',
    'templates',
    'routines',
    'filing',
    'find',
    'paper',
    'closing',
    'interchange',
    'settings',
    'sign-in',
    'standins',
    'shell',
]

/** One rule of eslint for each folder: which imports are refused there. */
export const roomRules = ROOMS.map((room, i) => ({
    files: [`resources/js/${room}/**/*.{ts,vue}`],
    ignores: ['**/*.test.ts'],
    rules: {
        'no-restricted-imports': [
            'error',
            {
                patterns: [
                    ...ROOMS.slice(i + 1).map((later) => ({
                        group: [`@/${later}/*`, `**/../${later}/*`],
                        message: `“${room}” comes before “${later}” (rooms.js), so it cannot use it.`,
                    })),
                    { group: ['@/testing/*'], message: 'Only tests use testing.' },
                ],
            },
        ],
    },
}))
