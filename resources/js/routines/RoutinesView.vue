<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Routine } from '@/api/types'
import OneOf from '@/choice/OneOf.vue'
import DateField from '@/shared/DateField.vue'
import NothingHere from '@/shared/NothingHere.vue'
import TextField from '@/shared/TextField.vue'
import { fullDate, hours, length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import CalendarField from '@/choice/CalendarField.vue'
import SelectField from '@/shared/SelectField.vue'
import YearStrip from './YearStrip.vue'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, ref } from 'vue'

/** Every routine on one line, and what all of them cost of a week, before the week is full. */
const view = useView()
const account = useAccount()
const { areas, area, calendar, colour } = useAreas()
const { change } = useChanges()
const query = useQuery({
    queryKey: ['routines'],
    queryFn: () => answerOf(api.GET('/routines')),
    staleTime: 60_000,
})
view.occurrences = []
view.tallies = []

const GROUPS = [
    ['area', 'by life area'],
    ['often', 'by how often'],
] as const
const OFTEN = [
    ['daily', 'Every few days'],
    ['weekly', 'By the week'],
    ['monthly', 'By the month'],
    ['yearly', 'By the year'],
    ['other', 'After it is done, and single dates'],
] as const
const MISSED = { hold: 'stays where it was', roll: 'rolls on', lapse: 'lapses' }
const group = ref<'area' | 'often'>('area')
const wanted = ref('')
const chosen = ref<Set<string>>(new Set())
const rest = ref({ from: '', to: '' })

const all = computed<Routine[]>(() => query.data.value?.routines ?? [])
const found = computed(() => {
    const words = wanted.value.trim().toLowerCase()
    return words === ''
        ? all.value
        : all.value.filter((one) =>
              [one.title, one.in_words, calendar(one.calendar_id)?.name]
                  .join(' ')
                  .toLowerCase()
                  .includes(words),
          )
})
/** What single times in a calendar of their own give to an area. */
const given = (one: Routine, areaId: string): number =>
    one.elsewhere.find((other) => other.area_id === areaId)?.minutes ?? 0
const whole = (one: Routine): number =>
    one.elsewhere.reduce((minutes, other) => minutes + other.minutes, one.minutes)
const sum = (some: number[]): number => some.reduce((minutes, one) => minutes + one, 0)
/** Of an area what is its own; of how often one comes all of it. */
const aWeek = (one: Routine): number => (group.value === 'area' ? one.minutes : whole(one))
const groups = computed(() =>
    (group.value === 'area'
        ? areas.value.map((one) => ({
              key: one.id,
              name: one.name,
              hue: one.colour,
              lines: found.value.filter((line) => line.area_id === one.id),
              guests: found.value.filter((line) => given(line, one.id) > 0),
              intended: one.intended_minutes,
          }))
        : OFTEN.map(([key, name]) => ({
              key,
              name,
              hue: undefined,
              lines: found.value.filter((line) => line.often === key),
              guests: [],
              intended: null,
          }))
    ).filter((one) => one.lines.length + one.guests.length > 0),
)
const total = computed(() => query.data.value?.areas.reduce((minutes, one) => minutes + one.minutes, 0) ?? 0)
const week = computed(() => query.data.value?.week ?? 0)
const share = computed(() =>
    week.value === 0 ? 0 : Math.min(100, Math.round((100 * total.value) / week.value)),
)
const isTooMuch = computed(() => total.value > week.value)
const now = computed(() => query.data.value?.now.slice(0, 10) ?? '')

