<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import StoneTick from '@/shared/StoneTick.vue'
import { dueDate, length } from '@/shared/time'
import { paint, useAccount, useAreas } from '@/state/server'
import { computed, ref } from 'vue'
import { drag, useCarrying } from './drag'
import { carriedOccurrence, useMoves } from './useMoves'
import { useTicks } from './useTicks'

const props = defineProps<{ one: Occurrence; place: number | null }>()
const emit = defineEmits<{ open: [] }>()

const account = useAccount()
const { colour } = useAreas()
const { drop } = useMoves()
const { tick } = useTicks()
const element = ref<HTMLElement | null>(null)
const isCarried = computed(() => drag.carried?.entryId === props.one.entry_id && drag.carried.recurrenceId === props.one.recurrence_id)
const reading = computed(() => [props.one.title, props.one.estimate ? length(props.one.estimate) : '', props.one.due ? `due ${dueDate(props.one.due, props.one.start, account.value.clock)}` : ''].filter(Boolean).join(' · '))
useCarrying(element, { carried: () => carriedOccurrence(props.one, colour(props.one.calendar_id)), drop })
</script>

<template>
    <article
        ref="element" class="task" :class="{ done: one.done, must: place !== null, carried: isCarried }" tabindex="0" data-tile data-test="list-task" :data-title="one.title" :data-key="one.key" :data-date="one.start"
        :style="paint(colour(one.calendar_id))" :title="reading" :aria-label="`${reading}${one.done ? ', done' : ''}${place ? `, must number ${place}` : ''}`" @click="emit('open')" @keydown.enter="emit('open')"
    >
        <StoneTick :done="one.done" :label="one.title" @turn="tick(one)" />
        <span class="title">{{ one.title }}</span>
        <span v-if="place" class="place">{{ place }}</span>
    </article>
</template>

<style scoped>
.task { display: flex; align-items: center; gap: 4px; height: 24px; padding-right: 2px; border-radius: 4px; cursor: grab; touch-action: none; user-select: none; font-size: 12.5px; }
.task:hover { background: var(--plum-soft); }
.title { flex: 1; min-width: 0; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.must .title { font-weight: 650; }
.done .title { text-decoration: line-through; color: var(--muted); font-weight: 400; }
.carried { opacity: .35; }
.place { flex: none; min-width: 16px; height: 16px; border-radius: 4px; background: var(--plum); color: var(--on-plum); font-size: 11px; font-weight: 700; line-height: 16px; text-align: center; }
</style>
