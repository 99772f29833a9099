<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import type { ReachAccount, Scope } from '@/api/types'
import { namedDate } from '@/shared/time'
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, onMounted, ref } from 'vue'

/** How far a change of a routine reaches, and what that would touch; asked beside where it happened. */
const props = defineProps<{
    question: string
    reach?: { entryId: string; recurrenceId: string }
    notOne?: string
}>()
const emit = defineEmits<{ choose: [scope: Scope]; leave: [] }>()

const box = ref<HTMLElement | null>(null)
const choices: { scope: Scope; words: string }[] = [
    { scope: 'one', words: 'Just this one' },
    { scope: 'onward', words: 'From here on' },
    { scope: 'whole', words: 'The whole routine' },
]

const touched = useQuery({
    queryKey: computed(() => ['reach', props.reach?.entryId, props.reach?.recurrenceId]),
    enabled: computed(() => props.reach !== undefined),
    queryFn: () =>
        answerOf(
            api.GET('/entries/{entry}/reach', {
                params: {
                    path: { entry: props.reach?.entryId ?? '' },
                    query: { recurrence_id: props.reach?.recurrenceId ?? '' },
                },
            }),
        ),
})

/** What the changes that were made before become part of. */
function account(part: ReachAccount['whole']): string {
    const with_ = [
        part.done ? `${part.done} done` : '',
        part.moved ? `${part.moved} moved` : '',
        part.edited ? `${part.edited} with words of ${part.edited === 1 ? 'its' : 'their'} own` : '',
        part.skipped ? `${part.skipped} skipped` : '',
    ].filter(Boolean)
    const number = part.count === null ? 'all that come' : part.count === 1 ? 'one' : `${part.count} times`
    return `${number}${part.from ? ` from ${namedDate(part.from)}` : ''}${with_.length ? `, among them ${with_.join(', ')}` : ''}`
}
const accounts = computed(
    () =>
        touched.data.value && [
            `From here on: ${account(touched.data.value.onward)}.`,
            `The whole: ${account(touched.data.value.whole)}.`,
        ],
)

onMounted(() => nextTick(() => box.value?.querySelector<HTMLElement>('button:not(:disabled)')?.focus()))

function key(event: KeyboardEvent): void {
    const choice = choices[Number(event.key) - 1]
    if (choice && !(choice.scope === 'one' && props.notOne)) emit('choose', choice.scope)
    else if (event.key === 'Escape') emit('leave')
    else if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') {
        const buttons = [...(box.value?.querySelectorAll<HTMLButtonElement>('button:not(:disabled)') ?? [])]
        const at = buttons.indexOf(document.activeElement as HTMLButtonElement)
        buttons[(at + (event.key === 'ArrowRight' ? 1 : buttons.length - 1)) % buttons.length]?.focus()
    } else return
    event.preventDefault()
    event.stopPropagation()
}
</script>

<template>
    <div ref="box" class="choice" role="group" :aria-label="question" data-test="scope" @keydown="key">
        <span class="question">{{ question }}</span>
        <NButton
            v-for="(choice, i) in choices"
            :key="choice.scope"
            class="press"
            :disabled="choice.scope === 'one' && !!notOne"
            :data-test="`scope-${choice.scope}`"
            @click="emit('choose', choice.scope)"
        >
            {{ choice.words }} <kbd>{{ i + 1 }}</kbd>
        </NButton>
        <span v-if="notOne" class="account" data-test="not-one">{{ notOne }}</span>
        <span v-for="line in accounts" :key="line" class="account" data-test="reach">{{ line }}</span>
    </div>
</template>

<style scoped>
.choice {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px;
    padding: 8px;
    border: 1px solid var(--plum-line);
    border-radius: var(--radius);
    background: var(--sheet);
    box-shadow: var(--shadow);
}
.account {
    width: 100%;
    font-size: 0.7188rem;
    color: var(--muted);
}
.question {
    width: 100%;
    font-size: 0.75rem;
    color: var(--muted);
}
</style>
