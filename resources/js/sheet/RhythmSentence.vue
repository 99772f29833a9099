<script setup lang="ts">
import NumberField from '@/shared/NumberField.vue'
import { NButton } from 'naive-ui'
import type { RhythmPreview } from '@/api/types'
import { fullDate, length, longWeekday, minuteOf, time, weekday } from '@/shared/time'
import TimeField from '@/shared/TimeField.vue'
import { useAccount } from '@/state/server'
import { computed, ref } from 'vue'
import DateChoice from '@/shared/DateChoice.vue'
import DateField from '@/shared/DateField.vue'
import { LONGEST_DAYS, lengthOf, setAllDay, setDate, setEnd, setLength, setTime, type Form } from './form'
import { LETTERS, parts, untilDate, untilPart, weekdays, withParts } from './rule'
import SentenceWord from '@/shared/SentenceWord.vue'

/** When and how often, as a sentence with words to press. */
const form = defineModel<Form>({ required: true })
const props = defineProps<{ presses: RhythmPreview['presses'] | null }>()

const account = useAccount()
const rule = computed(() => parts(form.value.rule))
const interval = computed(() => Number(rule.value.INTERVAL ?? 1))
const unit = computed(
    () =>
        ({
            DAILY: 'day',
            WEEKLY: 'week',
            MONTHLY: 'month',
            YEARLY: 'year',
            HOURLY: 'hour',
            MINUTELY: 'minute',
            SECONDLY: 'second',
        })[rule.value.FREQ ?? ''] ?? 'day',
)
const every = computed(() => (interval.value === 1 ? unit.value : `${interval.value} ${unit.value}s`))
const length_ = computed(() => lengthOf(form.value))
const lengthWords = computed(() =>
    form.value.all_day ? plural(length_.value, 'day') : spanWords(length_.value),
)
const startMinute = computed(() => (form.value.start ? minuteOf(form.value.start) : 540))
const until = computed(() => untilDate(form.value.rule))
const ending = computed(() =>
    rule.value.COUNT
        ? `for ${rule.value.COUNT} ${rule.value.COUNT === '1' ? 'time' : 'times'}`
        : until.value
          ? `until ${fullDate(until.value).slice(4)}`
          : 'without end',
)

const HOURS = ['BYHOUR', 'BYMINUTE', 'BYSECOND']
const OTHER_DAYS = 'the chosen days'
const WHICH: Record<string, string> = {
    '1': 'first',
    '2': 'second',
    '3': 'third',
    '4': 'fourth',
    '5': 'fifth',
    '-1': 'last',
    '-2': 'last but one',
    '-3': 'last but two',
    '-4': 'last but three',
}
const MINUTES = [5, 10, 15, 20, 30, 45, 60, 90, 120, 180]
const UNITS = [
    ['every_day', 'day'],
    ['weekly', 'week'],
    ['monthly_by_date', 'month'],
    ['yearly', 'year'],
] as const
const MONTHLY = [
    ['monthly_by_date', 'the same date'],
    ['monthly_by_weekday', 'the same weekday of the month'],
    ['last_day', 'the last day'],
] as const

