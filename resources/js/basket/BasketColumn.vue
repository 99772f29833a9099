<script setup lang="ts">
import type { BasketItem } from '@/api/types'
import { drag } from '@/board/drag'
import { length } from '@/shared/time'
import { useView } from '@/state/view'
import { computed } from 'vue'
import BasketCard from './BasketCard.vue'

const props = defineProps<{ items: BasketItem[]; today: string; shown: (item: BasketItem) => boolean }>()

const view = useView()
const visible = computed(() => props.items.filter(props.shown))
const minutes = computed(() => visible.value.reduce((sum, item) => sum + (item.estimate ?? 0), 0))
const isTarget = computed(() => drag.target?.kind === 'basket')
</script>

<template>
    <aside class="basket" :class="{ folded: view.basketFolded, target: isTarget }" data-drop="basket" data-test="basket" aria-label="Basket">
        <button v-if="view.basketFolded" class="plain unfold" aria-expanded="false" @click="view.foldBasket()"><b>Basket</b><span>{{ visible.length }}</span></button>
        <template v-else>
            <header>
                <h2>Basket</h2>
                <span>{{ visible.length }} loose{{ minutes > 0 ? ` · ${length(minutes)}` : '' }}</span>
                <button class="plain fold" aria-expanded="true" aria-label="Fold the basket away" title="Fold the basket away" @click="view.foldBasket()">‹</button>
            </header>
            <div class="cards">
                <BasketCard v-for="item in visible" :key="item.entry_id" :item="item" :today="today" />
                <p v-if="visible.length === 0" class="empty">What has no place yet waits here. Catch something with <kbd>N</kbd> and leave out the day.</p>
            </div>
            <footer v-if="visible.length > 0">Drag onto a day to give it a home, or press <kbd>L</kbd> for today’s list and <kbd>H</kbd> for its hours.</footer>
        </template>
    </aside>
</template>

<style scoped>
.basket { flex: none; width: 196px; display: flex; flex-direction: column; background: var(--sheet); border-right: 1px solid var(--line); padding: 10px 12px; min-height: 0; }
.basket.target { background: var(--plum-soft); outline: 2px dashed var(--plum); outline-offset: -4px; }
header { display: flex; align-items: baseline; gap: 6px; margin-bottom: 8px; }
h2 { font-size: 15.5px; }
header span { margin-left: auto; color: var(--muted); font-size: 12px; }
.fold { color: var(--muted); padding: 0 4px; }
.cards { flex: 1; min-height: 0; overflow-y: auto; display: flex; flex-direction: column; gap: 7px; scrollbar-width: thin; margin-inline: -3px; padding: 1px 3px; }
.empty { color: var(--muted); border: 1px dashed var(--line-strong); border-radius: var(--radius); padding: 10px 12px; margin: 0; }
footer { color: var(--muted); font-size: 12px; padding-top: 10px; }
.folded { width: 30px; padding: 10px 0; }
.unfold { writing-mode: vertical-rl; display: flex; gap: 8px; align-items: center; width: 100%; height: 100%; color: var(--muted); }
.unfold b { font-family: var(--serif); color: var(--ink); font-size: 14px; }
@media (max-width: 760px) {
    .basket { order: 2; width: auto; border-right: 0; border-top: 1px solid var(--line); padding-bottom: 70px; }
    .folded { width: auto; padding: 12px; }
    .unfold { writing-mode: horizontal-tb; }
    .cards { flex: none; }
}
</style>
