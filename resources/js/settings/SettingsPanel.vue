<script setup lang="ts">
import { textSize, TEXT_SIZES } from '@/shared/textSize'
import { NButton, NCheckbox, NInput, NInputNumber, NTable } from 'naive-ui'
import SelectField from '@/shared/SelectField.vue'
import { zoneOptions } from '@/shared/zoneOptions'
import { answerOf, api, Refused, sentence } from '@/api/client'
import { CHANNELS, type Channel } from '@/reminders/triggers'
import TimeField from '@/shared/TimeField.vue'
import { decimalOf, readDecimal, type Region } from '@/shared/region'
import { longWeekday } from '@/shared/time'
import SidePanel from '@/shared/SidePanel.vue'
import { useAccount } from '@/state/server'
import { useUnsaved } from '@/state/unsaved'
import { say, useChanges } from '@/undo/useChanges'
import { computed, reactive, ref } from 'vue'
import HolidaysField from '@/choice/HolidaysField.vue'
import AccountSection from './AccountSection.vue'
import RegionSection from './RegionSection.vue'
import PlanningSection, { type PlanningForm } from './PlanningSection.vue'
import ThemesSection from './ThemesSection.vue'
import ZoneChange from './ZoneChange.vue'

/** What the account can set, saved together. */
const emit = defineEmits<{ close: [] }>()
const account = useAccount()
const { send } = useChanges()

const form = reactive({
    work_days: [...account.value.work_days],
    holidays: account.value.holidays,
    name: account.value.name,
    zone: account.value.zone,
    routines_keep: 'wall' as 'wall' | 'instant',
    quiet_from: account.value.quiet_from,
    quiet_to: account.value.quiet_to,
    agenda_at: account.value.agenda_at,
    agenda_channels: [...account.value.agenda_channels],
    evening_at: account.value.evening_at,
    stint_minutes: account.value.stint_minutes,
    must_limit: account.value.must_limit,
    other_limit: account.value.other_limit,
    closing_questions: account.value.closing_questions.join('\n'),
    week: account.value.week.map((day) => ({
        hours: day.minutes / 60,
        wakes: day.wakes,
        sleeps: day.sleeps,
        theme: day.theme,
    })),
})
const region = ref<Region>({
    clock: account.value.clock,
    date_order: account.value.date_order,
    decimal_mark: account.value.decimal_mark,
    first_weekday: account.value.first_weekday,
    week_numbers: account.value.week_numbers,
})
const planning = ref<PlanningForm>({
    breathing: account.value.breathing,
    least_pause: account.value.least_pause,
    deep_minutes: account.value.deep_minutes,
    best_hours: [...(account.value.best_hours ?? [])],
    weather: account.value.weather,
    weather_place: account.value.weather_place,
    round_questions: account.value.round_questions.join('\n'),
})
const written = (text: string): string[] =>
    text
        .split('\n')
        .map((line) => line.trim())
        .filter((line) => line !== '')
const mistakes = ref<Record<string, string[]>>({})
const zones = zoneOptions(account.value.zone)
function turnChannel(channel: Channel): void {
    const next = form.agenda_channels.includes(channel)
        ? form.agenda_channels.filter((other) => other !== channel)
        : [...form.agenda_channels, channel]
    if (next.length > 0) form.agenda_channels = next
}
function turnWorkDay(weekday: number): void {
    form.work_days = form.work_days.includes(weekday)
        ? form.work_days.filter((other) => other !== weekday)
        : [...form.work_days, weekday].sort((a, b) => a - b)
}

/** All that can be set, as it is sent. */
const said = (): Record<string, unknown> => {
    const settings: Record<string, unknown> = { ...form }
    delete settings.routines_keep
    return {
        ...settings,
        ...region.value,
        ...planning.value,
        round_questions: written(planning.value.round_questions),
        closing_questions: written(form.closing_questions),
        week: form.week.map((day) => ({
            minutes: Math.round(day.hours * 60),
            wakes: day.wakes,
            sleeps: day.sleeps,
            theme: day.theme,
        })),
    }
}
/** As they were when the panel opened, or were last saved from it. */
const copied = (): Record<string, unknown> => JSON.parse(JSON.stringify(said())) as Record<string, unknown>
const opened = ref(copied())
const changedNames = computed(() =>
    Object.entries(said())
        .filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(opened.value[name]))
        .map(([name]) => name),
)
useUnsaved('what you set', () => changedNames.value.length > 0)
const only = (all: Record<string, unknown>): Record<string, unknown> =>
    Object.fromEntries(changedNames.value.map((name) => [name, all[name]]))