function set(changes: Record<string, string>): void {
    form.value.rule = withParts(form.value.rule, changes)
}
function plural(number: number, thing: string): string {
    return `${number} ${thing}${number === 1 ? '' : 's'}`
}
function spanWords(minutes: number): string {
    const rest = minutes % 1440
    return minutes < 1440
        ? length(minutes)
        : `${plural(Math.floor(minutes / 1440), 'day')}${rest === 0 ? '' : ` ${length(rest)}`}`
}
/** What says how often within it, how long it goes on and at which hours stays with another unit. */
function setUnit(press: keyof RhythmPreview['presses']): void {
    const rest = Object.fromEntries(
        ['INTERVAL', 'COUNT', 'UNTIL', 'WKST', ...HOURS].map((name) => [name, rule.value[name] ?? '']),
    )
    if (props.presses)
        form.value.rule = form.value.after_done
            ? withParts(`FREQ=${parts(props.presses[press]).FREQ}`, rest)
            : withParts(props.presses[press], rest)
}
/** A rule of weeks that names no weekday comes on that of its start. */
const chosenDays = computed<string[]>(() => {
    const named = weekdays(form.value.rule)
    return named.length > 0 || form.value.start === null
        ? named
        : [LETTERS[weekday(form.value.start) - 1] ?? 'MO']
})
function turnWeekday(letters: string): void {
    const chosen = chosenDays.value
    const next = chosen.includes(letters) ? chosen.filter((day) => day !== letters) : [...chosen, letters]
    if (next.length > 0) set({ BYDAY: LETTERS.filter((day) => next.includes(day)).join(',') })
}
function typedInterval(value: number | null): void {
    if (value) set({ INTERVAL: value === 1 ? '' : String(value) })
}
const lengthMistake = ref('')
function typedLength(value: number | null): void {
    const [least, most] = form.value.all_day ? [1, LONGEST_DAYS] : [0, LONGEST_DAYS * 1440]
    const fits = value !== null && value >= least && value <= most
    lengthMistake.value = fits ? '' : `An entry lasts up to ${LONGEST_DAYS} days.`
    if (fits) setLength(form.value, value)
}
function typedEnd(date: string, minute: number): void {
    lengthMistake.value =
        date === '' || setEnd(form.value, date, minute)
            ? ''
            : `The end lies after the start, and no more than ${LONGEST_DAYS} days.`
}
function typedCount(value: number | null): void {
    if (value) set({ COUNT: String(value), UNTIL: '' })
}

const monthlyWords = computed(() => {
    const day = rule.value.BYMONTHDAY
    if (rule.value.BYSETPOS || day?.includes(',') || (day && rule.value.BYDAY)) return OTHER_DAYS
    if (day === '-1') return 'the last day'
    if (day && Number(day) > 0) return `the ${day}${suffix(Number(day))}`
    const nth = /^(-?\d)(\w\w)$/.exec(rule.value.BYDAY ?? '')
    const which = nth && WHICH[nth[1] ?? '']
    if (nth && which) return `the ${which} ${longWeekday(`2024-01-0${LETTERS.indexOf(nth[2] as 'MO') + 1}`)}`
    return !day && !rule.value.BYDAY && form.value.start
        ? `the ${Number(form.value.start.slice(8, 10))}${suffix(Number(form.value.start.slice(8, 10)))}`
        : OTHER_DAYS
})
/** The rhythm names hours of its own: then the start says none. */
const ownHours = computed(() => HOURS.some((name) => rule.value[name] !== undefined))
function oneHour(): void {
    set(Object.fromEntries(HOURS.map((name) => [name, ''])))
}
/** Parts of the rule that none of these words can say: they are kept, and read out below. */
const hasMore = computed(() => {
    const said = new Set(['FREQ', 'INTERVAL', 'COUNT', 'UNTIL', 'WKST', ...HOURS])
    const { FREQ, BYMONTH, BYMONTHDAY } = rule.value
    const [month, day] = [form.value.start?.slice(5, 7), form.value.start?.slice(8, 10)].map(Number)
    if (isPlainWeekly.value) said.add('BYDAY')
    if (FREQ === 'MONTHLY' && monthlyWords.value !== OTHER_DAYS)
        ['BYDAY', 'BYMONTHDAY', 'SKIP', 'RSCALE'].forEach((name) => said.add(name))
    if (FREQ === 'YEARLY' && Number(BYMONTH) === month && Number(BYMONTHDAY) === day)
        ['BYMONTH', 'BYMONTHDAY', 'SKIP', 'RSCALE'].forEach((name) => said.add(name))
    return Object.keys(rule.value).some((name) => !said.has(name))
})
function suffix(day: number): string {
    return day % 10 === 1 && day !== 11
        ? 'st'
        : day % 10 === 2 && day !== 12
          ? 'nd'
          : day % 10 === 3 && day !== 13
            ? 'rd'
            : 'th'
}
const isPlainWeekly = computed(() => rule.value.FREQ === 'WEEKLY' && !rule.value.BYSETPOS)
</script>

