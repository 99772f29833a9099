<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { decimal, readDecimal } from '@/shared/region'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton, NInput } from 'naive-ui'
import { computed, ref } from 'vue'
import QuestionBox from './QuestionBox.vue'

/** How much was done of something that is measured: asked after it was ticked, and left out at will. */
const view = useView()
const { change } = useChanges()
const asked = view.amount!
const MOST = 1_000_000
const written = ref('')
const amount = computed(() => {
    const number = readDecimal(written.value)
    return number === null || number < 0 || number > MOST ? null : number
})

function leave(): void {
    view.amount = null
}
function note(): void {
    if (amount.value === null) return
    leave()
    void change(`${decimal(amount.value)} ${asked.unit} noted with “${asked.title}”.`, () =>
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
    <QuestionBox :label="asked.title" test="amount" @leave="leave">
        <h2>{{ asked.title }}</h2>
        <form @submit.prevent="note">
            <NInput
                v-model:value="written"
                placeholder=""
                :input-props="
                    { 'aria-label': asked.unit, 'data-test': 'amount-number', inputmode: 'decimal' } as object
                "
            />
            <span>{{ asked.unit }}</span>
            <NButton attr-type="submit" class="press" type="primary" :disabled="amount === null"
                >Note it</NButton
            >
            <NButton class="press" @click="leave">Leave it</NButton>
        </form>
    </QuestionBox>
</template>

<style scoped>
form {
    display: flex;
    align-items: center;
    gap: 8px;
}
form :deep(.n-input) {
    width: 110px;
}
</style>
