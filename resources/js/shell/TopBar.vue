<script setup lang="ts">
import CaptureLine from '@/capture/CaptureLine.vue'
import ReminderBell from '@/reminders/ReminderBell.vue'
import { useView } from '@/state/view'

const view = useView()
</script>

<template>
    <header class="bar">
        <RouterLink to="/week" class="mark" aria-label="Plum Rota, the present week"><img src="/plum.svg" alt="" width="26" height="26" /><span>Plum Rota</span></RouterLink>
        <nav class="sections" aria-label="Sections">
            <RouterLink to="/week" class="section" :class="{ here: !view.panel }" @click="view.panel = null">Week</RouterLink>
            <button class="section" :class="{ here: view.panel === 'areas' }" data-test="areas" @click="view.panel = 'areas'">Areas</button>
            <button class="section" :class="{ here: view.panel === 'settings' }" data-test="settings" @click="view.panel = 'settings'">Settings</button>
            <button class="section keys" title="All keys: ?" aria-label="All keys" @click="view.panel = 'keys'">?</button>
        </nav>
        <CaptureLine />
        <ReminderBell />
    </header>
</template>

<style scoped>
.bar { flex: none; display: flex; align-items: center; gap: 18px; height: 52px; padding: 0 14px; background: var(--plum-deep); color: var(--on-plum); }
.mark { display: flex; align-items: center; gap: 9px; color: inherit; text-decoration: none; font: 600 19px/1 var(--serif); font-variation-settings: 'SOFT' 60; white-space: nowrap; }
.sections { display: flex; gap: 2px; }
.section { background: none; border: 0; color: var(--on-plum-muted); text-decoration: none; padding: 5px 11px; border-radius: 7px; }
.section:hover { color: var(--on-plum); }
.section.here { background: var(--sheet); color: var(--plum-deep); font-weight: 650; }
:focus-visible { outline-color: var(--on-plum); }
@media (prefers-color-scheme: dark) { .section.here { color: var(--ink); } }
@media (max-width: 760px) {
    .bar { flex-wrap: wrap; height: auto; padding: 8px 10px; gap: 8px; }
    .mark span, .keys { display: none; }
    .sections { flex: 1; }
    .bar :deep(.capture) { order: 3; flex-basis: 100%; }
}
</style>
