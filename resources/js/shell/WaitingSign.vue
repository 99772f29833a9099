<script setup lang="ts">
import { NButton } from 'naive-ui'
import { outbox, tryNow } from '@/api/outbox'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'

/** Stays for as long as a change has no answer: how many, why, and when it is sent again. */
const now = useNow({ interval: 1000 })
const words = computed(() => {
    const [first] = outbox.waiting
    if (!first) return ''
    const many = outbox.waiting.length === 1 ? 'One change waits' : `${outbox.waiting.length} changes wait`
    const seconds =
        first.nextAt === null ? 0 : Math.max(0, Math.ceil((first.nextAt - now.value.getTime()) / 1000))
    return `${many}. ${first.why} ${first.nextAt === null ? 'Sent again now.' : `Sent again in ${seconds} s.`}`
})
</script>

<template>
    <div v-if="outbox.waiting.length > 0" class="sign" role="status" data-test="waiting-sign">
        <i aria-hidden="true" /><span>{{ words }} Keep this page open.</span
        ><NButton class="press" @click="tryNow()">Try now</NButton>
    </div>
</template>

<style scoped>
.sign {
    position: fixed;
    left: 14px;
    bottom: 14px;
    z-index: 3100;
    display: flex;
    gap: 10px;
    align-items: center;
    max-width: min(560px, calc(100vw - 28px));
    padding: 8px 12px;
    border: 1px solid var(--trouble);
    border-radius: var(--radius);
    background: var(--sheet);
    color: var(--ink);
    box-shadow: var(--shadow);
    font-size: 0.7812rem;
}
i {
    flex: none;
    width: 9px;
    height: 9px;
    border-radius: 50%;
    background: var(--trouble);
}
.press {
    flex: none;
    padding: 1px 9px;
    min-height: 26px;
}
</style>
