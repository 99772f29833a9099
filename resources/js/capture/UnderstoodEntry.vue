<script setup lang="ts">
import type { CaptureReading } from '@/api/types'
import { useAccount } from '@/state/server'
import { inWords } from '@/reminders/triggers'
import { aroundFull, dueDate, fullDate, length, namedDate, time, timeOf } from '@/shared/time'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import { saysInstead, saysNothing, type Role } from './rewrite'
import UnderstoodWords from './UnderstoodWords.vue'

/** The entry that a line would become: as a sentence, with what else is said of it, and what else the words may mean, to press. */
const props = defineProps<{ reading: CaptureReading; kind: 'task' | 'event' }>()
const emit = defineEmits<{
    rewrite: [line: string]
    kind: [kind: 'task' | 'event']
    label: [name: string]
    newCalendar: [name: string]
}>()

const account = useAccount()
const clock = computed(() => account.value.clock)

/** What is said of it besides when, how long and where to. */
const facts = computed(() => {
    const read = props.reading
    return [
        read.aim ? `aim: ${read.aim} times a week` : '',
        read.due ? `due ${dueDate(read.due, read.today, clock.value)}` : '',
        read.not_before ? `not before ${namedDate(read.not_before)}` : '',
        read.around ? aroundFull(read.around) : '',
        read.importance ?? '',
        read.effort ?? '',
        ...read.labels,
        read.place ? `at ${read.place}` : '',
        read.template
            ? `from the template “${read.template.name}”${read.template.parts > 1 ? `, ${read.template.parts} entries` : ''}`
            : '',
        read.steps.length ? `${read.steps.length} steps` : '',
        ...read.lead_ups.map(
            (one) => `${one.in_words}: ${one.title}${one.estimate ? `, ${length(one.estimate)}` : ''}`,
        ),
        ...read.reminders.map((one) => `reminder ${inWords(one, clock.value)}`),
        read.no_reminder ? 'no reminder' : '',
    ].filter((fact) => fact !== '')
})

function say(roles: Role[], phrase: string): void {
    emit('rewrite', saysInstead(props.reading.segments, roles, phrase))
}
/** A phrase that said the date may have said the hours with it: they are said again. */
function onDate(date: string): void {
    const { segments, all_day, start, length: lasts } = props.reading
    const hours =
        all_day || !start || segments.some((piece) => piece.role === 'time')
            ? ''
            : ` at ${timeOf(start, clock.value)} for ${lasts} min`
    const isFirst = props.reading.rule !== null && !segments.some((piece) => piece.role === 'date')
    say(['date'], `${isFirst ? 'from' : 'on'} ${fullDate(date).replace(/^\S+ /, '')}${hours}`)
}
/** What else the words may mean, or may name that is not there yet. */
const presses = computed(() => {
    const read = props.reading
    const { theme_day: theme, other_date: day, other_time: hour } = read
    const { unknown_label: label, unknown_calendar: name } = read
    return [
        ...(theme && !read.template
            ? [
                  {
                      test: 'theme-day',
                      words: `on ${namedDate(theme.date)}, which is for ${theme.words}`,
                      go: () => onDate(theme.date),
                  },
              ]
            : []),
        ...(day ? [{ test: 'other-date', words: `rather ${namedDate(day)}`, go: () => onDate(day) }] : []),
        ...read.others.map((one) => ({
            test: 'other-reading',
            words: one.words,
            go: () => emit('rewrite', one.line),
        })),
        ...(label
            ? [{ test: 'new-label', words: `make the label “${label}”`, go: () => emit('label', label) }]
            : []),
        ...(name
            ? [
                  {
                      test: 'new-calendar',
                      words: `make the calendar “${name}”`,
                      go: () => emit('newCalendar', name),
                  },
              ]
            : []),
        ...(hour
            ? [
                  {
                      test: 'other-time',
                      words: `rather ${timeOf(`2000-01-01T${hour}:00`, clock.value)}`,
                      go: () => say(['time'], `at ${hour}`),
                  },
              ]
            : []),
    ]
})
</script>

<template>
    <UnderstoodWords
        :reading="reading"
        :kind="kind"
        @kind="(one) => emit('kind', one)"
        @date="onDate"
        @time="(minute) => say(['time'], `at ${time(minute, clock)}`)"
        @length="(phrase) => say(['length'], phrase)"
        @rhythm="(phrase) => say(['rhythm', 'end'], phrase)"
        @calendar="(name) => say(['calendar'], `in ${name}`)"
        @without="(roles) => emit('rewrite', saysNothing(reading.segments, roles))"
    />
    <p v-if="facts.length + presses.length > 0" class="also">
        <span v-for="fact in facts" :key="fact" class="fact">{{ fact }}</span>
        <NButton
            v-for="one in presses"
            :key="one.words"
            class="press other"
            :data-test="one.test"
            @mousedown.prevent
            @click="one.go"
        >
            {{ one.words }}
        </NButton>
    </p>
</template>

<style scoped>
.also {
    margin: 0 0 6px;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: baseline;
    font-size: 0.8125rem;
}
.fact {
    padding: 0 7px;
    border-radius: 9px;
    background: var(--well);
}
.other {
    padding: 1px 9px;
    font-size: 0.75rem;
}
</style>
