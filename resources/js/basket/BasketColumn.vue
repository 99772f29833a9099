<script setup lang="ts">
import NothingHere from '@/shared/NothingHere.vue'
import { NButton, NCheckbox } from 'naive-ui'
import type { BasketItem } from '@/api/types'
import { drag } from '@/board/drag'
import { length } from '@/shared/time'
import SentenceWord from '@/shared/SentenceWord.vue'
import { SORTS, useView, type Sort } from '@/state/view'
import { computed, ref, watchEffect } from 'vue'
import TemplateShelf from './TemplateShelf.vue'
import BasketCard from './BasketCard.vue'
import { useBasketOrder } from './useBasketOrder'
import { usePocket } from '@/board/usePocket'

/** Tasks without a place, beside the board: sorted, searched, carried into the hours. */
const props = defineProps<{ items: BasketItem[]; now: string; shown: (item: BasketItem) => boolean }>()

const view = useView()
const visible = computed(() => props.items.filter(props.shown))
const { ids, turn } = usePocket()
const pocket = computed(() => visible.value.filter((item) => ids.value.includes(item.entry_id)))
const rest = computed(() => visible.value.filter((item) => !ids.value.includes(item.entry_id)))
const active = computed(() => rest.value.filter((item) => !item.rests))
const resting = computed(() => rest.value.filter((item) => item.rests))
const showsResting = ref(false)
const { grouped, groups } = useBasketOrder(active)
watchEffect(() => {
    view.basketOrder = [
        ...pocket.value,
        ...groups.value.flatMap((group) => group.items),
        ...(showsResting.value ? resting.value : []),
    ].map((item) => item.entry_id)
})
const sort = computed({ get: () => view.basketSort, set: (one) => (view.basketSort = one) })
const minutes = computed(() => visible.value.reduce((sum, item) => sum + (item.estimate ?? 0), 0))
const isTarget = computed(() => drag.target?.kind === 'basket' && drag.target.before === undefined)
const WORDS: Record<Sort, string> = { pressing: 'most urgent first', hand: 'by hand', area: 'by life area' }
</script>

<template>
    <aside
        class="basket"
        :class="{ folded: view.basketFolded, target: isTarget }"
        data-drop="basket"
        data-test="basket"
        data-one-stop="[data-tile]"
        tabindex="-1"
        aria-label="Basket"
    >
        <NButton
            v-if="view.basketFolded"
            text
            class="plain unfold"
            aria-expanded="false"
            @click="view.foldBasket()"
        >
            <b>Basket</b><span>{{ visible.length }}</span>
        </NButton>
        <template v-else>
            <header>
                <h2>Basket</h2>
                <span>{{ visible.length }} loose{{ minutes > 0 ? ` · ${length(minutes)}` : '' }}</span>
                <NButton
                    text
                    class="plain fold"
                    aria-expanded="true"
                    aria-label="Fold the basket away"
                    title="Fold the basket away"
                    @click="view.foldBasket()"
                >
                    ‹
                </NButton>
            </header>
            <p v-if="visible.length > 0" class="order">
                <SentenceWord v-if="visible.length > 1" :words="WORDS[sort]" label="basket order">
                    <template #default="{ close }">
                        <NButton
                            v-for="one in SORTS"
                            :key="one"
                            class="press"
                            role="radio"
                            :aria-checked="sort === one"
                            :data-test="`sort-${one}`"
                            @click="
                                () => {
                                    sort = one
                                    close()
                                }
                            "
                        >
                            {{ WORDS[one] }}
                        </NButton>
                        <NCheckbox v-if="sort !== 'area'" v-model:checked="grouped" data-test="grouped"
                            >in groups: late, due soon, later, no date</NCheckbox
                        >
                    </template>
                </SentenceWord>
                <NButton
                    text
                    class="plain"
                    title="Fit them into free hours"
                    data-test="fit-basket"
                    @click="view.fitting = { stretch: 'week', basket: true }"
                    >fit in <kbd>F</kbd></NButton
                >
            </p>
            <div class="cards" data-test="cards">
                <template v-if="pocket.length > 0">
                    <h3>At hand</h3>
                    <BasketCard
                        v-for="item in pocket"
                        :key="item.entry_id"
                        :item="item"
                        :now="now"
                        kept
                        @keep="turn(item.entry_id)"
                    />
                    <h3 v-if="active.length > 0 && groups[0]?.name === ''">The rest</h3>
                </template>
                <template v-for="group in groups" :key="group.name">
                    <h3 v-if="group.name" :class="{ late: group.name === 'Late' }">
                        {{ group.name }} <small>{{ group.items.length }}</small>
                    </h3>
                    <BasketCard
                        v-for="item in group.items"
                        :key="item.entry_id"
                        :item="item"
                        :now="now"
                        :kept="false"
                        @keep="turn(item.entry_id)"
                    />
                </template>
                <template v-if="resting.length > 0">
                    <NButton
                        text
                        class="plain resting"
                        :aria-expanded="showsResting"
                        data-test="resting"
                        @click="showsResting = !showsResting"
                    >
                        {{ resting.length }} not yet {{ showsResting ? '▴' : '▾' }}
                    </NButton>
                    <template v-if="showsResting"
                        ><BasketCard
                            v-for="item in resting"
                            :key="item.entry_id"
                            :item="item"
                            :now="now"
                            :kept="false"
                            @keep="turn(item.entry_id)"
                    /></template>
                </template>
                <NothingHere v-if="visible.length === 0" class="empty"
                    >What has no place yet waits here. Catch something with <kbd>N</kbd> and leave out the
                    day.</NothingHere
                >
            </div>
            <TemplateShelf />
            <footer v-if="visible.length > 0">
                Drag onto a day to give it a home, or press <kbd>L</kbd> for today’s list and <kbd>H</kbd> for
                its hours.
            </footer>
        </template>
    </aside>
