<script setup lang="ts">
import type { Account } from '@/api/types'
import { time } from '@/shared/time'
import { NCheckbox, NInput, NInputNumber } from 'naive-ui'

/** How days are planned: what stays free of them, when one is at one's best, and what a round asks. */
export interface PlanningForm {
    breathing: number
    least_pause: number
    deep_minutes: number
    best_hours: number[]
    weather: boolean
    weather_place: string
    round_questions: string
}
const form = defineModel<PlanningForm>({ required: true })
defineProps<{ clock: Account['clock']; mistakes: Record<string, string[]> }>()

const STRENGTHS = ['slow', 'fair', 'at my best'] as const
function turn(hour: number): void {
    form.value.best_hours = form.value.best_hours.map((is, i) => (i === hour ? (is + 1) % 3 : is))
}
</script>

<template>
    <h2>Planning</h2>
    <label
        >Breathing space
        <span
            ><NInputNumber
                v-model:value="form.breathing"
                :show-button="false"
                class="short"
                size="small"
                :min="0"
                :max="60"
                :input-props="
                    { 'aria-label': 'percent of a day that stay free', 'data-test': 'breathing' } as object
                "
            />
            % of what a day has to give stay free</span
        ></label
    >
    <label
        >Between two blocks
        <span
            ><NInputNumber
                v-model:value="form.least_pause"
                :show-button="false"
                class="short"
                size="small"
                :min="0"
                :max="60"
                :input-props="
                    { 'aria-label': 'minutes between two blocks', 'data-test': 'least-pause' } as object
                "
            />
            minutes at least, when work is fitted in</span
        ></label
    >
    <label
        >Kept whole each week
        <span
            ><NInputNumber
                v-model:value="form.deep_minutes"
                :show-button="false"
                class="short"
                size="small"
                :min="0"
                :max="480"
                :step="15"
                :input-props="
                    { 'aria-label': 'minutes kept whole each week', 'data-test': 'deep-minutes' } as object
                "
            />
            minutes in a row, for demanding work</span
        ></label
    >
    <div class="best">
        <span>Best hours</span>
        <div role="group" aria-label="Best hours">
            <button
                v-for="(is, hour) in form.best_hours"
                v-show="hour >= 5"
                :key="hour"
                type="button"
                class="plain hour"
                :data-strength="is"
                :aria-label="`${time(hour * 60, clock)}: ${STRENGTHS[is]}`"
                :title="`${time(hour * 60, clock)}: ${STRENGTHS[is]}. Press to change it.`"
                data-test="best-hour"
                @click="turn(hour)"
            >
                <i /><small>{{ hour % 3 === 0 ? hour : '' }}</small>
            </button>
        </div>
    </div>
    <p class="muted">High: for demanding work. Low: for light work. Press an hour to change it.</p>
    <label
        >Weather in day heads
        <span
            ><NCheckbox
                v-model:checked="form.weather"
                aria-label="Weather in day heads"
                data-test="weather" />
            <NInput
                v-if="form.weather"
                v-model:value="form.weather_place"
                class="place"
                size="small"
                :maxlength="60"
                placeholder="of which place"
                :input-props="{ 'aria-label': 'Weather of which place' }" /></span
    ></label>
    <p v-if="form.weather" class="muted">
        No forecast service is joined to this yet: a stand-in answers from a table that ships with it.
    </p>
    <label class="top"
        >Asked in a round
        <NInput
            v-model:value="form.round_questions"
            type="textarea"
            :rows="4"
            placeholder="one a line"
            data-test="round-questions"
        />
    </label>
    <p
        v-for="(lines, field) in mistakes"
        v-show="/^(breathing|least|deep|best|weather|round)/.test(String(field))"
        :key="field"
        class="mistake"
    >
        {{ lines[0] }}
    </p>
</template>

<style scoped>
label,
.best {
    display: grid;
    grid-template-columns: 150px 1fr;
    align-items: center;
}
h2 {
    font-size: 1rem;
    margin-top: 8px;
}
.short {
    display: inline-block;
    width: 62px;
}
.place {
    display: inline-flex;
    width: 180px;
    margin-left: 8px;
}
.top {
    align-items: start;
}
.best > div {
    display: flex;
    align-items: flex-end;
}
.hour {
    display: flex;
    flex: 1;
    flex-direction: column;
    justify-content: flex-end;
    height: 44px;
    min-width: 14px;
    padding: 0 1px;
}
.hour i {
    width: 100%;
    height: 6px;
    border-radius: 2px 2px 0 0;
    background: var(--plum-line);
}
.hour[data-strength='1'] i {
    height: 15px;
    background: var(--load);
}
.hour[data-strength='2'] i {
    height: 26px;
    background: var(--plum);
}
.hour small {
    height: 15px;
    color: var(--muted);
    font-size: 0.625rem;
    line-height: 15px;
}
.muted {
    color: var(--muted);
    margin: 0;
}
@media (max-width: 760px) {
    label,
    .best {
        grid-template-columns: 110px 1fr;
    }
}
</style>
