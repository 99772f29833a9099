<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Template } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'
import TextField from '@/shared/TextField.vue'
import TimeField from '@/shared/TimeField.vue'
import { longWeekday, plusDays } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useUnsaved } from '@/state/unsaved'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

/** A template, changed; whether what was stamped from it and is to come follows, is asked. */
const props = defineProps<{ template: Template }>()
const emit = defineEmits<{ done: [] }>()

const account = useAccount()
const { colour } = useAreas()
const { change } = useChanges()
const name = ref(props.template.name)
const parts = ref(props.template.parts.map((part) => ({ ...part })))
const asks = ref(false)
const before = JSON.stringify([props.template.name, props.template.parts])
const isChanged = computed(() => JSON.stringify([name.value, parts.value]) !== before)
useUnsaved('the template', isChanged)
/** Weekday of a day of the week it is. */
const dayName = (day: number): string =>
    longWeekday(plusDays('2024-01-01', (account.value.first_weekday - 1 + day) % 7))

async function save(follow: boolean): Promise<void> {
    if (props.template.to_come > 0 && !asks.value) {
        asks.value = true
        return
    }
    const saved = await change(
        `Changed the template “${name.value.trim()}”${follow ? ', and what is to come' : ''}.`,
        () =>
            answerOf(
                api.PATCH('/templates/{template}', {
                    params: { path: { template: props.template.id } },
                    body: {
                        name: name.value.trim(),
                        parts: parts.value.map(({ part, at, length, title }) => ({
                            part,
                            at,
                            length,
                            title,
                        })),
                        follow,
                        version: props.template.version,
                    },
                }),
            ).then(() => true),
    )
    if (saved) emit('done')
}
</script>

<template>
    <form data-test="template-form" @submit.prevent="save(false)">
        <TextField v-model="name" :maxlength="60" label="Name of the template" test="template-name" />
        <p v-for="(part, i) in parts" :key="part.part" class="part" :data-hue="colour(part.calendar_id)">
            <span v-if="template.kind === 'week'" class="day">{{ dayName(part.day) }}</span>
            <TextField
                v-model="part.title"
                class="title"
                :maxlength="250"
                :label="`Title of ${part.title}`"
                test="part-title"
            />
            <template v-if="part.at !== null">
                <TimeField
                    :minute="part.at"
                    :clock="account.clock"
                    :label="`When ${part.title} begins`"
                    @choose="(minute) => (part.at = minute)"
                />
                <NumberField
                    :value="part.length"
                    :min="0"
                    :max="1440"
                    :label="`Minutes of ${part.title}`"
                    @change="(n) => (part.length = n ?? part.length)"
                />
                min
            </template>
            <span v-else class="muted">on the list</span>
            <NButton
                v-if="parts.length > 1"
                text
                class="plain"
                :aria-label="`Take out ${part.title}`"
                @click="parts.splice(i, 1)"
                >take out</NButton
            >
        </p>
        <p v-if="asks" class="row" role="alert">
            {{
                template.to_come === 1
                    ? 'One that was stamped is to come.'
                    : `${template.to_come} that were stamped are to come.`
            }}
            Do they follow?
            <NButton class="press" type="primary" data-test="follow-yes" @click="save(true)"
                >They follow</NButton
            >
            <NButton class="press" data-test="follow-no" @click="save(false)">They stay</NButton>
        </p>
        <p v-else class="row">
            <NButton
                class="press"
                type="primary"
                attr-type="submit"
                :disabled="!isChanged || name.trim() === ''"
                data-test="save-template"
                >Save</NButton
            >
        </p>
    </form>
</template>

<style scoped>
.part {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
    margin: 6px 0;
    padding-left: 8px;
    border-left: 3px solid var(--c);
}
.title {
    flex: 1 1 180px;
}
.day {
    min-width: 84px;
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin-top: 14px;
}
.muted {
    color: var(--muted);
}
</style>
