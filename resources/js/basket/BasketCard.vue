<script setup lang="ts">
import type { BasketItem } from '@/api/types'
import StoneTick from '@/shared/StoneTick.vue'
import { dayNumber, dueDate, length } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { paint, useAccount } from '@/state/server'
import { computed } from 'vue'

const props = defineProps<{ item: BasketItem; today: string }>()

const account = useAccount()
const { hue } = useChoice()
const facts = computed(() => {
    const { due, late, estimate, importance } = props.item
    const days = due ? dayNumber(props.today) - dayNumber(due) : 0
    const dueWords = !due ? 'no date' : `due ${dueDate(due, props.today, account.value.clock)}${late ? `, ${days} ${days === 1 ? 'day' : 'days'} late` : ''}`
    return [dueWords, estimate ? length(estimate) : '', importance ?? ''].filter(Boolean).join(' · ')
})
</script>

<template>
    <article
        class="card" tabindex="0" data-tile data-carry data-test="basket-card" :data-title="item.title" :data-basket="item.entry_id" :style="paint(hue(item))"
        :aria-label="`${item.title}, ${facts}`"
    >
        <StoneTick :done="false" :label="item.title" />
        <div><span class="title">{{ item.title }}</span><span class="facts" :class="{ late: item.late }">{{ facts }}</span></div>
    </article>
</template>

<style scoped>
.card { display: flex; gap: 6px; padding: 6px 8px; border: 1px solid var(--line-strong); border-radius: var(--radius); background: var(--sheet); cursor: grab; touch-action: none; user-select: none; transition: box-shadow 140ms; }
.card:hover { box-shadow: var(--shadow); }
.card div { min-width: 0; padding-top: 2px; }
.title { display: block; font-size: 13.5px; overflow-wrap: anywhere; }
.facts { display: block; color: var(--muted); font-size: 12px; }
.facts.late { color: var(--trouble); }
</style>
