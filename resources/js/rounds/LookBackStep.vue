<script setup lang="ts">
import type { Round } from '@/api/types'
import { hours, length, longWeekday, namedDate, shortDate, plusDays, times } from '@/shared/time'
import { useAreas } from '@/state/server'
import LineField from '@/shared/LineField.vue'
import { useUnsaved } from '@/state/unsaved'
import { useLines } from '@/state/useLines'
import { useView } from '@/state/view'
import { NButton } from 'naive-ui'
import { computed } from 'vue'
import GoalAnswers from './GoalAnswers.vue'
import type { RoundActions } from './useRound'

/** What the week or the month before was like, and a few lines about it. */
const props = defineProps<{ round: Round; actions: RoundActions }>()

const view = useView()
const { area, colour } = useAreas()
const back = computed(() => props.round.back)
const lines = useLines(
    () => props.round.answers.map((one) => ({ question: one.question, answer: one.answer ?? '' })),
    (changed) => props.actions.keepLines(changed),
)
useUnsaved('the lines of the round', lines.isDirty)
const shownAreas = computed(() => back.value.areas.filter((one) => one.placed > 0 || one.intended))
const most = computed(() =>
    Math.max(60, ...back.value.areas.map((one) => Math.max(one.placed, one.intended ?? 0))),
)
const weekdays = (days: number[]): string =>
    days.map((day) => `${longWeekday(`2024-01-0${day}`)}s`).join(' and ')
const toAnswer = computed(() => [...back.value.goals, ...props.round.unanswered])
function open(entryId: string): void {
    view.sheet = { entryId, recurrenceId: null, date: null }
}
</script>

<template>
    <div class="step" data-test="look-back">
        <h3>Hours, against what was intended</h3>
        <ul class="bars">
            <li v-for="one in shownAreas" :key="one.area_id" :data-hue="area(one.area_id)?.colour">
                <span>{{ area(one.area_id)?.name }}</span>
                <span class="bar"
                    ><i :style="{ width: `${(one.placed / most) * 100}%` }" /><b
                        v-if="one.intended"
                        :style="{ left: `${(one.intended / most) * 100}%` }"
                /></span>
                <span class="number"
                    >{{ hours(one.placed) }}{{ one.intended ? ` of ${hours(one.intended)}` : '' }} h</span
                >
            </li>
        </ul>
        <template v-if="toAnswer.length">
            <h3>What became of the goals?</h3>
            <GoalAnswers
                v-for="goal in toAnswer"
                :key="goal.id"
                :goal="goal"
                @answer="(said) => actions.answer(goal, said)"
            />
        </template>
        <div class="columns">
            <section v-if="back.slipped.length">
                <h3>What slipped</h3>
                <p v-for="one in back.slipped" :key="one.entry_id" :data-hue="colour(one.calendar_id)">
                    <NButton text class="plain name" @click="open(one.entry_id)">{{ one.title }}</NButton>
                    <small
                        >{{ one.missed }} of {{ one.of }} not done{{
                            one.weekdays.length < 4 ? `, on ${weekdays(one.weekdays)}` : ''
                        }}</small
                    >
                </p>
            </section>
            <section v-if="back.put_off.length">
                <h3>Put off more than twice</h3>
                <p
                    v-for="one in back.put_off"
                    :key="`${one.entry_id}|${one.recurrence_id}`"
                    :data-hue="colour(one.calendar_id)"
                >
                    <NButton text class="plain name" @click="open(one.entry_id)">{{ one.title }}</NButton>
                    <small>{{ times(one.times) }}</small>
                </p>
            </section>
            <section v-if="back.over_full.length">
                <h3>Days that were too full</h3>
                <p v-for="one in back.over_full" :key="one.date">
                    {{ namedDate(one.date) }}
                    <small>{{ length(one.minutes) }} of {{ length(one.capacity) }}</small>
                </p>
            </section>
        </div>
        <p v-if="!back.slipped.length && !back.put_off.length && !back.over_full.length" class="muted">
            From {{ shortDate(back.from) }} to {{ shortDate(plusDays(back.from, back.days - 1)) }} nothing
            slipped, nothing was put off again and again, and no day was too full.
        </p>
        <h3>A few lines</h3>
        <LineField
            v-for="one in round.answers"
            :key="one.question"
            :lines="lines"
            :question="one.question"
            :rows="1"
            test="round-answer"
        />
    </div>
</template>

<style scoped>
.bars {
    margin: 0;
    padding: 0;
    list-style: none;
}
.bars li {
    display: grid;
    grid-template-columns: 96px 1fr 92px;
    gap: 10px;
    align-items: center;
    padding: 2px 0;
}
.bar {
    position: relative;
    height: 9px;
    border-radius: 5px;
    background: var(--rail);
}
.bar i {
    display: block;
    height: 100%;
    border-radius: 5px;
    background: var(--c);
}
.bar b {
    position: absolute;
    top: -3px;
    width: 2px;
    height: 15px;
    background: var(--ink);
}
.number {
    text-align: right;
    color: var(--muted);
    white-space: nowrap;
}
.columns {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
    gap: 0 20px;
}
section p {
    margin: 3px 0;
}
.name {
    margin-right: 6px;
    color: var(--c-text);
}
small {
    color: var(--muted);
}
label {
    display: block;
    margin: 8px 0;
    color: var(--muted);
}
</style>
