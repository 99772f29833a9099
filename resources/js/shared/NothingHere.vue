<script setup lang="ts">
import { NEmpty } from 'naive-ui'

/** Said where there is nothing: what would stand there, and what to do so that something does. */
</script>

<template>
    <NEmpty :show-icon="false" size="small" class="nothing">
        <p><slot /></p>
        <template v-if="$slots.press" #extra><slot name="press" /></template>
    </NEmpty>
</template>

<style scoped>
.nothing {
    align-items: start;
    color: var(--muted);
}
p {
    margin: 0;
    max-width: 60ch;
    color: var(--muted);
    text-align: start;
    line-height: 1.5;
}
</style>
