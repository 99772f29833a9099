<script setup lang="ts">
import { NButton } from 'naive-ui'
import DateField from '@/shared/DateField.vue'
import { minuteOf, moment, plusDays } from '@/shared/time'
import TimeField from '@/shared/TimeField.vue'
import { useAccount } from '@/state/server'
import { ref } from 'vue'

/** A moment of one's own for a reminder that is put off; an hour from now to begin with. */
const props = defineProps<{ now: string }>()
const emit = defineEmits<{ choose: [when: string] }>()

const account = useAccount()
const inAnHour = Math.ceil(minuteOf(props.now) / 15) * 15 + 60
const date = ref(plusDays(props.now.slice(0, 10), Math.floor(inAnHour / 1440)))
const minute = ref(inAnHour % 1440)
</script>

<template>
    <form @submit.prevent="emit('choose', moment(date, minute))">
        <DateField v-model="date" label="On a day of your own" :first-weekday="account.first_weekday" />
        at
        <TimeField
            :minute="minute"
            :clock="account.clock"
            label="At a time of your own"
            @choose="(chosen) => (minute = chosen)"
        /><NButton attr-type="submit" class="press">then</NButton>
    </form>
</template>

<style scoped>
form {
    display: flex;
    align-items: center;
    gap: 5px;
}
</style>
