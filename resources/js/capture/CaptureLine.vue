<script setup lang="ts">
import { answerOf, api, keyed, Refused } from '@/api/client'
import type { CaptureReading } from '@/api/types'
import { namedDate } from '@/shared/time'
import { useAreas } from '@/state/server'
import { attemptFor, type Attempt } from '@/state/attempt'
import { useUnsaved } from '@/state/unsaved'
import { useDraft } from '@/state/useDraft'
import { say, useChanges } from '@/undo/useChanges'
import { usePeriod } from '@/period/usePeriod'
import { useView, type OfferedPlace } from '@/state/view'
import { refDebounced, useLocalStorage } from '@vueuse/core'
import { refusedLine } from './refusedLine'
import { computed, defineAsyncComponent, onMounted, onScopeDispose, ref, watch, watchEffect } from 'vue'

const UnderstoodPanel = defineAsyncComponent(() => import('./UnderstoodPanel.vue'))

/** The line in which a thought is caught: at the top of the page, or opened over whatever one is at. */
const props = defineProps<{
    /** Opened for one thought: it has the focus, and is done with once that is caught or given up. */ over?: boolean
    /** Where it was offered; it goes there unless it names another place. */ place?: OfferedPlace | null
}>()
const emit = defineEmits<{ done: [] }>()
const { colour } = useAreas()
const { send } = useChanges()
const view = useView()
const { go } = usePeriod()
const line = ref('')
const settled = refDebounced(line, 120)
const reading = ref<(CaptureReading & { line: string }) | null>(null)
/** Whether it was said that an empty hour can be pressed. */
const knowsPress = useLocalStorage('knows-press', false)
const kind = ref<'task' | 'event' | null>(null)
/** Characters at which phrases begin that were pressed to stay ordinary words. */
const plain = ref<number[]>([])
/** Names that were pressed to become labels. */
const newLabels = ref<string[]>([])
/** The name that was pressed to become a calendar. */
const newCalendar = ref<string | null>(null)
/** Though it sounds like several entries, it is one. */
const isOne = ref(false)
const trouble = ref('')
const field = ref<HTMLInputElement | null>(null)
/** What was understood is shown while one is at the line; a line left half written covers nothing. */
const hasFocus = ref(false)
let cameFrom: HTMLElement | null = null

let asked = 0
watch([settled, plain, newLabels, newCalendar, isOne], async ([text]) => {
    if (text !== line.value) return // it will be asked when the typing rests
    trouble.value = ''
    const turn = ++asked
    if (text.trim() === '') {
        reading.value = null
        forgetPresses()
        return
    }
    try {
        const answer = await answerOf(
            api.POST('/capture/reading', { body: { line: text, ...asPressed(), ...props.place } }),
        )
        if (turn === asked) reading.value = { ...answer, line: text }
    } catch (error) {
        if (turn === asked && error instanceof Refused)
            trouble.value = error.errors.line?.[0] ?? error.message
    }
})

/** What is typed before a word that was left plain moves it: then nothing is known of it any more. */
watch(line, (text, was) => {
    const same = [...text].findIndex((sign, i) => sign !== [...was][i])
    const kept = plain.value.filter((at) => same < 0 || at < same)
    if (kept.length < plain.value.length) plain.value = kept
})
/** The characters at which the pieces of the line begin. */
const begins = computed(() => {
    let at = 0
    return (reading.value?.segments ?? []).map(
        (piece) => (at += [...piece.text].length) - [...piece.text].length,
    )
})
const asPressed = () => ({
    ...(plain.value.length > 0 ? { plain: plain.value } : {}),
    ...(newLabels.value.length > 0 ? { new_labels: newLabels.value } : {}),
    ...(newCalendar.value ? { new_calendar: newCalendar.value } : {}),
    ...(isOne.value ? { one_entry: true } : {}),
})
function forgetPresses(): void {
    kind.value = null
    plain.value = plain.value.length === 0 ? plain.value : []
    newLabels.value = newLabels.value.length === 0 ? newLabels.value : []
    newCalendar.value = null
    isOne.value = false
}
function makeLabel(name: string): void {
    newLabels.value = [...newLabels.value, name]
    field.value?.focus()
}
function makeCalendar(name: string): void {
    newCalendar.value = name
    field.value?.focus()
}
function takeAsOne(one: boolean): void {
    isOne.value = one
    field.value?.focus()
}
function leavePlain(i: number): void {
    plain.value = [...plain.value, begins.value[i]!]
    field.value?.focus()
}
/** A word of the sentence was changed: the line says it, and what was left plain after it is read anew. */
function rewrite(text: string): void {
    line.value = text
    field.value?.focus()
}
/** From the line down to what was understood, and up again. */
const panel = ref<InstanceType<typeof UnderstoodPanel> | null>(null)
const root = ref<HTMLElement | null>(null)
function onFocusOut(event: FocusEvent): void {
    const to = event.relatedTarget
    hasFocus.value = to instanceof Node && root.value?.contains(to) === true
}

