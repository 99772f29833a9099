<script setup lang="ts">
import { NButton } from 'naive-ui'
import { inWords, read, CHANNELS, write, type Anchor, type Channel } from '@/reminders/triggers'
import SelectField from '@/shared/SelectField.vue'
import TimeField from '@/shared/TimeField.vue'
import { useAccount } from '@/state/server'
import { computed, ref } from 'vue'

/** When and how to be reminded. Null stands for what the calendar says. */
const reminders = defineModel<string[] | null>({ required: true })
const props = defineProps<{
    allDay: boolean
    hasDue?: boolean
    hasTravel?: boolean
    /** Those of the calendar, where one can follow them. */ inherited?: string[]
}>()

const account = useAccount()
const MOST = 10
const DAYS: [number, string][] = [
    [0, 'on the day'],
    [1, 'the day before'],
    [2, '2 days before'],
    [7, '7 days before'],
    [14, '14 days before'],
    [30, '30 days before'],
]
const channels = ref<Channel[]>(['screen'])
const anchor = ref<Anchor>('start')
const days = ref(0)
const at = ref(540)
const own = computed(() => reminders.value ?? [])
const offers = computed(() =>
    (props.allDay && anchor.value !== 'due'
        ? []
        : [0, 10, 30, 60, 1440, 10080].map((minutes) =>
              write({ minutes, days: 0, at: 0, anchor: anchor.value, channels: channels.value }),
          )
    ).filter((one) => !own.value.includes(one)),
)
const anchors = computed<[Anchor, string][]>(() => [
    ['start', 'start'],
    ...(props.allDay ? [] : ([['end', 'end']] as [Anchor, string][])),
    ...(props.hasDue ? ([['due', 'due time']] as [Anchor, string][]) : []),
    ...(props.hasTravel ? ([['leave', 'time to leave']] as [Anchor, string][]) : []),
])

function add(trigger: string): void {
    const one = read(trigger)
    const alike = own.value.filter(
        (other) =>
            write({ ...read(other)!, channels: ['screen'] }) !==
            (one ? write({ ...one, channels: ['screen'] }) : ''),
    )
    if (alike.length < MOST) reminders.value = [...alike, trigger]
}
function turn(channel: Channel): void {
    const next = channels.value.includes(channel)
        ? channels.value.filter((other) => other !== channel)
        : [...channels.value, channel]
    if (next.length > 0) channels.value = next
}
</script>

<template>
    <div class="reminders" data-test="reminders">
        <template v-if="reminders === null">
            <span class="none" data-test="follows">{{
                inherited?.length
                    ? `As its calendar: ${inherited.map((one) => inWords(one, account.clock)).join('; ')}.`
                    : 'As its calendar: none.'
            }}</span>
            <NButton class="press" data-test="own-reminders" @click="reminders = [...(inherited ?? [])]">
                its own
            </NButton>
        </template>
        <template v-else>
            <span v-for="one in own" :key="one" class="set"
                >{{ inWords(one, account.clock)
                }}<NButton
                    text
                    class="plain"
                    :aria-label="`Take away the reminder ${inWords(one, account.clock)}`"
                    @click="reminders = own.filter((other) => other !== one)"
                >
                    ×
                </NButton></span
            >
            <span v-if="own.length === 0" class="none">No reminder.</span>
            <NButton v-if="inherited" text class="plain back" @click="reminders = null">
                as its calendar
            </NButton>
            <div class="offers">
                <span
                    >add,
                    <NButton
                        v-for="channel in CHANNELS"
                        :key="channel"
                        class="press channel"
                        :aria-pressed="channels.includes(channel)"
                        :data-test="`channel-${channel}`"
                        @click="turn(channel)"
                    >
                        {{
                            channel === 'screen'
                                ? 'on screen'
                                : channel === 'mail'
                                  ? 'by mail'
                                  : 'on the phone'
                        }}
                    </NButton></span
                >
                <span v-if="anchors.length > 1"
                    >before the
                    <SelectField
                        v-model="anchor"
                        class="field"
                        label="Before what"
                        :options="anchors"
                        data-test="anchor"
                /></span>
                <span
                    ><NButton
                        v-for="one in offers"
                        :key="one"
                        class="press"
                        :data-test="`remind${one}`"
                        @click="add(one)"
                    >
                        {{ inWords(one.split(';')[0] ?? one, account.clock) }}
                    </NButton></span
                >
                <span class="clock">
                    <SelectField v-model="days" class="field" label="On which day" :options="DAYS" />
                    at
                    <TimeField
                        :minute="at"
                        :clock="account.clock"
                        label="At which time"
                        @choose="(minute) => (at = minute)"
                    />
                    <NButton
                        class="press"
                        @click="
                            add(
                                write({
                                    minutes: null,
                                    days,
                                    at,
                                    anchor: anchor === 'due' ? 'due' : 'start',
                                    channels,
                                }),
                            )
                        "
                    >
                        Add
                    </NButton>
                </span>
            </div>
        </template>
    </div>
</template>

<style scoped>
.reminders,
.offers,
.offers > span {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
.offers {
    width: 100%;
    color: var(--muted);
    font-size: 0.75rem;
}
.offers .press {
    padding: 1px 8px;
    color: var(--ink);
}
.offers .press[aria-pressed='true'] {
    color: var(--plum);
}
.set {
    display: inline-flex;
    gap: 8px;
    padding: 2px 6px 2px 10px;
    border-radius: 12px;
    background: var(--plum-soft);
}
.none {
    color: var(--muted);
}
.back {
    color: var(--muted);
    text-decoration: underline;
    text-underline-offset: 2px;
    font-size: 0.75rem;
}
.field {
    display: inline-block;
    width: 140px;
}
@media (prefers-color-scheme: dark) {
    .offers .press[aria-pressed='true'] {
        color: var(--ink);
    }
}
</style>
