<script setup lang="ts">
import LayingOut from '@/shared/LayingOut.vue'
import { say } from '@/undo/useChanges'
import { NButton, NDropdown } from 'naive-ui'
import { computed, provide, ref, shallowRef, useId } from 'vue'
import { DRAWN, type Drawn } from './picture'
import { fileName, savePng, saveSvg, saveTable, type Cell } from './saving'
import type { PartState } from './partState'
import type { Figure } from './useTally'

/** One part of the tally: what it is, the sentence that it says, the picture, and the table behind a press; all of it can be saved. */
const props = defineProps<{
    title: string
    says: string
    /** What stretch it is of, for the names of files. */
    of: string
    state: PartState
    waiting: string
    columns: string[]
    rows: Cell[][]
    /** Columns that hold numbers, for how they stand. */
    figures?: number[]
    test: string
    tableOnly?: boolean
    /** The figure that stands in a cell of the table, where its lines can be opened. */
    opens?: (row: number, column: number) => Figure | null
}>()
const emit = defineEmits<{ open: [figure: Figure] }>()
const id = useId()
const asTable = ref(false)
const isTable = computed(() => asTable.value || props.tableOnly)
const drawn = shallowRef<Drawn | null>(null)
provide(DRAWN, (one) => (drawn.value = one))

const tested = (name: string): object => ({ 'data-test': name })
const options = computed(() => [
    { key: 'csv', label: 'The table as CSV', props: tested('save-csv') },
    ...(drawn.value && !isTable.value
        ? [
              { key: 'svg', label: 'The picture as SVG', props: tested('save-svg') },
              { key: 'png', label: 'The picture as PNG', props: tested('save-png') },
          ]
        : []),
])
function take(key: string): void {
    const name = fileName(props.title, props.of)
    if (key === 'csv') saveTable(name, props.columns, props.rows)
    else if (drawn.value && key === 'svg') saveSvg(name, drawn.value.svg())
    else if (drawn.value)
        void savePng(name, drawn.value.svg(), drawn.value.width(), drawn.value.height()).catch(() =>
            say('The picture could not be made. Save it as SVG instead.', { trouble: true }),
        )
}
/** Nothing is made of no lines. */
const figureAt = (row: number, column: number): Figure | null =>
    props.rows[row]?.[column] ? (props.opens?.(row, column) ?? null) : null
const isFigure = (i: number): boolean => props.figures?.includes(i) ?? false
</script>

<template>
    <section class="part" :aria-labelledby="id" :data-test="`part-${test}`">
        <header>
            <h2 :id="id">{{ title }}</h2>
            <span v-if="state.isReady && rows.length > 0" class="presses">
                <slot name="presses" />
                <NButton
                    v-if="!tableOnly"
                    size="tiny"
                    class="press"
                    :aria-pressed="asTable"
                    data-test="as-table"
                    @click="asTable = !asTable"
                    >Table</NButton
                >
                <NDropdown
                    trigger="click"
                    :options="options"
                    :to="false"
                    placement="bottom-end"
                    @select="take"
                >
                    <NButton size="tiny" class="press" data-test="save" aria-haspopup="menu">Save ▾</NButton>
                </NDropdown>
            </span>
        </header>
        <p v-if="state.isError" class="failed" role="alert">
            The figures could not be fetched.
            <NButton class="press" @click="state.refetch">Try again</NButton>
        </p>
        <LayingOut v-else-if="!state.isReady" :words="waiting" />
        <template v-else>
            <p class="says" :data-test="`says-${test}`">
                <slot name="says">{{ says }}</slot>
            </p>
            <div
                v-if="isTable"
                class="table-room"
                tabindex="0"
                role="group"
                :aria-label="`${title}, as a table`"
            >
                <table :data-test="`table-${test}`">
                    <thead>
                        <tr>
                            <th
                                v-for="(name, i) in columns"
                                :key="name"
                                scope="col"
                                :class="{ figure: isFigure(i) }"
                            >
                                {{ name }}
                            </th>
                        </tr>
                    </thead>
                    <tbody>
                        <tr v-for="(row, n) in rows" :key="n">
                            <component
                                :is="i === 0 ? 'th' : 'td'"
                                v-for="(cell, i) in row"
                                :key="i"
                                :scope="i === 0 ? 'row' : undefined"
                                :class="{ figure: isFigure(i) }"
                                ><NButton
                                    v-if="figureAt(n, i)"
                                    text
                                    class="plain opens"
                                    data-test="cell"
                                    :aria-label="`${columns[i]}, ${row[0]}: ${cell}, what it is made of`"
                                    @click="emit('open', figureAt(n, i)!)"
                                    >{{ cell }}</NButton
                                ><template v-else>{{ cell }}</template></component
                            >
                        </tr>
                    </tbody>
                </table>
            </div>
            <slot v-else />
            <slot name="always" />
        </template>
    </section>
</template>

<style scoped>
.part {
    min-width: 0;
    padding: 14px 20px 18px;
}
header {
    display: flex;
    align-items: baseline;
    gap: 8px;
}
h2 {
    flex: 1;
    min-width: 0;
    font-size: 1.125rem;
}
.presses {
    display: flex;
    gap: 6px;
}
.says {
    margin: 1px 0 10px;
    color: var(--muted);
    max-width: 72ch;
}
.failed {
    color: var(--trouble);
}
.table-room {
    max-height: 420px;
    overflow: auto;
}
table {
    border-collapse: collapse;
    font-size: 0.75rem;
    min-width: 100%;
}
th {
    text-align: left;
    font-weight: 400;
}
thead th {
    position: sticky;
    top: 0;
    background: var(--sheet);
    color: var(--muted);
}
th,
td {
    padding: 4px 12px 4px 0;
    border-bottom: 1px solid var(--line);
    white-space: nowrap;
}
.figure {
    text-align: right;
}
@media print {
    .presses {
        display: none;
    }
    .part {
        break-inside: avoid;
    }
    .table-room {
        max-height: none;
    }
}
</style>
