<script setup lang="ts">
import { answerOf, api, keyed, Refused, sentence } from '@/api/client'
import type { Entry, RhythmPreview, Scope, Step } from '@/api/types'
import ScopeChoice from '@/choice/ScopeChoice.vue'
import { useTicks } from '@/undo/useTicks'
import { isCovered } from '@/shared/covered'
import TimeField from '@/shared/TimeField.vue'
import { clockText, dateIn, fullDate, length, minuteOf } from '@/shared/time'
import { paint, useAccount, useAreas } from '@/state/server'
import { attemptFor, type Attempt } from '@/state/attempt'
import { useUnsaved } from '@/state/unsaved'
import { useDraft } from '@/state/useDraft'
import type { SheetTarget } from '@/state/view'
import { say, useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced, useEventListener, useNow } from '@vueuse/core'
import { NDrawer } from 'naive-ui'
import { computed, nextTick, ref, watch } from 'vue'
import DateChoice from '@/shared/DateChoice.vue'
import { blank, ofEntry, type Form } from './form'
import { changed, merge, NAMES, said } from './merge'
import LandsGrid from './LandsGrid.vue'
import EntryPast from './EntryPast.vue'
import FilesList from './FilesList.vue'
import MissedChoice from './MissedChoice.vue'
import MoreFields from './MoreFields.vue'
import NextDates from './NextDates.vue'
import NotesField from './NotesField.vue'
import ReminderList from './ReminderList.vue'
import RhythmBreaks from './RhythmBreaks.vue'
import RhythmPresses from './RhythmPresses.vue'
import RhythmSentence from './RhythmSentence.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import StepsThisTime from './StepsThisTime.vue'
import WaitingFields from './WaitingFields.vue'

const props = defineProps<{ target: SheetTarget }>()
const emit = defineEmits<{ close: [] }>()

const account = useAccount()
const { areas, calendars, calendar, colour } = useAreas()
const { change, send } = useChanges()
const { tick, skip } = useTicks()

const open = ref(true)
const form = ref<Form | null>(null)
const saved = ref('')
const entry = ref<Entry | null>(null)
const mistakes = ref<Record<string, string[]>>({})
const trouble = ref('')
/** Changed here and elsewhere, to different values: which of them counts is asked. */
const torn = ref<{ theirs: Form; both: (keyof Form)[] } | null>(null)
const busy = ref(false)
const asking = ref<'save' | 'delete' | 'leave' | null>(null)
const title = ref<HTMLTextAreaElement | null>(null)

const isNew = computed(() => props.target.entryId === null)
const entryId = computed(() => props.target.entryId ?? '')
const recurrenceId = computed(() => props.target.recurrenceId ?? 'once')
const wasRoutine = computed(() => entry.value?.rule != null)
/** Whether there is one occurrence among others that a change could be for. */
const hasScope = computed(() => wasRoutine.value && props.target.recurrenceId !== null)
const reach = computed(() => ({
    entryId: props.target.entryId ?? '',
    recurrenceId: props.target.recurrenceId ?? '',
}))
const isDirty = computed(() => form.value !== null && JSON.stringify(form.value) !== saved.value)
/** The day it was opened on: a sheet left open over midnight keeps it, and says so. */
const today = dateIn(account.value.zone)
const clock = useNow({ interval: 10_000 })
const todayNow = computed(() => dateIn(account.value.zone, clock.value))

function fill(next: Form): void {
    form.value = next
    saved.value = JSON.stringify(next)
}

