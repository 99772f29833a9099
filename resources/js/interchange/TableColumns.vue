<script setup lang="ts">
import type { Import } from '@/api/types'
import OneOf from '@/choice/OneOf.vue'
import SelectField from '@/shared/SelectField.vue'
import { NButton, NTable } from 'naive-ui'
import { computed, ref } from 'vue'
import type { Order, TableColumns } from './useImport'

/** What the columns of a table mean: as far as their names say, and the rest by hand, beside its first rows. */
const props = defineProps<{ found: Import }>()
const emit = defineEmits<{ choose: [columns: TableColumns, order: Order]; leave: [] }>()

const ROLES = [
    ['title', 'the title'],
    ['start', 'the day (and time)'],
    ['time', 'from what time'],
    ['end', 'the last day (and time)'],
    ['end_time', 'until what time'],
    ['minutes', 'how many minutes'],
    ['due', 'the deadline'],
    ['kind', 'event or task'],
    ['importance', 'must, should, could'],
    ['labels', 'labels'],
    ['place', 'the place'],
    ['link', 'a link'],
    ['notes', 'notes'],
    ['identifier', 'which entry it is'],
    ['changed', 'when it was last changed'],
] as const
type Role = (typeof ROLES)[number][0]
const ORDERS = [
    ['dmy', 'the day first: 25/11/2026'],
    ['mdy', 'the month first: 11/25/2026'],
] as const

const table = computed(() => props.found.table)
const header = computed(() => table.value?.header ?? [])
/** What each column means; nothing for those that are left out. */
const meanings = ref<(Role | '')[]>(
    header.value.map((_, i) => ROLES.find(([role]) => props.found.table?.columns[role] === i)?.[0] ?? ''),
)
const order = ref<Order | ''>(table.value?.order ?? '')
const options = [['', 'left out'] as const, ...ROLES]
function mean(i: number, role: Role | ''): void {
    // Of two that mean the same the last that was said counts.
    meanings.value = meanings.value.map((one, j) => (j === i ? role : one === role ? '' : one))
}
const hasTitle = computed(() => meanings.value.includes('title'))
function choose(): void {
    if (order.value === '') return
    const columns: TableColumns = {}
    meanings.value.forEach((role, i) => role !== '' && (columns[role] = i))
    emit('choose', columns, order.value)
}
</script>

<template>
    <div data-test="table-columns">
        <p>
            <b>{{ found.name }}</b> is a table. What do its columns mean?
        </p>
        <div class="scrolls">
            <NTable size="small" :single-line="false">
                <thead>
                    <tr>
                        <th>column</th>
                        <th>is</th>
                        <th>as in its first rows</th>
                    </tr>
                </thead>
                <tbody>
                    <tr v-for="(name, i) in header" :key="i" data-test="table-column">
                        <th>{{ name }}</th>
                        <td>
                            <SelectField
                                :model-value="meanings[i] ?? ''"
                                :label="`What ${name} is`"
                                :options="options"
                                @update:model-value="(role) => mean(i, role)"
                            />
                        </td>
                        <td class="sample">
                            {{
                                (table?.samples ?? [])
                                    .map((row) => row[i])
                                    .filter(Boolean)
                                    .slice(0, 3)
                                    .join(' · ')
                            }}
                        </td>
                    </tr>
                </tbody>
            </NTable>
        </div>
        <template v-if="table?.order === null">
            <h3>Nothing says whether the day or the month comes first</h3>
            <OneOf v-model="order" label="order of dates" :options="ORDERS" />
        </template>
        <div class="foot">
            <NButton
                type="primary"
                class="press"
                :disabled="!hasTitle || order === ''"
                data-test="table-read"
                @click="choose"
                >Read it</NButton
            >
            <NButton class="press" @click="emit('leave')">Leave it</NButton>
            <small v-if="!hasTitle">Say which column is the title.</small>
        </div>
    </div>
</template>

<style scoped>
p {
    margin: 0 0 10px;
}
h3 {
    margin: 14px 0 6px;
    font-size: 0.9375rem;
}
.scrolls {
    overflow-x: auto;
}
th {
    white-space: nowrap;
    text-align: left;
}
td :deep(.select) {
    width: 190px;
}
.sample {
    color: var(--muted);
    font-size: 0.75rem;
}
@media (max-width: 760px) {
    thead th:last-child,
    .sample {
        display: none;
    }
}
.foot {
    display: flex;
    gap: 8px;
    align-items: center;
    margin-top: 12px;
}
small {
    color: var(--muted);
}
</style>
