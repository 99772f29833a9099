<script setup lang="ts">
import type { Goal } from '@/api/types'
import { hours } from '@/shared/time'
import { useAreas } from '@/state/server'
import { NButton } from 'naive-ui'
import { ANSWERS } from './useRound'

/** A goal of before, and what became of it. */
defineProps<{ goal: Goal }>()
const emit = defineEmits<{ answer: [said: (typeof ANSWERS)[number][0]] }>()
const { area } = useAreas()
</script>

<template>
    <div class="goal" :data-hue="goal.area_id ? area(goal.area_id)?.colour : 'slate'" data-test="goal-answer">
        <span
            ><b>{{ goal.title }}</b>
            <small
                >{{ goal.tasks.filter((task) => task.done).length }} of {{ goal.tasks.length }} tasks done,
                {{ hours(goal.placed) }} h placed</small
            ></span
        >
        <span class="presses" role="group" :aria-label="`What became of ${goal.title}`">
            <NButton
                v-for="[name, words] in ANSWERS"
                :key="name"
                class="press"
                :aria-pressed="goal.answer === name"
                :data-test="`answer-${name}`"
                @click="emit('answer', name)"
                >{{ words }}</NButton
            >
        </span>
    </div>
</template>

<style scoped>
.goal {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
    justify-content: space-between;
    padding: 6px 0 6px 10px;
    border-left: 4px solid var(--c);
    margin-bottom: 6px;
}
small {
    display: block;
    color: var(--muted);
}
.presses {
    display: flex;
    flex-wrap: wrap;
    gap: 5px;
}
</style>
