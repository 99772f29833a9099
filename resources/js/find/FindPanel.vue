<script setup lang="ts">
import NothingHere from '@/shared/NothingHere.vue'
import { NButton, NCheckbox } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { Found } from '@/api/types'
import { dateIn, dayNumber, fullDate, timeOf } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { usePeriod } from '@/period/usePeriod'
import SidePanel from '@/shared/SidePanel.vue'
import TextField from '@/shared/TextField.vue'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, nextTick, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import SnippetText from './SnippetText.vue'

/** Looks through everything, past and done included; a question after the last time is answered first. */
const emit = defineEmits<{ close: [] }>()
const view = useView()
const router = useRouter()
const account = useAccount()
const { go } = usePeriod()
const { calendar, colour } = useAreas()
const words = ref('')
const field = ref<InstanceType<typeof TextField> | null>(null)
const settled = refDebounced(words, 120)
const { asAsked } = useChoice()
/** Whether only that is looked through which the board shows. */
const onlyShown = ref(false)
const choice = computed(() => (onlyShown.value ? (asAsked.value ?? {}) : {}))
const query = useQuery({
    queryKey: computed(() => ['search', settled.value.trim(), choice.value]),
    enabled: computed(() => settled.value.trim() !== ''),
    queryFn: () =>
        answerOf(api.GET('/search', { params: { query: { q: settled.value.trim(), ...choice.value } } })),
    placeholderData: keepPreviousData,
    staleTime: 10_000,
})
const result = computed(() => (settled.value.trim() === '' ? undefined : query.data.value))
onMounted(() => setTimeout(() => void nextTick(() => field.value?.focus()), 60))

const today = computed(() => dateIn(account.value.zone))
function ago(at: string): string {
    const days = dayNumber(today.value) - dayNumber(at)
    if (days === 0) return 'today'
    if (days < 0) return `in ${-days} ${days === -1 ? 'day' : 'days'}`
    if (days < 45) return `${days} ${days === 1 ? 'day' : 'days'} ago`
    const months = Math.round(days / 30.44)
    return months < 24 ? `${months} months ago` : `${Math.round(days / 365.25)} years ago`
}
const dated = (at: string): string =>
    `${fullDate(at)}${at.length > 10 ? `, ${timeOf(at, account.value.clock)}` : ''}`
function facts(one: Found): string[] {
    return [
        one.last_done ? `done ${dated(one.last_done)}, ${ago(one.last_done)}` : '',
        one.last && one.last.slice(0, 10) !== one.last_done?.slice(0, 10)
            ? `${one.routine ? 'last time' : one.kind === 'event' ? 'was' : 'stood'} ${dated(one.last)}, ${ago(one.last)}`
            : '',
        one.next ? `${one.routine ? 'next' : 'is'} ${dated(one.next)}` : '',
        one.in_basket && !one.last_done ? 'in the basket' : '',
    ].filter((fact) => fact !== '')
}
function open(one: { entry_id: string; recurrence_id: string | null; at?: string }): void {
    emit('close')
    view.sheet = {
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id,
        date: one.recurrence_id?.slice(0, 10) ?? null,
    }
}
function show(at: string): void {
    emit('close')
    go({ date: at.slice(0, 10), view: 'week' })
}
/** How it was kept up, or how much time it took in the year up to that day. */
function tally(one: { title: string; habit: boolean; at: string }): void {
    emit('close')
    const date = one.at.slice(0, 10)
    void router.push(
        one.habit
            ? { path: '/tally', query: { habit: one.title } }
            : { path: `/tally/year/${date}`, query: { by: 'entry' } },
    )
}
function journal(date: string): void {
    emit('close')
    void router.push({ path: `/tally/week/${date}`, query: { room: 'journal' } })
}
const dayOf = (one: Found): string | null => one.last_done ?? one.last ?? one.next
</script>

