<script setup lang="ts">
import { NButton } from 'naive-ui'
import { useAccount } from '@/state/server'
import { draftsOf, dropDraft, type Draft } from '@/state/drafts'
import { useView, type SheetTarget } from '@/state/view'
import { onMounted, ref, watch } from 'vue'

/** Sheets that were typed into and not saved, offered again. The line and the closing take up theirs by themselves. */
const view = useView()
const account = useAccount()
const drafts = ref<Draft[]>([])
const look = async (): Promise<void> => {
    drafts.value = view.sheet === null ? await draftsOf(`${account.value.email}|sheet|`) : []
}
onMounted(look)
watch(
    () => view.sheet,
    () => setTimeout(look, 400),
)

function takeUp(one: Draft): void {
    view.sheet = (one.value as { target: SheetTarget }).target
}
async function drop(one: Draft): Promise<void> {
    await dropDraft(one.key)
    await look()
}
</script>

<template>
    <div v-if="drafts.length > 0" class="strip" role="status" data-test="drafts">
        <span v-for="one in drafts" :key="one.key"
            >Not saved yet: “{{ one.title }}”.
            <NButton class="press" data-test="take-up" @click="takeUp(one)">Take it up again</NButton>
            <NButton text class="plain" @click="drop(one)">Drop it</NButton></span
        >
    </div>
</template>

<style scoped>
.strip {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    gap: 4px 22px;
    padding: 5px 14px;
    border-bottom: 1px solid var(--plum-line);
    background: var(--plum-soft);
    color: var(--ink);
    font-size: 0.7812rem;
}
.press {
    padding: 0 9px;
    min-height: 26px;
}
.plain {
    text-decoration: underline;
    text-underline-offset: 3px;
}
@media print {
    .strip {
        display: none;
    }
}
</style>
