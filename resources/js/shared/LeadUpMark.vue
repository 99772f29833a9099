<script setup lang="ts">
import type { LeadUpCount, Toward } from '@/api/types'
import { computed } from 'vue'
import { leadUpWords } from './leadUps'
import { shortDate } from './time'

/** Beside a title, where there is little room: the date that it leads up to, or how much of what leads up to it is done. */
const props = defineProps<{ toward?: Toward; leadUps?: LeadUpCount }>()
const words = computed(() => leadUpWords(props).join(' · '))
</script>

<template>
    <span v-if="toward || leadUps" class="lead" :title="words" data-test="lead-mark"
        ><template v-if="toward">⤷ {{ shortDate(toward.date) }}</template
        ><template v-else-if="leadUps">{{ leadUps.done }} of {{ leadUps.all }}</template></span
    >
</template>

<style scoped>
.lead {
    flex: none;
    padding: 0 2px;
    color: var(--muted);
    font-size: 0.6875rem;
    font-weight: 400;
    white-space: nowrap;
}
</style>
