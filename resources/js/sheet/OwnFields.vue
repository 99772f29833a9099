<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Entry } from '@/api/types'
import { computed } from 'vue'
import { ofEntry, type Form } from './form'
import { NAMES } from './merge'

/** What one occurrence has instead of what all have; pressed, it is given back. */
const props = defineProps<{ entry: Entry; words: (value: unknown, name: keyof Form) => string }>()
const form = defineModel<Form>({ required: true })
const emit = defineEmits<{ likeOthers: [] }>()

const fields = computed(() => Object.keys(props.entry.this_one?.own ?? {}) as (keyof Form)[])
const place = computed(() => props.entry.this_one?.place ?? null)
const whole = computed(() => ofEntry({ ...props.entry, this_one: undefined }))
function giveBack(name: keyof Form): void {
    const asAll = name === 'due' ? (props.entry.this_one?.due_as_all ?? null) : whole.value[name]
    Object.assign(form.value, { [name]: asAll })
}
</script>

<template>
    <p v-if="fields.length || place" class="reading own" data-test="own">
        This one
        <template v-if="place">stands on {{ words(place.start, 'start') }}</template
        ><template v-if="fields.length"
            >{{ place ? ' and ' : '' }}has of its own:
            <NButton
                v-for="name in fields"
                :key="name"
                class="press"
                :title="`All have: ${words(whole[name], name)}. Press to give it back.`"
                @click="giveBack(name)"
            >
                {{ NAMES[name] }} ×
            </NButton></template
        >
        <NButton class="press" data-test="like-others" @click="emit('likeOthers')">
            Make it like the others
        </NButton>
    </p>
</template>

<style scoped>
.own {
    margin: 2px 0 10px;
    color: var(--muted);
    display: flex;
    flex-wrap: wrap;
    gap: 4px 6px;
    align-items: center;
}
.own .press {
    padding: 0 8px;
}
</style>
