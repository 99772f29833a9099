<script setup lang="ts">
import type { BasketItem } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { dueWords } from '@/shared/dueWords'
import { leadUpWords } from '@/shared/leadUps'
import StoneTick from '@/shared/StoneTick.vue'
import { aroundWords, length, namedDate, times } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed } from 'vue'

/** A task of the basket. */
const props = defineProps<{ item: BasketItem; now: string; kept: boolean }>()
const emit = defineEmits<{ keep: [] }>()

const account = useAccount()
const { hue } = useChoice()
const facts = computed(() => {
    const { due, estimate, importance, around, not_before, waiting_for, ask_again, put_off } = props.item
    return [
        due
            ? dueWords(due, props.now, account.value.clock)
            : around
              ? aroundWords(around)
              : not_before || waiting_for
                ? ''
                : 'no date',
        not_before && props.item.rests ? `not before ${namedDate(not_before)}` : '',
        waiting_for
            ? `waiting for ${waiting_for}${ask_again ? `, ask again ${namedDate(ask_again)}` : ''}`
            : '',
        estimate ? length(estimate) : '',
        importance ?? '',
        props.item.after ? `after “${props.item.after}”` : '',
        ...leadUpWords({ toward: props.item.toward, leadUps: props.item.lead_ups }),
        put_off ? `put off ${times(put_off)}` : '',
    ]
        .filter(Boolean)
        .join(' · ')
})
</script>

<template>
    <article
        class="card"
        :class="{ rests: item.rests }"
        tabindex="0"
        data-tile
        data-carry
        data-test="basket-card"
        :data-title="item.title"
        :data-basket="item.entry_id"
        :data-hue="hue(item)"
        :aria-label="`${item.title}, ${facts}${kept ? ', in the pocket' : ''}`"
    >
        <StoneTick :done="false" :label="item.title" />
        <div>
            <span class="title">{{ item.title }}</span><span class="facts" :class="{ late: item.late }">{{
                facts
            }}</span>
        </div>
        <button
            class="plain pocket"
            :aria-pressed="kept"
            :title="kept ? 'Out of the pocket: P' : 'Keep it at hand: P'"
            :aria-label="kept ? `Take ${item.title} out of the pocket` : `Keep ${item.title} at hand`"
            data-test="pocket"
            @click="emit('keep')"
        >
            <svg viewBox="0 0 14 14" width="13" height="13" aria-hidden="true">
                <path
                    d="M1.500 2.500h11v4a5.500 5.500 0 0 1-11 0z"
                    :fill="kept ? 'currentColor' : 'none'"
                    stroke="currentColor"
                    stroke-width="1.200"
                />
            </svg>
        </button>
    </article>
</template>

<style scoped>
.card {
    display: flex;
    gap: 6px;
    padding: 6px 2px 6px 8px;
    border: 1px solid var(--line-strong);
    border-radius: var(--radius);
    background: var(--sheet);
    cursor: grab;
    user-select: none;
    transition: box-shadow 140ms;
}
.card:hover {
    box-shadow: var(--shadow);
}
.card div {
    flex: 1;
    min-width: 0;
    padding-top: 2px;
}
.title {
    display: block;
    font-size: 0.8438rem;
    overflow-wrap: anywhere;
}
.facts {
    display: block;
    color: var(--muted);
    font-size: 0.75rem;
}
.facts.late {
    color: var(--trouble);
}
.rests {
    background: none;
    border-style: dashed;
}
.rests .title {
    color: var(--muted);
}
.pocket {
    flex: none;
    width: 24px;
    height: 24px;
    display: grid;
    place-items: center;
    color: var(--muted);
    opacity: 0.55;
    border-radius: 6px;
}
.pocket:hover,
.pocket:focus-visible,
.pocket[aria-pressed='true'] {
    opacity: 1;
    color: var(--plum);
}
@media (prefers-color-scheme: dark) {
    .pocket:hover,
    .pocket[aria-pressed='true'] {
        color: var(--ink);
    }
}
</style>
