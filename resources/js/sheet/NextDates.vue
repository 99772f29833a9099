<script setup lang="ts">
import type { RhythmPreview } from '@/api/types'
import { fullDate, namedDate, plusDays, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'

/** The next dates, with what they meet. */
const props = defineProps<{
    next: RhythmPreview['next']
    today: string
    /** An open task that goes on to the next day until it is done. */ rollsOn?: boolean
}>()
const account = useAccount()

type Next = RhythmPreview['next'][number]

function date(one: Next): string {
    const far = one.start.slice(0, 4) !== props.today.slice(0, 4)
    return far ? fullDate(one.start) : namedDate(one.start)
}
function hours(one: Next): string {
    if (!one.all_day)
        return `${timeOf(one.start, account.value.clock)}–${timeOf(one.end, account.value.clock)}`
    const last = plusDays(one.end, -1)
    return last === one.start ? 'all day' : `until ${namedDate(last)}`
}
function met(one: Next): string {
    return one.meets
        .map(
            (other) =>
                `${other.title} ${timeOf(other.start, account.value.clock)}–${timeOf(other.end, account.value.clock)}`,
        )
        .join(', ')
}
</script>

<template>
    <ul class="next" data-test="next">
        <li v-for="one in next" :key="one.start">
            <b>{{ date(one) }}</b><span>{{ hours(one) }}</span
            ><span v-if="one.meets.length" class="meets">meets {{ met(one) }}</span>
        </li>
        <li v-if="next.length === 0" class="none">
            {{ rollsOn ? 'It goes on from day to day until it is done.' : 'It does not come again.' }}
        </li>
    </ul>
</template>

<style scoped>
.next {
    list-style: none;
    margin: 0;
    padding: 0;
}
li {
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    padding: 4px 0;
    border-bottom: 1px dotted var(--line-strong);
}
b {
    width: 112px;
    font-weight: 650;
}
.meets {
    color: var(--trouble);
}
.none {
    color: var(--muted);
}
</style>
