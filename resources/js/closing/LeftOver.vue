<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { BoardDay, Occurrence } from '@/api/types'
import { dueWords } from '@/shared/dueWords'
import { length, namedDate, shortWeekday, times } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { useAccount, useAreas } from '@/state/server'
import { computed } from 'vue'
import DayChoice from './DayChoice.vue'

/** One thing that was left over, and what may become of it, each by one key. */
const props = defineProps<{
    one: Occurrence
    number: number
    total: number
    date: string
    next: string
    tomorrow: BoardDay | undefined
    minutes: number
    now: string
    choosesDay: boolean
    isToday: boolean
}>()
const emit = defineEmits<{
    done: []
    tomorrow: []
    day: [day: string]
    basket: []
    letGo: []
    chooseDay: [open: boolean]
}>()

const account = useAccount()
const { area } = useAreas()
const { hue } = useChoice()
const facts = computed(() =>
    [
        area(props.one.area_id)?.name,
        props.minutes > 0 ? length(props.minutes) : '',
        props.one.importance ?? '',
        props.one.start.slice(0, 10) === props.date ? '' : `from ${namedDate(props.one.start)}`,
        props.one.steps > 0 ? `${props.one.steps_done} of ${props.one.steps} steps` : '',
        props.one.put_off ? `put off ${times(props.one.put_off)} already` : '',
    ]
        .filter(Boolean)
        .join(' · '),
)
const then = computed(() =>
    props.tomorrow ? props.tomorrow.placed + props.tomorrow.listed + props.minutes : 0,
)
const due = computed(() => (props.one.due ? dueWords(props.one.due, props.now, account.value.clock) : ''))
</script>

<template>
    <p class="count">{{ total - number + 1 }} of {{ total }} still to be decided</p>
    <article class="card" :data-hue="hue(one)" data-test="leftover" :data-title="one.title">
        <h2>{{ one.title }}</h2>
        <p>
            {{ facts }}<b v-if="due">{{ facts ? ' · ' : '' }}{{ due }}</b>
        </p>
    </article>
    <div class="ways" role="group" aria-label="What becomes of it">
        <NButton class="way" data-test="way-done" @click="emit('done')"><kbd>D</kbd>Done after all</NButton>
        <NButton class="way" data-test="way-tomorrow" @click="emit('tomorrow')">
            <kbd>T</kbd>{{ isToday ? 'Today' : 'Tomorrow'
            }}<span v-if="tomorrow" :class="{ over: then > tomorrow.capacity }"
                >makes it {{ length(then) }} of {{ length(tomorrow.capacity) }}</span
            >
        </NButton>
        <NButton
            class="way"
            data-test="way-day"
            :aria-expanded="choosesDay"
            @click="emit('chooseDay', !choosesDay)"
        >
            <kbd>W</kbd>Another day<span>{{ shortWeekday(next) }} and on, each with its load</span>
        </NButton>
        <DayChoice
            v-if="choosesDay"
            :from="next"
            :minutes="minutes"
            @choose="(day) => emit('day', day)"
            @leave="emit('chooseDay', false)"
        />
        <NButton class="way" data-test="way-basket" @click="emit('basket')">
            <kbd>B</kbd>Back to the basket<span v-if="due" class="due">{{ due }}</span>
        </NButton>
        <NButton class="way" data-test="way-let-go" @click="emit('letGo')">
            <kbd>L</kbd>Let it go<span>it stays in the record</span>
        </NButton>
    </div>
</template>

<style scoped>
.count {
    margin: 0 0 12px;
    color: var(--muted);
}
.card {
    padding: 14px 20px;
    border: 1px solid var(--line-strong);
    border-left: 6px solid var(--c);
    border-radius: 12px;
    background: var(--sheet);
    margin-bottom: 16px;
}
h2 {
    font-size: 1.375rem;
    line-height: 28px;
    overflow-wrap: anywhere;
}
.card p {
    margin: 4px 0 0;
    color: var(--muted);
}
.card b {
    color: var(--trouble);
    font-weight: 600;
}
.ways {
    display: flex;
    flex-direction: column;
    gap: 7px;
}
.way {
    height: auto;
    min-height: 42px;
    padding: 6px 12px;
    border-radius: 9px;
    text-align: left;
}
.way :deep(.n-button__content) {
    flex: 1;
    display: flex;
    align-items: center;
    gap: 12px;
}
.way:hover,
.way[aria-expanded='true'] {
    background: var(--plum-soft);
}
.way kbd {
    width: 24px;
    height: 24px;
    display: grid;
    place-items: center;
    border: 0;
    border-radius: 6px;
    background: var(--plum-soft);
    color: var(--plum);
    font-size: 0.8125rem;
}
.ways span {
    margin-left: auto;
    color: var(--muted);
    font-size: 0.75rem;
}
.ways span.over,
.ways span.due {
    color: var(--trouble);
    font-weight: 600;
}
@media (prefers-color-scheme: dark) {
    .way kbd {
        color: var(--ink);
    }
}
</style>
