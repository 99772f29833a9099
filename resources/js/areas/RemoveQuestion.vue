<script setup lang="ts">
import { NButton } from 'naive-ui'
import CalendarField from '@/choice/CalendarField.vue'
import type { Calendar } from '@/api/types'
import { computed, ref } from 'vue'

/** What becomes of the entries, said before anything is deleted. */
const props = defineProps<{ name: string; entries: number; heirs: Calendar[] }>()
const emit = defineEmits<{
    remove: [fate: { entries: 'move' | 'delete'; move_to: string | null }]
    leave: []
}>()

const heir = ref<string | null>(props.heirs[0]?.id ?? null)
const count = computed(() => (props.entries === 1 ? 'its one entry' : `its ${props.entries} entries`))
</script>

<template>
    <div class="question" role="alert" data-test="remove-question">
        <template v-if="heirs.length === 0">
            <p>“{{ name }}” holds the last calendar. Make another one first: what is caught needs a place.</p>
            <NButton class="press" @click="emit('leave')">Keep it</NButton>
        </template>
        <template v-else>
            <p v-if="entries === 0">Delete “{{ name }}”? It is empty.</p>
            <p v-else>Delete “{{ name }}”, and what becomes of {{ count }}?</p>
            <template v-if="entries > 0">
                <NButton
                    class="press"
                    data-test="remove-move"
                    @click="emit('remove', { entries: 'move', move_to: heir })"
                >
                    Move {{ entries === 1 ? 'it' : 'them' }} to
                </NButton>
                <CalendarField
                    v-model="heir"
                    label="The calendar that takes the entries"
                    :among="heirs.map((one) => one.id)"
                />
            </template>
            <NButton
                class="press grave"
                data-test="remove-delete"
                @click="emit('remove', { entries: 'delete', move_to: null })"
            >
                {{ entries === 0 ? 'Delete' : `Delete ${entries === 1 ? 'it' : 'them'} too` }}
            </NButton>
            <NButton class="press" @click="emit('leave')">Keep it</NButton>
            <p class="after">This can be undone with Ctrl+Z.</p>
        </template>
    </div>
</template>

<style scoped>
.question {
    margin: 6px 0;
    padding: 8px 12px;
    border: 1px solid var(--trouble);
    border-radius: var(--radius);
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
p {
    width: 100%;
    margin: 0;
}
.after {
    color: var(--muted);
    font-size: 0.75rem;
}
select {
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    background: var(--sheet);
    padding: 3px 5px;
}
</style>