function when(moment: string | null): string {
    if (moment === null) return '—'
    const day = moment.slice(0, 4) === now.value.slice(0, 4) ? namedDate(moment) : fullDate(moment)
    return moment.includes('T') && !moment.endsWith('T00:00:00')
        ? `${day}, ${timeOf(moment, account.value.clock)}`
        : day
}
/** A rest that has begun, or comes. */
function resting(one: Routine): string {
    const next = one.pauses.find((pause) => pause.to >= now.value)
    if (!next) return ''
    return next.from <= now.value ? `rests until ${namedDate(next.to)}` : `rests from ${namedDate(next.from)}`
}
function turn(id: string): void {
    const next = new Set(chosen.value)
    if (!next.delete(id)) next.add(id)
    chosen.value = next
}
const isAllChosen = computed(
    () => found.value.length > 0 && found.value.every((one) => chosen.value.has(one.entry_id)),
)
function turnAll(): void {
    chosen.value = isAllChosen.value ? new Set() : new Set(found.value.map((one) => one.entry_id))
}
async function pause(): Promise<void> {
    const ids = [...chosen.value]
    const done = await change(
        ids.length === 1
            ? `It rests from ${namedDate(rest.value.from)} to ${namedDate(rest.value.to)}.`
            : `${ids.length} routines rest from ${namedDate(rest.value.from)} to ${namedDate(rest.value.to)}.`,
        () =>
            answerOf(
                api.POST('/routines/pause', {
                    body: { entry_ids: ids, from: rest.value.from, to: rest.value.to },
                }),
            ).then(() => true),
    )
    if (done) chosen.value = new Set()
}
function open(one: Routine): void {
    view.sheet = { entryId: one.entry_id, recurrenceId: null, date: null }
}
const MISSED_OPTIONS: ['' | 'hold' | 'roll' | 'lapse', string][] = [
    ['', 'when missed…'],
    ['hold', 'stays where it was'],
    ['roll', 'rolls on'],
    ['lapse', 'lapses'],
]
const last = ref('')
/** Of which one a year is looked at. */
const strip = ref<string | null>(null)
async function alter(
    body: { calendar_id?: string; missed?: 'hold' | 'roll' | 'lapse'; last?: string },
    said: string,
): Promise<void> {
    const ids = [...chosen.value]
    const done = await change(`${said} ${ids.length} ${ids.length === 1 ? 'routine' : 'routines'}.`, () =>
        answerOf(api.PATCH('/routines', { body: { entry_ids: ids, ...body } })).then(() => true),
    )
    if (done) chosen.value = new Set()
}
const end = (): Promise<void> => alter({ last: last.value }, `The last time is ${namedDate(last.value)}:`)
</script>

<template>
    <main class="routines" data-test="routines" tabindex="-1">
        <header>
            <h1>Routines</h1>
            <p v-if="query.data.value" class="total" data-test="routine-total">
                <b :class="{ much: isTooMuch }">{{ hours(total) }} h</b> of the {{ hours(week) }} h that a
                week has to give are routine{{ isTooMuch ? ': more than there is' : '' }}.
            </p>
            <div class="bar" role="img" :aria-label="`${share} % of a week`">
                <i :class="{ much: isTooMuch }" :style="{ width: `${share}%` }" />
            </div>
            <div class="row">
                <TextField
                    v-model="wanted"
                    placeholder="Find one"
                    label="Find a routine"
                    test="find-routine"
                />
                <OneOf v-model="group" label="How they are grouped" :options="GROUPS" />
                <NCheckbox
                    :checked="isAllChosen"
                    :indeterminate="chosen.size > 0 && !isAllChosen"
                    data-test="choose-all"
                    @update:checked="turnAll"
                    >all {{ found.length }}</NCheckbox
                >
            </div>
            <form v-if="chosen.size > 0" class="row chosen" data-test="rest-form" @submit.prevent="pause">
                <b>{{ chosen.size }} chosen</b> rest from
                <DateField v-model="rest.from" label="First day" :first-weekday="account.first_weekday" />
                to
                <DateField v-model="rest.to" label="Last day" :first-weekday="account.first_weekday" />
                <NButton
                    attr-type="submit"
                    class="press"
                    :disabled="rest.from === '' || rest.to === ''"
                    data-test="let-rest"
                    >Let them rest</NButton
                >
                <span aria-hidden="true">·</span>
                <DateField v-model="last" label="Last time on" :first-weekday="account.first_weekday" />
                <NButton class="press" :disabled="last === ''" data-test="end-routines" @click="end"
                    >End them then</NButton
                >
                <span aria-hidden="true">·</span>
                <CalendarField
                    :model-value="null"
                    label="Another calendar"
                    none="another calendar…"
                    @update:model-value="
                        (id) => id && alter({ calendar_id: id }, `Filed into ${calendar(id)?.name}:`)
                    "
                />
                <SelectField
                    class="missed"
                    :model-value="''"
                    label="When they are missed"
                    :options="MISSED_OPTIONS"
                    data-test="change-missed"
                    @update:model-value="
                        (missed) => missed && alter({ missed }, 'Changed what becomes of them when missed:')
                    "
                />
                <NButton text class="plain" @click="chosen = new Set()">Let go</NButton>
            </form>
        </header>
        <p v-if="query.isError.value" class="mistake" role="alert">
            The routines could not be fetched.
            <NButton class="press" @click="query.refetch()">Try again</NButton>
        </p>
        <NothingHere v-else-if="query.data.value && all.length === 0"
            >What comes round again stands here. Catch one with <kbd>N</kbd>: “water the ferns every third
            day”.</NothingHere
        >
        <p v-else-if="query.data.value && found.length === 0" class="muted">None has these words.</p>
        <section v-for="one in groups" :key="one.key" :data-hue="one.hue" data-test="routine-group">
            <h2>
                {{ one.name }}
                <small
                    >{{
                        hours(
                            sum([...one.lines.map(aWeek), ...one.guests.map((line) => given(line, one.key))]),
                        )
                    }}
                    h a week{{ one.intended === null ? '' : ` of ${hours(one.intended)} h meant` }}</small
                >
            </h2>
            <article
                v-for="line in one.lines"
                :key="line.entry_id"
                :data-hue="line.colour ?? colour(line.calendar_id)"
                data-test="routine"
                :data-title="line.title"
            >
                <NCheckbox
                    :checked="chosen.has(line.entry_id)"
                    :aria-label="`Choose ${line.title}`"
                    @update:checked="turn(line.entry_id)"
                />
                <span class="what"
                    ><NButton text class="plain title" @click="open(line)">{{ line.title }}</NButton
                    ><small>{{ line.in_words }}{{ resting(line) ? ` · ${resting(line)}` : '' }}</small></span
                >
                <span class="fact"><small>next</small>{{ when(line.next) }}</span>
                <span class="fact"><small>last</small>{{ when(line.last) }}</span>
                <span class="fact short"
                    ><small>kept</small>{{ line.due === 0 ? '—' : `${line.kept} of ${line.due}` }}</span
                >
                <span class="fact short"><small>a week</small>{{ length(aWeek(line)) }}</span>
                <span class="fact"
                    ><small>{{
                        group === 'area' ? calendar(line.calendar_id)?.name : area(line.area_id)?.name
                    }}</small
                    >{{ line.kind === 'task' ? MISSED[line.missed] : 'happens' }}</span
                >
                <NButton
                    text
                    class="plain year"
                    :aria-expanded="strip === line.entry_id"
                    :aria-label="`A year of ${line.title}`"
                    data-test="show-year"
                    @click="strip = strip === line.entry_id ? null : line.entry_id"
                    >year</NButton
                >
                <YearStrip v-if="strip === line.entry_id" :entry-id="line.entry_id" :title="line.title" />
            </article>
            <p v-for="line in one.guests" :key="line.entry_id" class="muted" data-test="routine-guest">
                and {{ length(given(line, one.key)) }} a week of “{{ line.title }}”, which is in
                {{ area(line.area_id)?.name }}
            </p>
        </section>
    </main>
