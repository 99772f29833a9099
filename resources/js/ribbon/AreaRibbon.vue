<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import type { Area, AreaTally } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { hours } from '@/shared/time'
import { useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { computed } from 'vue'

/** Legend, filter and hours meter of the life areas in one. */
const props = defineProps<{ tallies: AreaTally[] }>()

const view = useView()
const { areas } = useAreas()
const { change } = useChanges()
const { scheme, legend } = useChoice()

const most = computed(() =>
    Math.max(60, ...props.tallies.map((one) => Math.max(one.placed, one.intended ?? 0))),
)
const tabs = computed(() =>
    areas.value.map((area) => {
        const { placed, intended } = props.tallies.find((one) => one.area_id === area.id) ?? {
            placed: 0,
            intended: null,
        }
        // With an intention the bar is measured against it, with a little room beyond; without one, against the fullest area.
        const scale = intended ? Math.max(intended * 1.25, placed) : most.value
        return {
            area,
            placed,
            intended,
            share: (placed / scale) * 100,
            tick: intended ? (intended / scale) * 100 : null,
            off: view.soloArea ? view.soloArea !== area.id : area.hidden,
            words:
                props.tallies.length === 0
                    ? ''
                    : `${hours(placed)}${intended ? ` / ${hours(intended)}` : ''} h`,
        }
    }),
)

/** Shows this area and no other, or all again. */
function onlyThis(area: Area): void {
    view.soloArea = view.soloArea === area.id ? null : area.id
}
function turn(area: Area, event: MouseEvent): void {
    if (event.altKey) onlyThis(area)
    else if (view.soloArea) view.soloArea = null
    else
        void change(area.hidden ? `“${area.name}” is shown again.` : `“${area.name}” is hidden.`, () =>
            answerOf(
                api.PATCH('/areas/{area}', {
                    params: { path: { area: area.id } },
                    body: { hidden: !area.hidden },
                }),
            ),
        )
}
</script>

<template>
    <div v-if="legend.length > 0" class="legend" data-test="legend">
        <span class="by">by {{ scheme }}</span>
        <span v-for="one in legend" :key="one.words" class="item" :data-hue="one.colour"
            ><i />{{ one.words }}</span
        >
    </div>
    <nav class="ribbon" data-one-stop=".tab" aria-label="Life areas">
        <button
            v-for="tab in tabs"
            :key="tab.area.id"
            class="tab"
            :class="{ off: tab.off }"
            :data-hue="legend.length > 0 ? 'slate' : tab.area.colour"
            :aria-pressed="!tab.off"
            data-test="area-tab"
            :data-name="tab.area.name"
            :title="`${tab.area.name}: ${tab.words}${tab.intended ? ' intended' : ''}. Press to ${tab.area.hidden ? 'show' : 'hide'}, with Alt, or O, to see only this one.`"
            @click="turn(tab.area, $event)"
            @keydown.o.prevent.stop="onlyThis(tab.area)"
        >
            <span class="row"
                ><b>{{ tab.area.name }}</b
                ><span class="hours">{{ tab.words }}</span></span
            >
            <span v-if="tallies.length > 0" class="meter"
                ><i :style="{ width: `${tab.share}%` }" /><em
                    v-if="tab.tick !== null"
                    :style="{ left: `${tab.tick}%` }"
            /></span>
        </button>
    </nav>
</template>

<style scoped>
.ribbon {
    flex: none;
    display: flex;
    min-width: 0;
    height: 46px;
    overflow-x: auto;
    scrollbar-width: none;
    border-bottom: 1px solid var(--line);
    background: var(--sheet);
}
.legend {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    gap: 2px 12px;
    align-items: center;
    padding: 4px 12px;
    border-bottom: 1px solid var(--line);
    background: var(--well);
    font-size: 0.75rem;
}
.by {
    color: var(--muted);
}
.item {
    display: inline-flex;
    align-items: center;
    gap: 4px;
    white-space: nowrap;
}
.item i {
    width: 10px;
    height: 10px;
    border-radius: 3px;
    background: var(--c);
}
.tab {
    flex: 1 0 128px;
    min-width: 0;
    background: none;
    border: 0;
    border-right: 1px solid var(--line);
    padding: 6px 12px 5px;
    text-align: left;
    display: flex;
    flex-direction: column;
    justify-content: center;
    gap: 5px;
}
.tab:hover {
    background: color-mix(in srgb, var(--c) 7%, transparent);
}
.row {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 6px;
}
b {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-weight: 650;
}
.hours {
    color: var(--muted);
    white-space: nowrap;
}
.meter {
    position: relative;
    height: 6px;
    border-radius: 3px;
    background: var(--meter);
}
.meter i {
    display: block;
    height: 100%;
    border-radius: 3px;
    background: var(--c);
    transition: width 160ms;
}
.meter em {
    position: absolute;
    top: -4px;
    width: 2px;
    height: 14px;
    background: var(--ink);
}
.off b,
.off .hours {
    text-decoration: line-through;
    color: var(--muted);
}
.off .meter {
    opacity: 0.4;
}
@media (max-width: 760px) {
    .ribbon {
        height: 40px;
    }
    .tab {
        flex: 0 0 auto;
        min-width: 128px;
    }
}
</style>
