<script setup lang="ts">
import { NButton } from 'naive-ui'

/** What another window wrote meanwhile under the same question, and which of the two stays. */
defineProps<{ text: string }>()
const emit = defineEmits<{ settle: [way: 'mine' | 'theirs'] }>()
</script>

<template>
    <p class="theirs" role="alert" data-test="their-line">
        In another window it says {{ text === '' ? 'nothing' : `“${text}”` }} by now.
        <NButton class="press" size="small" data-test="keep-mine" @click="emit('settle', 'mine')"
            >Keep what I wrote</NButton
        >
        <NButton class="press" size="small" data-test="take-theirs" @click="emit('settle', 'theirs')"
            >Take the other</NButton
        >
    </p>
</template>

<style scoped>
.theirs {
    margin: 4px 0 0;
    color: var(--trouble);
    font: 0.8125rem/1.5 var(--sans);
}
.press {
    margin-left: 6px;
}
</style>