/** Sends what was changed, with what it was before: another window may have set something else meanwhile. */
async function save(): Promise<void> {
    mistakes.value = {}
    try {
        const sent = copied()
        await send(() =>
            answerOf(
                api.PATCH('/account', {
                    body: { ...only(sent), routines_keep: form.routines_keep, was: only(opened.value) },
                }),
            ),
        )
        opened.value = sent
        say('Saved the settings.', { undoable: true })
    } catch (error) {
        if (error instanceof Refused) mistakes.value = error.errors
        say(sentence(error), { trouble: true })
    }
}
</script>

<template>
    <SidePanel title="Settings" @close="emit('close')">
        <form @submit.prevent="save">
            <label>Your name <NInput v-model:value="form.name" :maxlength="100" /></label>
            <p v-if="mistakes.name" class="mistake">{{ mistakes.name[0] }}</p>
            <label
                >Time zone
                <SelectField v-model="form.zone" label="Time zone" :options="zones" data-test="zone"
            /></label>
            <p v-if="mistakes.zone" class="mistake">{{ mistakes.zone[0] }}</p>
            <ZoneChange
                v-if="form.zone !== account.zone"
                v-model="form.routines_keep"
                :zone="form.zone"
                :clock="region.clock"
            />
            <label
                >Text on this device
                <SelectField
                    v-model="textSize"
                    label="Text on this device"
                    :options="TEXT_SIZES"
                    data-test="text-size"
            /></label>
            <label>Public holidays of <HolidaysField v-model="form.holidays" /></label>
            <p class="muted">They stand in every view, and routines may give way on them.</p>
            <RegionSection v-model="region" />
            <h2>Each weekday</h2>
            <p class="muted">
                The hours a day has to give are what its load is measured against. Hours outside the waking
                ones are folded.
            </p>
            <div class="scrolls">
                <NTable size="small" :bordered="false" :single-line="true">
                    <thead>
                        <tr>
                            <th />
                            <th>work</th>
                            <th>hours to give</th>
                            <th>awake from</th>
                            <th>to</th>
                            <th>mainly for</th>
                        </tr>
                    </thead>
                    <tbody>
                        <tr v-for="(day, i) in form.week" :key="i">
                            <th>{{ longWeekday(`2024-01-0${i + 1}`) }}</th>
                            <td>
                                <NCheckbox
                                    :checked="form.work_days.includes(i + 1)"
                                    :aria-label="`Work on ${longWeekday(`2024-01-0${i + 1}`)}`"
                                    @update:checked="turnWorkDay(i + 1)"
                                />
                            </td>
                            <td>
                                <NInputNumber
                                    v-model:value="day.hours"
                                    :show-button="false"
                                    size="small"
                                    :min="0"
                                    :max="24"
                                    :step="0.25"
                                    :parse="readDecimal"
                                    :format="decimalOf"
                                    :input-props="{
                                        'aria-label': `Hours on ${longWeekday(`2024-01-0${i + 1}`)}`,
                                    }"
                                />
                            </td>
                            <td>
                                <TimeField
                                    :minute="day.wakes"
                                    :clock="region.clock"
                                    :label="`Awake from, on ${longWeekday(`2024-01-0${i + 1}`)}`"
                                    @choose="(minute) => (day.wakes = minute)"
                                />
                            </td>
                            <td>
                                <TimeField
                                    :minute="day.sleeps % 1440"
                                    :clock="region.clock"
                                    :label="`Awake to, on ${longWeekday(`2024-01-0${i + 1}`)}`"
                                    @choose="(minute) => (day.sleeps = minute === 0 ? 1440 : minute)"
                                />
                            </td>
                            <td>
                                <NInput
                                    v-model:value="day.theme"
                                    size="small"
                                    placeholder=""
                                    :maxlength="40"
                                    :input-props="{
                                        'aria-label': `What ${longWeekday(`2024-01-0${i + 1}`)} is mainly for`,
                                    }"
                                />
                            </td>
                        </tr>
                    </tbody>
                </NTable>
            </div>
            <p
                v-for="(lines, field) in mistakes"
                v-show="/^(week|work_days|holidays)/.test(String(field))"
                :key="field"
                class="mistake"
            >
                {{ lines[0] }}
            </p>
            <h2>Working and closing a day</h2>
            <label
                >A stint lasts
                <span
                    ><NInputNumber
                        v-model:value="form.stint_minutes"
                        :show-button="false"
                        class="short"
                        size="small"
                        :min="5"
                        :max="120"
                        :input-props="{ 'aria-label': 'minutes of a stint' }"
                        data-test="stint-minutes"
                    />
                    minutes</span
                ></label
            >
            <label
                >A day holds up to
                <span
                    ><NInputNumber
                        v-model:value="form.must_limit"
                        :show-button="false"
                        class="short"
                        size="small"
                        :min="1"
                        :max="9"
                        :input-props="{ 'aria-label': 'musts a day' }"
                    />
                    musts and
                    <NInputNumber
                        v-model:value="form.other_limit"
                        :show-button="false"
                        class="short"
                        size="small"
                        :min="0"
                        :max="40"
                        :input-props="{ 'aria-label': 'others a day' }"
                    />
                    others</span
                ></label
            >
            <label class="top"
                >Asked when a day is closed
                <NInput
                    v-model:value="form.closing_questions"
                    type="textarea"
                    :rows="4"
                    placeholder="one a line"
                    data-test="questions"
                />
            </label>
            <p
                v-for="(lines, field) in mistakes"
                v-show="/^(stint|must|other|closing)/.test(String(field))"
                :key="field"
                class="mistake"
            >
                {{ lines[0] }}
            </p>
            <PlanningSection v-model="planning" :clock="region.clock" :mistakes="mistakes" />
            <h2>Being reminded</h2>
            <label
                >Quiet from
                <span
                    ><TimeField
                        :minute="form.quiet_from"
                        :clock="region.clock"
                        label="Quiet from"
                        @choose="(minute) => (form.quiet_from = minute)"
                    />
                    to
                    <TimeField
                        :minute="form.quiet_to"
                        :clock="region.clock"
                        label="Quiet to"
                        @choose="(minute) => (form.quiet_to = minute)"
                    />
                    {{ form.quiet_from === form.quiet_to ? '(the same: no quiet hours)' : '' }}</span
                ></label
            >
            <label
                >The day’s agenda
                <span
                    ><NCheckbox
                        :checked="form.agenda_at !== null"
                        aria-label="The day’s agenda"
                        data-test="agenda"
                        @update:checked="form.agenda_at = form.agenda_at === null ? 420 : null" />
                    <template v-if="form.agenda_at !== null"
                        >&ensp;at
                        <TimeField
                            :minute="form.agenda_at"
                            :clock="region.clock"
                            label="Agenda at"
                            @choose="(minute) => (form.agenda_at = minute)" /></template></span
            ></label>
            <label
                >A call to close it
                <span
                    ><NCheckbox
                        :checked="form.evening_at !== null"
                        aria-label="A call to close it"
                        data-test="evening"
                        @update:checked="form.evening_at = form.evening_at === null ? 1260 : null" />
                    <template v-if="form.evening_at !== null"
                        >&ensp;at
                        <TimeField
                            :minute="form.evening_at"
                            :clock="region.clock"
                            label="Call at"
                            @choose="(minute) => (form.evening_at = minute)" /></template></span
            ></label>
            <div v-if="form.agenda_at !== null || form.evening_at !== null" class="channels">
                <span>Both</span
                ><NButton
                    v-for="channel in CHANNELS"
                    :key="channel"
                    class="press"
                    :aria-pressed="form.agenda_channels.includes(channel)"
                    @click="turnChannel(channel)"
                >
                    {{ channel === 'screen' ? 'on screen' : channel === 'mail' ? 'by mail' : 'on the phone' }}
                </NButton>
            </div>
            <p class="muted">
                No mail server and no phone are joined to this yet; stand-ins show what would arrive:
                <RouterLink to="/standins/post" data-test="post-box">the post box</RouterLink> and
                <RouterLink to="/standins/phone" data-test="phone">the phone</RouterLink>.
            </p>
            <p
                v-for="(lines, field) in mistakes"
                v-show="/^(quiet|agenda|evening)/.test(String(field))"
                :key="field"
                class="mistake"
            >
                {{ lines[0] }}
            </p>
            <div class="foot">
                <NButton type="primary" attr-type="submit" data-test="save-settings">Save</NButton>
            </div>
        </form>
        <ThemesSection />
        <AccountSection />
    </SidePanel>
