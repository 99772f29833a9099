import type { Account, Area, Calendar, Occurrence, Reminder } from '@/api/types'
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { enableAutoUnmount, flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, vi } from 'vitest'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'

/** A part of the page on its own: with an account, its areas, and a server that answers as it is told. */
export interface Asked {
    method: string
    /** Behind /api/. */
    path: string
    body: unknown
    key: string | null
}
type Answer = unknown | ((body: never) => unknown)

export class Refusal {
    constructor(
        readonly status: number,
        readonly body: unknown = {},
    ) {}
}
/** No answer at all, as when the cable is out. */
export const SILENCE = Symbol('silence')

export const asked: Asked[] = []
/** The reads of each request that asked for several. */
export const together: string[][] = []
let answers: Record<string, Answer> = {}

/** By method and path, "GET basket"; a function is given what was sent, a Refusal is what the server says no with. */
export function answering(more: Record<string, Answer>): void {
    Object.assign(answers, more)
}
/** What was sent to change something, as "POST undo". */
export const changes = (): string[] =>
    asked.filter((one) => one.method !== 'GET').map((one) => `${one.method} ${one.path}`)
export const sent = (what: string): unknown =>
    asked.filter((one) => `${one.method} ${one.path}` === what).at(-1)?.body

async function answer(what: Request | string): Promise<Response> {
    const request = typeof what === 'string' ? new Request(new URL(what, location.href)) : what
    const [, path = ''] = /\/api\/(.*)$/.exec(request.url) ?? [null, new URL(request.url).pathname]
    if (path.startsWith('together?')) return answerTogether(path)
    const isForm = request.headers.get('Content-Type')?.startsWith('multipart/') ?? false
    const text = isForm ? '' : await request.text()
    asked.push({
        method: request.method,
        path,
        body: isForm ? await request.formData() : text === '' ? undefined : JSON.parse(text),
        key: request.headers.get('Idempotency-Key'),
    })
    return answerTo(request.method, path, asked.at(-1)?.body)
}
async function answerTo(method: string, path: string, body: unknown): Promise<Response> {
    const found = answers[`${method} ${path}`] ?? answers[`${method} ${path.split('?')[0]}`]
    const said: unknown = await (typeof found === 'function'
        ? (found as (body: unknown) => unknown)(body)
        : found)
    if (said === SILENCE) throw new TypeError('No answer')
    if (said instanceof Refusal) return new Response(JSON.stringify(said.body), { status: said.status })
    return said === undefined ? new Response(null, { status: 204 }) : new Response(JSON.stringify(said))
}
/** Several reads in one request, each also told as one of its own. */
async function answerTogether(path: string): Promise<Response> {
    const reads = (new URLSearchParams(path.slice(path.indexOf('?'))).get('read') ?? '').split(' ')
    together.push(reads)
    const parts = await Promise.all(
        reads.map(async (read) => {
            asked.push({ method: 'GET', path: read, body: undefined, key: null })
            const response = await answerTo('GET', read, undefined)
            return {
                status: response.status === 204 ? 200 : response.status,
                body: response.status === 204 ? null : await response.json(),
            }
        }),
    )
    return new Response(JSON.stringify({ parts }))
}

export const account: Account = {
    version: '1.0',
    name: 'Rosa',
    email: 'rosa@example.org',
    zone: 'Europe/Berlin',
    first_weekday: 1,
    clock: '24',
    date_order: 'day',
    decimal_mark: 'point',
    week_numbers: 'iso',
    default_calendar_id: 'plants',
    work_days: [1, 2, 3, 4, 5],
    holidays: null,
    week: Array.from({ length: 7 }, () => ({ minutes: 480, wakes: 360, sleeps: 1320, theme: '' })),
    quiet_from: 0,
    quiet_to: 0,
    agenda_at: null,
    agenda_channels: ['screen'],
    evening_at: null,
    stint_minutes: 25,
    must_limit: 2,
    other_limit: 8,
    closing_questions: [],
    round_questions: [],
    best_hours: Array.from({ length: 24 }, () => 1),
    breathing: 0,
    least_pause: 0,
    deep_minutes: 0,
    weather: false,
    weather_place: '',
    files: { used: 0, most: 500_000_000 },
    new_entry: {
        kind: 'task',
        notes: '',
        all_day: true,
        start: null,
        end: null,
        zone: null,
        end_zone: null,
        floating: false,
        rule: null,
        after_done: false,
        extra_dates: [],
        except_dates: [],
        off_day: 'keep',
        seasons: [],
        pauses: [],
        due: null,
        missed: 'hold',
        not_before: null,
        around: null,
        waiting_for: '',
        ask_again: null,
        after_id: null,
        opens_round: null,
        measure: null,
        aim: null,
        shortest_piece: null,
        own_hours: [],
        lead_ups: [],
        reminders: null,
        always_through: false,
        overlaps: false,
        importance: null,
        effort: null,
        estimate: null,
        busy: true,
        tentative: false,
        private: false,
        protected: false,
        travel: 0,
        margin: 0,
        margin_before: 0,
        travel_back: 0,
        place: '',
        link: '',
        checklist: [],
        colour: null,
        labels: [],
    },
}
const calendar = (id: string, area_id: string, name: string): Calendar => ({
    id,
    area_id,
    name,
    colour: null,
    hidden: false,
    busy: true,
    margin_before: 0,
    margin_after: 0,
    missed: 'hold',
    reminders: [],
    reminders_all_day: [],
    counted: true,
    following: null,
    entries: 0,
})
export const areas: Area[] = [
    {
        id: 'nursery',
        name: 'Nursery',
        colour: 'forest',
        intended_minutes: null,
        hidden: false,
        calendars: [
            calendar('plants', 'nursery', 'Plants'),
            { ...calendar('stall', 'nursery', 'Stall'), colour: 'amber' },
        ],
    },
    {
        id: 'home',
        name: 'Home',
        colour: 'rose',
        intended_minutes: null,
        hidden: false,
        calendars: [calendar('house', 'home', 'House')],
    },
]

