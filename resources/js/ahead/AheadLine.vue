<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { leadUpWords } from '@/shared/leadUps'
import StoneTick from '@/shared/StoneTick.vue'
import { dueDate, length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** One entry in the running list. */
const props = defineProps<{ one: Occurrence }>()

const account = useAccount()
const { calendar } = useAreas()
const { hue } = useChoice()
const view = useView()
const facts = computed(() =>
    [
        ...leadUpWords(props.one),
        calendar(props.one.calendar_id)?.name ?? '',
        props.one.place,
        props.one.all_day && props.one.minutes > 1440 ? `${props.one.minutes / 1440} days` : '',
        props.one.all_day && props.one.estimate ? length(props.one.estimate) : '',
        props.one.due ? `due ${dueDate(props.one.due, props.one.start, account.value.clock)}` : '',
        props.one.steps > 0 ? `${props.one.steps_done} of ${props.one.steps} steps` : '',
        props.one.travel ? `leave ${length(props.one.travel)} before` : '',
        props.one.tentative ? 'tentative' : '',
        props.one.meets.length ? `double-booked with ${props.one.meets.join(' and ')}` : '',
        ...props.one.labels,
    ]
        .filter(Boolean)
        .join(' · '),
)
</script>

<template>
    <article
        class="line"
        tabindex="0"
        data-tile
        data-carry
        data-test="ahead-line"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start.slice(0, 10)"
        :data-hue="hue(one)"
        :class="{
            done: one.done,
            must: one.importance === 'must',
            conflict: one.meets.length > 0,
            chosen: view.chosen.has(one.key),
        }"
        :aria-label="`${one.title}, ${namedDate(one.start)}${one.all_day ? '' : `, ${timeOf(one.start, account.clock)}`}, ${facts}${one.done ? ', done' : ''}`"
    >
        <span class="when"
            >{{ one.all_day ? '' : timeOf(one.start, account.clock)
            }}<small v-if="!one.all_day">–{{ timeOf(one.end, account.clock) }}</small></span
        >
        <StoneTick v-if="one.kind === 'task'" :done="one.done" :label="one.title" />
        <i v-else class="mark" />
        <span class="title">{{ one.title }}</span>
        <span class="facts">{{ facts }}</span>
    </article>
</template>

<style scoped>
.line {
    display: flex;
    align-items: baseline;
    gap: 6px;
    padding: 3px 6px 3px 0;
    border-radius: 6px;
    cursor: pointer;
    min-width: 0;
}
.line:hover {
    background: color-mix(in srgb, var(--c) 9%, transparent);
}
.when {
    flex: none;
    width: 88px;
    white-space: nowrap;
    text-align: right;
    font-size: 0.7812rem;
    color: var(--c-text);
    font-weight: 600;
}
.when small {
    font-weight: 400;
    font-size: 0.6875rem;
    color: var(--muted);
}
.line .stone {
    align-self: center;
}
.mark {
    flex: none;
    align-self: center;
    width: 4px;
    height: 16px;
    margin: 0 9px;
    border-radius: 2px;
    background: var(--c);
}
.title {
    flex: none;
    max-width: 60%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.875rem;
}
.facts {
    flex: 1;
    min-width: 0;
    color: var(--muted);
    font-size: 0.75rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.must .title {
    font-weight: 650;
}
.done .title {
    text-decoration: line-through;
    color: var(--muted);
}
.conflict .facts {
    color: var(--trouble);
}
.chosen {
    outline: 2px solid var(--plum);
}
@media (max-width: 760px) {
    .when {
        width: 40px;
    }
    .when small {
        display: none;
    }
    .facts {
        display: none;
    }
    .title {
        max-width: none;
        flex: 1;
    }
}
</style>
