import type { BoardDay, Occurrence } from '@/api/types'
import { inListOrder, mustsOf } from '@/board/listOrder'
import { useOpenDeadlines } from '@/board/useOpenDeadlines'
import { useChoice } from '@/choice/useChoice'
import { dueDate, length, plusDays, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** A line on paper; told apart without colour. */
export interface PaperLine {
    key: string
    /** Of a must its number; of another task an empty stone, of an event none. */
    lead: 'must' | 'task' | 'event' | 'due' | 'days'
    number: number | null
    done: boolean
    text: string
    /** The letters that stand for its life area. */
    area: string
}

/** What is shown, laid out as lines of a sheet of paper. */
export function usePaper() {
    const view = useView()
    const account = useAccount()
    const { areas } = useAreas()
    const { shown } = useChoice()
    const openDeadlines = useOpenDeadlines()
    const visible = computed(() => view.occurrences.filter(shown))

    /** Each life area by the fewest first letters, two at least, that tell it from the others. */
    const marks = computed(() => {
        const names = areas.value.map((area) => area.name)
        return new Map(
            areas.value.map((area) => {
                let letters = 2
                while (
                    letters < area.name.length &&
                    names.some((name) => name !== area.name && name.startsWith(area.name.slice(0, letters)))
                )
                    letters++
                return [area.id, area.name.slice(0, letters)]
            }),
        )
    })
    const legend = computed(() =>
        areas.value.map((area) => [marks.value.get(area.id) ?? '', area.name] as const),
    )

    const title = (one: Occurrence): string => (one.private ? 'private' : one.title)
    function line(one: Occurrence, lead: PaperLine['lead'], number: number | null, text: string): PaperLine {
        return {
            key: `${lead} ${one.key}`,
            lead,
            number,
            done: one.done,
            text,
            area: marks.value.get(one.area_id) ?? '',
        }
    }

    /**
     * Musts first and numbered, then what is due, what goes on for days, what has hours, and the rest of the list.
     *
     * @param isBeginningsOnly what goes on for days is told on its first day alone
     */
    function lines(date: string, day?: Pick<BoardDay, 'due'>, isBeginningsOnly = false): PaperLine[] {
        const onDay = visible.value.filter(
            (one) =>
                one.start.slice(0, 10) === date ||
                (!isBeginningsOnly &&
                    one.all_day &&
                    one.start.slice(0, 10) < date &&
                    one.end.slice(0, 10) > date),
        )
        const tasks = onDay.filter((one) => one.kind === 'task' && one.all_day && one.minutes <= 1440)
        const musts = mustsOf(onDay, date)
        const timeText = (one: Occurrence): string =>
            one.all_day
                ? ''
                : `${timeOf(one.start, account.value.clock)}–${timeOf(one.end, account.value.clock)} `
        return [
            ...musts.map((one, i) => line(one, 'must', i + 1, `${timeText(one)}${title(one)}`)),
            ...openDeadlines(day?.due).map((one) => ({
                key: `due ${one.entry_id} ${one.recurrence_id}`,
                lead: 'due' as const,
                number: null,
                done: one.done,
                text: `due${one.due.length > 10 ? ` ${dueDate(one.due, date, account.value.clock)}` : ''}: ${one.title}`,
                area: marks.value.get(one.area_id) ?? '',
            })),
            ...onDay
                .filter(
                    (one) =>
                        one.all_day && (one.kind === 'event' || one.minutes > 1440) && !musts.includes(one),
                )
                .map((one) => {
                    const last = plusDays(one.end.slice(0, 10), -1)
                    const goesOn = one.start.slice(0, 10) < date || last > date
                    return line(one, 'days', null, `${title(one)}${goesOn ? ', all these days' : ''}`)
                }),
            ...onDay
                .filter((one) => !one.all_day && !musts.includes(one))
                .sort((a, b) => a.start.localeCompare(b.start))
                .map((one) =>
                    line(one, one.kind === 'task' ? 'task' : 'event', null, `${timeText(one)}${title(one)}`),
                ),
            ...tasks
                .filter((one) => !musts.includes(one))
                .sort(inListOrder)
                .map((one) =>
                    line(
                        one,
                        'task',
                        null,
                        `${title(one)}${one.estimate ? `, ${length(one.estimate)}` : ''}`,
                    ),
                ),
        ]
    }
    function load(day: BoardDay | undefined): string {
        if (!day) return ''
        const minutes = day.placed + day.listed
        return `${length(minutes)} of ${length(day.capacity)}${day.over ? `, ${length(minutes - day.capacity)} too much` : ''}`
    }

    return { lines, load, legend, days: computed(() => view.days) }
}