/** Typed, not saved, and kept on the disk: taken up again where one was interrupted. */
/** Kept with the draft: saved again after a reload, what had arrived after all does not happen twice. */
const attempt = ref<Attempt | null>(null)
const draft = useDraft<{ form: Form; version: number | null; target: SheetTarget; attempt: Attempt | null }>(
    () => `sheet|${props.target.entryId ?? 'new'}|${props.target.recurrenceId ?? ''}`,
    () =>
        isDirty.value && form.value && open.value
            ? {
                  form: form.value,
                  version: entry.value?.version ?? null,
                  target: props.target,
                  attempt: attempt.value,
              }
            : null,
    () => form.value?.title || 'a new entry',
)
const takenUp = ref(false)
useUnsaved('the sheet', () => isDirty.value && open.value)
async function takeUp(): Promise<void> {
    const found = await draft.find()
    if (!found || !form.value) return
    form.value = { ...form.value, ...found.value.form }
    takenUp.value = isDirty.value
    attempt.value = found.value.attempt
    // Saved over what was changed elsewhere meanwhile, both are shown side by side.
    if (entry.value && found.value.version !== null)
        entry.value = { ...entry.value, version: found.value.version }
}

async function load(): Promise<void> {
    if (props.target.entryId === null) {
        fill(blank(props.target, account.value, calendar(account.value.default_calendar_id ?? '')))
        await takeUp()
        await nextTick()
        title.value?.focus()
        return
    }
    try {
        entry.value = await read()
        fill(ofEntry(entry.value))
        await takeUp()
    } catch (error) {
        say(sentence(error), { trouble: true })
        open.value = false
    }
}
void load()

const place = computed(
    () =>
        form.value && {
            all_day: form.value.all_day,
            start: form.value.start,
            end: form.value.end,
            zone: form.value.zone,
            rule: form.value.rule,
            after_done: form.value.after_done,
            end_zone: form.value.end_zone,
            off_day: form.value.off_day,
            seasons: form.value.seasons,
            pauses: form.value.pauses,
            extra_dates: form.value.extra_dates,
            except_dates: form.value.except_dates,
            floating: form.value.floating,
            due: form.value.due,
        },
)
const settled = refDebounced(
    computed(() => JSON.stringify(place.value)),
    150,
)
const preview = useQuery({
    queryKey: computed(() => ['preview', settled.value, props.target.entryId]),
    enabled: computed(() => settled.value !== 'null' && place.value?.start != null),
    queryFn: () =>
        answerOf(
            api.POST('/rhythm/preview', {
                body: {
                    ...JSON.parse(settled.value),
                    entry_id: props.target.entryId,
                    recurrence_id: hasScope.value ? props.target.recurrenceId : null,
                },
            }),
        ),
    placeholderData: (previous: RhythmPreview | undefined) => previous,
    staleTime: 10_000,
    retry: false,
})
const lands = computed(() => (form.value?.start ? preview.data.value : undefined))
/** Steps are kept at once; what else is typed stays as it is. */
function onSteps(next: Entry, steps: Step[]): void {
    if (!form.value) return
    entry.value = {
        ...next,
        this_one: {
            ...(entry.value?.this_one ?? {
                done: false,
                timed: 0,
                due: null,
                due_as_all: null,
                shared: [],
                own: {},
                place: null,
            }),
            checklist: steps,
        },
    }
    if (wasRoutine.value) return
    const before = JSON.parse(saved.value) as Form
    form.value.checklist = steps
    saved.value = JSON.stringify({ ...before, checklist: steps })
}
const placeMistake = computed(() => {
    const error = preview.error.value
    const all = { ...(error instanceof Refused && form.value?.start ? error.errors : {}), ...mistakes.value }
    return (all.rule ?? all.start ?? all.end ?? all.zone)?.[0] ?? ''
})
const kindName = computed(() => (form.value?.rule ? 'routine' : (form.value?.kind ?? '')))
watch(
    () => form.value?.start,
    (start) => {
        if (form.value && start === null && form.value.kind === 'event') form.value.kind = 'task'
    },
)

