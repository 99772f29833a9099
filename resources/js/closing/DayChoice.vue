<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import { length, namedDate, plusDays } from '@/shared/time'
import DateChoice from '@/shared/DateChoice.vue'
import { useAccount } from '@/state/server'
import { useQuery } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'

/** The days to come, each with how full it would be: chosen by its number or by a press. */
const props = defineProps<{ from: string; minutes: number }>()
const emit = defineEmits<{ choose: [day: string]; leave: [] }>()

const DAYS = 7
const account = useAccount()
const showsAll = ref(false)
const ruler = useQuery({
    queryKey: computed(() => ['ruler', props.from, 2, props.minutes]),
    queryFn: () =>
        answerOf(
            api.GET('/ruler', { params: { query: { from: props.from, weeks: 2, adding: props.minutes } } }),
        ),
    staleTime: 60_000,
})
const days = computed(() =>
    Array.from({ length: DAYS }, (_, i) => {
        const date = plusDays(props.from, i)
        const day = ruler.data.value?.days.find((one) => one.date === date)
        const words = !day
            ? ''
            : day.over
              ? `${length(-day.free)} too much then`
              : `${length(day.free)} free then`
        return {
            date,
            number: i + 1,
            over: !!day?.over,
            share: !day ? 0 : day.over ? 100 : (day.minutes / Math.max(1, day.capacity)) * 100,
            words,
        }
    }),
)
useEventListener(
    window,
    'keydown',
    (event) => {
        const day = days.value[Number(event.key) - 1]
        if (event.key === 'Escape') emit('leave')
        else if (day && !(event.target as HTMLElement).matches('input')) emit('choose', day.date)
        else return
        event.preventDefault()
        event.stopImmediatePropagation()
    },
    { capture: true },
)
</script>

<template>
    <div class="days" role="group" aria-label="Which day?" data-test="day-choice">
        <button
            v-for="day in days"
            :key="day.date"
            class="day"
            :class="{ over: day.over }"
            :data-date="day.date"
            @click="emit('choose', day.date)"
        >
            <kbd>{{ day.number }}</kbd><span class="name">{{ namedDate(day.date) }}</span
            ><i><b :style="{ width: `${day.share}%` }" /></i><span class="words">{{ day.words }}</span>
        </button>
        <NButton text class="plain later" @click="showsAll = !showsAll">
            a later day {{ showsAll ? '▴' : '▾' }}
        </NButton>
        <DateChoice
            v-if="showsAll"
            :value="null"
            :first-weekday="account.first_weekday"
            @choose="(day) => day >= from && emit('choose', day)"
        />
    </div>
</template>

<style scoped>
.days {
    display: flex;
    flex-direction: column;
    gap: 3px;
    padding: 6px 0 4px;
}
.day {
    display: flex;
    align-items: center;
    gap: 9px;
    min-height: 30px;
    padding: 2px 10px;
    border: 1px solid var(--line);
    border-radius: 6px;
    background: var(--sheet);
    text-align: left;
}
.day:hover {
    border-color: var(--load);
}
.name {
    width: 84px;
}
i {
    flex: 1;
    height: 6px;
    border-radius: 3px;
    background: var(--meter);
    overflow: hidden;
}
i b {
    display: block;
    height: 100%;
    background: var(--load);
}
.over i b {
    background: repeating-linear-gradient(
        135deg,
        var(--trouble) 0 4px,
        color-mix(in srgb, var(--trouble) 60%, var(--sheet)) 4px 8px
    );
}
.words {
    width: 124px;
    text-align: right;
    font-size: 0.75rem;
    color: var(--muted);
}
.over .words {
    color: var(--trouble);
}
.later {
    min-height: 26px;
    color: var(--muted);
    text-decoration: underline;
    text-underline-offset: 2px;
}
</style>
