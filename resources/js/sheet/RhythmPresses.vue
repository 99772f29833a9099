<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { RhythmPreview } from '@/api/types'
import { computed } from 'vue'
import { giveDay, setDate, type Form } from './form'
import { parts, sameRhythm, text } from './rule'

/** The common rhythms, one press each. */
const form = defineModel<Form>({ required: true })
const props = defineProps<{ presses: RhythmPreview['presses'] | null; today: string }>()

const NAMES: [keyof RhythmPreview['presses'], string][] = [
    ['every_day', 'Every day'],
    ['weekdays', 'Weekdays'],
    ['weekly', 'Weekly'],
    ['fortnightly', 'Fortnightly'],
    ['monthly_by_date', 'Monthly by date'],
    ['monthly_by_weekday', 'Monthly by weekday'],
    ['last_day', 'Last day of the month'],
    ['yearly', 'Yearly'],
]
const chosen = computed(() => {
    if (form.value.after_done) return null
    return (
        NAMES.find(([press]) => props.presses && sameRhythm(form.value.rule, props.presses[press]))?.[0] ??
        null
    )
})

function press(name: keyof RhythmPreview['presses']): void {
    if (!props.presses) return
    const { COUNT, UNTIL } = parts(form.value.rule)
    form.value.after_done = false
    form.value.rule = text({ ...parts(props.presses[name]), COUNT: COUNT ?? '', UNTIL: UNTIL ?? '' })
}
function once(): void {
    giveDay(form.value, props.today)
    Object.assign(form.value, { rule: null, after_done: false })
}
function afterDone(): void {
    Object.assign(form.value, { rule: 'FREQ=DAILY;INTERVAL=28', after_done: true })
}
</script>

<template>
    <div class="presses" role="group" aria-label="Common rhythms">
        <NButton
            v-if="form.kind === 'task'"
            class="press"
            :aria-pressed="form.start === null"
            data-test="press-basket"
            @click="setDate(form, null)"
        >
            No day
        </NButton>
        <NButton
            class="press"
            :aria-pressed="form.start !== null && form.rule === null"
            data-test="press-once"
            @click="once"
        >
            Once
        </NButton>
        <NButton
            v-for="[name, words] in NAMES"
            :key="name"
            class="press"
            :aria-pressed="chosen === name"
            :disabled="!presses"
            :data-test="`press-${name}`"
            @click="press(name)"
        >
            {{ words }}
        </NButton>
        <NButton
            class="press"
            :aria-pressed="form.after_done"
            :disabled="form.start === null"
            data-test="press-after"
            @click="afterDone"
        >
            After it is done
        </NButton>
    </div>
</template>

<style scoped>
.presses {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
}
</style>