<template>
    <SidePanel title="Find" :width="600" @close="emit('close')">
        <label class="out-of-sight" for="find">Find</label>
        <TextField
            id="find"
            ref="field"
            v-model="words"
            :maxlength="300"
            placeholder="Words, or “when did I last …?”"
            autocomplete="off"
            test="find-field"
        />
        <NCheckbox v-if="asAsked" v-model:checked="onlyShown" class="only" data-test="only-shown"
            >only what the board shows</NCheckbox
        >
        <p
            v-if="result && result.any_of.length > 0 && result.found.length > 0"
            class="muted"
            data-test="any-of"
            role="status"
        >
            Nothing has all of these words. What is shown has one of: {{ result.any_of.join(', ') }}.
        </p>
        <p v-if="result?.answer" class="answer" data-test="answer" role="status">
            <b>{{ result.answer.title }}</b>: {{ result.answer.done ? 'done' : '' }}
            {{ dated(result.answer.at) }}, {{ ago(result.answer.at) }}.
            <span class="presses"
                ><NButton class="press" @click="open(result.answer)">Open</NButton
                ><NButton class="press" @click="show(result.answer.at)">Show that week</NButton
                ><NButton class="press" data-test="answer-tally" @click="tally(result.answer)">{{
                    result.answer.habit ? 'How it is kept up' : 'In the tally'
                }}</NButton></span
            >
        </p>
        <p v-if="!result" class="hint">
            Titles, notes, places, links, steps, labels and the lines of closed days and rounds are looked
            through, past and done included. Ask “when did the boiler service last happen?” for a date.
        </p>
        <NothingHere v-else-if="result.found.length === 0 && result.lines.length === 0" class="nothing">{{
            onlyShown && asAsked
                ? 'Nothing that the board shows has these words.'
                : 'Nothing is written anywhere with these words. Fewer words find more.'
        }}</NothingHere>
        <ul v-else-if="result.found.length > 0" class="found">
            <li
                v-for="(one, i) in result.found"
                :key="`${one.entry_id}${one.recurrence_id}${i}`"
                :data-hue="one.colour ?? colour(one.calendar_id)"
                data-test="found"
                :data-title="one.title"
            >
                <NButton text class="plain what" @click="open(one)">
                    <b>{{ one.title }}</b><span
                        >{{ calendar(one.calendar_id)?.name }}{{ one.routine ? ' · routine' : '' }}</span
                    >
                </NButton>
                <NButton v-if="dayOf(one)" text class="plain week" @click="show(dayOf(one) ?? '')">
                    show the week
                </NButton>
                <p v-if="one.snippet" class="snippet"><SnippetText :text="one.snippet" /></p>
                <p class="facts">
                    <span v-for="fact in facts(one)" :key="fact">{{ fact }}</span>
                </p>
            </li>
        </ul>
        <template v-if="result && result.lines.length > 0">
            <h2>From the journal</h2>
            <ul class="found">
                <li
                    v-for="line in result.lines"
                    :key="`${line.date}${line.of}${line.question}${line.answer}`"
                    data-test="closing-line"
                >
                    <NButton text class="plain what" @click="journal(line.date)">
                        <b>{{ fullDate(line.date) }}</b><span>{{ line.question }}</span>
                    </NButton>
                    <p class="snippet">{{ line.answer }}</p>
                </li>
            </ul>
        </template>
    </SidePanel>
</template>

<style scoped>
h2 {
    margin-top: 18px;
    font-size: 1rem;
}
.only {
    margin-top: 8px;
}
.hint {
    color: var(--muted);
}
.answer {
    padding: 12px 14px;
    border: 1px solid var(--plum-line);
    border-radius: var(--radius);
    background: var(--plum-soft);
    font-size: 0.9062rem;
    line-height: 1.5;
}
.answer .presses {
    display: flex;
    gap: 8px;
    margin-top: 6px;
}
.answer .press {
    padding: 1px 9px;
    font-size: 0.7812rem;
}
.found {
    list-style: none;
    margin: 12px 0 0;
    padding: 0;
}
li {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0 12px;
    padding: 8px 0 8px 10px;
    border-left: 4px solid var(--c);
    border-bottom: 1px solid var(--line);
}
.what {
    justify-content: start;
    min-height: 24px;
}
.what b {
    margin-right: 8px;
}
.what b {
    font-size: 0.9062rem;
}
.what span {
    color: var(--c-text);
    font-size: 0.75rem;
}
.what:hover b {
    text-decoration: underline;
    text-underline-offset: 3px;
}
.week {
    color: var(--muted);
    font-size: 0.75rem;
    text-decoration: underline;
    text-underline-offset: 2px;
    min-height: 24px;
}
.snippet,
.facts {
    grid-column: 1 / -1;
    margin: 0;
    font-size: 0.7812rem;
}
.facts {
    display: flex;
    flex-wrap: wrap;
    gap: 0 14px;
    color: var(--muted);
}
</style>
