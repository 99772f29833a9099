<script setup lang="ts">
import { NButton } from 'naive-ui'
import DateChoice from '@/shared/DateChoice.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import TextField from '@/shared/TextField.vue'
import { useMoves } from '@/board/useMoves'
import { useAccount, useAreas, useFilters } from '@/state/server'
import { answerOf, api } from '@/api/client'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { computed, ref } from 'vue'

/** What can be done with all that were chosen. */
const view = useView()
const account = useAccount()
const { calendars } = useAreas()
const { labels } = useFilters()
const { many } = useMoves()
const { change } = useChanges()
const STEPS: [string, number][] = [
    ['a week earlier', -7],
    ['a day earlier', -1],
    ['a day later', 1],
    ['a week later', 7],
]
const label = ref('')
const chosen = computed(() => view.occurrences.filter((one) => view.chosen.has(one.key)))
const hasRoutine = computed(() => chosen.value.some((one) => one.routine))

const template = ref('')
/** The shape of a day or, where they lie on several, of a week. */
function keep(close: () => void): void {
    const name = template.value.trim()
    if (name === '') return
    const dates = [...new Set(chosen.value.map((one) => one.start.slice(0, 10)))].sort()
    void change(`Kept the template “${name}”.`, () =>
        answerOf(
            api.POST('/templates', {
                body: {
                    kind: dates.length > 1 ? 'week' : 'day',
                    name,
                    date: dates[0] ?? null,
                    items: chosen.value.map((one) => ({
                        entry_id: one.entry_id,
                        recurrence_id: one.routine ? one.recurrence_id : null,
                    })),
                },
            }),
        ),
    )
    template.value = ''
    close()
}
function give(close: () => void): void {
    if (label.value.trim() === '') return
    void many('label', { label: label.value.trim() }, `Labelled “${label.value.trim()}”:`)
    label.value = ''
    close()
}
</script>

<template>
    <div
        v-if="view.chosen.size > 0"
        class="chosen"
        role="toolbar"
        aria-label="What to do with the chosen entries"
        data-test="chosen"
    >
        <b>{{ view.chosen.size }} chosen</b>
        <span class="do">
            Move
            <NButton
                v-for="[words, days] in STEPS"
                :key="words"
                class="press"
                :data-test="`chosen-${days}`"
                @click="many('move', { days, minutes: 0 }, 'Moved')"
            >
                {{ words }}
            </NButton>
            <SentenceWord words="to a date" label="date">
                <template #default="{ close }"
                    ><DateChoice
                        :value="null"
                        :first-weekday="account.first_weekday"
                        @choose="
                            (date) => {
                                void many('date', { date }, 'Moved')
                                close()
                            }
                        "
                /></template>
            </SentenceWord>
        </span>
        <NButton class="press" data-test="chosen-tick" @click="many('tick', { done: true }, 'Ticked off')">
            Tick off
        </NButton>
        <SentenceWord words="label" label="label">
            <template #default="{ close }">
                <NButton
                    v-for="one in labels.slice(0, 8)"
                    :key="one"
                    class="press"
                    @click="
                        () => {
                            void many('label', { label: one }, `Labelled “${one}”:`)
                            close()
                        }
                    "
                >
                    {{ one }}
                </NButton>
                <form class="new" @submit.prevent="give(close)">
                    <TextField
                        v-model="label"
                        small
                        :maxlength="40"
                        placeholder="another label"
                        label="Label"
                        test="chosen-label"
                    /><NButton attr-type="submit" class="press">Give</NButton>
                </form>
            </template>
        </SentenceWord>
        <SentenceWord words="calendar" label="calendar">
            <template #default="{ close }"
                ><NButton
                    v-for="one in calendars"
                    :key="one.id"
                    class="press"
                    @click="
                        () => {
                            void many('calendar', { calendar_id: one.id }, 'Filed')
                            close()
                        }
                    "
                >
                    {{ one.name }}
                </NButton></template
            >
        </SentenceWord>
        <SentenceWord words="keep" label="keep as a template">
            <template #default="{ close }">
                <form class="new" @submit.prevent="keep(close)">
                    <TextField
                        v-model="template"
                        small
                        :maxlength="60"
                        placeholder="name of the template"
                        label="Name of the template"
                        test="chosen-template"
                    /><NButton attr-type="submit" class="press" data-test="chosen-keep">Keep</NButton>
                </form>
            </template>
        </SentenceWord>
        <NButton class="press grave" data-test="chosen-delete" @click="many('delete', {}, 'Deleted')">
            Delete
        </NButton>
        <NButton text class="plain" @click="view.chosen = new Set()">Let go <kbd>Esc</kbd></NButton>
        <small v-if="hasRoutine"
            >Of a routine just the chosen one is meant; labels and calendar are those of the whole.</small
        >
    </div>
</template>

<style scoped>
.chosen {
    position: fixed;
    left: 50%;
    bottom: 62px;
    transform: translateX(-50%);
    z-index: 1500;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 12px;
    align-items: center;
    max-width: calc(100vw - 24px);
    padding: 8px 14px;
    border: 1px solid var(--plum);
    border-radius: var(--radius);
    background: var(--sheet);
    box-shadow: var(--shadow);
    --c: var(--plum-line);
    --c-text: var(--ink);
}
.do {
    display: inline-flex;
    gap: 6px;
    align-items: center;
}
.new {
    display: flex;
    gap: 6px;
}
.new :deep(.n-input) {
    width: 140px;
}
.grave {
    color: var(--trouble);
}
small {
    width: 100%;
    color: var(--muted);
}
@media print {
    .chosen {
        display: none;
    }
}
</style>
