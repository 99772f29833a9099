<script setup lang="ts">
import SidePanel from '@/shared/SidePanel.vue'
import BringIn from './BringIn.vue'
import FollowAddresses from './FollowAddresses.vue'
import FollowOthers from './FollowOthers.vue'
import TakeOut from './TakeOut.vue'

/** Entries as files that other calendars read, out and in. */
const emit = defineEmits<{ close: [] }>()
</script>

<template>
    <SidePanel title="Bring in, take out" :width="640" @close="emit('close')">
        <p class="says">
            Files of iCalendar (.ics) are read by nearly every calendar. What only Plum Rota knows goes along
            in them, so that nothing is lost on the way from here to here.
        </p>
        <BringIn />
        <TakeOut />
        <FollowAddresses />
        <FollowOthers />
    </SidePanel>
</template>

<style scoped>
.says {
    margin: 0 0 16px;
    max-width: 60ch;
    color: var(--muted);
}
</style>
