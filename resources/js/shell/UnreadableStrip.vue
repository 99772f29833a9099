<script setup lang="ts">
import { NButton } from 'naive-ui'
import { useUnreadable } from '@/state/server'
import { useView } from '@/state/view'

/** Entries that what is on screen had to leave out, with a press that opens each to mend it. */
const view = useView()
const unreadable = useUnreadable()
</script>

<template>
    <div v-if="unreadable.length > 0" class="strip" role="status" data-test="unreadable">
        <span v-for="one in unreadable" :key="one.entry_id"
            >“{{ one.title }}” {{ one.says }}.
            <NButton
                class="press"
                @click="view.sheet = { entryId: one.entry_id, recurrenceId: null, date: null }"
            >
                Open it
            </NButton></span
        >
    </div>
</template>

<style scoped>
.strip {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 18px;
    padding: 5px 14px;
    border-bottom: 1px solid var(--trouble);
    background: var(--trouble-soft);
    color: var(--trouble);
    font-size: 0.7812rem;
}
.press {
    padding: 0 8px;
    min-height: 24px;
    color: var(--ink);
}
@media print {
    .strip {
        display: none;
    }
}
</style>
