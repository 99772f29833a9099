<script setup lang="ts" generic="T extends string | number | null">
import { NSelect, type SelectGroupOption, type SelectOption } from 'naive-ui'
import { computed, ref, useId } from 'vue'

/** One of several values, each with its words and, where there are such, the group it stands under; typing finds one. */
const props = defineProps<{
    options: readonly (readonly [value: T, words: string, group?: string])[]
    label: string
}>()
const value = defineModel<T>({ required: true })

/** The component knows no null; places in the list stand for the values. */
const listed = computed(() => {
    const items = props.options.map(([, words, group], i) => ({ value: i, label: words, group }))
    const groups = [...new Set(items.map((one) => one.group))]
    return groups.flatMap((group): (SelectOption | SelectGroupOption)[] => {
        const children = items.filter((one) => one.group === group)
        return group === undefined
            ? children
            : [{ type: 'group' as const, key: group, label: group, children }]
    })
})
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
        placeholder="choose"
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
        @update:value="choose"
        @update:show="(shown: boolean) => (isOpen = shown)"
    />
</template>

<style scoped>
.select {
    min-width: 110px;
}
</style>
