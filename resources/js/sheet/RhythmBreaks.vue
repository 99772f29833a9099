<script setup lang="ts">
import { NButton } from 'naive-ui'
import DateField from '@/shared/DateField.vue'
import { fullDate, shortDate } from '@/shared/time'
import { computed, ref } from 'vue'
import type { Form } from './form'
import SentenceWord from '@/shared/SentenceWord.vue'

/** When the rhythm gives way: on days off, outside its season, in pauses. */
const form = defineModel<Form>({ required: true })
const OFF: [Form['off_day'], string][] = [
    ['keep', 'it stays'],
    ['skip', 'it is left out'],
    ['before', 'it comes the working day before'],
    ['after', 'it comes the working day after'],
]
const offWords = computed(() => OFF.find(([value]) => value === form.value.off_day)?.[1] ?? 'it stays')
const dayWords = (day: string): string => shortDate(`2024-${day}`)
const seasonWords = computed(() =>
    form.value.seasons.length === 0
        ? 'all the year'
        : form.value.seasons.map((one) => `from ${dayWords(one.from)} to ${dayWords(one.to)}`).join(' and '),
)
const pauseWords = computed(() =>
    form.value.pauses.length === 0
        ? 'no pause'
        : form.value.pauses.length === 1
          ? `a pause from ${fullDate(form.value.pauses[0]?.from ?? '')} to ${fullDate(form.value.pauses[0]?.to ?? '')}`
          : `${form.value.pauses.length} pauses`,
)
const from = ref('')
const to = ref('')

function addSeason(): void {
    if (from.value && to.value)
        form.value.seasons = [...form.value.seasons, { from: from.value.slice(5), to: to.value.slice(5) }]
    from.value = to.value = ''
}
function addPause(): void {
    if (from.value && to.value)
        form.value.pauses = [
            ...form.value.pauses,
            from.value <= to.value ? { from: from.value, to: to.value } : { from: to.value, to: from.value },
        ]
    from.value = to.value = ''
}
const SINGLE = [
    ['extra_dates', 'It also comes on', 'also on', 'also on', 'no other date'],
    ['except_dates', 'and is left out on', 'left out on', 'not on', 'no date'],
] as const
/** Single dates beside the rhythm: come as well, or are left out. */
const single = ref('')
const datesWords = (dates: string[], none: string): string =>
    dates.length === 0
        ? none
        : dates.length > 2
          ? `${dates.length} single dates`
          : dates.map(fullDate).join(' and ')
function addDate(field: 'extra_dates' | 'except_dates'): void {
    if (single.value && !form.value[field].some((date) => date.slice(0, 10) === single.value))
        form.value[field] = [...form.value[field], single.value].sort()
    single.value = ''
}
</script>

<template>
    <p class="breaks" data-test="breaks">
        On a day off
        <SentenceWord :words="offWords" label="day off">
            <NButton
                v-for="[value, words] in OFF"
                :key="value"
                class="press"
                :aria-pressed="form.off_day === value"
                @click="form.off_day = value"
            >
                {{ words }}
            </NButton>
            <small
                >Days off are weekdays without work and, if a country is chosen in the settings, its public
                holidays.</small
            > </SentenceWord
        >,
        <SentenceWord :words="seasonWords" label="season">
            <span v-for="(one, i) in form.seasons" :key="i" class="set"
                >{{ dayWords(one.from) }} to {{ dayWords(one.to) }}
                <NButton
                    text
                    class="plain"
                    aria-label="Take this season away"
                    @click="form.seasons = form.seasons.filter((_, j) => j !== i)"
                >
                    ×
                </NButton></span
            >
            <span class="fromto"
                >only from <DateField v-model="from" label="Season from" /> to
                <DateField v-model="to" label="Season to" />
                <NButton class="press" @click="addSeason">Add</NButton></span
            >
            <small>Of the dates the day and the month count, every year.</small> </SentenceWord
        >, with
        <SentenceWord :words="pauseWords" label="pauses">
            <span v-for="(one, i) in form.pauses" :key="i" class="set"
                >{{ fullDate(one.from) }} to {{ fullDate(one.to) }}
                <NButton
                    text
                    class="plain"
                    aria-label="Take this pause away"
                    @click="form.pauses = form.pauses.filter((_, j) => j !== i)"
                >
                    ×
                </NButton></span
            >
            <span class="fromto"
                >nothing from <DateField v-model="from" label="Pause from" /> to
                <DateField v-model="to" label="Pause to" />
                <NButton class="press" @click="addPause">Add</NButton></span
            > </SentenceWord
        >.
        <template v-for="([field, lead, label, words, none], i) in form.after_done ? [] : SINGLE" :key="field"
            >{{ lead }}
            <SentenceWord :words="datesWords(form[field], none)" :label="label">
                <span v-for="date in form[field]" :key="date" class="set"
                    >{{ fullDate(date) }}
                    <NButton
                        text
                        class="plain"
                        aria-label="Take this date away"
                        @click="form[field] = form[field].filter((other) => other !== date)"
                    >
                        ×
                    </NButton></span
                >
                <span class="fromto"
                    >{{ words }} <DateField v-model="single" :label="label" />
                    <NButton class="press" @click="addDate(field)">Add</NButton></span
                > </SentenceWord
            >{{ i === 0 ? ', ' : '.' }}</template
        >
    </p>
</template>

<style scoped>
.breaks {
    margin: 6px 0 0;
    font-size: 0.8438rem;
    color: var(--muted);
}
.set {
    display: flex;
    gap: 8px;
    justify-content: space-between;
}
.fromto {
    display: flex;
    gap: 6px;
    align-items: center;
    white-space: nowrap;
}
small {
    max-width: 300px;
    color: var(--muted);
}
input {
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    padding: 2px 6px;
    background: var(--paper);
}
</style>
