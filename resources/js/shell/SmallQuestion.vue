<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { minuteOf, moment, namedDate } from '@/shared/time'
import { readDate } from '@/shared/readDate'
import { NButton, NInput } from 'naive-ui'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { defineAsyncComponent, ref } from 'vue'
import { usePeriod, type ViewName } from '@/period/usePeriod'
import QuestionBox from './QuestionBox.vue'

// A date may be typed at once; the calendar of the library comes after it.
const DateChoice = defineAsyncComponent(() => import('@/shared/DateChoice.vue'))

/** The small question in the middle that a key opens: which view, which date, a copy on which date. */
const view = useView()
const account = useAccount()
const { date, today, go } = usePeriod()
const { change } = useChanges()
const typed = ref('')
const isOdd = ref(false)
const VIEWS: [ViewName, string, string][] = [
    ['day', 'D', 'Day'],
    ['days', 'N', 'A number of days'],
    ['week', 'W', 'Week'],
    ['month', 'M', 'Month'],
    ['year', 'Y', 'Year'],
    ['ahead', 'A', 'Ahead'],
    ['done', 'F', 'Done (finished)'],
]

const focused =
    document.activeElement instanceof HTMLElement
        ? document.activeElement.closest<HTMLElement>('[data-tile]')
        : null
const tile = view.occurrences.find((one) => one.key === focused?.dataset.key)

function leave(): void {
    view.question = null
    focused?.focus()
}
function choose(day: string): void {
    const asked = view.question
    if (!/^\d{4}-\d\d-\d\d$/.test(day)) return
    leave()
    if (asked === 'date') go({ date: day })
    else if (asked === 'copy' && tile) {
        const place = tile.all_day
            ? { start: day, all_day: true, length: tile.minutes / 1440 }
            : { start: moment(day, minuteOf(tile.start)), all_day: false, length: tile.minutes }
        void change(`Copied “${tile.title}” to ${namedDate(day)}.`, () =>
            answerOf(
                api.POST('/entries/{entry}/copy', {
                    params: { path: { entry: tile.entry_id } },
                    body: { ...place, recurrence_id: tile.recurrence_id },
                }),
            ),
        )
    }
}
function chooseTyped(): void {
    const day = typed.value.trim() === '' ? date.value : readDate(typed.value, today.value)
    isOdd.value = day === null
    if (day !== null) choose(day)
}
function key(event: KeyboardEvent): void {
    const chosen =
        view.question === 'view' ? VIEWS.find(([, letter]) => letter === event.key.toUpperCase()) : undefined
    if (event.key === 'Escape') leave()
    else if (chosen) {
        leave()
        go({ view: chosen[0] })
    } else return
    event.preventDefault()
    event.stopPropagation()
}
</script>

<template>
    <QuestionBox
        :label="
            view.question === 'view'
                ? 'Which view?'
                : view.question === 'copy'
                  ? 'Copy to which date?'
                  : 'Go to which date?'
        "
        test="question"
        @keydown="key"
        @leave="leave"
    >
        <template v-if="view.question === 'view'">
            <h2>Show</h2>
            <NButton
                v-for="[name, letter, words] in VIEWS"
                :key="name"
                class="press"
                @click="
                    () => {
                        leave()
                        go({ view: name })
                    }
                "
            >
                <kbd>{{ letter }}</kbd> {{ words }}
            </NButton>
        </template>
        <template v-else-if="view.question === 'copy' && !tile">
            <p>Put the focus on an entry first, then press <kbd>C</kbd>.</p>
            <NButton class="press" @click="leave">All right</NButton>
        </template>
        <template v-else>
            <h2>{{ view.question === 'copy' ? `Copy “${tile?.title}” to` : 'Go to' }}</h2>
            <form @submit.prevent="chooseTyped">
                <NInput
                    v-model:value="typed"
                    placeholder="26 Nov, or 26/11/2026"
                    :status="isOdd ? 'error' : undefined"
                    :input-props="{ 'aria-label': 'Date', 'data-test': 'question-date' } as object"
                /><NButton attr-type="submit" class="press" type="primary">
                    {{ view.question === 'copy' ? 'Copy' : 'Go' }}
                </NButton>
            </form>
            <DateChoice :value="date" :first-weekday="account.first_weekday" @choose="choose" />
        </template>
    </QuestionBox>
</template>

<style scoped>
h2 {
    max-width: 300px;
}
.box > .press {
    text-align: left;
}
form {
    display: flex;
    gap: 8px;
}
input {
    flex: 1;
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 4px 8px;
    background: var(--paper);
}
</style>
