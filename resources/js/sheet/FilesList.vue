<script setup lang="ts">
import { size } from '@/shared/region'
import { answerOf, api, sendFile, sentence } from '@/api/client'
import { sentShare } from '@/api/upload'
import type { Attachment } from '@/api/types'
import { say, useChanges } from '@/undo/useChanges'
import { NButton, NProgress } from 'naive-ui'
import { ref } from 'vue'

/** Files kept with the entry; they are only ever saved, not opened here. */
const props = defineProps<{ entryId: string; files: Attachment[] }>()
const emit = defineEmits<{ changed: [files: Attachment[]] }>()
const { change } = useChanges()
const busy = ref(false)

async function add(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement
    const file = field.files?.[0]
    if (!file) return
    busy.value = true
    try {
        const kept = await sendFile(props.entryId, file)
        emit('changed', [...props.files, kept])
        say(`Added “${kept.name}”.`, { undoable: true })
    } catch (error) {
        say(sentence(error), { trouble: true })
    } finally {
        busy.value = false
        field.value = ''
    }
}
async function remove(file: Attachment): Promise<void> {
    if (
        await change(`Removed “${file.name}”.`, () =>
            answerOf(
                api.DELETE('/attachments/{attachment}', { params: { path: { attachment: file.id } } }),
            ).then(() => true),
        )
    )
        emit(
            'changed',
            props.files.filter((other) => other.id !== file.id),
        )
}
</script>

<template>
    <div class="files" data-test="files">
        <span v-for="file in files" :key="file.id" class="file"
            ><a :href="`/api/attachments/${file.id}`" download>{{ file.name }}</a>
            <small>{{ size(file.size) }}</small><NButton
                text
                class="plain"
                :aria-label="`Remove ${file.name}`"
                @click="remove(file)"
            >
                ×
            </NButton></span
        >
        <label class="press"
            >{{ busy ? 'Sending…' : 'Add a file'
            }}<input type="file" class="out-of-sight" data-test="add-file" :disabled="busy" @change="add"
        /></label>
        <NProgress
            v-if="busy"
            class="share"
            type="line"
            aria-label="How much of the file has gone"
            :percentage="Math.round(100 * (sentShare ?? 0))"
        />
        <small v-else class="muted">up to 10 MB</small>
    </div>
</template>

<style scoped>
.files {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: center;
}
.file {
    display: inline-flex;
    gap: 7px;
    align-items: baseline;
    padding: 2px 8px;
    border: 1px solid var(--line-strong);
    border-radius: 12px;
}
.press {
    position: relative;
    cursor: pointer;
}
.share {
    width: 180px;
}
.press:focus-within {
    outline: 2px solid var(--plum);
}
small {
    color: var(--muted);
}
</style>
