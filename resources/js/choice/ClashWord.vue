<script setup lang="ts">
import { usePeriod } from '@/period/usePeriod'
import SentenceWord from '@/shared/SentenceWord.vue'
import { namedDate, timeOf } from '@/shared/time'
import { useAccount, useBoard } from '@/state/server'
import { computed } from 'vue'
import { useChoice } from './useChoice'

/** Double bookings of the days that are shown: how many, and on a press which. */
const MOST = 12
const account = useAccount()
const { view, days, from, isNarrow } = usePeriod()
const { repeats } = useChoice()

const hasHours = computed(() => ['day', 'days', 'week'].includes(view.value))
const board = useBoard(
    from,
    days,
    computed(() => (repeats.value === 'next' ? 'next' : 'all')),
    hasHours,
)
const clashes = computed(() => {
    const shown = hasHours.value ? board.data.value : undefined
    const named = (key: string) => shown?.occurrences.find((one) => one.key === key)
    return (shown?.conflicts ?? []).map((one) => ({
        day: one.day,
        first: named(one.first),
        second: named(one.second),
    }))
})
const words = computed(() => {
    const count = clashes.value.length === 1 ? '1 double booking' : `${clashes.value.length} double bookings`
    return isNarrow.value ? String(clashes.value.length) : count
})

function see(key: string | undefined, close: () => void): void {
    close()
    if (key) document.querySelector<HTMLElement>(`[data-tile][data-key="${CSS.escape(key)}"]`)?.focus()
}
</script>

<template>
    <SentenceWord v-if="clashes.length > 0" :words="words" label="double bookings" class="clash">
        <template #default="{ close }">
            <div v-for="(one, i) in clashes.slice(0, MOST)" :key="i" class="pair" data-test="clash">
                <b>{{ namedDate(one.day) }}</b>
                <button
                    v-for="side in [one.first, one.second]"
                    :key="side?.key"
                    class="plain"
                    @click="see(side?.key, close)"
                >
                    {{ side ? `${timeOf(side.start, account.clock)} ${side.title}` : 'left out here' }}
                </button>
            </div>
            <p v-if="clashes.length > MOST" class="pair">and {{ clashes.length - MOST }} more</p>
        </template>
    </SentenceWord>
</template>

<style scoped>
.clash:deep(.word) {
    min-height: 24px;
    border-bottom-width: 1px;
    white-space: nowrap;
    --c: var(--trouble);
    --c-text: var(--trouble);
}
.pair {
    display: grid;
    gap: 2px;
    margin: 0;
    padding: 3px 0;
    color: var(--ink);
}
.pair .plain:hover {
    text-decoration: underline;
}
</style>
