<script setup lang="ts">
import NumberField from '@/shared/NumberField.vue'
import TextField from '@/shared/TextField.vue'
import { NButton, NCheckbox, NInputNumber } from 'naive-ui'
import SelectField from '@/shared/SelectField.vue'
import { zoneOptions } from '@/shared/zoneOptions'
import OwnHoursFields from './OwnHoursFields.vue'
import ColourChoice from '@/shared/ColourChoice.vue'
import { useAccount, useFilters } from '@/state/server'
import { computed, ref, watch } from 'vue'
import { LABELS } from './labels'
import type { Form } from './form'

const form = defineModel<Form>({ required: true })
defineProps<{ mistakes: Record<string, string[]> }>()

const account = useAccount()
const { labels } = useFilters()
const zones = zoneOptions(account.value.zone)
const claims = computed<'busy' | 'tentative' | 'free'>(() =>
    !form.value.busy ? 'free' : form.value.tentative ? 'tentative' : 'busy',
)
const CLAIMS = { busy: 'takes my time', tentative: 'may take it', free: 'leaves me free' } as const

/** Whose clocks its start is told by; what is meant wherever one is goes by none. */
const clocks = computed({
    get: () => (form.value.floating ? 'wherever' : form.value.zone),
    set: (zone: string | null) =>
        Object.assign(
            form.value,
            zone === 'wherever' ? { floating: true, zone: null, end_zone: null } : { floating: false, zone },
        ),
})

function claim(one: 'busy' | 'tentative' | 'free'): void {
    form.value.busy = one !== 'free'
    form.value.tentative = one === 'tentative'
}
const typedSteps = ref('')
watch(
    () => form.value.checklist,
    (list) => (typedSteps.value = list.map((step) => step.text).join('\n')),
    { immediate: true },
)
function steps(text: string): void {
    const lines = text
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== '')
    form.value.checklist = lines.map((text) => ({
        text,
        done: form.value.checklist.find((step) => step.text === text)?.done ?? false,
    }))
}
const typedLabels = ref('')
watch(
    () => form.value.labels,
    (labels) => (typedLabels.value = labels.join(', ')),
    { immediate: true },
)
function setLabels(text: string): void {
    const written = text
        .split(',')
        .map((label) => label.trim())
        .filter((label) => label !== '')
    form.value.labels = written.filter(
        (label, i) => written.findIndex((other) => other.toLowerCase() === label.toLowerCase()) === i,
    )
}
function turnLabel(label: string): void {
    form.value.labels = form.value.labels.includes(label)
        ? form.value.labels.filter((other) => other !== label)
        : [...form.value.labels, label]
}
</script>

