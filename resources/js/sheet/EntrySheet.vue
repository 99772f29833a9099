<script setup lang="ts">
import ScopeChoice from '@/choice/ScopeChoice.vue'
import { isCovered } from '@/shared/covered'
import SentenceWord from '@/shared/SentenceWord.vue'
import TextField from '@/shared/TextField.vue'
import { dateIn, fullDate, length } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView, type SheetTarget } from '@/state/view'
import { useEventListener, useNow } from '@vueuse/core'
import CalendarField from '@/choice/CalendarField.vue'
import { NButton, NCheckbox, NDrawer } from 'naive-ui'
import { computed, nextTick, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import DueField from './DueField.vue'
import EntryPast from './EntryPast.vue'
import FollowedEntry from './FollowedEntry.vue'
import FilesList from './FilesList.vue'
import type { Form } from './form'
import LeadUpLines from './LeadUpLines.vue'
import LandsGrid from './LandsGrid.vue'
import { NAMES, said } from './merge'
import MissedChoice from './MissedChoice.vue'
import MoreFields from './MoreFields.vue'
import NextDates from './NextDates.vue'
import NotesField from './NotesField.vue'
import OwnFields from './OwnFields.vue'
import ReminderList from './ReminderList.vue'
import RhythmBreaks from './RhythmBreaks.vue'
import RhythmPresses from './RhythmPresses.vue'
import RhythmSentence from './RhythmSentence.vue'
import StepsThisTime from './StepsThisTime.vue'
import TornFields from './TornFields.vue'
import { useEntryActions } from './useEntryActions'
import { useEntryForm } from './useEntryForm'
import { usePreview } from './usePreview'
import { useSaving } from './useSaving'
import WaitingFields from './WaitingFields.vue'

/** An entry opened from the right, to be read and changed; made anew for each target. */
const props = defineProps<{ target: SheetTarget }>()
const emit = defineEmits<{ close: [] }>()

const account = useAccount()
const view = useView()
const { open: openCalendars, calendar, colour } = useAreas()
const open = ref(true)
const title = ref<InstanceType<typeof TextField> | null>(null)
const sheet = useEntryForm(props.target, open)
const { form, entry, draft, takenUp, isNew, wasRoutine, hasScope, isDirty, changedFields, load, takeSteps } =
    sheet
const saving = useSaving(sheet, open)
const { mistakes, trouble, busy, asking, torn, save, choose, layOver, letOverlap } = saving
const { keepAsTemplate, remove, copyTo, likeOthers, skipThis, tickThis } = useEntryActions(sheet, open)
const { lands, mistakes: placeMistakes } = usePreview(sheet)
void load().then(async () => {
    await nextTick()
    if (isNew) title.value?.focus()
})

/** The calendar that it came from, where that is followed: then it is only read. */
const followed = computed(() => {
    const found = calendar(entry.value?.calendar_id ?? '')
    return found?.following ? found : null
})

/** The day it was opened on: a sheet left open over midnight keeps it, and says so. */
const today = dateIn(account.value.zone)
const clock = useNow({ interval: 10_000 })
const todayNow = computed(() => dateIn(account.value.zone, clock.value))

const templateName = ref('')
const reach = { entryId: props.target.entryId ?? '', recurrenceId: props.target.recurrenceId ?? '' }
const kindName = computed(() => (form.value?.rule ? 'routine' : (form.value?.kind ?? '')))
const placeMistake = computed(() => {
    const all = { ...placeMistakes.value, ...mistakes.value }
    return (all.rule ?? all.start ?? all.end ?? all.zone)?.[0] ?? ''
})
const isLate = computed(() => lands.value?.after_due ?? false)
const startMoves = computed(
    () =>
        !!form.value?.start &&
        !!lands.value &&
        lands.value.start.slice(0, 10) !== form.value.start.slice(0, 10),
)
const dueNote = computed(() => {
    if (!form.value?.rule) return ''
    return hasScope.value
        ? 'Of this one; the others are due as long after their days.'
        : 'Of the first one; each later one is due as long after its day.'
})
/** What its calendar reminds of. */
const inherited = computed(() => {
    const found = calendar(form.value?.calendar_id ?? '')
    return (form.value?.all_day ? found?.reminders_all_day : found?.reminders) ?? []
})
/** What was changed and concerns all of a routine: then just this one cannot be meant. */
const notForOne = computed(() => {
    const names = changedFields.value
        .filter((name) => entry.value?.this_one?.shared.includes(name))
        .map((name) => NAMES[name])
    if (entry.value?.start && form.value?.start?.slice(0, 10) !== entry.value.start.slice(0, 10))
        names.unshift('first day')
    return names.length === 0 ? '' : `What was changed concerns all of them: ${names.join(', ')}.`
})
const words = (value: unknown, name: keyof Form): string =>
    said(value, name, account.value.clock, (id) => calendar(id)?.name)

// Only a task can do without a day.
watch(
    () => form.value?.start,
    (start) => {
        if (form.value && start === null && form.value.kind === 'event') form.value.kind = 'task'
    },
)

const router = useRouter()
function openRound(): void {
    open.value = false
    void router.push(`/round/${entry.value?.opens_round ?? 'week'}`)
}
function showAnchor(): void {
    const anchor = entry.value?.leads_to
    if (anchor) view.sheet = { entryId: anchor.entry_id, recurrenceId: null, date: null }
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
function removeFor(scope: 'one' | 'onward' | 'whole'): void {
    asking.value = null
    void remove(scope)
}
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
            :data-hue="form.colour ?? colour(form.calendar_id)"
            :aria-label="form.title || 'New entry'"
            data-test="sheet"
            tabindex="-1"
        >
            <div v-if="entry && followed" class="inside">
                <FollowedEntry :entry="entry" :calendar="followed" :lands="lands ?? null" :today="today" />
            </div>
            <div v-else class="inside">
                <div class="top">
                    <CalendarField
                        :model-value="form.calendar_id"
                        label="Calendar"
                        data-test="sheet-calendar"
                        @update:model-value="(id) => form && id !== null && (form.calendar_id = id)"
                    />
                    <span aria-hidden="true">·</span>
                    <span class="kinds" role="group" aria-label="Kind">
                        <NButton
                            v-for="one in ['task', 'event'] as const"
                            :key="one"
                            class="press"
                            :aria-pressed="form.kind === one"
                            :disabled="one === 'event' && form.start === null"
                            :title="one === 'task' ? 'is done, and ticked off' : 'happens'"
                            @click="form.kind = one"
                        >
                            {{ one }}
                        </NButton>
                    </span>
                    <span v-if="form.rule" class="routine">routine</span>
                    <span v-if="hasScope && target.date" class="this">
                        This one: <b>{{ fullDate(target.date) }}</b>
                        <NButton
                            v-if="form.kind === 'task'"
                            class="press"
                            data-test="tick-this"
                            @click="tickThis"
                        >
                            Done
                        </NButton>
                        <NButton class="press" data-test="skip-this" @click="skipThis">Skip this one</NButton>
                    </span>
                </div>
                <p v-if="takenUp" class="reading" role="status" data-test="taken-up">
                    What you had written here and not saved was taken up again.
                </p>
                <p v-if="entry?.opens_round" class="reading">
                    <NButton class="press" type="primary" data-test="open-round" @click="openRound"
                        >Open the round of the {{ entry.opens_round }}</NButton
                    >
                </p>
                <p v-if="todayNow !== today" class="reading" role="status" data-test="sheet-new-day">
                    This was opened on {{ fullDate(today) }}; “today” here is still that day.
                </p>
                <label class="out-of-sight" for="title">Title</label>
                <TextField
                    id="title"
                    ref="title"
                    v-model="form.title"
                    class="title"
                    :rows="1"
                    :maxlength="250"
                    placeholder="What is it?"
                    :invalid="!!mistakes.title"
                    test="title"
                    @keydown.enter.exact.prevent
                />
                <OwnFields
                    v-if="entry && hasScope"
                    v-model="form"
                    :entry="entry"
                    :words="words"
                    @like-others="likeOthers"
                />
                <p v-if="mistakes.title" class="mistake" role="alert">{{ mistakes.title[0] }}</p>
                <p v-if="mistakes.calendar_id" class="mistake" role="alert">{{ mistakes.calendar_id[0] }}</p>

                <RhythmPresses v-model="form" :presses="lands?.presses ?? null" :today="today" />
                <div class="well">
                    <RhythmSentence v-model="form" :presses="lands?.presses ?? null" />
                    <RhythmBreaks v-if="form.rule" v-model="form" />
                    <p v-if="mistakes.overlaps" class="mistake" role="alert" data-test="overlaps">
                        {{ mistakes.overlaps[0] }}
                        <NButton class="press" data-test="let-overlap" @click="letOverlap">
                            Let them
                        </NButton>
                    </p>
                    <p v-if="mistakes.protected" class="mistake" role="alert" data-test="protected">
                        {{ mistakes.protected[0] }}
                        <NButton class="press" data-test="lay-over" @click="layOver"> Lay it over </NButton>
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
                            <NextDates
                                :next="lands.next"
                                :today="today"
                                :rolls-on="
                                    form.kind === 'task' && form.missed === 'roll' && !entry?.this_one?.done
                                "
                            />
                        </div>
                        <div v-if="form.kind === 'task'">
                            <h2>If it is missed</h2>
                            <MissedChoice v-model="form.missed" />
                        </div>
                    </div>
                </template>

                <div class="pair">
                    <DueField
                        v-if="form.kind === 'task'"
                        v-model="form.due"
                        :is-late="isLate"
                        :note="dueNote"
                        :mistake="mistakes.due?.[0]"
                    />
                    <div v-if="form.start">
                        <h2>Reminders</h2>
                        <ReminderList
                            v-model="form.reminders"
                            :all-day="form.all_day"
                            :has-due="form.due !== null"
                            :has-travel="form.travel > 0"
                            :inherited="inherited"
                        />
                        <NCheckbox
                            v-if="form.reminders === null ? inherited.length > 0 : form.reminders.length > 0"
                            v-model:checked="form.always_through"
                            class="through"
                            data-test="always-through"
                            >also in quiet hours</NCheckbox
                        >
                    </div>
                </div>

                <p v-if="entry?.leads_to" class="reading" data-test="leads-to">
                    It leads up to
                    <NButton text class="plain" @click="showAnchor">“{{ entry.leads_to.title }}”</NButton
                    >{{
                        entry.rule
                            ? ', and comes before each of them: the rhythm is changed there.'
                            : ', and moves when that moves.'
                    }}
                </p>
                <LeadUpLines
                    v-if="(form.start || form.due) && !form.after_done && !(entry?.leads_to && entry.rule)"
                    v-model="form"
                    :entry="entry"
                    :is-dirty="isDirty"
                    :mistakes="mistakes"
                    @arranged="load"
                />
                <WaitingFields
                    v-if="form.kind === 'task' && !form.rule"
                    v-model="form"
                    :entry="entry"
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
                    @changed="takeSteps"
                    @whole="tickThis"
                />
                <p v-if="entry?.this_one && entry.this_one.timed > 0" class="muted">
                    {{ length(entry.this_one.timed) }} worked on it so far{{
                        entry.estimate ? ` of ${length(entry.estimate)} estimated` : ''
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
                <TornFields
                    v-if="torn"
                    :both="torn.both"
                    :mine="form"
                    :theirs="torn.theirs"
                    :words="words"
                    @choose="choose"
                />
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
                    @choose="removeFor"
                    @leave="asking = null"
                />
                <div v-else-if="asking === 'leave'" class="leave" role="alert">
                    <span>What you typed is not saved yet.</span
                    ><NButton class="press" type="primary" @click="save()">Save</NButton
                    ><NButton class="press" data-test="leave-unsaved" @click="leave">
                        Leave without saving</NButton
                    ><NButton class="press" @click="asking = null">Stay</NButton>
                </div>
                <div v-else class="presses">
                    <NButton
                        v-if="!followed"
                        class="press"
                        type="primary"
                        :disabled="busy || (!isDirty && !isNew)"
                        data-test="save"
                        @click="save()"
                    >
                        Save {{ kindName }}
                    </NButton>
                    <NButton class="press" @click="leave">{{ isDirty ? 'Cancel' : 'Close' }}</NButton>
                    <NButton
                        v-if="!isNew && !followed"
                        class="press grave"
                        data-test="delete"
                        @click="hasScope ? (asking = 'delete') : removeFor('whole')"
                    >
                        Delete{{ hasScope ? '…' : '' }}
                    </NButton>
                    <SentenceWord v-if="!isNew" words="copy" label="copy">
                        <template #default="{ close }">
                            <NButton
                                v-for="one in openCalendars"
                                :key="one.id"
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
                            </NButton>
                            <NButton
                                class="press"
                                tag="a"
                                :href="`/api/calendar-file?entry_id=${target.entryId}`"
                                download
                                data-test="as-file"
                                @click="close"
                                >into a file</NButton
                            >
                        </template>
                    </SentenceWord>
                    <SentenceWord v-if="!isNew && !followed" words="keep" label="keep as a template">
                        <template #default="{ close }">
                            <form
                                class="keep"
                                @submit.prevent="
                                    () => {
                                        void keepAsTemplate(templateName.trim() || entry?.title || 'Template')
                                        close()
                                    }
                                "
                            >
                                <TextField
                                    v-model="templateName"
                                    :maxlength="60"
                                    :placeholder="entry?.title ?? ''"
                                    label="Name of the template"
                                    test="template-name"
                                /><NButton class="press" attr-type="submit" data-test="keep-template"
                                    >Keep as a template</NButton
                                >
                            </form>
                        </template>
                    </SentenceWord>
                    <span v-if="!followed" class="muted hint">Ctrl + Enter saves</span>
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
/* Written as the heading that it is; what may be typed in shows by the line below it. */
.title.title {
    margin: 4px 0 10px;
    background: none;
    font: 600 1.625rem/1.25 var(--serif);
    font-variation-settings: 'SOFT' 60;
}
.title :deep(.n-input-wrapper),
.title :deep(.n-input__textarea-el),
.title :deep(.n-input__textarea-mirror),
.title :deep(.n-input__placeholder) {
    padding-inline: 0;
}
.title :deep(.n-input__border),
.title :deep(.n-input__state-border) {
    border-width: 0 0 1px;
    border-radius: 0;
    box-shadow: none !important;
}
.title :deep(.n-input__border) {
    border-color: transparent;
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
    font: 650 0.8438rem/1.3 var(--sans);
    margin: 16px 0 6px;
}
h2 small {
    font: 400 0.8125rem/1.3 var(--sans);
    color: var(--muted);
    margin-left: 4px;
}
.pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 28px;
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
.presses,
.leave {
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
