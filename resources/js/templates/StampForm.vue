<script setup lang="ts">
import { answerOf, api, sentence } from '@/api/client'
import type { StampedPart, Template } from '@/api/types'
import { usePeriod } from '@/period/usePeriod'
import DateChoice from '@/shared/DateChoice.vue'
import DateField from '@/shared/DateField.vue'
import NumberField from '@/shared/NumberField.vue'
import { fullDate, namedDate, shortDate, startOfWeek, timeOf, weekNumber } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { isUnderWay, once } from '@/undo/gestures'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, ref, watch } from 'vue'

/** Where a template is stamped: on one day or several, or again and again; before that it shows what it would meet. */
const props = defineProps<{ template: Template }>()
const emit = defineEmits<{ done: [] }>()

const account = useAccount()
const { colour } = useAreas()
const { date } = usePeriod()
const { change } = useChanges()
const isWeek = computed(() => props.template.kind === 'week')
const asStart = (day: string): string => (isWeek.value ? startOfWeek(day, account.value.first_weekday) : day)
const dates = ref<string[]>([asStart(date.value)])
const comesAgain = ref(false)
const weeks = ref(1)
const until = ref('')
const season = ref({ from: '', to: '' })
const out = ref<Set<string>>(new Set())

const asked = computed(() => (comesAgain.value ? dates.value.slice(0, 1) : dates.value))
const query = useQuery({
    queryKey: computed(() => ['templates', props.template.id, 'preview', asked.value]),
    queryFn: () =>
        answerOf(
            api.POST('/templates/{template}/preview', {
                params: { path: { template: props.template.id } },
                body: { dates: asked.value },
            }),
        ),
    enabled: computed(() => asked.value.length > 0),
    placeholderData: (before) => before,
    staleTime: 0,
})
const parts = computed<StampedPart[]>(() => query.data.value?.parts ?? [])
const byDate = computed(() =>
    asked.value.map((day) => [day, parts.value.filter((one) => one.date === day)] as const),
)
const keyOf = (one: StampedPart): string => `${one.date}|${one.part}`
const stamped = computed(() => parts.value.filter((one) => !out.value.has(keyOf(one))))
const clashes = computed(() => stamped.value.filter((one) => one.meets.length > 0).length)
watch(comesAgain, () => (out.value = new Set()))

function turnDate(day: string): void {
    const start = asStart(day)
    dates.value = dates.value.includes(start)
        ? dates.value.filter((other) => other !== start)
        : [...dates.value, start].sort()
}
function turn(one: StampedPart): void {
    const next = new Set(out.value)
    if (!next.delete(keyOf(one))) next.add(keyOf(one))
    out.value = next
}
/** Of a season the day and the month count. */
const inSeason = computed(() =>
    season.value.from && season.value.to
        ? `, from ${shortDate(season.value.from)} to ${shortDate(season.value.to)}`
        : '',
)
const halfASeason = computed(() => (season.value.from === '') !== (season.value.to === ''))
const gesture = computed(() => `stamp ${props.template.id}`)
async function stamp(): Promise<void> {
    const number = stamped.value.length
    const said = comesAgain.value
        ? `Stamped “${props.template.name}” every ${weeks.value === 1 ? 'week' : `${weeks.value} weeks`}${inSeason.value}.`
        : `Stamped “${props.template.name}”: ${number} ${number === 1 ? 'entry' : 'entries'}.`
    const made = await once(gesture.value, () =>
        change(said, () =>
            answerOf(
                api.POST('/templates/{template}/stamp', {
                    params: { path: { template: props.template.id } },
                    body: {
                        dates: asked.value,
                        without: [...out.value].map((key) => ({
                            date: key.split('|')[0]!,
                            part: Number(key.split('|')[1]),
                        })),
                        ...(comesAgain.value
                            ? {
                                  weeks: weeks.value,
                                  until: until.value || null,
                                  season_from: season.value.from.slice(5) || null,
                                  season_to: season.value.to.slice(5) || null,
                              }
                            : {}),
                    },
                }),
            ),
        ),
    )
    if (made) emit('done')
}
</script>

