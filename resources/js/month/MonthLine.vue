<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import LeadUpMark from '@/shared/LeadUpMark.vue'
import { leadUpWords } from '@/shared/leadUps'
import StoneTick from '@/shared/StoneTick.vue'
import { namedDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** One title in a day of the month. */
const props = defineProps<{ one: Occurrence }>()

const account = useAccount()
const { hue } = useChoice()
const view = useView()
const when = computed(() => (props.one.all_day ? '' : timeOf(props.one.start, account.value.clock)))
</script>

<template>
    <article
        class="line"
        tabindex="0"
        data-tile
        data-carry
        data-test="month-line"
        :data-title="one.title"
        :data-key="one.key"
        :data-date="one.start.slice(0, 10)"
        :data-hue="hue(one)"
        :class="{
            done: one.done,
            must: one.importance === 'must',
            chosen: view.chosen.has(one.key),
            free: !one.busy || one.tentative,
        }"
        :title="[`${when} ${one.title}`.trim(), ...leadUpWords(one)].join(' · ')"
        :aria-label="
            [
                `${one.title}, ${namedDate(one.start)} ${when}${one.done ? ', done' : ''}`,
                ...leadUpWords(one),
            ].join(', ')
        "
    >
        <StoneTick v-if="one.kind === 'task'" :done="one.done" :label="one.title" />
        <i v-else class="mark" />
        <span class="title">{{ one.title }}</span>
        <LeadUpMark :toward="one.toward" :lead-ups="one.leadUps" />
        <span v-if="when" class="when">{{ when }}</span>
    </article>
</template>

<style scoped>
.line {
    display: flex;
    align-items: center;
    gap: 3px;
    height: 18px;
    padding: 0 2px;
    border-radius: 4px;
    font-size: 0.75rem;
    cursor: grab;
    user-select: none;
    min-width: 0;
}
.line:hover {
    background: color-mix(in srgb, var(--c) 12%, transparent);
}
.mark {
    flex: none;
    width: 3px;
    height: 12px;
    margin: 0 5px 0 4px;
    border-radius: 2px;
    background: var(--c);
}
.line .stone {
    height: 18px;
    width: 18px;
    margin: 0 -2px;
}
.line .stone::before {
    width: 7px;
    height: 10px;
}
.title {
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
.when {
    flex: none;
    font-size: 0.6875rem;
    color: var(--c-text);
}
.must .title {
    font-weight: 650;
}
.done .title {
    text-decoration: line-through;
    color: var(--muted);
    font-weight: 400;
}
.done .when {
    color: var(--muted);
}
.free .title {
    font-style: italic;
}
.chosen {
    outline: 2px solid var(--plum);
}
@media (max-width: 760px) {
    .when {
        display: none;
    }
    .line .stone {
        display: none;
    }
    .line {
        font-size: 0.6875rem;
    }
    .mark {
        margin: 0 2px 0 0;
    }
}
</style>
