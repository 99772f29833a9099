<script setup lang="ts">
import SentenceWord from '@/shared/SentenceWord.vue'
import { computed } from 'vue'
import OneOf from './OneOf.vue'
import SomeOf from './SomeOf.vue'
import { NONE, useChoice, type Part } from './useChoice'

/** A word of what is shown, with its choices behind it; of one kind or of several, as its part of the choice is. */
const props = defineProps<{
    part: Part
    label: string
    options: readonly (readonly [string, string])[]
    /** Said where nothing is chosen and any will do; a part without takes one of its options. */
    any?: string
    /** Said for what has no value. */
    none?: string
    /** What stands for nothing chosen, of a part that takes one. */
    usual?: string
    /** What more than two of them are called. */
    plural?: string
}>()
const { choice, set } = useChoice()
const chosen = computed(() => choice.value[props.part] ?? [])
const only = computed({
    get: () => chosen.value[0] ?? props.usual ?? '',
    set: (value) => set(props.part, value === (props.usual ?? '') ? [] : [value]),
})
const some = computed({ get: () => chosen.value, set: (list) => set(props.part, list) })
const named = (value: string): string =>
    value === NONE ? (props.none ?? '') : (props.options.find(([one]) => one === value)?.[1] ?? value)
const words = computed(() => {
    if (props.any === undefined) return named(only.value)
    if (props.plural && chosen.value.length > 2) return `${chosen.value.length} ${props.plural}`
    return chosen.value.length === 0 ? props.any : chosen.value.map(named).join(' or ')
})
</script>

<template>
    <SentenceWord :words="words" :label="label">
        <OneOf v-if="any === undefined" v-model="only" :label="label" :options="options" />
        <slot v-else-if="options.length === 0" />
        <SomeOf v-else v-model="some" :label="label" :options="options" />
    </SentenceWord>
</template>
