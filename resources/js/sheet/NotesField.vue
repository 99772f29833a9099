<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import { NButton } from 'naive-ui'
import { nextTick, ref } from 'vue'

/** Notes in Markdown: shown as the server rendered them, safe to show, and written on a press. */
const notes = defineModel<string>({ required: true })
const props = defineProps<{ html: string; mistake?: string; readonly?: boolean }>()
const isWriting = ref(props.html === '' && !props.readonly)
const field = ref<InstanceType<typeof TextField> | null>(null)
async function write(): Promise<void> {
    if (props.readonly) return
    isWriting.value = true
    await nextTick()
    field.value?.focus()
}
</script>

<template>
    <h2>
        <label for="notes">Notes</label>
        <NButton v-if="!isWriting && !readonly" class="press" data-test="write-notes" @click="write">
            Write
        </NButton>
    </h2>
    <!-- eslint-disable-next-line vue/no-v-html -- rendered and made safe by the server -->
    <div v-if="!isWriting" class="rendered" data-test="notes-shown" @dblclick="write" v-html="html" />
    <TextField
        v-else
        id="notes"
        ref="field"
        v-model="notes"
        :rows="3"
        :maxlength="20000"
        placeholder="Plain text, or Markdown: **bold**, lists with -, links"
        test="notes"
    />
    <p v-if="mistake" class="mistake">{{ mistake }}</p>
</template>

<style scoped>
h2 {
    font: 650 0.8438rem/1.3 var(--sans);
    margin: 16px 0 6px;
}
h2 .press {
    font-weight: 400;
    font-size: 0.75rem;
    padding: 0 8px;
    margin-left: 6px;
}
.rendered {
    padding: 2px 12px;
    border-left: 3px solid var(--line-strong);
    max-height: 320px;
    overflow-y: auto;
    overflow-wrap: anywhere;
}
.rendered :deep(p) {
    margin: 4px 0;
}
.rendered :deep(ul),
.rendered :deep(ol) {
    margin: 4px 0;
    padding-left: 20px;
}
.rendered :deep(h1),
.rendered :deep(h2),
.rendered :deep(h3) {
    font-size: 0.9375rem;
    margin: 8px 0 2px;
}
.rendered :deep(table) {
    border-collapse: collapse;
}
.rendered :deep(td),
.rendered :deep(th) {
    border: 1px solid var(--line);
    padding: 2px 8px;
}
</style>