const lastScope = ref<Scope>('whole')
async function save(scope: Scope = 'whole', isChosen = false): Promise<void> {
    if (!form.value || busy.value) return
    lastScope.value = scope
    let again = false
    if (hasScope.value && isDirty.value && !isChosen && asking.value !== 'save' && !mistakes.value.overlaps) {
        asking.value = 'save'
        return
    }
    busy.value = true
    mistakes.value = {}
    trouble.value = ''
    torn.value = null
    try {
        const sent = isNew.value
            ? { ...form.value, over_protected: mayCover.value }
            : {
                  over_protected: mayCover.value,
                  ...Object.fromEntries(changedFields.value.map((name) => [name, form.value?.[name]])),
                  scope,
                  recurrence_id: hasScope.value ? props.target.recurrenceId : null,
                  version: entry.value?.version,
              }
        attempt.value = attemptFor(sent, attempt.value)
        const headers = keyed(attempt.value.key)
        await send(() =>
            answerOf(
                isNew.value
                    ? api.POST('/entries', { body: sent, headers })
                    : api.PATCH('/entries/{entry}', {
                          params: { path: { entry: entryId.value } },
                          body: sent,
                          headers,
                      }),
            ),
        )
        say(
            isNew.value
                ? `Added “${form.value.title}”.`
                : `Saved “${form.value.title}”${takenOver.value ? `, with ${takenOver.value} as it was changed elsewhere` : ''}.`,
            { undoable: true },
        )
        saved.value = JSON.stringify(form.value)
        open.value = false
        await draft.drop()
    } catch (error) {
        attempt.value = null // it was answered: the next one is another
        if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
        else if (error instanceof Refused && error.status === 409 && error.current) {
            again = await takeIn()
            if (again || torn.value) return
        }
        trouble.value = sentence(error)
    } finally {
        busy.value = false
        asking.value = null
        if (again) void save(scope, true)
    }
}

/** It may lie over what is protected. */
const mayCover = ref(false)
function layOver(): void {
    mayCover.value = true
    void save(lastScope.value, true)
}

/** It is wished that its occurrences lie on one another. */
function letOverlap(): void {
    if (!form.value) return
    form.value.overlaps = true
    void save(lastScope.value)
}

/** What was changed here since it was opened; only that is sent. */
const changedFields = computed(() =>
    form.value && saved.value ? changed(JSON.parse(saved.value) as Form, form.value) : [],
)
const takenOver = ref('')
/** The entry, or what one occurrence of it has, as it stands now. */
function read(): Promise<Entry> {
    return answerOf(
        api.GET('/entries/{entry}', {
            params: {
                path: { entry: entryId.value },
                query: { recurrence_id: props.target.recurrenceId ?? undefined },
            },
        }),
    )
}

/** It was changed elsewhere meanwhile: what only one side changed is taken from there. Whether it can be saved again at once. */
async function takeIn(): Promise<boolean> {
    if (!form.value) return false
    const current = await read()
    const opened = JSON.parse(saved.value) as Form
    const theirs = ofEntry(current)
    const { form: merged, both } = merge(opened, form.value, theirs)
    takenOver.value = changed(opened, theirs)
        .filter((name) => !both.includes(name))
        .map((name) => NAMES[name])
        .join(', ')
    entry.value = current
    saved.value = JSON.stringify(theirs)
    form.value = merged
    torn.value = both.length > 0 ? { theirs, both } : null
    return both.length === 0
}
function choose(name: keyof Form, theirs: boolean): void {
    if (!torn.value || !form.value) return
    if (theirs) Object.assign(form.value, { [name]: torn.value.theirs[name] })
    torn.value.both = torn.value.both.filter((other) => other !== name)
    if (torn.value.both.length === 0) {
        torn.value = null
        void save(lastScope.value, true)
    }
}
const words = (value: unknown, name: keyof Form): string =>
    said(value, name, account.value.clock, (id) => calendar(id)?.name)

