<script setup lang="ts">
import { length } from '@/shared/time'
import { NButton } from 'naive-ui'

/** Asks whether what ends at an earlier time of day than it starts went on over midnight. */
defineProps<{ minutes: number }>()
const emit = defineEmits<{ answer: [isMeant: boolean] }>()
</script>

<template>
    <p role="alert" data-test="over-midnight">
        The end lies before the start. Did it go on over midnight, for {{ length(minutes) }}?
        <NButton class="press" data-test="over-midnight-yes" @click="emit('answer', true)">It did</NButton>
        <NButton class="press" data-test="over-midnight-no" @click="emit('answer', false)">No</NButton>
    </p>
</template>

<style scoped>
p {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 10px;
    width: 100%;
    margin: 0;
}
</style>
