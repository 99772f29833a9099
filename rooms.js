/**
 * The folders of the page, and for each those that it may use besides itself: what is in one names nothing else of the page, however
 * it is imported. A list names only folders that come before, so that there is no knot. Only tests use testing.
 */
export const USES = {
    style: [],
    api: [],
    shared: ['api'],
    state: ['api', 'shared'],
    undo: ['api', 'shared', 'state'],
    period: ['api', 'shared', 'state', 'undo'],
    choice: ['api', 'shared', 'state', 'undo', 'period'],
    reminders: ['api', 'shared', 'state', 'undo', 'period'],
    sheet: ['api', 'shared', 'state', 'undo', 'choice', 'reminders'],
    areas: ['api', 'shared', 'state', 'undo', 'choice', 'sheet'],
    board: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'sheet'],
    ribbon: ['api', 'shared', 'state', 'undo', 'choice'],
    ruler: ['api', 'shared', 'state'],
    basket: ['api', 'shared', 'state', 'choice', 'board'],
    month: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'board'],
    year: ['api', 'shared', 'state', 'period', 'choice', 'board'],
    day: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'board'],
    ahead: ['api', 'shared', 'state', 'period', 'choice', 'board'],
    done: ['shared', 'state', 'period', 'choice'],
    tally: ['api', 'shared', 'state', 'undo', 'period', 'choice'],
    capture: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'reminders'],
    fitting: ['api', 'shared', 'state', 'undo'],
    rounds: ['api', 'shared', 'state', 'undo', 'period', 'board', 'fitting'],
    templates: ['api', 'shared', 'state', 'undo', 'period'],
    routines: ['api', 'shared', 'state', 'undo', 'choice'],
    filing: ['api', 'shared', 'state', 'undo', 'choice'],
    find: ['api', 'shared', 'state', 'period', 'choice'],
    paper: ['api', 'shared', 'state', 'period', 'choice', 'board'],
    closing: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'board', 'capture'],
    interchange: ['api', 'shared', 'state', 'undo', 'period', 'choice', 'areas'],
    settings: ['api', 'shared', 'state', 'undo', 'choice', 'reminders'],
    'sign-in': ['api', 'shared', 'state'],
    standins: ['api', 'shared', 'state', 'undo', 'period', 'reminders'],
    shell: [
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
        'day',
        'capture',
        'fitting',
        'templates',
        'filing',
        'find',
        'paper',
        'interchange',
        'settings',
    ],
}

// The page asks the server in `api` alone, and the clock there and in shared/time.ts.
const REQUESTS = 'Requests go through api/client.ts.'
const requests = [
    { selector: 'CallExpression[callee.name="fetch"]', message: REQUESTS },
    { selector: 'MemberExpression[property.name=/^(fetch|sendBeacon)$/]', message: REQUESTS },
    {
        selector: 'NewExpression[callee.name=/^(Request|XMLHttpRequest|WebSocket|EventSource)$/]',
        message: REQUESTS,
    },
]
const CLOCK = 'What time it is says shared/time.ts.'
const clock = [
    { selector: 'NewExpression[callee.name="Date"][arguments.length=0]', message: CLOCK },
    { selector: 'CallExpression[callee.name="Date"]', message: CLOCK },
    { selector: 'MemberExpression[object.name="Date"][property.name="now"]', message: CLOCK },
    { selector: 'CallExpression[callee.object.name="DateTime"][callee.property.name="now"]', message: CLOCK },
    {
        selector:
            'CallExpression[callee.object.name="DateTime"][callee.property.name=/^(local|utc)$/][arguments.length=0]',
        message: CLOCK,
    },
]

const ROOMS = Object.keys(USES)
const UPWARDS = 'What is in another folder is named from the root, by @/.'
/** Folders that a folder may not use. */
const closedTo = (room) => [
    ...ROOMS.filter((other) => other !== room && !USES[room].includes(other)),
    'testing',
]

/** What is not written in a folder, whatever is imported how. */
const syntaxOf = (room) => [
    {
        selector: `ImportExpression[source.value=/^@.(${closedTo(room).join('|')})(.|$)/]`,
        message: `“${room}” may not load what it may not use (rooms.js).`,
    },
    { selector: 'ImportExpression[source.value=/^[.][.]/]', message: UPWARDS },
    {
        selector: 'ImportExpression:not([source.type="Literal"])',
        message: 'What is loaded later is named in full, so that it can be seen who uses what.',
    },
]

/** Rules of eslint for each folder: which imports are refused there, and what is not asked. A later rule takes the place of an earlier. */
export const roomRules = ROOMS.flatMap((room) => {
    const here = { files: [`resources/js/${room}/**/*.{ts,vue}`], ignores: ['**/*.test.ts'] }
    const syntax = (...more) => ({ 'no-restricted-syntax': ['error', ...syntaxOf(room), ...more.flat()] })
    return [
        {
            ...here,
            rules: {
                'no-restricted-imports': [
                    'error',
                    {
                        patterns: [
                            ...closedTo(room).map((other) => ({
                                group: [`@/${other}/*`, `@/${other}`],
                                message: `“${room}” may not use “${other}” (rooms.js).`,
                            })),
                            { regex: '^[.][.]', message: UPWARDS },
                        ],
                    },
                ],
                ...syntax(requests, clock),
            },
        },
        ...(room === 'api' ? [{ ...here, rules: syntax() }] : []),
        ...(room === 'shared'
            ? [{ ...here, files: ['resources/js/shared/time.ts'], rules: syntax(requests) }]
            : []),
    ]
})
