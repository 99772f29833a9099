<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { useQuery } from '@tanstack/vue-query'
import { NSelect } from 'naive-ui'
import { computed } from 'vue'

/** Whose public holidays are kept: countries, or parts of them, as many as one likes; their codes with commas between. */
const value = defineModel<string | null>({ required: true })

const countries = useQuery({
    queryKey: ['countries'],
    queryFn: () => answerOf(api.GET('/holidays')),
    staleTime: Infinity,
})
const options = computed(() =>
    Object.entries(countries.data.value?.countries ?? {})
        .map(([code, name]) => ({ value: code, label: name }))
        .sort((a, b) => a.label.localeCompare(b.label)),
)
const chosen = computed(() => value.value?.split(',') ?? [])
/** Ten at the most, as the server has it. */
const MOST = 10
const choose = (codes: string[]): string | null =>
    (value.value = codes.length === 0 ? null : codes.slice(0, MOST).join(','))
</script>

<template>
    <NSelect
        class="holidays"
        multiple
        filterable
        placeholder="no country’s"
        data-test="holidays"
        :value="chosen"
        :options="options"
        :consistent-menu-width="false"
        :input-props="{ 'aria-label': 'Public holidays of' }"
        @update:value="choose"
    />
</template>

<style scoped>
.holidays {
    width: 100%;
}
</style>
