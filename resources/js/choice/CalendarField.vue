<script setup lang="ts">
import { useAreas } from '@/state/server'
import { NSelect, type SelectGroupOption, type SelectOption } from 'naive-ui'
import { computed, ref, useId } from 'vue'

/** A calendar, under the life area it belongs to. */
const props = defineProps<{
    label: string
    /** What none at all is called, where that can be chosen. */ none?: string
    /** Ids of those that can be chosen, where not all can. */ among?: string[]
}>()
const value = defineModel<string | null>({ required: true })

const NONE = ''
const { areas } = useAreas()
const options = computed<(SelectOption | SelectGroupOption)[]>(() => [
    ...(props.none === undefined ? [] : [{ value: NONE, label: props.none }]),
    ...areas.value
        .map((area) => ({
            type: 'group' as const,
            key: area.id,
            label: area.name,
            children: area.calendars
                .filter((one) => !props.among || props.among.includes(one.id))
                .map((one) => ({ value: one.id, label: one.name })),
        }))
        .filter((area) => area.children.length > 0),
])
const isOpen = ref(false)
const listId = useId()
</script>

<template>
    <NSelect
        class="calendar"
        filterable
        size="small"
        :value="value ?? (none === undefined ? null : NONE)"
        :options="options"
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
        @update:value="(next: string) => (value = next === NONE ? null : next)"
    />
</template>

<style scoped>
.calendar {
    display: inline-block;
    width: auto;
    min-width: 150px;
}
</style>