</template>

<style scoped>
form {
    display: flex;
    flex-direction: column;
    gap: 10px;
}
label {
    display: grid;
    grid-template-columns: 150px 1fr;
    align-items: center;
}
h2 {
    font-size: 1rem;
    margin-top: 8px;
}
label .short {
    display: inline-block;
    width: 62px;
}
.top {
    align-items: start;
}
.channels {
    display: flex;
    gap: 6px;
    align-items: center;
    padding-left: 150px;
}
.muted {
    color: var(--muted);
    margin: 0;
}
@media (max-width: 760px) {
    label {
        grid-template-columns: 110px 1fr;
    }
    .channels {
        flex-wrap: wrap;
        padding-left: 0;
    }
    .channels .press {
        white-space: nowrap;
    }
}
.scrolls {
    overflow-x: auto;
}
.scrolls :deep(table) {
    background: none;
}
.scrolls th {
    white-space: nowrap;
    text-align: left;
    font-weight: 600;
    padding: 3px 6px 3px 0;
    background: none;
    border: 0;
}
.scrolls thead th {
    color: var(--muted);
    font-weight: 400;
    font-size: 0.75rem;
}
.scrolls td {
    padding: 3px 6px 3px 0;
    background: none;
    border: 0;
}
td :deep(.field input) {
    width: 100%;
}
.foot {
    display: flex;
    gap: 10px;
    margin-top: 8px;
}
</style>