<template>
    <div class="form" data-test="stamp-form">
        <div class="pick">
            <DateChoice :value="dates[0] ?? null" :first-weekday="account.first_weekday" @choose="turnDate" />
            <div>
                <p v-if="dates.length === 0" class="muted">
                    Press the {{ isWeek ? 'weeks' : 'days' }} it is stamped on.
                </p>
                <p v-for="day in dates" :key="day" class="date">
                    {{ isWeek ? `Week ${weekNumber(day)}, from ${namedDate(day)}` : fullDate(day) }}
                    <NButton text class="plain" :aria-label="`Not on ${fullDate(day)}`" @click="turnDate(day)"
                        >×</NButton
                    >
                </p>
                <p class="muted">Press another day to add it.</p>
                <NCheckbox v-model:checked="comesAgain" data-test="comes-again"
                    >again and again from there on</NCheckbox
                >
                <div v-if="comesAgain" class="again">
                    <span class="every">
                        every
                        <NumberField
                            :value="weeks"
                            :min="1"
                            :max="52"
                            label="Every how many weeks"
                            test="stamp-weeks"
                            @change="(n) => (weeks = n ?? 1)"
                        />
                        {{ weeks === 1 ? 'week' : 'weeks' }}
                    </span>
                    <label>until <DateField v-model="until" label="Until" placeholder="no end" /></label>
                    <label
                        >only from
                        <DateField v-model="season.from" label="Season from" placeholder="all the year"
                    /></label>
                    <label
                        >to <DateField v-model="season.to" label="Season to" placeholder="all the year"
                    /></label>
                    <p v-if="halfASeason" class="mistake">A season has a first and a last day.</p>
                </div>
            </div>
        </div>
        <p v-if="query.isError.value" class="mistake" role="alert">{{ sentence(query.error.value) }}</p>
        <section v-for="[day, ofDay] in byDate" :key="day">
            <h3>{{ comesAgain ? 'Each time' : isWeek ? `Week ${weekNumber(day)}` : namedDate(day) }}</h3>
            <p
                v-for="one in ofDay"
                :key="keyOf(one)"
                class="part"
                :class="{ out: out.has(keyOf(one)), clash: one.meets.length > 0 }"
                :data-hue="colour(one.calendar_id)"
                data-test="stamp-part"
                :data-meets="one.meets.length"
            >
                <NCheckbox :checked="!out.has(keyOf(one))" @update:checked="turn(one)"
                    ><b
                        >{{ isWeek ? `${namedDate(one.start)} ` : ''
                        }}{{
                            one.all_day
                                ? 'on the list'
                                : `${timeOf(one.start, account.clock)}–${timeOf(one.end, account.clock)}`
                        }}</b
                    >
                    {{ one.title }}</NCheckbox
                >
                <small v-if="one.meets.length">meets {{ one.meets.join(' and ') }}</small>
            </p>
        </section>
        <p class="foot">
            <NButton
                class="press"
                type="primary"
                :disabled="stamped.length === 0"
                :loading="isUnderWay(gesture)"
                data-test="stamp-it"
                @click="stamp"
                >{{
                    comesAgain
                        ? 'Stamp it again and again'
                        : stamped.length === 1
                          ? 'Stamp it'
                          : `Stamp ${stamped.length} entries`
                }}</NButton
            >
            <small v-if="clashes" class="warn"
                >{{ clashes }} of them {{ clashes === 1 ? 'lies' : 'lie' }} on something else</small
            >
        </p>
    </div>
</template>

<style scoped>
.pick {
    display: grid;
    grid-template-columns: auto 1fr;
    gap: 16px;
}
.date {
    margin: 0 0 3px;
}
.every {
    display: inline-flex;
    gap: 6px;
    align-items: center;
}
.again {
    display: flex;
    flex-direction: column;
    gap: 5px;
    align-items: flex-start;
    margin-top: 6px;
}
h3 {
    margin: 12px 0 3px;
    font-size: 0.9375rem;
}
.part {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    margin: 2px 0;
    padding-left: 8px;
    border-left: 3px solid var(--c);
}
.part.out {
    color: var(--muted);
    text-decoration: line-through;
}
.part small,
.warn {
    color: var(--trouble);
}
.out small {
    color: var(--muted);
}
.muted {
    color: var(--muted);
}
.foot {
    display: flex;
    gap: 12px;
    align-items: center;
    margin-top: 16px;
}
@media (max-width: 760px) {
    .pick {
        grid-template-columns: 1fr;
    }
}
.n-checkbox {
    min-height: 24px;
    align-items: center;
}
</style>
