<script setup lang="ts">
import type { Import } from '@/api/types'
import { fullDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'

/** Entries of a file, one a line, each with what there is to say about it. */
defineProps<{ lines: Import['lines']['new']; total: number }>()
const account = useAccount()
const when = (start: string | null): string =>
    start === null
        ? 'no day'
        : `${fullDate(start)}${start.length > 10 ? `, ${timeOf(start, account.value.clock)}` : ''}`
</script>

<template>
    <ul class="lines" tabindex="0" aria-label="Entries of the file">
        <li v-for="(one, i) in lines" :key="i" data-test="import-line">
            <b>{{ one.title }}</b>
            <span v-if="one.kind"
                >{{ one.repeats ? 'routine' : one.kind }}, {{ one.repeats ? 'from ' : ''
                }}{{ when(one.start) }}</span
            >
            <p v-if="one.says">{{ one.says }}</p>
        </li>
        <li v-if="total > lines.length" class="more">and {{ total - lines.length }} more</li>
    </ul>
</template>

<style scoped>
.lines {
    list-style: none;
    margin: 0;
    padding: 0;
    max-height: 300px;
    overflow-y: auto;
}
li {
    padding: 6px 0;
    border-bottom: 1px solid var(--line);
    font-size: 0.8125rem;
}
span {
    margin-left: 8px;
    color: var(--muted);
}
p {
    margin: 2px 0 0;
    color: var(--muted);
}
.more {
    color: var(--muted);
}
</style>