/** Where it would stand, drawn on the board while it is being written. */
watchEffect(() => {
    const read = reading.value
    const all =
        read === null || !(hasFocus.value || props.over) ? [] : read.parts?.length ? read.parts : [read]
    view.read = all.flatMap((one) =>
        one.start
            ? [
                  {
                      title: one.title,
                      start: one.start,
                      allDay: one.all_day,
                      length: one.length ?? 0,
                      colour: one.calendar_id ? colour(one.calendar_id) : 'slate',
                  },
              ]
            : [],
    )
})
let isGone = false
onScopeDispose(() => {
    view.read = []
    isGone = true
})
if (!props.over)
    watch(refusedLine, (text) => {
        if (text === null) return
        line.value = text
        refusedLine.value = null
        field.value?.focus()
    })

const chosenKind = computed(() => kind.value ?? reading.value?.kind ?? 'task')
/** What is on its way: a second press of Enter on the same words is not a second entry. */
const saving = ref<Set<string>>(new Set())
/** The line that may lie over a protected block: asked once, Enter again says so. */
const covers = ref('')
const attempt = ref<Attempt | null>(null)
const draft = useDraft<{ line: string; attempt: Attempt | null }>(
    'line',
    () => (props.over || line.value.trim() === '' ? null : { line: line.value, attempt: attempt.value }),
    () => line.value,
)
useUnsaved('the line', () => line.value.trim() !== '')
onMounted(async () => {
    // What is opened for one thought begins empty.
    if (props.over) {
        field.value?.focus()
        return
    }
    const found = await draft.find()
    if (!found || line.value !== '') return
    line.value = found.value.line
    attempt.value = found.value.attempt
})

/** As it is saved. */
const capital = (title: string): string => title.charAt(0).toUpperCase() + title.slice(1)

async function save(): Promise<void> {
    const text = line.value
    const read = reading.value?.line === text ? reading.value : null
    if (text.trim() === '' || saving.value.has(text)) return
    saving.value.add(text)
    try {
        // "Tomorrow" is the day that the reading shows, also when midnight has come in between.
        const sent = {
            line: text,
            kind: kind.value,
            ...asPressed(),
            ...props.place,
            ...(covers.value === text ? { over_protected: true } : {}),
            ...(read ? { today: read.today } : {}),
        }
        attempt.value = attemptFor(sent, attempt.value)
        const headers = keyed(attempt.value.key)
        const entry = await send(() => answerOf(api.POST('/capture', { body: sent, headers })))
        attempt.value = null
        saving.value.delete(text)
        if (line.value === text) line.value = ''
        const titles = (read?.parts ?? []).map((part) => capital(part.title))
        reading.value = null
        forgetPresses()
        // On an empty board the first of what comes round is brought into view, wherever it lands.
        if (entry.start !== null && view.occurrences.length === 0) go({ date: entry.start.slice(0, 10) })
        const where =
            entry.start === null
                ? 'in the basket'
                : entry.in_words
                  ? `${entry.in_words} from ${namedDate(entry.start)}`
                  : `on ${namedDate(entry.start)}`
        // Said once; after that it stands among the keys.
        const hint = props.over || knowsPress.value ? '' : ' A press on an empty hour takes one too.'
        knowsPress.value = true
        const open = {
            words: 'Open',
            test: 'note-open',
            go: () => (view.sheet = { entryId: entry.id, recurrenceId: null, date: null }),
        }
        const start = entry.start
        const show = { words: 'Show', test: 'note-show', go: () => start && go({ date: start.slice(0, 10) }) }
        const what =
            titles.length > 1
                ? `${titles.length} entries: “${titles.join('”, “')}”`
                : `“${entry.title}”, ${where}`
        say(`Caught ${what}.${hint}`, {
            undoable: true,
            presses: start === null ? [open] : [show, open],
        })
        if (props.over) emit('done')
        else goBack()
    } catch (error) {
        attempt.value = null
        const why =
            error instanceof Refused
                ? (error.errors.line?.[0] ?? error.errors.start?.[0] ?? error.message)
                : 'Something went wrong.'
        saving.value.delete(text)
        // Who has gone on meanwhile hears of it all the same, and has the words again by a press.
        if (isGone || line.value !== text) {
            const again = {
                words: 'Write it again',
                test: 'line-again',
                go: () => (refusedLine.value = text),
            }
            say(`“${text}” was not caught. ${why}`, { trouble: true, presses: [again] })
            return
        }
        trouble.value = why
        if (error instanceof Refused && error.errors.protected) {
            covers.value = text
            trouble.value += ' Press Enter once more.'
        }
        saving.value.delete(text)
    }
}