<template>
    <div class="more">
        <div class="group" role="group" aria-label="Importance">
            <span>Importance</span>
            <NButton
                v-for="one in ['must', 'should', 'could'] as const"
                :key="one"
                class="press"
                :aria-pressed="form.importance === one"
                @click="form.importance = form.importance === one ? null : one"
            >
                {{ LABELS[one] }}
            </NButton>
        </div>
        <div class="group" role="group" aria-label="Effort">
            <span>Effort</span>
            <NButton
                v-for="one in ['light', 'steady', 'demanding'] as const"
                :key="one"
                class="press"
                :aria-pressed="form.effort === one"
                @click="form.effort = form.effort === one ? null : one"
            >
                {{ LABELS[one] }}
            </NButton>
        </div>
        <label v-if="form.kind === 'task'"
            >Estimate
            <NInputNumber
                v-model:value="form.estimate"
                :show-button="false"
                class="minutes"
                size="small"
                clearable
                placeholder=""
                :min="0"
                :max="6000"
                :precision="0"
                :input-props="{ 'aria-label': 'Estimate in minutes' }"
                data-test="estimate"
            />
            min <em v-if="mistakes.estimate" class="mistake">{{ mistakes.estimate[0] }}</em></label
        >
        <OwnHoursFields v-if="form.kind === 'task'" v-model="form" :mistakes="mistakes" />
        <div class="group" role="group" aria-label="Time it claims">
            <NButton
                v-for="(words, one) in CLAIMS"
                :key="one"
                class="press"
                :aria-pressed="claims === one"
                :data-test="`claims-${one}`"
                @click="claim(one)"
            >
                {{ words }}
            </NButton>
        </div>
        <template v-if="!form.all_day">
            <label
                >Travel before
                <NInputNumber
                    :show-button="false"
                    :value="form.travel"
                    class="minutes"
                    size="small"
                    :min="0"
                    :max="1440"
                    :precision="0"
                    :input-props="{ 'aria-label': 'Minutes of travel before' }"
                    @update:value="(minutes) => (form.travel = minutes ?? 0)"
                />
                min <em v-if="mistakes.travel" class="mistake">{{ mistakes.travel[0] }}</em></label
            >
            <label
                >Margin before
                <NInputNumber
                    :show-button="false"
                    :value="form.margin_before"
                    class="minutes"
                    size="small"
                    :min="0"
                    :max="1440"
                    :precision="0"
                    :input-props="{ 'aria-label': 'Minutes of margin before' }"
                    data-test="margin_before"
                    @update:value="(minutes) => (form.margin_before = minutes ?? 0)"
                />
                min
                <em v-if="mistakes.margin_before" class="mistake">{{ mistakes.margin_before[0] }}</em></label
            >
            <label
                >Margin after
                <NInputNumber
                    :show-button="false"
                    :value="form.margin"
                    class="minutes"
                    size="small"
                    :min="0"
                    :max="1440"
                    :precision="0"
                    :input-props="{ 'aria-label': 'Minutes of margin after' }"
                    data-test="margin"
                    @update:value="(minutes) => (form.margin = minutes ?? 0)"
                />
                min <em v-if="mistakes.margin" class="mistake">{{ mistakes.margin[0] }}</em></label
            >
            <label
                >Travel back
                <NInputNumber
                    :show-button="false"
                    :value="form.travel_back"
                    class="minutes"
                    size="small"
                    :min="0"
                    :max="1440"
                    :precision="0"
                    :input-props="{ 'aria-label': 'Minutes of travel back' }"
                    data-test="travel_back"
                    @update:value="(minutes) => (form.travel_back = minutes ?? 0)"
                />
                min <em v-if="mistakes.travel_back" class="mistake">{{ mistakes.travel_back[0] }}</em></label
            >
            <label
                >Starts by the clocks of
                <SelectField
                    v-model="clocks"
                    label="Starts by the clocks of"
                    :options="[[null, account.zone], ['wherever', 'wherever I am'], ...zones]"
                    data-test="zone"
            /></label>
            <label v-if="!form.floating"
                >ends by those of
                <SelectField
                    v-model="form.end_zone"
                    label="Ends by the clocks of"
                    :options="[[null, 'the same place'], ...zones]"
                    data-test="end-zone"
                />
                <em v-if="mistakes.zone" class="mistake">{{ mistakes.zone[0] }}</em></label
            >
        </template>
        <div class="wide labels">
            <label for="labels">Labels</label>
            <TextField
                id="labels"
                v-model="typedLabels"
                placeholder="with commas between"
                test="labels"
                @change="setLabels"
            />
            <NButton
                v-for="one in labels.slice(0, 10)"
                :key="one"
                class="press"
                :aria-pressed="form.labels.includes(one)"
                @click="turnLabel(one)"
            >
                {{ one }}
            </NButton>
            <em
                v-for="(list, name) in mistakes"
                v-show="String(name).startsWith('labels')"
                :key="name"
                class="mistake"
                >{{ list[0] }}</em
            >
        </div>
        <div class="wide group">
            <span>Colour</span
            ><ColourChoice
                :value="form.colour"
                label="Colour"
                inherits="the calendar’s"
                @choose="(chosen) => (form.colour = chosen)"
            />
        </div>
        <label class="wide">Place <TextField v-model="form.place" :maxlength="250" test="place" /></label>
        <label v-if="form.kind === 'task'" class="wide"
            >Opens
            <SelectField
                v-model="form.opens_round"
                class="opens"
                label="Which round it opens"
                :options="[
                    [null, 'nothing'],
                    ['week', 'the round of the week'],
                    ['month', 'the round of the month'],
                ]"
                data-test="opens-round"
        /></label>
        <div v-if="form.kind === 'task' && form.rule" class="wide group">
            <span>Keeping it up</span>
            <label class="row"
                >aim for
                <NumberField
                    :value="form.aim"
                    :min="1"
                    :max="50"
                    label="How often a week it is meant to be done"
                    test="aim"
                    @change="(times) => (form.aim = times)"
                />
                times a week</label
            >
            <label class="row"
                ><span class="whole">note on ticking</span>
                <TextField
                    :model-value="form.measure ?? ''"
                    small
                    :maxlength="20"
                    placeholder="km, pages, minutes"
                    test="measure"
                    @update:model-value="(unit: string) => (form.measure = unit.trim() === '' ? null : unit)"
            /></label>
            <em v-if="mistakes.measure || mistakes.aim" class="mistake">{{
                (mistakes.measure ?? mistakes.aim)?.[0]
            }}</em>
        </div>
        <label class="wide"
            >Link <TextField v-model="form.link" type="url" :maxlength="1000" placeholder="https://…" />
            <a
                v-if="/^https?:\/\//.test(form.link)"
                :href="form.link"
                target="_blank"
                rel="noopener noreferrer"
                >go there</a
            >
            <em v-if="mistakes.link" class="mistake">{{ mistakes.link[0] }}</em></label
        >
        <label class="wide top"
            >{{ form.rule ? 'Steps, each time' : 'Steps' }}
            <TextField v-model="typedSteps" :rows="3" placeholder="one a line" @change="steps" />
        </label>
        <div class="group">
            <NCheckbox v-model:checked="form.protected" data-test="protected">protected</NCheckbox>
            <NCheckbox v-model:checked="form.private" data-test="private">private</NCheckbox>
        </div>
    </div>
</template>

<style scoped>
.whole {
    white-space: nowrap;
}
.opens {
    display: inline-flex;
    width: 220px;
}
.minutes {
    display: inline-block;
    width: 84px;
}
.more {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 9px 20px;
    align-items: center;
}
.group {
    display: flex;
    gap: 6px;
    align-items: center;
    flex-wrap: wrap;
}
.group > span {
    width: 74px;
    color: var(--muted);
}
.group .press {
    padding: 1px 9px;
}
label {
    display: flex;
    gap: 6px;
    align-items: center;
    color: var(--muted);
}
.wide {
    grid-column: 1 / -1;
}
label.wide {
    white-space: nowrap;
}
.top {
    align-items: start;
}
.wide {
    display: flex;
}
.labels {
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
.labels .press {
    padding: 0 8px;
    font-size: 0.75rem;
}
@media (max-width: 760px) {
    .more {
        grid-template-columns: 1fr;
    }
}
</style>
