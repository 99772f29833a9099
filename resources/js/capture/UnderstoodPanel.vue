<script setup lang="ts">
import type { CaptureReading } from '@/api/types'
import { useAccount, useAreas } from '@/state/server'
import { inWords } from '@/reminders/triggers'
import { aroundFull, dueDate, fullDate, length, namedDate, time, timeOf } from '@/shared/time'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { saysInstead, saysNothing, type Role } from './rewrite'
import UnderstoodWords from './UnderstoodWords.vue'

/**
 * What was understood of a line: the line with what is more than title underlined, and the entry it would become as a sentence with
 * words to press. A word that is changed changes the line; nothing is kept beside it.
 */
const props = defineProps<{
    reading: CaptureReading
    kind: 'task' | 'event'
    saving: boolean
    /** Whether some pieces were left plain. */
    hasPlain: boolean
}>()
const emit = defineEmits<{
    rewrite: [line: string]
    kind: [kind: 'task' | 'event']
    plain: [piece: number]
    understand: []
    label: [name: string]
    back: []
}>()

const account = useAccount()
const { colour } = useAreas()
const hue = computed(() => props.reading.calendar_id && colour(props.reading.calendar_id))
const clock = computed(() => account.value.clock)
const box = ref<HTMLElement | null>(null)

/** What is said of it besides when, how long and where to. */
const facts = computed(() => {
    const read = props.reading
    return [
        read.start === null && read.estimate ? `takes ${length(read.estimate)}` : '',
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
    ].filter((fact) => fact !== '')
})

function say(roles: Role[], phrase: string): void {
    emit('rewrite', saysInstead(props.reading.segments, roles, phrase))
}
function leaveOut(roles: Role[]): void {
    emit('rewrite', saysNothing(props.reading.segments, roles))
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
const leaveFocus = (step: number, event: KeyboardEvent): void => {
    const all = [...(box.value?.querySelectorAll<HTMLElement>('.known') ?? [])]
    const next = all[all.indexOf(event.currentTarget as HTMLElement) + step]
    if (next) next.focus()
    else emit('back')
}
defineExpose({ focus: () => box.value?.querySelector<HTMLElement>('.known')?.focus() })
</script>

<template>
    <div ref="box" :data-hue="hue">
        <p class="pieces">
            <template v-for="(piece, i) in reading.segments" :key="i"
                ><span v-if="piece.role === 'title'">{{ piece.text }}</span
                ><button
                    v-else
                    type="button"
                    class="plain known"
                    :title="`${piece.role}: press to leave it as it is written`"
                    data-test="piece"
                    @mousedown.prevent
                    @click="emit('plain', i)"
                    @keydown.delete.prevent.stop="emit('plain', i)"
                    @keydown.left.prevent.stop="leaveFocus(-1, $event)"
                    @keydown.right.prevent.stop="leaveFocus(1, $event)"
                    @keydown.up.prevent.stop="emit('back')"
                    @keydown.esc.prevent.stop="emit('back')"
                >
                    {{ piece.text }}
                </button></template
            ><NButton
                v-if="hasPlain"
                text
                class="plain again"
                data-test="understand-again"
                @mousedown.prevent
                @click="emit('understand')"
            >
                understand all again
            </NButton>
        </p>
        <p v-for="problem in reading.problems" :key="problem" class="mistake" role="status">
            {{ problem }}
        </p>
        <UnderstoodWords
            :reading="reading"
            :kind="kind"
            @kind="(one) => emit('kind', one)"
            @date="onDate"
            @time="(minute) => say(['time'], `at ${time(minute, clock)}`)"
            @length="(phrase) => say(['length'], phrase)"
            @rhythm="(phrase) => say(['rhythm', 'end'], phrase)"
            @calendar="(name) => say(['calendar'], `in ${name}`)"
            @without="leaveOut"
        />
        <p
            v-if="
                facts.length > 0 ||
                reading.theme_day ||
                reading.unknown_label ||
                reading.other_time ||
                reading.other_date ||
                reading.other_rhythm
            "
            class="also"
        >
            <span v-for="fact in facts" :key="fact" class="fact">{{ fact }}</span>
            <NButton
                v-if="reading.theme_day && !reading.template"
                class="press other"
                data-test="theme-day"
                @mousedown.prevent
                @click="onDate(reading.theme_day.date)"
            >
                on {{ namedDate(reading.theme_day.date) }}, which is for {{ reading.theme_day.words }}
            </NButton>
            <NButton
                v-if="reading.other_date"
                class="press other"
                data-test="other-date"
                @mousedown.prevent
                @click="onDate(reading.other_date)"
            >
                rather {{ namedDate(reading.other_date) }}
            </NButton>
            <NButton
                v-if="reading.other_rhythm"
                class="press other"
                data-test="other-rhythm"
                @mousedown.prevent
                @click="emit('rewrite', reading.other_rhythm.line)"
            >
                rather {{ reading.other_rhythm.words }}
            </NButton>
            <NButton
                v-if="reading.unknown_label"
                class="press other"
                data-test="new-label"
                @mousedown.prevent
                @click="emit('label', reading.unknown_label)"
            >
                make the label “{{ reading.unknown_label }}”
            </NButton>
            <NButton
                v-if="reading.other_time"
                class="press other"
                data-test="other-time"
                @mousedown.prevent
                @click="say(['time'], `at ${reading.other_time}`)"
            >
                rather {{ timeOf(`2000-01-01T${reading.other_time}:00`, clock) }}
            </NButton>
        </p>
        <p class="foot">
            {{ saving ? 'Saving… ' : '' }}<kbd>Enter</kbd> saves ·
            <span class="wide"><kbd>↓</kbd> to the underlined words · </span><kbd>Esc</kbd> leaves
        </p>
    </div>
</template>

<style scoped>
p {
    margin: 0 0 6px;
}
.pieces {
    font-size: 0.875rem;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    color: var(--muted);
}
.known {
    color: var(--ink);
    font-weight: 600;
    border-bottom: 2px solid var(--load-soft);
}
.again {
    margin-left: 8px;
    text-decoration: underline;
}
.also {
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
.foot {
    margin: 0;
    color: var(--muted);
    font-size: 0.75rem;
}
@media (max-width: 760px) {
    .wide {
        display: none;
    }
}
</style>