/** What this one has instead of what all have; pressed, it is given back. */
const ownFields = computed(
    () => Object.keys(hasScope.value ? (entry.value?.this_one?.own ?? {}) : {}) as (keyof Form)[],
)
const whole = computed(() => entry.value && ofEntry({ ...entry.value, this_one: undefined }))
function giveBack(name: keyof Form): void {
    if (form.value && whole.value)
        Object.assign(form.value, {
            [name]: name === 'due' ? (entry.value?.this_one?.due_as_all ?? null) : whole.value[name],
        })
}
async function likeOthers(): Promise<void> {
    open.value = false
    void draft.drop()
    await change(`Made “${entry.value?.title}” like the others again.`, () =>
        answerOf(
            api.DELETE('/entries/{entry}/occurrences/{recurrence}/own', {
                params: { path: { entry: entryId.value, recurrence: recurrenceId.value } },
            }),
        ).then(() => true),
    )
}
/** What was changed and concerns all of a routine: then just this one cannot be meant. */
const notForOne = computed(() => {
    const names = changedFields.value.filter((name) => entry.value?.this_one?.shared.includes(name))
    if (entry.value?.start && form.value?.start?.slice(0, 10) !== entry.value.start.slice(0, 10))
        names.unshift('start')
    return names.length === 0
        ? ''
        : `What was changed concerns all of them: ${names.map((name) => (name === 'start' ? 'first day' : NAMES[name])).join(', ')}.`
})

async function remove(scope: Scope): Promise<void> {
    asking.value = null
    saved.value = JSON.stringify(form.value)
    open.value = false
    void draft.drop()
    const what = {
        one: `Deleted this one of “${entry.value?.title}”.`,
        onward: `Deleted “${entry.value?.title}” from here on.`,
        whole: `Deleted “${entry.value?.title}”.`,
    }[hasScope.value ? scope : 'whole']
    await change(what, () =>
        answerOf(
            api.DELETE('/entries/{entry}', {
                params: { path: { entry: entryId.value } },
                body: { scope: hasScope.value ? scope : 'whole', recurrence_id: props.target.recurrenceId },
            }),
        ),
    )
}

/** Of a routine the one that was opened, else the entry. */
async function copyTo(calendarId: string): Promise<void> {
    await change(`Copied “${entry.value?.title}” into ${calendar(calendarId)?.name}.`, () =>
        answerOf(
            api.POST('/entries/{entry}/copy', {
                params: { path: { entry: entryId.value } },
                body: {
                    calendar_id: calendarId,
                    recurrence_id: hasScope.value ? props.target.recurrenceId : null,
                },
            }),
        ),
    )
}

async function skipThis(): Promise<void> {
    open.value = false
    await skip({
        entry_id: props.target.entryId ?? '',
        recurrence_id: props.target.recurrenceId ?? '',
        title: entry.value?.title ?? '',
    })
}
async function tickThis(): Promise<void> {
    open.value = false
    await tick({
        entry_id: props.target.entryId ?? '',
        recurrence_id: props.target.recurrenceId ?? 'once',
        title: entry.value?.title ?? '',
        done: entry.value?.done ?? false,
    })
}

/** Closing with something typed asks first. */
function leave(): void {
    if (isDirty.value && asking.value !== 'leave') asking.value = 'leave'
    else {
        open.value = false
        void draft.drop() // left on purpose
    }
}
function key(event: KeyboardEvent): void {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) void save()
    else if (event.key === 'Escape' && asking.value) asking.value = null
    else if (event.key === 'Escape') leave()
    else return
    event.preventDefault()
    event.stopPropagation()
}
useEventListener(window, 'keydown', (event) => !event.defaultPrevented && !isCovered.value && key(event))
function setDueDay(date: string): void {
    if (form.value) form.value.due = `${date}${form.value.due?.slice(10) ?? ''}`
}
function setDueTime(minute: number): void {
    if (form.value?.due) form.value.due = `${form.value.due.slice(0, 10)}T${clockText(minute)}:00`
}
/** What its calendar reminds of. */
const inherited = computed(
    () =>
        (form.value?.all_day
            ? calendar(form.value.calendar_id)?.reminders_all_day
            : calendar(form.value?.calendar_id ?? '')?.reminders) ?? [],
)
const isLate = computed(() => lands.value?.after_due ?? false)
const startMoves = computed(
    () =>
        !!form.value?.start &&
        !!lands.value &&
        lands.value.start.slice(0, 10) !== form.value.start.slice(0, 10),
)
</script>

