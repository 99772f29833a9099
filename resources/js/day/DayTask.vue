<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { leadUpWords } from '@/shared/leadUps'
import { outdoorWarnings } from '@/shared/outdoors'
import StoneTick from '@/shared/StoneTick.vue'
import { length, namedDate, timeOf, times } from '@/shared/time'
import { useAccount, useAreas, useRunning } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import { dueWords } from '@/shared/dueWords'
import PutOff from './PutOff.vue'
import { RouterLink } from 'vue-router'
import TimingsWord from './TimingsWord.vue'
import { useTiming } from './useTiming'

/** A task of the day as it is worked: large when it is a must, a line when not. */
const props = defineProps<{ one: Occurrence; place: number | null; now: string; minutes: number }>()

const account = useAccount()
const { calendar } = useAreas()
const { hue } = useChoice()
const view = useView()
const running = useRunning()
const { start, stint, stop } = useTiming()
const isRunning = computed(
    () =>
        running.value?.entry_id === props.one.entry_id &&
        running.value.recurrence_id === props.one.recurrence_id,
)
const when = computed(() => (props.one.all_day ? '' : timeOf(props.one.start, account.value.clock)))
const facts = computed(() =>
    [
        calendar(props.one.calendar_id)?.name,
        ...outdoorWarnings(
            props.one,
            view.days.find((day) => day.date === props.one.start.slice(0, 10)),
        ),
        ...leadUpWords(props.one),
        props.one.all_day
            ? props.one.estimate
                ? length(props.one.estimate)
                : ''
            : length(props.one.minutes),
        props.one.steps > 0 ? `${props.one.steps_done} of ${props.one.steps} steps` : '',
        props.one.place,
        props.one.since
            ? `since ${namedDate(props.one.since)}, rolled on ${times(props.one.rolled ?? 0)}`
            : '',
        props.one.put_off ? `put off ${times(props.one.put_off)}` : '',
    ]
        .filter(Boolean)
        .join(' · '),
)
</script>

<template>
    <article
        class="task"
        :class="{
            must: place !== null,
            done: one.done,
            chosen: view.chosen.has(one.key),
            running: isRunning,
        }"
        tabindex="0"
        data-tile
        data-carry
        data-test="day-task"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start.slice(0, 10)"
        :data-hue="hue(one)"
        :aria-label="`${one.title}, ${facts}${one.done ? ', done' : ''}${place ? `, must number ${place}` : ''}`"
    >
        <span v-if="place" class="place">{{ place }}</span>
        <StoneTick :done="one.done" :label="one.title" />
        <div class="words">
            <span class="title">{{ one.title }}</span>
            <span class="facts"
                ><b v-if="one.due && !one.done" :class="{ late: one.late }"
                    >{{ dueWords(one.due, now, account.clock) }}{{ facts ? ' · ' : '' }}</b
                >{{ facts }}</span
            >
        </div>
        <TimingsWord v-if="minutes > 0" :one="one" :minutes="minutes" />
        <span v-if="place === null && when" class="when">{{ when }}</span>
        <span v-if="!one.done" class="presses">
            <RouterLink v-if="one.opens_round" :to="`/round/${one.opens_round}`" data-test="open-round"
                >open the round</RouterLink
            >
            <NButton v-if="isRunning" class="press" data-test="stop-here" @click="running && stop(running)">
                stop
            </NButton>
            <template v-else>
                <NButton
                    class="press"
                    data-test="stint"
                    :title="`Work ${account.stint_minutes} minutes on it`"
                    @click="stint(one)"
                >
                    stint
                </NButton>
                <NButton
                    class="press"
                    data-test="start"
                    title="Time it for as long as it takes"
                    @click="start(one, null)"
                >
                    start
                </NButton>
            </template>
            <PutOff :one="one" :from="one.start.slice(0, 10)" />
        </span>
    </article>
</template>

<style scoped>
.task {
    display: flex;
    align-items: center;
    gap: 8px;
    min-height: 34px;
    padding: 3px 6px 3px 4px;
    border-bottom: 1px dotted var(--line-strong);
    cursor: grab;
    user-select: none;
}
.task:hover,
.task:focus-within {
    background: color-mix(in srgb, var(--c) 7%, transparent);
}
.words {
    flex: 1;
    min-width: 0;
}
.title {
    display: block;
    font-size: 0.875rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.facts {
    display: block;
    font-size: 0.75rem;
    color: var(--muted);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.facts b {
    font-weight: 600;
    color: var(--c-text);
}
.facts b.late {
    color: var(--trouble);
}
.when {
    flex: none;
    font-size: 0.7812rem;
    color: var(--c-text);
}
.presses {
    flex: none;
    display: flex;
    gap: 5px;
    align-items: center;
}
.presses .press {
    padding: 1px 8px;
    font-size: 0.75rem;
    min-height: 24px;
}
.must {
    gap: 10px;
    margin-bottom: 8px;
    padding: 9px 12px;
    border: 1px solid var(--line-strong);
    border-left: 6px solid var(--c);
    border-radius: 10px;
    background: var(--sheet);
}
.must .title {
    font: 600 1.125rem/1.25 var(--serif);
    font-variation-settings: 'SOFT' 60;
    white-space: normal;
}
.must :deep(.stone)::before,
.must .stone::before {
    width: 13px;
    height: 18px;
}
.must .stone {
    width: 30px;
    height: 30px;
}
.place {
    flex: none;
    width: 24px;
    height: 24px;
    border-radius: 6px;
    background: var(--plum);
    color: var(--on-plum);
    font-weight: 700;
    line-height: 24px;
    text-align: center;
}
.done .title {
    text-decoration: line-through;
    color: var(--muted);
}
.done.must {
    background: none;
    padding-block: 4px;
}
.done.must .title {
    font-size: 0.9375rem;
}
.done .facts {
    display: none;
}
.running {
    box-shadow: inset 0 0 0 2px var(--c);
    border-radius: 10px;
}
.chosen {
    outline: 3px solid var(--plum);
}
@media (max-width: 760px) {
    .task {
        flex-wrap: wrap;
    }
    .words {
        flex-basis: 60%;
    }
    .presses {
        width: 100%;
        padding-left: 30px;
    }
    .when {
        display: none;
    }
}
</style>
