<script setup lang="ts">
import { NButton } from 'naive-ui'
import { namedDate } from '@/shared/time'

/** The day has changed while the page was open: it stays where it was until one goes on. */
defineProps<{ today: string; stays: string }>()
const emit = defineEmits<{ go: [] }>()
</script>

<template>
    <div class="strip" role="status" data-test="new-day">
        <span>A new day has begun: {{ namedDate(today) }}. {{ stays }}</span
        ><NButton class="press" data-test="to-new-day" @click="emit('go')">
            Go to {{ namedDate(today) }}
        </NButton>
    </div>
</template>

<style scoped>
.strip {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    gap: 6px 14px;
    align-items: center;
    padding: 5px 14px;
    border-bottom: 1px solid var(--plum-line);
    background: var(--plum-soft);
    color: var(--ink);
    font-size: 0.7812rem;
}
.press {
    padding: 0 9px;
    min-height: 26px;
}
</style>
