<script setup lang="ts">
import { answerOf, api, sentence } from '@/api/client'
import SentenceWord from '@/shared/SentenceWord.vue'
import { useFilters } from '@/state/server'
import { say, useChanges } from '@/undo/useChanges'
import { NButton, NInput } from 'naive-ui'
import { ref } from 'vue'
import { useChoice } from './useChoice'

/** Filters kept under a name: taken up again, forgotten, and the present one kept. */
const { send } = useChanges()
const { choice, isFiltered, take } = useChoice()
const { filters } = useFilters()
const name = ref('')

async function keep(close: () => void): Promise<void> {
    try {
        await send(() => answerOf(api.POST('/filters', { body: { name: name.value, choice: choice.value } })))
        say(`Kept the filter “${name.value}”.`, { undoable: true })
        name.value = ''
        close()
    } catch (error) {
        say(sentence(error), { trouble: true })
    }
}
async function forget(id: string): Promise<void> {
    await send(() => answerOf(api.DELETE('/filters/{filter}', { params: { path: { filter: id } } }))).catch(
        (error: unknown) => say(sentence(error), { trouble: true }),
    )
}
function showAll(close: () => void): void {
    take({ colour: choice.value.colour, repeats: choice.value.repeats })
    close()
}
</script>

<template>
    <SentenceWord
        v-if="filters.length > 0 || isFiltered"
        :words="isFiltered ? 'keep or clear' : 'kept filters'"
        label="filters"
    >
        <template #default="{ close }">
            <NButton v-if="isFiltered" size="small" data-test="clear-filter" @click="showAll(close)">
                show all again
            </NButton>
            <span v-for="one in filters" :key="one.id" class="kept">
                <NButton
                    size="small"
                    data-test="kept-filter"
                    @click="
                        () => {
                            take(one.choice)
                            close()
                        }
                    "
                    >{{ one.name }}</NButton><NButton
                    quaternary
                    size="small"
                    :aria-label="`Forget ${one.name}`"
                    @click="forget(one.id)"
                    >×</NButton
                >
            </span>
            <form v-if="isFiltered" class="keep" @submit.prevent="keep(close)">
                <NInput
                    v-model:value="name"
                    size="small"
                    :maxlength="60"
                    placeholder="keep it as …"
                    :input-props="{ 'aria-label': 'Name of the filter' }"
                    data-test="filter-name"
                /><NButton attr-type="submit" size="small">Keep</NButton>
            </form>
        </template>
    </SentenceWord>
</template>

<style scoped>
.kept {
    display: flex;
    gap: 8px;
    align-items: center;
    justify-content: space-between;
}
.keep {
    display: flex;
    gap: 6px;
}
</style>