<template>
    <p class="sentence" data-test="sentence">
        <template v-if="form.start === null">
            It waits in the
            <SentenceWord words="basket" label="day">
                <template #default="{ close }">
                    Give it a day:
                    <DateChoice
                        :value="null"
                        :first-weekday="account.first_weekday"
                        @choose="
                            (date) => {
                                setDate(form, date)
                                close()
                            }
                        "
                    />
                </template> </SentenceWord
            >, without a day.
        </template>
        <template v-else>
            <template v-if="form.rule === null">On{{ ' ' }}</template>
            <template v-else>
                {{ form.after_done ? '' : 'Every' }}
                <SentenceWord :words="every" label="every">
                    <label class="number"
                        >every
                        <NumberField
                            :min="1"
                            :max="999"
                            :value="interval"
                            label="How many apart"
                            @change="typedInterval"
                    /></label>
                    <NButton
                        v-for="[press, name] in UNITS"
                        :key="press"
                        class="press"
                        :aria-pressed="unit === name"
                        @click="unit === name || setUnit(press)"
                    >
                        {{ name }}{{ interval === 1 ? '' : 's' }}
                    </NButton>
                </SentenceWord>
                <template v-if="form.after_done">{{ ' after it is done, first on ' }}</template>
                <template v-else-if="isPlainWeekly">
                    on
                    <span class="days" role="group" aria-label="Weekdays">
                        <NButton
                            v-for="(letters, i) in LETTERS"
                            :key="letters"
                            class="day"
                            :aria-pressed="chosenDays.includes(letters)"
                            :title="longWeekday(`2024-01-0${i + 1}`)"
                            @click="turnWeekday(letters)"
                        >
                            {{ letters[0] }}{{ letters[1]?.toLowerCase() }}
                        </NButton>
                    </span>
                </template>
                <template v-else-if="rule.FREQ === 'MONTHLY'">
                    on
                    <SentenceWord :words="monthlyWords" label="which day">
                        <template #default="{ close }">
                            <NButton
                                v-for="[press, name] in MONTHLY"
                                :key="press"
                                class="press"
                                @click="
                                    () => {
                                        setUnit(press)
                                        close()
                                    }
                                "
                            >
                                {{ name }}
                            </NButton>
                        </template>
                    </SentenceWord>
                </template>
                <span
                    v-if="hasMore && !form.after_done"
                    class="more"
                    data-test="kept"
                    title="Kept as it is; the line below reads all of it"
                    >, and what else its rhythm says</span
                >
                <template v-if="!form.after_done">, from{{ ' ' }}</template>
            </template>
            <SentenceWord :words="fullDate(form.start)" label="start">
                <template #default="{ close }">
                    <DateChoice
                        :value="form.start"
                        :first-weekday="account.first_weekday"
                        @choose="
                            (date) => {
                                setDate(form, date)
                                close()
                            }
                        "
                    />
                    <NButton
                        v-if="form.kind === 'task'"
                        class="press"
                        @click="
                            () => {
                                setDate(form, null)
                                close()
                            }
                        "
                    >
                        No day: into the basket
                    </NButton>
                </template>
            </SentenceWord>
            {{ form.all_day ? ',' : 'at' }}
            <SentenceWord v-if="ownHours && !form.all_day" words="the hours of its rhythm" label="time">
                <template #default="{ close }">
                    <small>Its rhythm names the hours itself; the line below reads them.</small>
                    <NButton
                        class="press"
                        @click="
                            () => {
                                oneHour()
                                close()
                            }
                        "
                    >
                        only at {{ time(startMinute, account.clock) }}
                    </NButton>
                </template>
            </SentenceWord>
            <SentenceWord
                v-else
                :words="form.all_day ? 'all day' : time(startMinute, account.clock)"
                label="time"
            >
                <span class="number"
                    >at
                    <TimeField
                        :minute="form.all_day ? null : startMinute"
                        :clock="account.clock"
                        label="Time it starts"
                        @choose="(minute) => setTime(form, minute)"
                /></span>
                <NButton class="press" :aria-pressed="form.all_day" @click="setAllDay(form)">all day</NButton>
            </SentenceWord>
            for
            <SentenceWord :words="lengthWords" label="length">
                <label class="number"
                    ><NumberField :value="length_" label="Length" test="length" @change="typedLength" />
                    {{
                        form.all_day ? (length_ === 1 ? 'day' : 'days') : length_ === 1 ? 'minute' : 'minutes'
                    }}</label
                >
                <span v-if="!form.all_day" class="grid"
                    ><NButton
                        v-for="minutes in MINUTES"
                        :key="minutes"
                        class="press"
                        :aria-pressed="length_ === minutes"
                        @click="setLength(form, minutes)"
                    >
                        {{ length(minutes) }}
                    </NButton></span
                >
                <span class="number"
                    >{{ form.all_day ? 'to the end of' : 'to' }}
                    <DateField
                        :model-value="form.end?.slice(0, 10) ?? ''"
                        label="Day it ends"
                        :first-weekday="account.first_weekday"
                        data-test="end-day"
                        @update:model-value="(day) => typedEnd(day, minuteOf(form.end ?? ''))" /><TimeField
                        v-if="!form.all_day"
                        :minute="minuteOf(form.end ?? '')"
                        :clock="account.clock"
                        label="Time it ends"
                        @choose="(minute) => typedEnd(form.end?.slice(0, 10) ?? '', minute)"
                /></span>
                <span v-if="lengthMistake" class="mistake" role="alert">{{
                    lengthMistake
                }}</span> </SentenceWord
            ><template v-if="form.rule !== null"
                >{{ ', going on '
                }}<SentenceWord :words="ending" label="end">
                    <template #default="{ close }">
                        <NButton
                            class="press"
                            :aria-pressed="!rule.COUNT && !until"
                            @click="
                                () => {
                                    set({ COUNT: '', UNTIL: '' })
                                    close()
                                }
                            "
                        >
                            without end
                        </NButton>
                        <label class="number"
                            >for
                            <NumberField
                                :min="1"
                                :max="9999"
                                :value="rule.COUNT ? Number(rule.COUNT) : null"
                                label="How many times"
                                @change="typedCount"
                            />
                            times</label
                        >
                        until
                        <DateChoice
                            :value="until"
                            :first-weekday="account.first_weekday"
                            @choose="
                                (date) => {
                                    set({ UNTIL: untilPart(date), COUNT: '' })
                                    close()
                                }
                            "
                        />
                    </template>
                </SentenceWord> </template
            >.
        </template>
    </p>
</template>

<style scoped>
.sentence {
    margin: 0;
    font-size: 1.125rem;
    line-height: 2.05;
}
.days {
    display: inline-flex;
    gap: 3px;
    vertical-align: middle;
}
.day {
    width: 32px;
    padding: 0;
    border-radius: 14px;
    font-size: 0.75rem;
}
.days .day.day[aria-pressed='true'] {
    background: var(--c-text);
    color: var(--sheet);
    font-weight: 600;
}
.day[aria-pressed='true'] :deep(.n-button__border) {
    border-color: var(--c-text);
}
.number {
    display: flex;
    gap: 6px;
    align-items: center;
}
.more {
    font-size: 0.9375rem;
    color: var(--muted);
}
small {
    max-width: 240px;
    color: var(--muted);
}
.grid {
    display: grid;
    grid-template-columns: repeat(3, auto);
    gap: 4px;
}
</style>
