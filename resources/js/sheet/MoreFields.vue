<script setup lang="ts">
import { LABELS } from './labels'
import type { Form } from './form'

const form = defineModel<Form>({ required: true })
defineProps<{ mistakes: Record<string, string[]> }>()

function number(event: Event): number | null {
    const value = (event.target as HTMLInputElement).value
    return value === '' ? null : Math.round(Number(value))
}
function steps(event: Event): void {
    const lines = (event.target as HTMLTextAreaElement).value.split('\n').map((line) => line.trim()).filter((line) => line !== '')
    form.value.checklist = lines.map((text) => ({ text, done: form.value.checklist.find((step) => step.text === text)?.done ?? false }))
}
</script>

<template>
    <div class="more">
        <div class="group" role="group" aria-label="Importance">
            <span>Importance</span>
            <button v-for="one in (['must', 'should', 'could'] as const)" :key="one" type="button" class="press" :aria-pressed="form.importance === one" @click="form.importance = form.importance === one ? null : one">{{ LABELS[one] }}</button>
        </div>
        <div class="group" role="group" aria-label="Effort">
            <span>Effort</span>
            <button v-for="one in (['light', 'steady', 'demanding'] as const)" :key="one" type="button" class="press" :aria-pressed="form.effort === one" @click="form.effort = form.effort === one ? null : one">{{ LABELS[one] }}</button>
        </div>
        <label v-if="form.kind === 'task'">Estimate <input type="number" min="1" max="6000" :value="form.estimate ?? ''" @input="form.estimate = number($event)" /> min <em v-if="mistakes.estimate" class="mistake">{{ mistakes.estimate[0] }}</em></label>
        <label v-if="!form.all_day">Travel before <input type="number" min="0" max="1440" :value="form.travel" @input="form.travel = number($event) ?? 0" /> min <em v-if="mistakes.travel" class="mistake">{{ mistakes.travel[0] }}</em></label>
        <label class="wide">Place <input v-model="form.place" maxlength="250" /></label>
        <label class="wide">Link <input v-model="form.link" type="url" maxlength="1000" placeholder="https://…" /> <em v-if="mistakes.link" class="mistake">{{ mistakes.link[0] }}</em></label>
        <label class="wide top">Steps <textarea :value="form.checklist.map((step) => step.text).join('\n')" rows="3" placeholder="one a line" @change="steps" /></label>
        <div class="group">
            <label><input type="checkbox" :checked="!form.busy" @change="form.busy = !form.busy" /> leaves me free</label>
            <label><input v-model="form.protected" type="checkbox" /> protected</label>
            <label><input v-model="form.private" type="checkbox" /> private</label>
        </div>
    </div>
</template>

<style scoped>
.more { display: grid; grid-template-columns: 1fr 1fr; gap: 9px 20px; align-items: center; }
.group { display: flex; gap: 6px; align-items: center; flex-wrap: wrap; }
.group > span { width: 74px; color: var(--muted); }
.group .press { padding: 1px 9px; }
label { display: flex; gap: 6px; align-items: center; color: var(--muted); }
.wide { grid-column: 1 / -1; }
.top { align-items: start; }
input:not([type='checkbox']), textarea { border: 1px solid var(--line-strong); border-radius: 6px; background: var(--paper); padding: 4px 7px; color: var(--ink); }
input[type='number'] { width: 72px; }
.wide input, .wide textarea { flex: 1; min-width: 0; }
.wide { display: flex; }
@media (max-width: 760px) { .more { grid-template-columns: 1fr; } }
</style>
