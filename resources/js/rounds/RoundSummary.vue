<script setup lang="ts">
import type { Board, Proposal, Round } from '@/api/types'
import { hours, namedDate, plusDays, timeOf, toHalfHours } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { computed } from 'vue'

/** Beside every step: what the week is for, what is fixed in it, and its hours against what is intended. */
const props = defineProps<{ round: Round; board: Board | undefined; proposals: Proposal[] }>()

const account = useAccount()
const { area, calendar } = useAreas()
const end = computed(() => plusDays(props.round.start, props.round.kind === 'week' ? 7 : props.round.days))
const fixed = computed(() => {
    const byDate = new Map<string, Round['fixed']>()
    for (const one of props.round.fixed.filter((point) => point.date < end.value))
        byDate.set(one.date, [...(byDate.get(one.date) ?? []), one])
    return [...byDate.entries()].slice(0, 10)
})
/** Minutes that are proposed, by area. */
const proposed = computed(() => {
    const sums: Record<string, number> = {}
    for (const one of props.proposals) {
        const id = calendar(one.calendar_id)?.area_id
        if (id) sums[id] = (sums[id] ?? 0) + one.minutes
    }
    return sums
})
const bars = computed(() =>
    (props.board?.areas ?? [])
        .filter((one) => one.intended)
        .map((one) => {
            const adds = proposed.value[one.area_id] ?? 0
            const scale = Math.max(one.intended! * 1.08, one.placed + adds)
            // What stands beside it is rounded: it is what is missing between those figures.
            const lacks = toHalfHours(one.intended!) - toHalfHours(one.placed) - toHalfHours(adds)
            return { ...one, adds, scale, lacks }
        }),
)
const lacking = computed(
    () => bars.value.filter((one) => one.lacks >= 30).sort((a, b) => b.lacks - a.lacks)[0],
)
</script>

<template>
    <aside data-test="round-summary">
        <h2>This {{ round.kind }} is for</h2>
        <p v-if="round.goals.length === 0" class="muted">Nothing is set yet.</p>
        <article
            v-for="goal in round.goals"
            :key="goal.id"
            :data-hue="goal.area_id ? area(goal.area_id)?.colour : 'slate'"
        >
            {{ goal.title }}
            <small
                >{{ goal.tasks.length }} {{ goal.tasks.length === 1 ? 'task' : 'tasks' }},
                {{ hours(goal.needs) }} h ·
                {{ goal.placed === 0 ? 'none placed' : `${hours(goal.placed)} h placed` }}</small
            >
        </article>
        <template v-if="fixed.length">
            <h2>Fixed points</h2>
            <dl>
                <template v-for="[date, points] in fixed" :key="date">
                    <dt>{{ namedDate(date) }}</dt>
                    <dd>
                        <span
                            v-for="(one, i) in points.slice(0, 3)"
                            :key="i"
                            :class="{ due: one.kind === 'due', meets: one.meets.length > 0 }"
                            >{{ i > 0 ? ' · ' : '' }}{{ one.title
                            }}{{
                                one.kind === 'due'
                                    ? ' due'
                                    : one.kind === 'appointment' && one.start
                                      ? ` ${timeOf(one.start, account.clock)}`
                                      : ''
                            }}</span
                        ><span v-if="points.length > 3"> and {{ points.length - 3 }} more</span>
                    </dd>
                </template>
            </dl>
        </template>
        <template v-if="bars.length && round.kind === 'week'">
            <h2>Against what you intend</h2>
            <div v-for="one in bars" :key="one.area_id" class="meter" :data-hue="area(one.area_id)?.colour">
                <span
                    >{{ area(one.area_id)?.name }}
                    <b
                        >{{ hours(one.placed) }}{{ one.adds ? ` + ${hours(one.adds)}` : '' }} /
                        {{ hours(one.intended!) }} h</b
                    ></span
                >
                <span class="bar"
                    ><i :style="{ width: `${(one.placed / one.scale) * 100}%` }" /><i
                        class="adds"
                        :style="{ width: `${(one.adds / one.scale) * 100}%` }" /><u
                        :style="{ left: `${(one.intended! / one.scale) * 100}%` }"
                /></span>
            </div>
            <p class="muted small">
                Hours placed{{ proposals.length ? ', and pale what is proposed' : '' }}.{{ ' '
                }}<template v-if="lacking">
                    {{ hours(lacking.lacks) }} h of {{ area(lacking.area_id)?.name }}
                    {{ lacking.lacks > 60 ? 'are' : 'is' }} still missing.</template
                >
            </p>
        </template>
    </aside>
</template>

<style scoped>
h2 {
    margin: 16px 0 7px;
    font-size: 0.9375rem;
}
h2:first-child {
    margin-top: 0;
}
article {
    margin-bottom: 6px;
    padding: 5px 9px;
    border-left: 4px solid var(--c);
    background: var(--sheet);
    font-size: 0.8125rem;
}
small {
    display: block;
    color: var(--muted);
}
dl {
    display: grid;
    grid-template-columns: 76px 1fr;
    gap: 3px 6px;
    margin: 0;
    font-size: 0.7812rem;
}
dt {
    color: var(--plum);
    font-weight: 650;
}
dd {
    margin: 0;
}
.due,
.meets {
    color: var(--trouble);
}
.meter {
    margin: 5px 0;
    font-size: 0.8125rem;
}
.meter > span:first-child {
    display: flex;
    justify-content: space-between;
}
.meter b {
    color: var(--muted);
    font-weight: 400;
}
.bar {
    position: relative;
    display: flex;
    height: 7px;
    border-radius: 4px;
    background: var(--rail);
}
.bar i {
    height: 100%;
    background: var(--c);
}
.bar .adds {
    opacity: 0.45;
}
.bar u {
    position: absolute;
    top: -3px;
    width: 2px;
    height: 13px;
    background: var(--ink);
}
.muted {
    color: var(--muted);
}
.small {
    font-size: 0.7812rem;
}
@media (prefers-color-scheme: dark) {
    dt {
        color: var(--load);
    }
}
</style>
