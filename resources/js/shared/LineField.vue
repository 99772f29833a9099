<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import TheirLine from '@/shared/TheirLine.vue'
import type { WrittenLines } from '@/shared/lines'

/** A line under a question: kept when the field is left; where another window has written another, both are shown. */
defineProps<{ lines: WrittenLines; question: string; rows: number; test?: string }>()
</script>

<template>
    <label
        >{{ question }}
        <TextField
            :model-value="lines.of(question)"
            :rows="rows"
            :maxlength="4000"
            :label="question"
            :test="test"
            @update:model-value="lines.write(question, $event)"
            @change="lines.isDirty() && lines.keep()"
        />
        <TheirLine
            v-if="lines.theirs(question) !== null"
            :text="lines.theirs(question)!"
            @settle="(way) => lines.settle(question, way)"
        />
    </label>
</template>
