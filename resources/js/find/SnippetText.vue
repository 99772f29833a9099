<script setup lang="ts">
import { computed } from 'vue'

/** Text in which what matched stands between U+0002 and U+0003. */
const props = defineProps<{ text: string }>()

const pieces = computed(() =>
    props.text
        .split(/(\u0002[^\u0003]*\u0003)/)
        .map((piece) => ({ text: piece.replace(/[\u0002\u0003]/g, ''), hit: piece.startsWith('\u0002') })),
)
</script>

<template>
    <span
        ><template v-for="(piece, i) in pieces" :key="i"
            ><mark v-if="piece.hit">{{ piece.text }}</mark
            ><template v-else>{{ piece.text }}</template></template
        ></span
    >
</template>

<style scoped>
mark {
    background: var(--plum-soft);
    color: var(--ink);
    font-weight: 650;
    border-radius: 3px;
}
</style>
