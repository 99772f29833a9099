<script setup lang="ts">
import TimeField from '@/shared/TimeField.vue'
import { clockText, length, time } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed, ref } from 'vue'

/** Reminders as the server writes them: -PT15M before the start, -P1D@18:00 at a clock time. */
const reminders = defineModel<string[]>({ required: true })
const props = defineProps<{ allDay: boolean }>()

const account = useAccount()
const MOST = 10
const days = ref(0)
const at = ref(540)
const offers = computed(() => (props.allDay ? [] : ['-PT0M', '-PT10M', '-PT30M', '-PT60M', '-PT1440M']).filter((one) => !reminders.value.includes(one)))

function words(trigger: string): string {
    const before = /^-PT(\d+)M$/.exec(trigger)
    if (before) {
        const minutes = Number(before[1])
        if (minutes === 0) return 'when it starts'
        return `${minutes % 1440 === 0 ? (minutes === 1440 ? 'a day' : `${minutes / 1440} days`) : length(minutes)} before`
    }
    const clock = /^-P(\d+)D@(\d\d):(\d\d)$/.exec(trigger)
    if (!clock) return trigger
    const named = time(Number(clock[2]) * 60 + Number(clock[3]), account.value.clock)
    return clock[1] === '0' ? `${named} on the day` : clock[1] === '1' ? `${named} the day before` : `${named}, ${clock[1]} days before`
}
function add(trigger: string): void {
    if (!reminders.value.includes(trigger) && reminders.value.length < MOST) reminders.value = [...reminders.value, trigger]
}
</script>

<template>
    <div class="reminders" data-test="reminders">
        <span v-for="one in reminders" :key="one" class="set">{{ words(one) }}<button type="button" class="plain" :aria-label="`Take away the reminder ${words(one)}`" @click="reminders = reminders.filter((other) => other !== one)">×</button></span>
        <span v-if="reminders.length === 0" class="none">No reminder.</span>
        <span class="offers">
            add <button v-for="one in offers" :key="one" type="button" class="press" :data-test="`remind${one}`" @click="add(one)">{{ words(one) }}</button>
            <span class="clock">
                <select v-model="days" aria-label="On which day"><option :value="0">on the day</option><option :value="1">the day before</option><option :value="2">2 days before</option><option :value="7">7 days before</option><option :value="14">14 days before</option><option :value="30">30 days before</option></select>
                at <TimeField :minute="at" :clock="account.clock" label="At which time" @choose="(minute) => (at = minute)" />
                <button type="button" class="press" @click="add(`-P${days}D@${clockText(at)}`)">Add</button>
            </span>
        </span>
    </div>
</template>

<style scoped>
.reminders, .offers { display: flex; flex-wrap: wrap; gap: 6px; align-items: center; }
.offers { width: 100%; color: var(--muted); font-size: 12px; }
.offers .press { padding: 1px 8px; color: var(--ink); }
.set { display: inline-flex; gap: 8px; padding: 2px 6px 2px 10px; border-radius: 12px; background: var(--plum-soft); }
.none { color: var(--muted); }
.clock { display: inline-flex; gap: 5px; align-items: center; }
select { border: 1px solid var(--line-strong); border-radius: 6px; background: var(--sheet); padding: 1px 4px; color: var(--ink); }
</style>
