<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton, NInputNumber, NModal } from 'naive-ui'
import { nextTick, onMounted, ref } from 'vue'

/** How much was done of something that is measured: asked after it was ticked, and left out at will. */
const view = useView()
const { change } = useChanges()
const asked = view.amount!
const amount = ref<number | null>(null)
const box = ref<HTMLElement | null>(null)
onMounted(() => nextTick(() => box.value?.querySelector('input')?.focus()))

function leave(): void {
    view.amount = null
}
function note(): void {
    if (amount.value === null) return
    leave()
    void change(`${amount.value} ${asked.unit} noted with “${asked.title}”.`, () =>
        answerOf(
            api.PUT('/entries/{entry}/occurrences/{recurrence}/done', {
                params: { path: { entry: asked.entryId, recurrence: asked.recurrenceId } },
                body: { amount: amount.value },
            }),
        ),
    )
}
</script>

<template>
    <NModal show transform-origin="center" @mask-click="leave" @esc="leave">
        <div
            ref="box"
            class="box"
            role="dialog"
            aria-modal="true"
            :aria-label="asked.title"
            data-test="amount"
        >
            <h2>{{ asked.title }}</h2>
            <form @submit.prevent="note">
                <NInputNumber
                    v-model:value="amount"
                    placeholder=""
                    :min="0"
                    :max="1000000"
                    :show-button="false"
                    :update-value-on-input="true"
                    :input-props="{ 'aria-label': asked.unit, 'data-test': 'amount-number' } as object"
                />
                <span>{{ asked.unit }}</span>
                <NButton attr-type="submit" class="press" type="primary" :disabled="amount === null"
                    >Note it</NButton
                >
                <NButton class="press" @click="leave">Leave it</NButton>
            </form>
        </div>
    </NModal>
</template>

<style scoped>
.box {
    padding: 16px 20px;
    border: 1px solid var(--plum-line);
    border-radius: 12px;
    background: var(--sheet);
    box-shadow: var(--shadow);
}
h2 {
    margin-bottom: 8px;
    font-size: 1.0625rem;
}
form {
    display: flex;
    align-items: center;
    gap: 8px;
}
form :deep(.n-input-number) {
    width: 110px;
}
</style>
