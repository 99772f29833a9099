<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Missed } from '@/api/types'

/** What becomes of a task that is not done on its day. */
const missed = defineModel<Missed>({ required: true })
const CHOICES: [Missed, string, string][] = [
    ['hold', 'Wait for my decision', 'stays on its day and turns up when the day is closed'],
    ['roll', 'Roll on to the next day', 'until it is done'],
    ['lapse', 'Let it lapse', 'counted as missed, and that is that'],
]
</script>

<template>
    <div class="choices" role="radiogroup" aria-label="If it is missed">
        <NButton
            v-for="[value, words, rest] in CHOICES"
            :key="value"
            class="press"
            role="radio"
            :aria-checked="missed === value"
            :data-test="`missed-${value}`"
            @click="missed = value"
        >
            {{ words }}<small>{{ rest }}</small>
        </NButton>
    </div>
</template>

<style scoped>
.choices {
    display: flex;
    flex-direction: column;
    gap: 6px;
}
.press {
    justify-content: flex-start;
    text-align: left;
    padding: 6px 10px;
}
small {
    display: block;
    font-size: 0.7188rem;
    font-weight: 400;
    color: var(--muted);
}
</style>
