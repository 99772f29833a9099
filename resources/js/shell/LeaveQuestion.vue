<script setup lang="ts">
import { askToLeave, leaving } from '@/shared/covered'
import { unsaved, useQuestionBeforeClosing } from '@/state/unsaved'
import { NButton, NModal } from 'naive-ui'
import { computed } from 'vue'
import { useRouter } from 'vue-router'

/** Asks before the page is left for another while something in it is unsaved. */
useQuestionBeforeClosing()
const names = computed(() => [...new Set(unsaved.values())].join(', '))
useRouter().beforeEach((to, from) => {
    // Within the planner the sheet stays open, and the line as it is.
    if (unsaved.size === 0 || to.matched[0] === from.matched[0]) return true
    return askToLeave('It stays on this device, and is offered again when you come back.')
})
</script>

<template>
    <NModal :show="leaving !== null" :mask-closable="false" @esc="leaving?.answer(false)">
        <div
            class="ask"
            role="alertdialog"
            aria-modal="true"
            aria-labelledby="leave-title"
            data-test="leave-question"
        >
            <h2 id="leave-title">Not saved yet: {{ names }}</h2>
            <p>{{ leaving?.says }}</p>
            <div class="foot">
                <NButton class="press" type="primary" data-test="stay" @click="leaving?.answer(false)"
                    >Stay here</NButton
                ><NButton class="press" data-test="leave-all-the-same" @click="leaving?.answer(true)">
                    Leave all the same
                </NButton>
            </div>
        </div>
    </NModal>
</template>

<style scoped>
.ask {
    width: min(400px, calc(100vw - 32px));
    padding: 20px 24px;
    border: 1px solid var(--line);
    border-radius: 12px;
    background: var(--sheet);
    color: var(--ink);
    box-shadow: var(--shadow);
}
h2 {
    font-size: 1.125rem;
}
p {
    margin: 8px 0 16px;
    color: var(--muted);
}
.foot {
    display: flex;
    gap: 10px;
}
</style>