/** An occurrence on Wednesday 25 November 2026, with what matters in it. */
export function occurrence(fields: Partial<Occurrence> & { title: string }): Occurrence {
    const entry_id = fields.entry_id ?? fields.title.toLowerCase().replaceAll(' ', '-')
    const recurrence_id = fields.recurrence_id ?? 'once'
    return {
        entry_id,
        recurrence_id,
        key: `${entry_id}|${recurrence_id}`,
        kind: 'task',
        calendar_id: 'plants',
        area_id: 'nursery',
        routine: false,
        importance: null,
        effort: null,
        labels: [],
        colour: null,
        due: null,
        estimate: null,
        travel: 0,
        margin: 0,
        busy: true,
        tentative: false,
        private: false,
        protected: false,
        place: '',
        steps: 0,
        steps_done: 0,
        first_line: '',
        rank: 2_000_000_001,
        version: 1,
        all_day: true,
        start: '2026-11-25',
        end: '2026-11-26',
        minutes: 1440,
        moved: false,
        edited: false,
        done: false,
        meets: [],
        lane: 0,
        lanes: 1,
        ...fields,
    } as Occurrence
}
export function reminder(fields: Partial<Reminder> & { id: number; title: string }): Reminder {
    return {
        kind: 'task',
        entry_id: 'vents',
        recurrence_id: 'once',
        area_id: 'nursery',
        routine: false,
        all_day: false,
        starts_at: Date.UTC(2026, 10, 25, 6, 15) / 1000,
        due: false,
        leave_at: null,
        gathered: false,
        claimed: false,
        lines: [],
        ...fields,
    } as Reminder
}

enableAutoUnmount(afterEach)

export let client: QueryClient
export let router: Router

/** A component, or what a composable gives, in the page at an address. */
export async function open<T extends Component>(
    part: T,
    options: { props?: Record<string, unknown>; at?: string; account?: Partial<Account> } = {},
): Promise<VueWrapper> {
    client.setQueryData(['session'], { account: { ...account, ...options.account }, first_run: false })
    await router.push(options.at ?? '/week')
    const wrapper = mount(part as Component, {
        props: options.props ?? {},
        attachTo: document.body,
        global: { plugins: [[VueQueryPlugin, { queryClient: client }], router, createPinia()] },
    })
    await flushPromises()
    return wrapper as VueWrapper
}
/** What a composable gives, called where the page would call it. */
export async function using<T>(composable: () => T, at = '/week'): Promise<T> {
    let given: T | undefined
    await open(
        defineComponent({
            setup() {
                given = composable()
                return () => h('i')
            },
        }),
        { at },
    )
    return given as T
}
export async function press(
    key: string,
    held: KeyboardEventInit = {},
    on: EventTarget = document.body,
): Promise<void> {
    on.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...held }))
    await flushPromises()
}

/** Wednesday 25 November 2026, 7:00 in Berlin; every test begins with an empty page. */
export function aPage(): void {
    beforeEach(() => {
        vi.useFakeTimers({
            now: new Date('2026-11-25T06:00:00Z'),
            shouldAdvanceTime: true,
            toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'Date'],
        })
        document.cookie = 'XSRF-TOKEN=there'
        localStorage.clear()
        sessionStorage.clear()
        asked.length = 0
        together.length = 0
        answers = {
            'GET areas': { areas },
            'GET revision': { revision: 1 },
            'GET basket': { items: [] },
            'GET filters': { filters: [], labels: [] },
            'GET reminders': { waiting: [] },
            'GET session': () => client.getQueryData(['session']),
        }
        vi.stubGlobal('fetch', answer)
        client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
        client.setQueryData(['areas'], { areas })
        router = createRouter({
            history: createMemoryHistory(),
            routes: [
                ...['day', 'week', 'month', 'year', 'ahead', 'done', 'close'].map((name) => ({
                    path: `/${name}/:date?`,
                    name,
                    component: { template: '<i />' },
                })),
                { path: '/days/:count/:date?', name: 'days', component: { template: '<i />' } },
            ],
        })
    })
    afterEach(() => {
        client.clear()
        vi.unstubAllGlobals()
        vi.useRealTimers()
        document.body.innerHTML = ''
    })
}