<template>
    <NDrawer
        v-model:show="open"
        placement="right"
        width="min(820px, 100vw)"
        :close-on-esc="false"
        :mask-closable="!isDirty"
        @after-leave="emit('close')"
        @mask-click="leave"
    >
        <section
            v-if="form"
            class="sheet"
            :style="paint(form.colour ?? colour(form.calendar_id))"
            :aria-label="form.title || 'New entry'"
            data-test="sheet"
            tabindex="-1"
        >
            <div class="inside">
                <div class="top">
                    <select v-model="form.calendar_id" aria-label="Calendar" class="calendar">
                        <optgroup v-for="area in areas" :key="area.id" :label="area.name">
                            <option v-for="one in area.calendars" :key="one.id" :value="one.id">
                                {{ one.name }}
                            </option>
                        </optgroup>
                    </select>
                    <span aria-hidden="true">·</span>
                    <span class="kinds" role="group" aria-label="Kind">
                        <button
                            v-for="one in ['task', 'event'] as const"
                            :key="one"
                            class="press"
                            :aria-pressed="form.kind === one"
                            :disabled="one === 'event' && form.start === null"
                            :title="one === 'task' ? 'is done, and ticked off' : 'happens'"
                            @click="form.kind = one"
                        >
                            {{ one }}
                        </button>
                    </span>
                    <span v-if="form.rule" class="routine">routine</span>
                    <span v-if="hasScope && target.date" class="this">
                        This one: <b>{{ fullDate(target.date) }}</b>
                        <button
                            v-if="form.kind === 'task'"
                            class="press"
                            data-test="tick-this"
                            @click="tickThis"
                        >
                            Done
                        </button>
                        <button class="press" data-test="skip-this" @click="skipThis">Skip this one</button>
                    </span>
                </div>
                <p v-if="takenUp" class="reading" role="status" data-test="taken-up">
                    What you had written here and not saved was taken up again.
                </p>
                <p v-if="todayNow !== today" class="reading" role="status" data-test="sheet-new-day">
                    This was opened on {{ fullDate(today) }}; “today” here is still that day.
                </p>
                <label class="out-of-sight" for="title">Title</label>
                <textarea
                    id="title"
                    ref="title"
                    v-model="form.title"
                    class="title"
                    rows="1"
                    maxlength="250"
                    placeholder="What is it?"
                    data-test="title"
                    :aria-invalid="!!mistakes.title"
                    @keydown.enter.exact.prevent
                />
                <p v-if="ownFields.length || entry?.this_one?.place" class="reading own" data-test="own">
                    This one
                    <template v-if="entry?.this_one?.place"
                        >stands on {{ words(entry.this_one.place.start, 'start') }}</template
                    ><template v-if="ownFields.length"
                        >{{ entry?.this_one?.place ? ' and ' : '' }}has of its own:
                        <button
                            v-for="name in ownFields"
                            :key="name"
                            type="button"
                            class="press"
                            :title="`All have: ${whole ? words(whole[name], name) : ''}. Press to give it back.`"
                            @click="giveBack(name)"
                        >
                            {{ NAMES[name] }} ×
                        </button></template
                    >
                    <button type="button" class="press" data-test="like-others" @click="likeOthers">
                        Make it like the others
                    </button>
                </p>
                <p v-if="mistakes.title" class="mistake" role="alert">{{ mistakes.title[0] }}</p>
                <p v-if="mistakes.calendar_id" class="mistake" role="alert">{{ mistakes.calendar_id[0] }}</p>

                <RhythmPresses v-model="form" :presses="lands?.presses ?? null" :today="today" />
                <div class="well">
                    <RhythmSentence v-model="form" :presses="lands?.presses ?? null" />
                    <RhythmBreaks v-if="form.rule" v-model="form" />
                    <p v-if="mistakes.overlaps" class="mistake" role="alert" data-test="overlaps">
                        {{ mistakes.overlaps[0] }}
                        <button type="button" class="press" data-test="let-overlap" @click="letOverlap">
                            Let them
                        </button>
                    </p>
                    <p v-if="mistakes.protected" class="mistake" role="alert" data-test="protected">
                        {{ mistakes.protected[0] }}
                        <button type="button" class="press" data-test="lay-over" @click="layOver">
                            Lay it over
                        </button>
                    </p>
                    <p v-if="placeMistake" class="mistake" role="alert" data-test="place-mistake">
                        {{ placeMistake }}
                    </p>
                    <p v-else-if="form.rule && lands" class="reading" data-test="reading">
                        That is {{ lands.sentence }}.<template v-if="startMoves">
                            It starts on {{ fullDate(lands.start) }}, the first day that it chooses.</template
                        >
                    </p>
                    <p v-if="form.floating && !form.all_day" class="reading">
                        At this hour wherever you are.
                    </p>
                    <p v-if="form.zone && form.zone !== account.zone && !form.all_day" class="reading">
                        Times are those of {{ form.zone }}.
                    </p>
                </div>

                <template v-if="lands && form.start">
                    <h2 v-if="form.rule">
                        Where it lands
                        <small>{{
                            lands.count === null
                                ? `${lands.lands.length} days in these twelve months`
                                : lands.count === 1
                                  ? 'once'
                                  : `${lands.count} times`
                        }}</small>
                    </h2>
                    <LandsGrid
                        v-if="form.rule"
                        :from="lands.lands_from"
                        :lands="lands.lands"
                        :today="today"
                        :first-weekday="account.first_weekday"
                    />
                    <div class="pair">
                        <div>
                            <h2>{{ form.rule ? 'Next' : 'When' }}</h2>
                            <NextDates :next="lands.next" :today="today" />
                        </div>
                        <div v-if="form.kind === 'task'">
                            <h2>If it is missed</h2>
                            <MissedChoice v-model="form.missed" />
                        </div>
                    </div>
                </template>

                <div class="pair">
                    <div v-if="form.kind === 'task'">
                        <h2>Due</h2>
                        <div class="due">
                            <SentenceWord :words="form.due ? fullDate(form.due) : 'no deadline'" label="due">
                                <template #default="{ close }">
                                    <DateChoice
                                        :value="form.due"
                                        :first-weekday="account.first_weekday"
                                        @choose="
                                            (date) => {
                                                setDueDay(date)
                                                close()
                                            }
                                        "
                                    />
                                    <button
                                        v-if="form.due"
                                        class="press"
                                        @click="
                                            () => {
                                                if (form) form.due = null
                                                close()
                                            }
                                        "
                                    >
                                        no deadline
                                    </button>
                                </template>
                            </SentenceWord>
                            <template v-if="form.due"
                                >at
                                <TimeField
                                    :minute="form.due.length > 10 ? minuteOf(form.due) : null"
                                    :clock="account.clock"
                                    label="Due time"
                                    @choose="setDueTime"
                            /></template>
                        </div>
                        <p v-if="isLate" class="mistake">It is placed after it is due.</p>
                        <p v-else-if="form.due && form.rule" class="muted">
                            {{
                                hasScope
                                    ? 'Of this one; the others are due as long after their days.'
                                    : 'Of the first one; each later one is due as long after its day.'
                            }}
                        </p>
                        <p v-if="mistakes.due" class="mistake">{{ mistakes.due[0] }}</p>
                    </div>
                    <div v-if="form.start">
                        <h2>Reminders</h2>
                        <ReminderList
                            v-model="form.reminders"
                            :all-day="form.all_day"
                            :has-due="form.due !== null"
                            :has-travel="form.travel > 0"
                            :inherited="inherited"
                        />
                        <label
                            v-if="form.reminders === null ? inherited.length > 0 : form.reminders.length > 0"
                            class="through"
                            ><input
                                v-model="form.always_through"
                                type="checkbox"
                                data-test="always-through"
                            />
                            also in quiet hours</label
                        >
                    </div>
                </div>

                <WaitingFields
                    v-if="form.kind === 'task' && !form.rule"
                    v-model="form"
                    :mistakes="mistakes"
                />
                <StepsThisTime
                    v-if="
                        entry &&
                        (entry.this_one?.checklist ?? entry.checklist).length > 0 &&
                        (!wasRoutine || target.recurrenceId)
                    "
                    :entry="entry"
                    :recurrence-id="wasRoutine ? target.recurrenceId : null"
                    @changed="onSteps"
                    @whole="tickThis"
                />
                <p v-if="entry?.this_one && entry.this_one.timed > 0" class="muted">
                    {{ length(entry.this_one.timed) }} worked on it so far{{
                        entry.estimate ? ` of ${length(entry.estimate)} thought` : ''
                    }}.
                </p>
                <NotesField
                    :key="entry?.version ?? 0"
                    v-model="form.notes"
                    :html="entry?.notes_html ?? ''"
                    :mistake="mistakes.notes?.[0]"
                />
                <details class="rest">
                    <summary data-test="more">
                        More: importance, effort, labels, colour, place, link, steps, time zones
                    </summary>
                    <MoreFields v-model="form" :mistakes="mistakes" />
                </details>
                <template v-if="entry">
                    <h2>Files</h2>
                    <FilesList
                        :entry-id="entry.id"
                        :files="entry.attachments"
                        @changed="
                            (files) => {
                                if (entry) entry.attachments = files
                            }
                        "
                    />
                    <EntryPast
                        :key="entry.version"
                        :entry-id="entry.id"
                        :routine="wasRoutine"
                        @restored="load"
                    />
                </template>
            </div>

            <footer>
                <div v-if="torn" class="stale" role="alert">
                    <p>This was changed here and elsewhere. Which is meant?</p>
                    <dl data-test="beside">
                        <template v-for="name in torn.both" :key="name"
                            ><dt>{{ NAMES[name] }}</dt>
                            <dd>
                                <button class="press" data-test="keep-mine" @click="choose(name, false)">
                                    yours: {{ words(form[name], name) }}
                                </button>
                            </dd>
                            <dd>
                                <button class="press" data-test="take-theirs" @click="choose(name, true)">
                                    the other: {{ words(torn.theirs[name], name) }}
                                </button>
                            </dd></template
                        >
                    </dl>
                </div>
                <p v-else-if="trouble" class="mistake" role="alert" data-test="trouble">{{ trouble }}</p>
                <ScopeChoice
                    v-if="asking === 'save'"
                    question="Save this for:"
                    :reach="reach"
                    :not-one="notForOne"
                    @choose="save"
                    @leave="asking = null"
                />
                <ScopeChoice
                    v-else-if="asking === 'delete'"
                    question="Delete:"
                    :reach="reach"
                    @choose="remove"
                    @leave="asking = null"
                />
                <div v-else-if="asking === 'leave'" class="leave" role="alert">
                    <span>What you typed is not saved yet.</span
                    ><button class="press main" @click="save()">Save</button
                    ><button class="press" data-test="leave-unsaved" @click="leave">
                        Leave without saving</button
                    ><button class="press" @click="asking = null">Stay</button>
                </div>
                <div v-else class="presses">
                    <button
                        class="press main"
                        :disabled="busy || (!isDirty && !isNew)"
                        data-test="save"
                        @click="save()"
                    >
                        Save {{ kindName }}
                    </button>
                    <button class="press" @click="leave">{{ isDirty ? 'Cancel' : 'Close' }}</button>
                    <button
                        v-if="!isNew"
                        class="press grave"
                        data-test="delete"
                        @click="hasScope ? (asking = 'delete') : remove('whole')"
                    >
                        Delete{{ hasScope ? '…' : '' }}
                    </button>
                    <SentenceWord v-if="!isNew" words="copy" label="copy">
                        <template #default="{ close }">
                            <button
                                v-for="one in calendars"
                                :key="one.id"
                                type="button"
                                class="press"
                                @click="
                                    () => {
                                        close()
                                        void copyTo(one.id)
                                    }
                                "
                            >
                                {{
                                    one.id === form?.calendar_id ? `again in ${one.name}` : `into ${one.name}`
                                }}
                            </button>
                        </template>
                    </SentenceWord>
                    <span class="muted hint">Ctrl + Enter saves</span>
                </div>
            </footer>
        </section>
        <p v-else class="muted loading">Opening…</p>
    </NDrawer>
