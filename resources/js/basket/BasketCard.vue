<script setup lang="ts">
import type { BasketItem } from '@/api/types'
import { drag, useCarrying } from '@/board/drag'
import { carriedItem, useMoves } from '@/board/useMoves'
import { useTicks } from '@/board/useTicks'
import StoneTick from '@/shared/StoneTick.vue'
import { dayNumber, dueDate, length } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { paint, useAccount } from '@/state/server'
import { computed, ref } from 'vue'

const props = defineProps<{ item: BasketItem; today: string }>()
const emit = defineEmits<{ open: [] }>()

const account = useAccount()
const { hue } = useChoice()
const { drop } = useMoves()
const { tick } = useTicks()
const element = ref<HTMLElement | null>(null)
const facts = computed(() => {
    const { due, late, estimate, importance } = props.item
    const days = due ? dayNumber(props.today) - dayNumber(due) : 0
    const dueWords = !due ? 'no date' : `due ${dueDate(due, props.today, account.value.clock)}${late ? `, ${days} ${days === 1 ? 'day' : 'days'} late` : ''}`
    return [dueWords, estimate ? length(estimate) : '', importance ?? ''].filter(Boolean).join(' · ')
})
useCarrying(element, { carried: () => carriedItem(props.item, hue(props.item)), drop })
</script>

<template>
    <article
        ref="element" class="card" :class="{ carried: drag.carried?.entryId === item.entry_id }" tabindex="0" data-tile data-test="basket-card" :data-title="item.title" :data-basket="item.entry_id" :style="paint(hue(item))"
        :aria-label="`${item.title}, ${facts}`" @click="emit('open')" @keydown.enter="emit('open')"
    >
        <StoneTick :done="false" :label="item.title" @turn="tick({ ...item, recurrence_id: 'once', done: false })" />
        <div><span class="title">{{ item.title }}</span><span class="facts" :class="{ late: item.late }">{{ facts }}</span></div>
    </article>
</template>

<style scoped>
.card { display: flex; gap: 6px; padding: 6px 8px; border: 1px solid var(--line-strong); border-radius: var(--radius); background: var(--sheet); cursor: grab; touch-action: none; user-select: none; transition: box-shadow 140ms; }
.card:hover { box-shadow: var(--shadow); }
.card.carried { opacity: .35; }
.card div { min-width: 0; padding-top: 2px; }
.title { display: block; font-size: 13.5px; overflow-wrap: anywhere; }
.facts { display: block; color: var(--muted); font-size: 12px; }
.facts.late { color: var(--trouble); }
</style>
