<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Entry, LeadUp } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import TextField from '@/shared/TextField.vue'
import { namedDate, plusDays } from '@/shared/time'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, nextTick, ref } from 'vue'
import type { Form } from './form'

/** What is to be done before the date of an entry, each as a line that reads as a sentence. They are saved with the entry. */
const form = defineModel<Form>({ required: true })
const props = defineProps<{ entry: Entry | null; isDirty: boolean; mistakes: Record<string, string[]> }>()
const emit = defineEmits<{ arranged: [entry: Entry] }>()

const view = useView()
const { change } = useChanges()
const list = ref<HTMLElement | null>(null)
const isRoutine = computed(() => form.value.rule !== null || form.value.extra_dates.length > 0)
const date = computed(() => (isRoutine.value ? null : (form.value.due ?? form.value.start)))
const UNITS = { days: 'day', weeks: 'week', working_days: 'working day' } as const
const units = (line: LeadUp): string => `${UNITS[line.unit]}${line.count === 1 ? '' : 's'}`
/** The day of a line, where it can be told here: working days are the server's to count. */
function dayOf(line: LeadUp): string {
    const stood = props.entry?.lead_ups.find((one) => one.id === line.id)
    if (line.done) return 'done'
    if (stood && stood.count === line.count && stood.unit === line.unit && stood.date && !props.isDirty)
        return `${namedDate(stood.date)}${stood.by_hand ? ', where you put it' : ''}`
    if (!date.value || line.unit === 'working_days') return ''
    return namedDate(plusDays(date.value.slice(0, 10), -line.count * (line.unit === 'weeks' ? 7 : 1)))
}
const open = computed(() => form.value.lead_ups.filter((line) => !line.done))
const byHand = computed(() => open.value.filter((line) => line.by_hand).length)
const mistake = computed(
    () => Object.entries(props.mistakes).find(([name]) => name.startsWith('lead_ups'))?.[1][0],
)

function add(): void {
    const last = form.value.lead_ups.at(-1)
    form.value.lead_ups.push({
        id: null,
        title: '',
        count: Math.max(1, Math.floor((last?.count ?? 8) / 2)),
        unit: last?.unit ?? 'days',
        estimate: null,
        place: 'day',
        is_due: false,
        waits: false,
        date: null,
        done: false,
        by_hand: false,
    })
    void nextTick(() =>
        [...(list.value?.querySelectorAll<HTMLElement>('textarea, input[type=text]') ?? [])].at(-1)?.focus(),
    )
}
async function arrange(way: 'spread' | 'align'): Promise<void> {
    if (!props.entry) return
    const params = { path: { entry: props.entry.id } }
    const entry = await change(
        way === 'spread' ? 'Spread the lead-ups evenly.' : 'The lead-ups stand where they belong.',
        () =>
            answerOf(
                way === 'spread'
                    ? api.POST('/entries/{entry}/lead-ups/spread', { params })
                    : api.POST('/entries/{entry}/lead-ups/align', { params }),
            ),
    )
    if (entry) emit('arranged', entry)
}
function show(line: LeadUp): void {
    if (line.id) view.sheet = { entryId: line.id, recurrenceId: null, date: null }
}
</script>

<template>
    <section ref="list" class="lead-ups" aria-label="Lead-ups" data-test="lead-ups">
        <h2>
            Before it
            <small v-if="form.lead_ups.length"
                >{{ form.lead_ups.length - open.length }} of {{ form.lead_ups.length }} done</small
            >
        </h2>
        <ol v-if="form.lead_ups.length">
            <li v-for="(line, i) in form.lead_ups" :key="line.id ?? `new ${i}`" data-test="lead-up-line">
                <p>
                    <NumberField
                        :value="line.count"
                        :min="0"
                        :max="366"
                        label="How long before"
                        test="lead-count"
                        @change="(count) => (line.count = count ?? line.count)"
                    />
                    <SentenceWord :words="units(line)" label="unit of the lead">
                        <template #default="{ close }">
                            <NButton
                                v-for="(words, unit) in UNITS"
                                :key="unit"
                                class="press"
                                :aria-pressed="line.unit === unit"
                                @click="
                                    () => {
                                        line.unit = unit
                                        close()
                                    }
                                "
                                >{{ words }}s</NButton
                            >
                        </template>
                    </SentenceWord>
                    before,
                    <TextField
                        v-model="line.title"
                        class="what"
                        :maxlength="250"
                        placeholder="what is to be done"
                        label="What is to be done"
                        test="lead-title"
                    />,
                    <NumberField
                        :value="line.estimate"
                        :min="0"
                        :max="6000"
                        label="Minutes it takes"
                        test="lead-estimate"
                        @change="(minutes) => (line.estimate = minutes)"
                    />
                    min<template v-if="!isRoutine"
                        >,
                        <SentenceWord
                            :words="line.place === 'day' ? 'on its day' : 'in the basket until then'"
                            label="where it goes"
                        >
                            <template #default="{ close }">
                                <NButton
                                    v-for="[place, words] in [
                                        ['day', 'on the list of its day'],
                                        ['basket', 'in the basket, not before its day'],
                                    ] as const"
                                    :key="place"
                                    class="press"
                                    :aria-pressed="line.place === place"
                                    @click="
                                        () => {
                                            line.place = place
                                            close()
                                        }
                                    "
                                    >{{ words }}</NButton
                                >
                            </template>
                        </SentenceWord></template
                    >
                </p>
                <p class="second">
                    <span class="when">{{ dayOf(line) }}</span>
                    <NCheckbox v-model:checked="line.is_due" data-test="lead-due">due then</NCheckbox>
                    <NCheckbox v-if="i > 0" v-model:checked="line.waits" data-test="lead-waits"
                        >after the one above</NCheckbox
                    >
                    <NButton
                        v-if="line.id"
                        text
                        class="plain"
                        :aria-label="`Open ${line.title}`"
                        @click="show(line)"
                        >open</NButton
                    >
                    <NButton
                        text
                        class="plain"
                        :aria-label="`Take out ${line.title || 'this line'}`"
                        @click="form.lead_ups.splice(i, 1)"
                        >take out</NButton
                    >
                </p>
            </li>
        </ol>
        <p v-if="mistake" class="mistake" role="alert">{{ mistake }}</p>
        <p class="presses">
            <NButton class="press" data-test="add-lead-up" @click="add">Something before it</NButton>
            <template v-if="entry && !isDirty">
                <NButton
                    v-if="!isRoutine && open.length > 1"
                    class="press"
                    data-test="spread"
                    @click="arrange('spread')"
                    >Spread evenly from today</NButton
                >
                <NButton v-if="byHand > 0" class="press" data-test="align" @click="arrange('align')"
                    >Bring {{ byHand === 1 ? 'the one' : `the ${byHand}` }} you moved back</NButton
                >
            </template>
        </p>
    </section>
</template>

<style scoped>
h2 {
    font: 650 0.8438rem/1.3 var(--sans);
    margin: 16px 0 6px;
}
h2 small {
    margin-left: 4px;
    color: var(--muted);
    font: 400 0.8125rem/1.3 var(--sans);
}
ol {
    margin: 0;
    padding: 0;
    list-style: none;
}
li {
    padding: 4px 0 5px;
    border-bottom: 1px solid var(--line);
}
p {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 6px;
    align-items: center;
    margin: 3px 0;
}
.what {
    flex: 1 1 200px;
    min-width: 150px;
}
.second {
    gap: 4px 14px;
    color: var(--muted);
    font-size: 0.7812rem;
}
.when {
    min-width: 110px;
}
.presses {
    margin-top: 7px;
}
</style>
