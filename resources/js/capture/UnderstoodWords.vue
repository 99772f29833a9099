<script setup lang="ts">
import type { CaptureReading } from '@/api/types'
import CalendarField from '@/choice/CalendarField.vue'
import NumberField from '@/shared/NumberField.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import TimeField from '@/shared/TimeField.vue'
import { fullDate, length, minuteOf, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { NButton } from 'naive-ui'
import { computed, defineAsyncComponent } from 'vue'
import LengthPresses from './LengthPresses.vue'
import type { Role } from './rewrite'

/** The entry that a line would become, as a sentence: when, how often, how long and where to are words to press. */
const props = defineProps<{ reading: CaptureReading; kind: 'task' | 'event' }>()
const emit = defineEmits<{
    kind: [kind: 'task' | 'event']
    date: [date: string]
    time: [minute: number]
    length: [phrase: string]
    rhythm: [phrase: string]
    calendar: [name: string]
    without: [roles: Role[]]
}>()

// It brings the calendar of the library, which the line can do without until it is asked for.
const DateChoice = defineAsyncComponent(() => import('@/shared/DateChoice.vue'))

const RHYTHMS = [
    'every day',
    'every weekday',
    'every week',
    'every two weeks',
    'every month',
    'every year',
] as const

const account = useAccount()
const { calendar } = useAreas()
const clock = computed(() => account.value.clock)
const lasts = computed(() => props.reading.length ?? 1)
const lengthWords = computed(() =>
    props.reading.all_day ? (lasts.value === 1 ? 'the day' : `${lasts.value} days`) : length(lasts.value),
)
function chooseLength(close: () => void, words: string): void {
    close()
    emit('length', words)
}
function choose(id: string | null): void {
    const name = id === null ? undefined : calendar(id)?.name
    if (name) emit('calendar', name)
}
</script>

<template>
    <p class="facts">
        <b>{{ reading.title || 'No title yet' }}</b>,
        {{ kind === 'event' ? 'an' : 'a' }}
        <SentenceWord :words="kind" label="kind">
            <template #default="{ close }">
                <NButton
                    v-for="one in ['task', 'event'] as const"
                    :key="one"
                    class="press kind"
                    :aria-pressed="kind === one"
                    :disabled="one === 'event' && reading.start === null"
                    @click="
                        () => {
                            close()
                            emit('kind', one)
                        }
                    "
                    >{{ one === 'task' ? 'a task: it is done' : 'an event: it happens' }}</NButton
                >
            </template> </SentenceWord
        >,
        <SentenceWord
            v-if="reading.start !== null"
            :words="reading.in_words ?? 'once'"
            label="how often"
            class="often"
        >
            <template #default="{ close }">
                <NButton
                    v-if="reading.rule"
                    class="press"
                    @click="
                        () => {
                            close()
                            emit('without', ['rhythm', 'end', 'turn'])
                        }
                    "
                    >once</NButton
                >
                <NButton
                    v-for="phrase in RHYTHMS"
                    :key="phrase"
                    class="press"
                    :data-test="`often-${phrase.split(' ').at(-1)}`"
                    @click="
                        () => {
                            close()
                            emit('rhythm', phrase)
                        }
                    "
                    >{{ phrase }}</NButton
                >
            </template>
        </SentenceWord>
        <template v-if="reading.start !== null">{{ reading.rule ? ' from ' : ' on ' }}</template>
        <SentenceWord
            :words="reading.start === null ? 'into the basket' : fullDate(reading.start)"
            label="day"
            class="day"
        >
            <template #default="{ close }">
                <NButton
                    v-if="reading.start !== null && !reading.rule"
                    class="press"
                    @click="
                        () => {
                            close()
                            emit('without', ['date', 'time', 'length'])
                        }
                    "
                    >into the basket</NButton
                >
                <DateChoice
                    :value="reading.start"
                    :first-weekday="account.first_weekday"
                    @choose="
                        (date) => {
                            close()
                            emit('date', date)
                        }
                    "
                />
            </template>
        </SentenceWord>
        <template v-if="reading.start !== null">
            {{ reading.all_day ? ', ' : ' at '
            }}<SentenceWord
                :words="reading.all_day ? 'all day' : timeOf(reading.start, clock)"
                label="time"
                class="time"
            >
                <template #default="{ close }">
                    <TimeField
                        :minute="reading.all_day ? null : minuteOf(reading.start ?? '')"
                        :clock="clock"
                        label="At what time"
                        @choose="
                            (minute) => {
                                close()
                                emit('time', minute)
                            }
                        "
                    />
                    <NButton
                        v-if="!reading.all_day"
                        class="press"
                        @click="
                            () => {
                                close()
                                emit('without', ['time', 'length'])
                            }
                        "
                        >all day</NButton
                    >
                </template>
            </SentenceWord>
            <template v-if="!reading.all_day || lasts > 1">
                for
                <SentenceWord :words="lengthWords" label="length">
                    <template #default="{ close }">
                        <template v-if="!reading.all_day">
                            <LengthPresses test="lasts" @choose="(words) => chooseLength(close, words)" />
                        </template>
                        <label v-else
                            >days
                            <NumberField
                                :value="lasts"
                                label="Days"
                                :min="1"
                                :max="366"
                                @change="(days) => chooseLength(close, `for ${days ?? 1} days`)"
                        /></label>
                    </template>
                </SentenceWord>
            </template> </template
        ><template v-if="kind === 'task' && (reading.start === null || reading.all_day)"
            >, thought to take
            <SentenceWord
                :words="reading.estimate ? length(reading.estimate) : 'no time yet'"
                label="estimate"
                class="estimate"
            >
                <template #default="{ close }">
                    <LengthPresses test="takes" @choose="(words) => chooseLength(close, words)" />
                </template>
            </SentenceWord> </template
        >,
        <span class="calendar"
            >in {{ reading.new_calendar ? 'the new calendar' : '' }}
            <SentenceWord :words="reading.calendar ?? 'no calendar'" label="calendar">
                <template #default="{ close }">
                    <CalendarField
                        :model-value="reading.calendar_id"
                        label="Calendar"
                        @update:model-value="
                            (id) => {
                                close()
                                choose(id)
                            }
                        "
                    />
                </template>
            </SentenceWord> </span
        >.
    </p>
</template>

<style scoped>
.facts {
    margin: 0 0 6px;
    font-size: 0.9062rem;
    line-height: 1.75;
}
.calendar {
    white-space: nowrap;
}
</style>
