<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Goal, Round } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import { hours, namedDate } from '@/shared/time'
import { useAreas, useBasket, useBoard } from '@/state/server'
import { useView } from '@/state/view'
import { isUnderWay, once } from '@/undo/gestures'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import type { RoundActions } from './useRound'

/** What the week or the month is for: up to five lines, each with its tasks, the hours it needs and those placed. */
const props = defineProps<{ round: Round; actions: RoundActions }>()

const MOST = 5
const view = useView()
const basket = useBasket()
/** All days of the round: of a month the board shows a week at a time. */
const { data: board } = useBoard(
    () => props.round.start,
    () => props.round.days,
)
const { areas, area, open } = useAreas()
const { change } = useChanges()
const title = ref('')
const areaId = ref<string | null>(null)
/** The words of a task that is caught for a goal, by the goal. */
const caught = ref<Record<string, string>>({})
const areaOptions = computed<[string | null, string][]>(() => [
    [null, 'no area'],
    ...areas.value.map((one): [string, string] => [one.id, one.name]),
])
const places = computed(() => Math.max(0, MOST - props.round.goals.length))

async function add(): Promise<void> {
    const words = title.value.trim()
    if (words === '') return
    const made = await once('goal', () => props.actions.addGoal(words, areaId.value))
    if (made) title.value = ''
}
/** Loose work and what stands in this stretch, but for what is tied already. */
function others(goal: Goal): [string, string][] {
    const tied = new Set(goal.tasks.map((task) => task.entry_id))
    const loose = basket.value.map((item): [string, string] => [item.entry_id, item.title])
    const placed = (board.value?.occurrences ?? [])
        .filter((one) => one.kind === 'task' && !one.routine)
        .map((one): [string, string] => [one.entry_id, `${one.title} · ${namedDate(one.start)}`])
    return [...new Map([['', 'tie a task to it…'], ...loose, ...placed]).entries()].filter(
        ([id]) => !tied.has(id),
    )
}
async function tie(goal: Goal, id: string): Promise<void> {
    if (id !== '') await props.actions.changeGoal(goal, { tie: id }, `Tied to “${goal.title}”.`)
}
function untie(goal: Goal, id: string): void {
    void props.actions.changeGoal(goal, { untie: id }, `No longer tied to “${goal.title}”.`)
}
/** A task is caught for a goal: into the basket, and tied to it. */
const catchFor = (goal: Goal): Promise<unknown> => once(`catch for ${goal.id}`, () => caughtFor(goal))
async function caughtFor(goal: Goal): Promise<void> {
    const line = (caught.value[goal.id] ?? '').trim()
    if (line === '') return
    const into = goal.area_id ? open.value.find((one) => one.area_id === goal.area_id) : undefined
    const entry = await change(`Caught “${line}” for “${goal.title}”.`, () =>
        answerOf(api.POST('/capture', { body: { line: into ? `${line} in ${into.name}` : line } })),
    )
    if (!entry) return
    caught.value[goal.id] = ''
    await tie(goal, entry.id)
}
</script>

