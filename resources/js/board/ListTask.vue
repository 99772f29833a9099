<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import LeadUpMark from '@/shared/LeadUpMark.vue'
import { leadUpWords } from '@/shared/leadUps'
import { outdoorWarnings } from '@/shared/outdoors'
import StoneTick from '@/shared/StoneTick.vue'
import { dueDate, length } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** A task in the list of a day. */
const props = defineProps<{ one: Occurrence; place: number | null }>()

const account = useAccount()
const { hue } = useChoice()
const view = useView()
const reading = computed(() =>
    [
        props.one.title,
        props.one.estimate ? length(props.one.estimate) : '',
        ...outdoorWarnings(
            props.one,
            view.days.find((day) => day.date === props.one.start),
        ),
        ...leadUpWords(props.one),
        props.one.due ? `due ${dueDate(props.one.due, props.one.start, account.value.clock)}` : '',
    ]
        .filter(Boolean)
        .join(' · '),
)
</script>

<template>
    <article
        class="task"
        :class="{ done: one.done, chosen: view.chosen.has(one.key), must: place !== null }"
        tabindex="0"
        data-tile
        data-carry
        data-test="list-task"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start"
        :data-hue="hue(one)"
        :title="reading"
        :aria-label="`${reading}${one.done ? ', done' : ''}${place ? `, must number ${place}` : ''}`"
    >
        <StoneTick :done="one.done" :label="one.title" />
        <span class="title">{{ one.title }}</span>
        <LeadUpMark :toward="one.toward" :lead-ups="one.leadUps" />
        <span v-if="place" class="place">{{ place }}</span>
    </article>
</template>

<style scoped>
.task {
    display: flex;
    align-items: center;
    gap: 4px;
    height: 24px;
    padding-right: 2px;
    border-radius: 4px;
    cursor: grab;
    user-select: none;
    font-size: 0.7812rem;
}
.task:hover {
    background: var(--plum-soft);
}
.title {
    flex: 1;
    min-width: 0;
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
    font-weight: 400;
}
.task.chosen {
    outline: 3px solid var(--plum);
}
.place {
    flex: none;
    min-width: 16px;
    height: 16px;
    border-radius: 4px;
    background: var(--plum);
    color: var(--on-plum);
    font-size: 0.6875rem;
    font-weight: 700;
    line-height: 16px;
    text-align: center;
}
</style>
