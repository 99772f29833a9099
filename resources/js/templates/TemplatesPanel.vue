<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Template } from '@/api/types'
import NothingHere from '@/shared/NothingHere.vue'
import SidePanel from '@/shared/SidePanel.vue'
import { length, time } from '@/shared/time'
import { useAccount, useAreas, useTemplates } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import KeepBlocks from './KeepBlocks.vue'
import NextWeek from './NextWeek.vue'
import StampForm from './StampForm.vue'
import TemplateForm from './TemplateForm.vue'

/** Entries, days and weeks that are kept to be stamped again. */
const emit = defineEmits<{ close: [] }>()
const view = useView()
const account = useAccount()
const templates = useTemplates()
const { colour } = useAreas()
const { change } = useChanges()
const show = ref<'list' | 'keep' | 'week' | 'stamp' | 'change'>(
    view.templates.id ? 'stamp' : view.templates.show,
)
const id = ref(view.templates.id ?? null)
const chosen = computed(() => templates.value.find((one) => one.id === id.value))
const GROUPS = [
    ['entry', 'Entries'],
    ['day', 'Days'],
    ['week', 'Weeks'],
] as const

function turn(to: typeof show.value, one?: Template): void {
    id.value = one?.id ?? null
    show.value = to
}
function remove(one: Template): void {
    void change(`The template “${one.name}” is gone; what was stamped stays.`, () =>
        answerOf(api.DELETE('/templates/{template}', { params: { path: { template: one.id } } })).then(
            () => true,
        ),
    )
}
function facts(one: Template): string {
    const first = one.parts[0]
    if (one.kind === 'entry' && first)
        return first.at === null
            ? 'without an hour'
            : `${time(first.at, account.value.clock)}, ${length(first.length)}`
    return `${one.parts.length} ${one.parts.length === 1 ? 'entry' : 'entries'}`
}
const title = computed(() =>
    show.value === 'keep'
        ? 'Keep as a template'
        : show.value === 'week'
          ? 'Next week like this one'
          : show.value === 'list'
            ? 'Templates'
            : (chosen.value?.name ?? 'Templates'),
)
</script>

<template>
    <SidePanel :title="title" :width="620" @close="emit('close')">
        <div data-test="templates">
            <p v-if="show !== 'list'">
                <NButton text class="plain" data-test="to-templates" @click="turn('list')"
                    >‹ all templates</NButton
                >
            </p>
            <template v-if="show === 'list'">
                <p class="presses">
                    <NButton class="press" data-test="keep-blocks" @click="turn('keep')"
                        >Keep a day or a week…</NButton
                    >
                    <NButton class="press" data-test="next-week" @click="turn('week')"
                        >Next week like this one…</NButton
                    >
                </p>
                <NothingHere v-if="templates.length === 0"
                    >What comes again in the same shape can be kept here: an entry from its sheet, a day or a
                    week from the board. It is stamped where it is wanted, or dragged from beside the
                    basket.</NothingHere
                >
                <template v-for="[kind, words] in GROUPS" :key="kind">
                    <template v-if="templates.some((one) => one.kind === kind)">
                        <h2>{{ words }}</h2>
                        <article
                            v-for="one in templates.filter((other) => other.kind === kind)"
                            :key="one.id"
                            :data-hue="colour(one.parts[0]?.calendar_id ?? '')"
                            data-test="template"
                            :data-title="one.name"
                        >
                            <span
                                ><b>{{ one.name }}</b>
                                <small
                                    >{{ facts(one)
                                    }}{{ one.to_come > 0 ? ` · ${one.to_come} to come` : '' }}</small
                                ></span
                            >
                            <span class="presses">
                                <NButton
                                    class="press"
                                    type="primary"
                                    data-test="stamp"
                                    @click="turn('stamp', one)"
                                    >Stamp</NButton
                                >
                                <NButton
                                    class="press"
                                    data-test="change-template"
                                    @click="turn('change', one)"
                                    >Change</NButton
                                >
                                <NButton
                                    text
                                    class="plain"
                                    :aria-label="`Take out ${one.name}`"
                                    @click="remove(one)"
                                    >take out</NButton
                                >
                            </span>
                        </article>
                    </template>
                </template>
            </template>
            <KeepBlocks v-else-if="show === 'keep'" @kept="turn('list')" />
            <NextWeek v-else-if="show === 'week'" @done="emit('close')" />
            <StampForm
                v-else-if="show === 'stamp' && chosen"
                :key="chosen.id"
                :template="chosen"
                @done="emit('close')"
            />
            <TemplateForm
                v-else-if="show === 'change' && chosen"
                :key="chosen.id"
                :template="chosen"
                @done="turn('list')"
            />
        </div>
    </SidePanel>
</template>

<style scoped>
h2 {
    margin: 14px 0 4px;
    font-size: 1rem;
}
article {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: center;
    justify-content: space-between;
    padding: 6px 0 6px 10px;
    margin-bottom: 5px;
    border-left: 4px solid var(--c);
}
small {
    display: block;
    color: var(--muted);
}
.presses {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
</style>
