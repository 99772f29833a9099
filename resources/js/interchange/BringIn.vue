<script setup lang="ts">
import { sentShare } from '@/api/upload'
import { NButton, NProgress, NUpload, NUploadDragger, type UploadCustomRequestOptions } from 'naive-ui'
import { computed } from 'vue'
import ImportPreview from './ImportPreview.vue'
import TableColumns from './TableColumns.vue'
import { useImport } from './useImport'

/** A file from elsewhere: chosen or dropped, read with its progress shown, and looked at before anything of it is taken. */
const { phase, found, trouble, open, choose: chooseColumns, stop, take } = useImport()
const share = computed(() =>
    phase.value === 'sending'
        ? (sentShare.value ?? 0)
        : found.value === null || found.value.total === 0
          ? 0
          : found.value.read / found.value.total,
)
function choose({ file }: UploadCustomRequestOptions): void {
    if (file.file) void open(file.file)
}
</script>

<template>
    <section data-test="bring-in">
        <h2>Bring in</h2>
        <NUpload
            v-if="phase === 'none'"
            :show-file-list="false"
            :custom-request="choose"
            accept=".ics,.ical,.ifb,.vcs,.csv,.tsv,.txt,text/calendar,text/csv"
            :input-props="{ 'data-test': 'import-file', 'aria-label': 'A file to bring in' } as object"
        >
            <NUploadDragger class="drop">
                Drop a file here, or <NButton class="press" data-test="import-choose">choose one</NButton
                ><br /><small
                    >A calendar (.ics) or a table (.csv), up to 20 MB. It is shown first; nothing changes
                    until you say so.</small
                >
            </NUploadDragger>
        </NUpload>
        <div v-else-if="phase === 'sending' || phase === 'reading'" class="going" data-test="import-going">
            <p>
                {{
                    phase === 'sending'
                        ? 'Sending the file…'
                        : `Reading: ${found?.read ?? 0} of ${found?.total ?? 0} entries`
                }}
            </p>
            <NProgress
                type="line"
                aria-label="How far it is"
                :percentage="Math.round(100 * share)"
                :show-indicator="false"
            />
            <NButton class="press" data-test="import-stop" @click="stop">Stop</NButton>
        </div>
        <div v-else-if="phase === 'apart'" class="going" data-test="import-apart" role="status">
            <p>
                {{
                    found?.taking?.state === 'waiting'
                        ? `${found.total} entries wait to come in.`
                        : `${found?.total ?? 0} entries are coming in, all of them or none.`
                }}
                You can go on meanwhile, or close this.
            </p>
            <NProgress
                type="line"
                aria-label="It is at work"
                :percentage="100"
                processing
                :show-indicator="false"
            />
            <NButton
                v-if="found?.taking?.state === 'waiting'"
                class="press"
                data-test="import-stop"
                @click="stop"
                >Leave it out</NButton
            >
        </div>
        <TableColumns
            v-else-if="found && phase === 'columns'"
            :key="found.id"
            :found="found"
            @choose="chooseColumns"
            @leave="stop"
        />
        <ImportPreview
            v-else-if="found"
            :key="found.id"
            :found="found"
            :busy="phase === 'taking'"
            @take="take"
            @leave="stop"
        />
        <p v-if="trouble" class="mistake" role="alert" data-test="import-trouble">{{ trouble }}</p>
    </section>
</template>

<style scoped>
h2 {
    margin: 0 0 8px;
    font-size: 1.0625rem;
}
.drop {
    text-align: center;
    line-height: 1.7;
}
small {
    color: var(--muted);
}
.going {
    display: flex;
    flex-direction: column;
    gap: 8px;
    align-items: start;
    width: 100%;
}
p {
    margin: 0;
}
.mistake {
    margin-top: 8px;
}
</style>
