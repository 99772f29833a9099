<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Closing } from '@/api/types'
import LineField from '@/shared/LineField.vue'
import { useUnsaved } from '@/state/unsaved'
import { useDraft } from '@/state/useDraft'
import { useLines, type ChangedLine } from '@/state/useLines'
import { onMounted, ref } from 'vue'

/** A few lines at the end of a day. What is typed is kept when the field is left. */
const props = defineProps<{
    closing: Closing
    keep: (lines: ChangedLine[], closed: boolean) => Promise<unknown>
}>()
const emit = defineEmits<{ finish: [] }>()

/** Keeps the changed ones, as the page sends them. */
const lines = useLines(
    () => props.closing.questions,
    (changed) => props.keep(changed, false),
)
const takenUp = ref(false)
const draft = useDraft<Record<string, string>>(
    () => `lines|${props.closing.date}`,
    () =>
        lines.isDirty() ? Object.fromEntries(lines.changed().map((one) => [one.question, one.answer])) : null,
    () => `the lines of ${props.closing.date}`,
)
useUnsaved('the lines of the day', lines.isDirty)
onMounted(async () => {
    const found = await draft.find()
    for (const [question, answer] of Object.entries(found?.value ?? {}))
        if (lines.of(question) !== answer) {
            lines.write(question, answer)
            takenUp.value = true
        }
})
/** Closes the day once all that was written is kept. */
async function finish(): Promise<void> {
    if (!(await lines.keep())) return
    emit('finish')
}
const WAYS = { done: 'done after all', day: '', basket: 'back to the basket', let_go: 'let go' } as const
</script>

<template>
    <section class="lines" data-test="lines">
        <h1>A few lines</h1>
        <p v-if="takenUp" class="taken" role="status">
            What you had written and not saved was taken up again.
        </p>
        <LineField
            v-for="one in closing.questions"
            :key="one.question"
            :lines="lines"
            :question="one.question"
            :rows="2"
        />
        <NButton class="press" type="primary" data-test="finish" @click="finish">
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