</template>

<style scoped>
.basket {
    flex: none;
    width: 196px;
    display: flex;
    flex-direction: column;
    background: var(--sheet);
    border-right: 1px solid var(--line);
    padding: 10px 12px;
    min-height: 0;
}
.basket.target {
    background: var(--plum-soft);
    outline: 2px dashed var(--plum);
    outline-offset: -4px;
}
header {
    display: flex;
    align-items: baseline;
    gap: 6px;
    margin-bottom: 2px;
}
h2 {
    font-size: 0.9688rem;
}
header span {
    margin-left: auto;
    white-space: nowrap;
    color: var(--muted);
    font-size: 0.75rem;
    overflow: hidden;
    text-overflow: ellipsis;
}
.fold {
    color: var(--muted);
    padding: 0 4px;
}
.order {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
    margin: 0 0 6px;
    font-size: 0.75rem;
    --c: var(--plum-line);
    --c-text: var(--muted);
}
.order :deep(.word) {
    min-height: 24px;
    font-weight: 500;
    border-bottom-width: 1px;
}
label {
    display: flex;
    gap: 6px;
    align-items: flex-start;
    max-width: 180px;
}
.cards {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
    display: flex;
    flex-direction: column;
    gap: 7px;
    scrollbar-width: thin;
    margin-inline: -3px;
    padding: 1px 3px;
}
h3 {
    font: 650 0.75rem/1.3 var(--sans);
    color: var(--muted);
    margin: 5px 0 -2px;
}
h3.late {
    color: var(--trouble);
}
h3 small {
    font-weight: 400;
}
.resting {
    min-height: 26px;
    color: var(--muted);
    font-size: 0.75rem;
    text-decoration: underline;
    text-underline-offset: 2px;
}
.empty {
    color: var(--muted);
    border: 1px dashed var(--line-strong);
    border-radius: var(--radius);
    padding: 10px 12px;
    margin: 0;
}
footer {
    color: var(--muted);
    font-size: 0.75rem;
    padding-top: 10px;
}
.folded {
    width: 30px;
    padding: 10px 0;
}
.unfold {
    writing-mode: vertical-rl;
    justify-content: start;
    width: 100%;
    height: 100%;
    color: var(--muted);
}
.unfold b {
    margin-block-end: 0;
    margin-inline-end: 8px;
    font-family: var(--serif);
    color: var(--ink);
    font-size: 0.875rem;
}
@media (max-width: 760px) {
    .basket {
        order: 2;
        width: auto;
        border-right: 0;
        border-top: 1px solid var(--line);
        padding-bottom: 70px;
    }
    .folded {
        width: auto;
        padding: 12px;
    }
    .unfold {
        writing-mode: horizontal-tb;
    }
    .cards {
        flex: none;
    }
}
</style>
