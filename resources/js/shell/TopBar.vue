<script setup lang="ts">
import CaptureLine from '@/capture/CaptureLine.vue'
import ReminderBell from '@/reminders/ReminderBell.vue'
import RunningTiming from '@/day/RunningTiming.vue'
import { useView } from '@/state/view'
import { usePeriod, type ViewName } from '@/period/usePeriod'

/** The bar at the top: views, the line, what waits, the account. */
const view = useView()
const period = usePeriod()
const SECTIONS: [ViewName, string][] = [
    ['day', 'Day'],
    ['week', 'Week'],
    ['month', 'Month'],
    ['year', 'Year'],
    ['ahead', 'Ahead'],
    ['done', 'Done'],
]

function turn(name: ViewName): void {
    view.panel = null
    period.go({ view: name })
}
const isHere = (name: ViewName): boolean =>
    !view.panel && (period.view.value === name || (name === 'day' && period.view.value === 'days'))
</script>

<template>
    <header class="bar">
        <RouterLink to="/week" class="mark" aria-label="Plum Rota, the present week"
            ><img src="/plum.svg" alt="" width="26" height="26" /><span>Plum Rota</span></RouterLink
        >
        <nav class="sections" aria-label="Sections">
            <button
                v-for="[name, words] in SECTIONS"
                :key="name"
                class="section"
                :class="{ here: isHere(name) }"
                :aria-current="isHere(name) ? 'page' : undefined"
                :data-test="`view-${name}`"
                @click="turn(name)"
            >
                {{ words }}
            </button>
            <i aria-hidden="true" />
            <button
                class="section"
                :class="{ here: view.panel === 'find' }"
                data-test="find"
                title="Find: Q"
                @click="view.panel = 'find'"
            >
                Find
            </button>
            <button
                class="section"
                :class="{ here: view.panel === 'areas' }"
                data-test="areas"
                @click="view.panel = 'areas'"
            >
                Areas
            </button>
            <button
                class="section"
                :class="{ here: view.panel === 'settings' }"
                data-test="settings"
                @click="view.panel = 'settings'"
            >
                Settings
            </button>
            <button
                class="section keys"
                title="All keys: ?"
                aria-label="All keys"
                @click="view.panel = 'keys'"
            >
                ?
            </button>
        </nav>
        <CaptureLine />
        <RunningTiming />
        <ReminderBell />
    </header>
</template>

<style scoped>
.bar {
    flex: none;
    display: flex;
    align-items: center;
    gap: 14px;
    height: 52px;
    padding: 0 14px;
    background: var(--plum-deep);
    color: var(--on-plum);
}
.mark {
    display: flex;
    align-items: center;
    gap: 9px;
    color: inherit;
    text-decoration: none;
    font: 600 19px/1 var(--serif);
    font-variation-settings: 'SOFT' 60;
    white-space: nowrap;
}
.sections {
    display: flex;
    gap: 1px;
    align-items: center;
}
.sections i {
    width: 1px;
    height: 16px;
    margin: 0 5px;
    background: color-mix(in srgb, var(--on-plum) 30%, transparent);
}
.section {
    background: none;
    border: 0;
    color: var(--on-plum-muted);
    text-decoration: none;
    padding: 5px 9px;
    border-radius: 7px;
}
.section:hover {
    color: var(--on-plum);
}
.section.here {
    background: var(--sheet);
    color: var(--plum-deep);
    font-weight: 650;
}
:focus-visible {
    outline-color: var(--on-plum);
}
@media (prefers-color-scheme: dark) {
    .section.here {
        color: var(--ink);
    }
}
@media (max-width: 760px) {
    .bar {
        flex-wrap: wrap;
        height: auto;
        padding: 8px 10px;
        gap: 8px;
    }
    .mark span,
    .keys,
    .sections i {
        display: none;
    }
    .sections {
        flex: 1;
        overflow-x: auto;
        scrollbar-width: none;
    }
    .section {
        padding: 5px 8px;
    }
    .bar :deep(.capture) {
        order: 3;
        flex-basis: 100%;
    }
}
</style>