<template>
    <div class="step" data-test="goals">
        <template v-if="round.month_goals.length">
            <h3>This month is for</h3>
            <p
                v-for="goal in round.month_goals"
                :key="goal.id"
                class="month"
                :data-hue="goal.area_id ? area(goal.area_id)?.colour : 'slate'"
            >
                {{ goal.title }}
                <small>{{ hours(goal.placed) }} of {{ hours(goal.needs) }} h placed this month</small>
            </p>
        </template>
        <h3>What is this {{ round.kind }} for?</h3>
        <article
            v-for="goal in round.goals"
            :key="goal.id"
            class="goal"
            :data-hue="goal.area_id ? area(goal.area_id)?.colour : 'slate'"
            data-test="goal"
        >
            <div class="row">
                <TextField
                    :model-value="goal.title"
                    class="title"
                    :maxlength="120"
                    :label="`Goal: ${goal.title}`"
                    @change="
                        (text) =>
                            text.trim() &&
                            actions.changeGoal(goal, { title: text.trim() }, 'Changed the goal.')
                    "
                />
                <SelectField
                    class="area"
                    :model-value="goal.area_id"
                    label="Life area"
                    :options="areaOptions"
                    @update:model-value="
                        (id) => actions.changeGoal(goal, { area_id: id }, 'Changed the goal.')
                    "
                />
                <NButton
                    text
                    class="plain"
                    :aria-label="`Take out ${goal.title}`"
                    data-test="remove-goal"
                    @click="actions.removeGoal(goal)"
                    >take out</NButton
                >
            </div>
            <p class="row muted">
                needs
                <NumberField
                    :value="goal.minutes === null ? null : Math.round(goal.minutes / 60)"
                    :min="0"
                    :max="160"
                    label="Hours it needs"
                    @change="
                        (number) =>
                            actions.changeGoal(
                                goal,
                                { minutes: number === null ? null : number * 60 },
                                'Changed the goal.',
                            )
                    "
                />
                h{{
                    goal.minutes === null && goal.tasks.length ? ` (its tasks: ${hours(goal.needs)} h)` : ''
                }}
                · {{ hours(goal.placed) }} h placed
            </p>
            <p v-for="task in goal.tasks" :key="task.entry_id" class="row task" :class="{ done: task.done }">
                <NButton
                    text
                    class="plain"
                    @click="view.sheet = { entryId: task.entry_id, recurrenceId: null, date: null }"
                    >{{ task.title }}</NButton
                >
                <small
                    >{{ task.minutes ? `${hours(task.minutes)} h · ` : ''
                    }}{{ task.done ? 'done' : task.start ? namedDate(task.start) : 'no place yet' }}</small
                >
                <NButton
                    text
                    class="plain"
                    :aria-label="`Untie ${task.title}`"
                    @click="untie(goal, task.entry_id)"
                    >untie</NButton
                >
            </p>
            <div class="row">
                <SelectField
                    class="tie"
                    model-value=""
                    label="Tie a task"
                    :options="others(goal)"
                    data-test="tie-task"
                    @update:model-value="(id) => tie(goal, id)"
                />
                <TextField
                    class="catch"
                    :model-value="caught[goal.id] ?? ''"
                    placeholder="or catch one here, Enter"
                    :label="`Catch a task for ${goal.title}`"
                    test="catch-for-goal"
                    @update:model-value="(text) => (caught[goal.id] = text)"
                    @keydown.enter.prevent="catchFor(goal)"
                />
            </div>
        </article>
        <form v-if="places > 0" class="row new" @submit.prevent="add">
            <TextField
                v-model="title"
                class="title"
                :maxlength="120"
                :placeholder="round.goals.length ? 'and for…' : 'One line: what should be true at its end?'"
                label="Another goal"
                test="new-goal"
            />
            <SelectField v-model="areaId" class="area" label="Its life area" :options="areaOptions" />
            <NButton
                class="press"
                type="primary"
                attr-type="submit"
                :disabled="title.trim() === ''"
                :loading="isUnderWay('goal')"
                data-test="add-goal"
                >Set it</NButton
            >
        </form>
        <p v-else class="muted">Five goals are enough. Take one out to set another.</p>
    </div>
</template>

<style scoped>
.goal {
    padding: 8px 10px;
    margin-bottom: 9px;
    border: 1px solid var(--line);
    border-left: 4px solid var(--c);
    border-radius: var(--radius);
    background: var(--sheet);
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 5px 8px;
    align-items: center;
    margin: 3px 0;
}
.title {
    flex: 1 1 220px;
}
.area {
    width: 130px;
}
.tie {
    width: 200px;
}
.catch {
    flex: 1 1 160px;
}
.task {
    padding-left: 8px;
}
.task small {
    flex: 1;
    color: var(--muted);
}
.task.done {
    text-decoration: line-through;
    color: var(--muted);
}
.month {
    margin: 3px 0;
    padding-left: 10px;
    border-left: 4px solid var(--c);
}
.month small,
.muted {
    color: var(--muted);
}
</style>
