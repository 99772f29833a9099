<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { BasketItem } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { dueWords } from '@/shared/dueWords'
import { length, longWeekday } from '@/shared/time'
import { useAccount, useBasket } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { computed } from 'vue'

/** What waits in the basket and may go into the next day. */
const props = defineProps<{ day: string; now: string }>()

const account = useAccount()
const { hue } = useChoice()
const basket = useBasket()
const { change } = useChanges()
const items = computed(() => basket.value.filter((item) => !item.rests))

function take(item: BasketItem): void {
    void change(`“${item.title}” goes to ${longWeekday(props.day)}.`, () =>
        answerOf(
            api.POST('/entries/{entry}/move', {
                params: { path: { entry: item.entry_id } },
                body: { start: props.day, all_day: true, length: 1, version: item.version },
            }),
        ),
    )
}
</script>

<template>
    <p class="count">Take in from the basket, most urgent first</p>
    <article
        v-for="item in items"
        :key="item.entry_id"
        :data-hue="hue(item)"
        data-test="take-in"
        :data-title="item.title"
    >
        <div>
            <span class="title">{{ item.title }}</span><span class="facts" :class="{ late: item.late }">{{
                [
                    item.due ? dueWords(item.due, now, account.clock) : 'no date',
                    item.estimate ? length(item.estimate) : '',
                    item.importance ?? '',
                ]
                    .filter(Boolean)
                    .join(' · ')
            }}</span>
        </div>
        <NButton class="press" @click="take(item)">take in</NButton>
    </article>
    <p v-if="items.length === 0" class="count">The basket is empty.</p>
</template>

<style scoped>
.count {
    margin: 0 0 10px;
    color: var(--muted);
}
article {
    display: flex;
    align-items: center;
    gap: 8px;
    padding: 6px 8px 6px 12px;
    margin-bottom: 6px;
    border: 1px solid var(--line-strong);
    border-left: 4px solid var(--c);
    border-radius: 8px;
    background: var(--sheet);
}
div {
    flex: 1;
    min-width: 0;
}
.title {
    display: block;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.facts {
    display: block;
    color: var(--muted);
    font-size: 0.75rem;
}
.late {
    color: var(--trouble);
}
.press {
    padding: 1px 9px;
    min-height: 24px;
    font-size: 0.75rem;
}
</style>
