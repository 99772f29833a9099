<script setup lang="ts">
import type { Scope } from '@/api/types'
import { nextTick, onMounted, ref } from 'vue'

/** How far a change of a routine reaches; asked beside where it happened. */
defineProps<{ question: string }>()
const emit = defineEmits<{ choose: [scope: Scope]; leave: [] }>()

const box = ref<HTMLElement | null>(null)
const choices: { scope: Scope; words: string }[] = [
    { scope: 'one', words: 'Just this one' },
    { scope: 'onward', words: 'From here on' },
    { scope: 'whole', words: 'The whole routine' },
]

onMounted(() => nextTick(() => box.value?.querySelector('button')?.focus()))

function key(event: KeyboardEvent): void {
    const choice = choices[Number(event.key) - 1]
    if (choice) emit('choose', choice.scope)
    else if (event.key === 'Escape') emit('leave')
    else if (event.key === 'ArrowRight' || event.key === 'ArrowLeft') {
        const buttons = [...(box.value?.querySelectorAll('button') ?? [])]
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
        <button v-for="(choice, i) in choices" :key="choice.scope" class="press" :data-test="`scope-${choice.scope}`" @click="emit('choose', choice.scope)">{{ choice.words }} <kbd>{{ i + 1 }}</kbd></button>
    </div>
</template>

<style scoped>
.choice { display: flex; flex-wrap: wrap; align-items: center; gap: 6px; padding: 8px; border: 1px solid var(--plum-line); border-radius: var(--radius); background: var(--sheet); box-shadow: var(--shadow); }
.question { width: 100%; font-size: 12px; color: var(--muted); }
</style>
