<script setup lang="ts">
import type { Import } from '@/api/types'
import OneOf from '@/choice/OneOf.vue'
import SelectField from '@/shared/SelectField.vue'
import { useAccount, useAreas } from '@/state/server'
import { NButton, NTabPane, NTabs } from 'naive-ui'
import { computed, ref } from 'vue'
import ImportLines from './ImportLines.vue'
import type { Known, Target } from './useImport'

/** What is in a file: how much of it is new, what cannot be kept, where each of its calendars goes, and then one press. */
const props = defineProps<{ found: Import; busy: boolean }>()
const emit = defineEmits<{ take: [targets: Target[], known: Known]; leave: [] }>()

const KNOWN = [
    ['newer', 'change those that the file has in a later state'],
    ['all', 'change all that differ'],
    ['leave', 'leave them as they are here'],
] as const

const account = useAccount()
const { areas, calendars } = useAreas()
const known = ref<Known>('newer')
const counts = computed(() => props.found.counts)
const knownCount = computed(() => counts.value.same + counts.value.newer + counts.value.older)
const takes = computed(() => counts.value.new + counts.value.newer + counts.value.older)

const NOWHERE = ''
/** Where a calendar of that name would go first: into one of the same name, else into that for new entries. */
function usual(name: string): string {
    const same = calendars.value.find((one) => one.name.toLowerCase() === name.toLowerCase())
    return `calendar ${same?.id ?? account.value.default_calendar_id ?? calendars.value[0]?.id ?? ''}`
}
const chosen = ref(props.found.calendars.map((one) => (one.entries === 0 ? NOWHERE : usual(one.name))))
const optionsFor = (name: string): (readonly [string, string, string?])[] => [
    [NOWHERE, 'nowhere: leave it out'],
    ...areas.value.flatMap((area) => [
        ...area.calendars.map((one) => [`calendar ${one.id}`, one.name, area.name] as const),
        [`area ${area.id}`, `a new calendar “${nameOf(name)}”`, area.name] as const,
    ]),
]
/** A file that gives its calendar no name is called after itself. */
const nameOf = (name: string): string =>
    (name || props.found.name.replace(/\.\w+$/, '') || 'Brought in').slice(0, 60)
function target(i: number): Target {
    const [kind, id] = (chosen.value[i] ?? NOWHERE).split(' ')
    if (kind === 'calendar' && id) return { calendar_id: id }
    if (kind === 'area' && id) return { area_id: id, name: nameOf(props.found.calendars[i]?.name ?? '') }
    return null
}
const goesNowhere = computed(() => chosen.value.every((one) => one === NOWHERE))

const TABS = [
    ['refused', 'cannot be kept'],
    ['repaired', 'read otherwise'],
    ['new', 'new'],
    ['newer', 'later in the file'],
    ['older', 'later here'],
    ['same', 'the same here'],
] as const
const tabs = computed(() =>
    TABS.map(([name, words]) => ({
        name,
        words,
        count: name === 'repaired' ? props.found.lines.repaired.length : counts.value[name],
    })).filter((one) => one.count > 0),
)
</script>

<template>
    <div class="preview" data-test="import-preview">
        <p>
            <b>{{ found.name }}</b>
            {{
                found.total === 0
                    ? 'has no entries in it.'
                    : found.total === 1
                      ? 'has one entry in it:'
                      : `has ${found.total} entries in it:`
            }}
            <span v-if="found.total > 0" data-test="import-counts"
                >{{ counts.new }} new<template v-if="knownCount > 0">, {{ knownCount }} here already</template
                ><template v-if="counts.refused > 0"
                    >, <b class="bad">{{ counts.refused }} that cannot be kept</b></template
                >.</span
            >
        </p>
        <div class="where">
            <label v-for="(one, i) in found.calendars" :key="i">
                <span
                    >{{ one.name || 'The calendar in it' }}
                    <small>{{ one.entries === 1 ? '1 entry' : `${one.entries} entries` }}</small></span
                >
                goes into
                <SelectField
                    :model-value="chosen[i] ?? NOWHERE"
                    :label="`Where ${one.name || 'it'} goes`"
                    :options="optionsFor(one.name)"
                    @update:model-value="(value) => (chosen[i] = value)"
                />
            </label>
        </div>
        <template v-if="counts.newer + counts.older > 0">
            <h3>Of those that are here and differ</h3>
            <OneOf v-model="known" label="known" :options="KNOWN" />
        </template>
        <NTabs v-if="tabs.length > 0" type="line" size="small" animated :default-value="tabs[0]?.name">
            <NTabPane v-for="tab in tabs" :key="tab.name" :name="tab.name" :tab="`${tab.count} ${tab.words}`">
                <ImportLines :lines="found.lines[tab.name]" :total="tab.count" />
            </NTabPane>
        </NTabs>
        <div class="foot">
            <NButton
                type="primary"
                class="press"
                :loading="busy"
                :disabled="takes === 0 || goesNowhere"
                data-test="import-take"
                @click="
                    emit(
                        'take',
                        found.calendars.map((_, i) => target(i)),
                        known,
                    )
                "
                >Bring it in</NButton
            >
            <NButton class="press" :disabled="busy" data-test="import-leave" @click="emit('leave')"
                >Leave it</NButton
            >
            <small>One press of undo takes all of it out again.</small>
        </div>
    </div>
</template>

<style scoped>
.preview > p {
    margin: 0 0 12px;
}
.bad {
    color: var(--trouble);
}
h3 {
    margin: 14px 0 6px;
    font-size: 0.9375rem;
}
.where {
    display: flex;
    flex-direction: column;
    gap: 8px;
    margin-bottom: 12px;
}
.where label {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
.where label > span {
    font-weight: 600;
}
.where :deep(.select) {
    width: 260px;
}
small {
    color: var(--muted);
    font-weight: 400;
}
.foot {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
    margin-top: 12px;
}
</style>
