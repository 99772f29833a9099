<script setup lang="ts" generic="T extends string | number | null">
import { NSelect } from 'naive-ui'
import { computed, ref, useId } from 'vue'

/** One of several values, each with its words; typing finds one. */
const props = defineProps<{ options: readonly (readonly [T, string])[]; label: string }>()
const value = defineModel<T>({ required: true })

/** The component knows no null; places in the list stand for the values. */
const listed = computed(() => props.options.map(([, words], i) => ({ value: i, label: words })))
const chosen = computed(() => props.options.findIndex(([one]) => one === value.value))
function choose(place: number): void {
    const option = props.options[place]
    if (option) value.value = option[0]
}
const isOpen = ref(false)
const listId = useId()
</script>

<template>
    <NSelect
        class="select"
        filterable
        :value="chosen < 0 ? null : chosen"
        :options="listed"
        :consistent-menu-width="false"
        :show="isOpen"
        :menu-props="{ id: listId }"
        :input-props="{
            'aria-label': label,
            'aria-expanded': isOpen,
            'aria-controls': listId,
            role: 'combobox',
            spellcheck: false,
        }"
        @update:show="(shown: boolean) => (isOpen = shown)"
        @update:value="choose"
    />
</template>

<style scoped>
.select {
    min-width: 110px;
}
</style>