</template>

<style scoped>
.sheet {
    height: 100%;
    display: flex;
    flex-direction: column;
    border-left: 6px solid var(--c);
    color: var(--ink);
    outline: none;
}
.inside {
    flex: 1;
    overflow-y: auto;
    padding: 20px 30px 16px;
}
.top {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    color: var(--muted);
}
.calendar {
    border: 0;
    background: none;
    color: var(--c-text);
    font-weight: 600;
    padding: 2px 0;
    max-width: 200px;
}
.kinds {
    display: inline-flex;
    gap: 4px;
}
.kinds .press {
    padding: 0 9px;
}
.this {
    margin-left: auto;
    display: flex;
    gap: 6px;
    align-items: center;
}
.this .press {
    padding: 1px 9px;
    color: var(--ink);
}
.title {
    width: 100%;
    margin: 4px 0 10px;
    padding: 0;
    border: 0;
    border-bottom: 1px solid transparent;
    background: none;
    resize: none;
    font: 600 26px/1.25 var(--serif);
    font-variation-settings: 'SOFT' 60;
    field-sizing: content;
}
.title:focus {
    outline: none;
    border-bottom-color: var(--c);
}
.title::placeholder {
    color: var(--muted);
    opacity: 0.7;
}
.well {
    margin: 14px 0 4px;
    padding: 12px 18px;
    border: 1px solid var(--line);
    border-radius: 12px;
    background: var(--paper);
}
.reading {
    margin: 2px 0 0;
    color: var(--muted);
}
h2 {
    font: 650 13.5px/1.3 var(--sans);
    margin: 16px 0 6px;
}
h2 small {
    font: 400 13px/1.3 var(--sans);
    color: var(--muted);
    margin-left: 4px;
}
.pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 28px;
}
.due {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
.muted {
    color: var(--muted);
    margin: 3px 0 0;
}
.through {
    display: flex;
    gap: 6px;
    align-items: center;
    margin-top: 6px;
    color: var(--muted);
}
.rest {
    margin-top: 14px;
}
summary {
    cursor: pointer;
    color: var(--muted);
    margin-bottom: 10px;
}
footer {
    border-top: 1px solid var(--line);
    padding: 12px 30px;
    background: var(--sheet);
}
dl {
    width: 100%;
    display: grid;
    grid-template-columns: auto 1fr 1fr;
    align-items: center;
    gap: 6px 14px;
    margin: 0 0 12px;
    font-size: 12.5px;
}
dt {
    font-weight: 650;
}
dd {
    margin: 0;
    overflow-wrap: anywhere;
}
dd .press {
    text-align: left;
    height: auto;
}
.presses,
.leave,
.stale {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
}
.presses .press,
.leave .press {
    padding: 6px 14px;
}
.hint {
    margin: 0 0 0 auto;
}
.own {
    margin-bottom: 10px;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 6px;
    align-items: center;
}
.own .press {
    padding: 0 8px;
}
.stale p {
    margin: 0;
    width: 100%;
    color: var(--trouble);
}
.loading {
    padding: 30px;
}
@media (max-width: 760px) {
    .inside {
        padding: 14px 16px;
    }
    footer {
        padding: 10px 16px;
    }
    .pair {
        grid-template-columns: 1fr;
    }
    .hint {
        display: none;
    }
    .this {
        margin-left: 0;
        width: 100%;
    }
}
</style>
