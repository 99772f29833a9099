<script setup lang="ts">
import { MOST_DAYS, usePeriod, VIEWS, type ViewName } from '@/period/usePeriod'
import { NButton, NDropdown } from 'naive-ui'

/** Which view of the board: one switch, and how many days side by side where that can be chosen. */
const { view, days, isNarrow, go } = usePeriod()
const NAMES: Record<(typeof VIEWS)[number], string> = {
    day: 'Day',
    days: 'Days',
    week: 'Week',
    month: 'Month',
    year: 'Year',
    ahead: 'Ahead',
}
const options = VIEWS.filter((name) => name !== 'days').map((name) => ({
    key: name,
    label: NAMES[name],
    props: { 'data-test': `view-${name}` } as object,
}))
const nameOf = (name: ViewName): string => (name === 'done' ? 'Done' : NAMES[name])
</script>

<template>
    <NDropdown
        v-if="isNarrow"
        trigger="click"
        :options="options"
        @select="(name: ViewName) => go({ view: name })"
    >
        <NButton
            class="press"
            data-test="view-menu"
            aria-haspopup="menu"
            :aria-label="`View: ${nameOf(view)}`"
        >
            {{ nameOf(view) }} <span aria-hidden="true">▾</span>
        </NButton>
    </NDropdown>
    <nav v-else class="switch" data-one-stop=".view" aria-label="View">
        <button
            v-for="name in VIEWS"
            :key="name"
            class="view"
            :aria-current="view === name ? 'page' : undefined"
            :data-test="`view-${name}`"
            @click="go({ view: name })"
        >
            {{ NAMES[name] }}
        </button>
        <span v-if="view === 'days'" class="count" role="group" aria-label="How many days">
            <NButton
                class="press"
                :disabled="days <= 2"
                aria-label="A day fewer"
                data-test="fewer-days"
                @click="go({ view: 'days', count: days - 1 })"
            >
                −
            </NButton>
            {{ days }}
            <NButton
                class="press"
                :disabled="days >= MOST_DAYS"
                aria-label="A day more"
                data-test="more-days"
                @click="go({ view: 'days', count: days + 1 })"
            >
                +
            </NButton>
        </span>
    </nav>
</template>

<style scoped>
.switch {
    display: flex;
    align-items: center;
    gap: 2px;
}
.view {
    padding: 4px 10px;
    border: 1px solid transparent;
    border-radius: 14px;
    background: none;
    color: var(--muted);
}
.view:hover {
    color: var(--ink);
}
.view[aria-current] {
    border-color: var(--plum-line);
    background: var(--plum-soft);
    color: var(--ink);
    font-weight: 650;
}
.count {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    margin-left: 6px;
}
.count .press {
    width: 24px;
    height: 24px;
    padding: 0;
}
</style>
