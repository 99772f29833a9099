<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import { NButton } from 'naive-ui'
import type { Closing } from '@/api/types'
import { useUnsaved } from '@/state/unsaved'
import { useDraft } from '@/state/useDraft'
import { computed, onMounted, reactive, ref, watch } from 'vue'

/** A few lines at the end of a day. What is typed is kept when the field is left. */
const props = defineProps<{ closing: Closing }>()
const emit = defineEmits<{ keep: [answers: { question: string; answer: string }[], closed: boolean] }>()

const written = reactive<Record<string, string>>({})
watch(
    () => props.closing.questions,
    (questions) => {
        for (const one of questions) written[one.question] ??= one.answer
    },
    { immediate: true },
)
const answers = computed(() =>
    props.closing.questions.map((one) => ({ question: one.question, answer: written[one.question] ?? '' })),
)
const takenUp = ref(false)
const isDirty = (): boolean => props.closing.questions.some((one) => one.answer !== written[one.question])
const draft = useDraft<Record<string, string>>(
    () => `lines|${props.closing.date}`,
    () => (isDirty() ? { ...written } : null),
    () => `the lines of ${props.closing.date}`,
)
useUnsaved('the lines of the day', isDirty)
onMounted(async () => {
    const found = await draft.find()
    for (const [question, answer] of Object.entries(found?.value ?? {}))
        if (question in written && written[question] !== answer) {
            written[question] = answer
            takenUp.value = true
        }
})
const WAYS = { done: 'done after all', day: '', basket: 'back to the basket', let_go: 'let go' } as const
</script>

<template>
    <section class="lines" data-test="lines">
        <h1>A few lines</h1>
        <p v-if="takenUp" class="taken" role="status">
            What you had written and not saved was taken up again.
        </p>
        <label v-for="one in closing.questions" :key="one.question"
            >{{ one.question }}
            <TextField
                :model-value="written[one.question] ?? ''"
                :rows="2"
                :maxlength="4000"
                @update:model-value="written[one.question] = $event"
                @change="isDirty() && emit('keep', answers, closing.closed)"
            />
        </label>
        <NButton class="press" type="primary" data-test="finish" @click="emit('keep', answers, true)">
            {{ closing.closed ? 'Keep it' : 'Close the day' }}
        </NButton>
        <details v-if="closing.decisions.length > 0" class="decided">
            <summary>What was decided</summary>
            <ul>
                <li v-for="(one, i) in closing.decisions" :key="i">
                    {{ one.title }}: {{ one.decision === 'day' ? `to ${one.to}` : WAYS[one.decision] }}
                </li>
            </ul>
        </details>
    </section>
</template>

<style scoped>
.lines {
    max-width: 560px;
}
h1 {
    font-size: 1.625rem;
    margin-bottom: 12px;
}
.taken {
    margin: 0 0 10px;
    color: var(--muted);
}
label {
    display: block;
    margin-bottom: 14px;
    font: 600 0.9375rem/1.4 var(--serif);
}
.press {
    padding: 8px 18px;
}
.decided {
    margin-top: 18px;
    color: var(--muted);
}
ul {
    margin: 6px 0;
    padding-left: 18px;
}
</style>