function leave(): void {
    if (line.value !== '') line.value = ''
    if (props.over) emit('done')
    else goBack()
}

/** To where one was when the thought came. */
function goBack(): void {
    field.value?.blur()
    cameFrom?.focus()
}

function remember(event: FocusEvent): void {
    hasFocus.value = true
    if (event.relatedTarget instanceof Node && root.value?.contains(event.relatedTarget)) return
    cameFrom = event.relatedTarget instanceof HTMLElement ? event.relatedTarget : null
}
</script>

<template>
    <div ref="root" class="capture" :class="{ over }" @focusout="onFocusOut">
        <label class="line">
            <span aria-hidden="true">+</span>
            <span class="out-of-sight">Catch something</span>
            <input
                ref="field"
                v-model="line"
                :data-test="over ? 'capture-over' : 'capture'"
                placeholder="Catch a task, an event or a routine in plain English"
                autocomplete="off"
                maxlength="500"
                :aria-describedby="over ? 'understood-over' : 'understood'"
                @keydown.enter.prevent="save"
                @keydown.esc.stop="leave"
                @keydown.down.prevent="panel?.focus()"
                @focus="remember"
                @input="hasFocus = true"
            />
            <kbd v-if="!over" title="Press N to come here">N</kbd>
        </label>
        <div
            v-if="line.trim() !== '' && (trouble || (reading && (hasFocus || over)))"
            :id="over ? 'understood-over' : 'understood'"
            class="understood"
            tabindex="-1"
            data-test="understood"
        >
            <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
            <UnderstoodPanel
                v-else-if="reading"
                ref="panel"
                :reading="reading"
                :kind="chosenKind"
                :saving="saving.size > 0"
                :has-plain="plain.length > 0"
                :is-one="isOne"
                @rewrite="rewrite"
                @kind="
                    (one) => {
                        kind = one
                        field?.focus()
                    }
                "
                @plain="leavePlain"
                @understand="plain = []"
                @one="takeAsOne"
                @label="makeLabel"
                @new-calendar="makeCalendar"
                @back="field?.focus()"
            />
        </div>
    </div>
</template>

<style scoped>
.capture {
    position: relative;
    flex: 1;
    min-width: 0;
    max-width: 640px;
    margin-left: auto;
}
.line {
    display: flex;
    align-items: center;
    gap: 8px;
    height: 32px;
    padding: 0 10px;
    border-radius: 8px;
    border: 1px solid color-mix(in srgb, var(--on-plum) 22%, transparent);
    background: color-mix(in srgb, var(--plum) 55%, var(--plum-deep));
    color: var(--on-plum);
    cursor: text;
}
.line:focus-within {
    border-color: var(--on-plum);
}
input {
    flex: 1;
    min-width: 0;
    background: none;
    border: 0;
    outline: none;
    color: inherit;
}
.understood:focus {
    outline: none;
}
input::placeholder {
    color: var(--on-plum-muted);
    opacity: 1;
}
.understood {
    position: absolute;
    top: 100%;
    left: 0;
    right: 0;
    margin-top: 6px;
    z-index: 2600;
    padding: 10px 14px;
    border-radius: var(--radius);
    background: var(--sheet);
    color: var(--ink);
    border: 1px solid var(--line);
    box-shadow: var(--shadow);
}
.over {
    max-width: none;
}
.over .line {
    border-color: var(--line-strong);
    background: var(--paper);
    color: var(--ink);
}
.over .line:focus-within {
    border-color: var(--plum);
}
.over input::placeholder {
    color: var(--muted);
}
.over .understood {
    position: static;
    padding: 10px 0 0;
    border: 0;
    box-shadow: none;
}
.mistake {
    margin: 0;
}
</style>
