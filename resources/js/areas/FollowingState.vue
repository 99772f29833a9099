<script setup lang="ts">
import type { Calendar } from '@/api/types'
import { fullDate, timeOf, wallIn } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed } from 'vue'

/** How the reading of a followed address stands: when it was last good, and what is wrong with it. */
const props = defineProps<{ calendar: Calendar }>()
const account = useAccount()
const local = (moment: string): string => {
    const wall = wallIn(account.value.zone, new Date(moment))
    return `${fullDate(wall)}, ${timeOf(wall, account.value.clock)}`
}
const state = computed(() => props.calendar.following)
const good = computed(() => {
    const at = state.value?.good_at
    const left = state.value?.left_out ?? 0
    return [
        at ? `read on ${local(at)}` : 'not read yet',
        left === 0 ? '' : left === 1 ? '1 left out' : `${left} left out`,
    ]
        .filter((word) => word !== '')
        .join(', ')
})
</script>

<template>
    <p v-if="state" class="state">
        <span v-if="state.trouble" class="mistake" data-test="following-trouble">
            {{ state.trouble }} What is shown is from before{{ state.good_at ? `, ${good}` : '' }}.<template
                v-if="state.next_at"
            >
                It is tried again on {{ local(state.next_at) }}.</template
            >
        </span>
        <template v-else>Followed, {{ good }}.</template>
    </p>
</template>

<style scoped>
.state {
    margin: 0 0 4px;
    font-size: 0.8125rem;
    color: var(--muted);
}
</style>
