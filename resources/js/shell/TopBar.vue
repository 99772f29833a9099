<script setup lang="ts">
import CaptureLine from '@/capture/CaptureLine.vue'
import RunningTiming from '@/day/RunningTiming.vue'
import { usePeriod } from '@/period/usePeriod'
import ReminderBell from '@/reminders/ReminderBell.vue'
import { useView } from '@/state/view'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import AccountMenu from './AccountMenu.vue'

/** The bar at the top: the rooms, the line, Find, what waits, the account. */
const view = useView()
const period = usePeriod()
const route = useRoute()
const isBoard = computed(
    () => period.view.value !== 'done' && !['routines', 'round', 'tally'].includes(String(route.name)),
)
</script>

<template>
    <header class="bar">
        <RouterLink to="/week" class="mark" aria-label="Plum Rota, the present week"
            ><img src="/plum.svg" alt="" width="26" height="26" /><span>Plum Rota</span></RouterLink
        >
        <nav class="rooms" data-one-stop=".room" aria-label="Rooms">
            <button
                class="room"
                :aria-current="isBoard ? 'page' : undefined"
                data-test="room-board"
                @click="period.toBoard"
            >
                Board
            </button>
            <RouterLink
                class="room"
                to="/round/week"
                :aria-current="route.name === 'round' ? 'page' : undefined"
                data-test="room-rounds"
                >Rounds</RouterLink
            >
            <RouterLink class="room" to="/routines" data-test="room-routines">Routines</RouterLink>
            <RouterLink
                class="room"
                to="/tally"
                :aria-current="route.name === 'tally' ? 'page' : undefined"
                data-test="room-tally"
                >Tally</RouterLink
            >
            <button
                class="room"
                :aria-current="period.view.value === 'done' ? 'page' : undefined"
                data-test="room-done"
                @click="period.go({ view: 'done' })"
            >
                Done
            </button>
        </nav>
        <CaptureLine />
        <button class="find" data-test="find" @click="view.panel = 'find'">Find <kbd>Q</kbd></button>
        <RunningTiming />
        <ReminderBell />
        <AccountMenu />
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
    font: 600 1.1875rem/1 var(--serif);
    font-variation-settings: 'SOFT' 60;
    white-space: nowrap;
}
.rooms {
    display: flex;
    gap: 1px;
    align-items: center;
}
.find {
    flex: none;
    display: flex;
    align-items: center;
    gap: 6px;
}
.room,
.find {
    background: none;
    border: 0;
    color: var(--on-plum-muted);
    text-decoration: none;
    padding: 5px 9px;
    border-radius: 7px;
}
.room:hover,
.find:hover {
    color: var(--on-plum);
}
.room[aria-current] {
    background: var(--sheet);
    color: var(--plum-deep);
    font-weight: 650;
}
:focus-visible {
    outline-color: var(--on-plum);
}
@media (prefers-color-scheme: dark) {
    .room[aria-current] {
        color: var(--ink);
    }
}
@media (max-width: 760px) {
    .bar {
        flex-wrap: wrap;
        height: auto;
        padding: 6px 10px;
        gap: 6px 8px;
    }
    .mark span,
    .find kbd {
        display: none;
    }
    .rooms {
        flex: 1;
        min-width: 0;
        overflow-x: auto;
        scrollbar-width: none;
    }
    .room {
        padding: 5px 6px;
    }
    .find {
        padding: 5px 4px;
    }
    .bar :deep(.capture) {
        order: 3;
        flex-basis: 100%;
    }
}
</style>