</template>

<style scoped>
.routines {
    flex: 1;
    min-width: 0;
    overflow-y: auto;
    padding: 18px 28px 60px;
    background: var(--sheet);
    outline: none;
}
h1 {
    margin: 0 0 4px;
    font-size: 1.5rem;
}
h2 {
    display: flex;
    align-items: baseline;
    gap: 10px;
    margin: 22px 0 4px;
    padding-left: 10px;
    border-left: 4px solid var(--c, var(--plum-line));
    font-size: 1.0625rem;
}
small,
.muted {
    color: var(--muted);
    font: 400 0.75rem/1.35 var(--sans);
}
p {
    margin: 0 0 6px;
}
.much {
    color: var(--trouble);
}
.bar {
    max-width: 520px;
    height: 6px;
    margin-bottom: 12px;
    border-radius: 3px;
    background: var(--well);
}
.bar i {
    display: block;
    height: 100%;
    border-radius: 3px;
    background: var(--plum);
}
.bar i.much {
    background: var(--trouble);
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px 16px;
    align-items: center;
}
.row > :deep(.n-input) {
    width: 220px;
}
.chosen {
    margin-top: 10px;
    padding: 8px 14px;
    border-left: 3px solid var(--plum-line);
    gap: 8px;
}
article {
    display: grid;
    grid-template-columns: 22px minmax(180px, 2.4fr) 1.2fr 1.2fr 0.6fr 0.6fr 1fr 40px;
    gap: 0 12px;
    align-items: center;
    padding: 5px 0 5px 10px;
    border-bottom: 1px solid var(--line);
}
.missed {
    width: 150px;
}
.year {
    color: var(--muted);
    font-size: 0.75rem;
}
.what,
.fact {
    display: flex;
    flex-direction: column;
    align-items: flex-start;
    min-width: 0;
}
.fact {
    font-size: 0.8125rem;
}
.title {
    font-weight: 600;
    color: var(--c-text);
    text-align: left;
    white-space: normal;
}
@media (max-width: 760px) {
    .routines {
        padding: 12px 14px 60px;
        overflow: visible;
    }
    article {
        grid-template-columns: 22px 1fr 1fr;
    }
    .what {
        grid-column: 2 / -1;
    }
    .fact {
        grid-column: auto;
        flex-direction: row;
        gap: 6px;
        align-items: baseline;
    }
    .fact:nth-of-type(2n) {
        grid-column: 2;
    }
    .fact:nth-of-type(2n + 1) {
        grid-column: 3;
    }
}
</style>
