<script setup lang="ts">
import type { CaptureReading } from '@/api/types'
import { useAreas } from '@/state/server'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { lineOf, saysInstead } from './rewrite'
import UnderstoodEntry from './UnderstoodEntry.vue'

/**
 * What was understood of a line: the line with what is more than title underlined, and the entry it would become as a sentence with
 * words to press. A word that is changed changes the line; nothing is kept beside it. A line that means several entries shows each.
 */
const props = defineProps<{
    reading: CaptureReading
    kind: 'task' | 'event'
    saving: boolean
    /** Whether some pieces were left plain. */
    hasPlain: boolean
    /** Whether it was pressed to be one entry, though it sounds like several. */
    isOne: boolean
}>()
const emit = defineEmits<{
    rewrite: [line: string]
    kind: [kind: 'task' | 'event']
    plain: [piece: number]
    understand: []
    one: [isOne: boolean]
    label: [name: string]
    newCalendar: [name: string]
    back: []
}>()

const { colour } = useAreas()
const hue = computed(() => (props.reading.calendar_id ? colour(props.reading.calendar_id) : 'slate'))
const box = ref<HTMLElement | null>(null)
const parts = computed(() => props.reading.parts ?? [])

/** One of several is another now: the line says them one after the other. */
function rewritePart(at: number, line: string): void {
    emit('rewrite', parts.value.map((part, i) => (i === at ? line : lineOf(part.segments))).join('; '))
}
const leaveFocus = (step: number, event: KeyboardEvent): void => {
    const all = [...(box.value?.querySelectorAll<HTMLElement>('.known') ?? [])]
    const next = all[all.indexOf(event.currentTarget as HTMLElement) + step]
    if (next) next.focus()
    else emit('back')
}
defineExpose({ focus: () => box.value?.querySelector<HTMLElement>('.known, .press')?.focus() })
</script>

<template>
    <div ref="box" :data-hue="hue">
        <p class="pieces">
            <template v-for="(piece, i) in reading.segments" :key="i"
                ><span v-if="piece.role === 'title' || parts.length > 0">{{ piece.text }}</span
                ><button
                    v-else
                    type="button"
                    class="plain known"
                    :title="`${piece.role}: press to leave it as it is written`"
                    data-test="piece"
                    @mousedown.prevent
                    @click="emit('plain', i)"
                    @keydown.delete.prevent.stop="emit('plain', i)"
                    @keydown.left.prevent.stop="leaveFocus(-1, $event)"
                    @keydown.right.prevent.stop="leaveFocus(1, $event)"
                    @keydown.up.prevent.stop="emit('back')"
                    @keydown.esc.prevent.stop="emit('back')"
                >
                    {{ piece.text }}
                </button></template
            ><NButton
                v-if="hasPlain"
                text
                class="plain again"
                data-test="understand-again"
                @mousedown.prevent
                @click="emit('understand')"
            >
                understand all again
            </NButton>
        </p>
        <template v-if="parts.length > 0">
            <p class="several" role="status">
                {{ parts.length }} entries:
                <NButton
                    class="press other"
                    data-test="as-one"
                    @mousedown.prevent
                    @click="emit('one', true)"
                    @keydown.esc.prevent.stop="emit('back')"
                >
                    rather one entry
                </NButton>
            </p>
            <ol data-test="parts">
                <li v-for="(part, i) in parts" :key="i">
                    <UnderstoodEntry
                        :reading="part"
                        :kind="part.kind"
                        @rewrite="(line) => rewritePart(i, line)"
                        @kind="(one) => rewritePart(i, saysInstead(part.segments, ['kind'], `as an ${one}`))"
                        @label="(name) => emit('label', name)"
                        @new-calendar="(name) => emit('newCalendar', name)"
                    />
                </li>
            </ol>
        </template>
        <template v-else>
            <p v-for="problem in reading.problems" :key="problem" class="mistake" role="status">
                {{ problem }}
            </p>
            <p v-if="isOne" class="several">
                <NButton
                    class="press other"
                    data-test="as-several"
                    @mousedown.prevent
                    @click="emit('one', false)"
                >
                    rather several entries
                </NButton>
            </p>
            <UnderstoodEntry
                :reading="reading"
                :kind="kind"
                @rewrite="(line) => emit('rewrite', line)"
                @kind="(one) => emit('kind', one)"
                @label="(name) => emit('label', name)"
                @new-calendar="(name) => emit('newCalendar', name)"
            />
        </template>
        <p class="foot">
            {{ saving ? 'Saving… ' : '' }}<kbd>Enter</kbd> saves{{
                parts.length > 0 ? ` all ${parts.length}` : ''
            }}
            · <span class="wide"><kbd>↓</kbd> to the underlined words · </span><kbd>Esc</kbd> leaves
        </p>
    </div>
</template>

<style scoped>
p {
    margin: 0 0 6px;
}
.pieces {
    font-size: 0.875rem;
    white-space: pre-wrap;
    overflow-wrap: anywhere;
    color: var(--muted);
}
.known {
    color: var(--ink);
    font-weight: 600;
    border-bottom: 2px solid var(--load-soft);
}
.again {
    margin-left: 8px;
    text-decoration: underline;
}
.several {
    font-size: 0.8125rem;
}
ol {
    margin: 0;
    padding-left: 1.4em;
}
.other {
    padding: 1px 9px;
    font-size: 0.75rem;
}
.foot {
    margin: 0;
    color: var(--muted);
    font-size: 0.75rem;
}
@media (max-width: 760px) {
    .wide {
        display: none;
    }
}
</style>
