<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import StoneTick from '@/shared/StoneTick.vue'
import { length, namedDate, timeOf } from '@/shared/time'
import { useChoice } from '@/choice/useChoice'
import { paint, useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { computed, ref } from 'vue'
import { drag, useCarrying } from './drag'
import { carriedOccurrence, useMoves } from './useMoves'
import { useTicks } from './useTicks'

/** Pixels: where it stands in its column, and how tall the travel before it and the margin after it are. */
const props = defineProps<{ one: Occurrence; top: number; height: number; travelHeight: number; marginHeight: number; continues: boolean }>()
const emit = defineEmits<{ open: [] }>()

const account = useAccount()
const { calendar } = useAreas()
const { hue } = useChoice()
const view = useView()
const { drop } = useMoves()
const { tick } = useTicks()

const isShort = computed(() => props.height < 34)
const from = computed(() => timeOf(props.one.start, account.value.clock))
const to = computed(() => timeOf(props.one.end, account.value.clock))
const isCarried = computed(() => drag.carried?.entryId === props.one.entry_id && drag.carried.recurrenceId === props.one.recurrence_id)
const reading = computed(() => [
    props.one.title, namedDate(props.one.start), `${from.value} to ${to.value}`, calendar(props.one.calendar_id)?.name,
    props.one.done ? 'done' : '', props.one.moved ? 'moved from its rhythm' : '', props.one.protected ? 'protected' : '', props.one.private ? 'private' : '',
    props.one.meets.length ? `double-booked with ${props.one.meets.join(' and ')}` : '', props.one.travel ? `${length(props.one.travel)} travel before` : '', props.one.margin ? `${length(props.one.margin)} margin after` : '', props.one.tentative ? 'tentative' : '', props.one.place,
].filter(Boolean).join(', '))
const facts = computed(() => [props.one.place, props.one.steps > 0 ? `${props.one.steps_done} of ${props.one.steps} steps` : '', props.one.tentative ? 'tentative' : '', props.one.private ? 'private' : '', props.one.moved ? 'moved' : '', ...props.one.labels].filter(Boolean).join(' · '))
const place = computed(() => ({
    top: `${props.top}px`,
    height: `${props.height}px`,
    left: `calc(${(props.one.lane / props.one.lanes) * 100}% + 2px)`,
    width: `calc(${100 / props.one.lanes}% - 5px)`,
}))

const element = ref<HTMLElement | null>(null)
const topGrip = ref<HTMLElement | null>(null)
const bottomGrip = ref<HTMLElement | null>(null)
const carried = () => carriedOccurrence(props.one, hue(props.one))
/** With Ctrl a press chooses it, to do something with several at once. */
function press(event: MouseEvent): void {
    if (event.ctrlKey || event.metaKey) view.choose(props.one.key)
    else emit('open')
}
useCarrying(element, { carried, drop })
useCarrying(topGrip, { carried, drop, grip: 'top' })
useCarrying(bottomGrip, { carried, drop, grip: 'bottom' })
</script>

<template>
    <div class="place" :style="{ ...place, ...paint(hue(one)) }">
        <div v-if="marginHeight > 0" class="travel margin" :style="{ height: `${marginHeight}px` }" :title="`${length(one.margin)} margin after`" />
        <div v-if="travelHeight > 0" class="travel" :style="{ height: `${travelHeight}px` }" :title="`${length(one.travel)} travel before`" />
        <article
            ref="element" class="block" tabindex="0" data-tile data-test="block" :data-title="one.title" :data-key="one.key" :data-entry="one.entry_id" :data-date="one.start.slice(0, 10)"
            :class="{ short: isShort, snug: height < 54, done: one.done, chosen: view.chosen.has(one.key), protected: one.protected, conflict: one.meets.length > 0, free: !one.busy || one.tentative, carried: isCarried }"
            :aria-label="reading" :title="reading" @click="press($event)" @keydown.enter="emit('open')"
        >
            <StoneTick v-if="one.kind === 'task'" :done="one.done" :label="one.title" @turn="tick(one)" />
            <div class="words">
                <span class="title">{{ one.title }}</span>
                <span class="when">{{ isShort ? from : `${from}–${to}` }}</span>
                <span v-if="!isShort && facts !== ''" class="more">
                    {{ facts }}
                </span>
            </div>
            <div v-show="!continues && height >= 20" ref="topGrip" class="grip upper" data-test="grip-top" @click.stop />
            <div ref="bottomGrip" class="grip lower" data-test="grip-bottom" @click.stop />
        </article>
    </div>
</template>

<style scoped>
.place { position: absolute; z-index: 2; }
.travel { position: absolute; bottom: 100%; left: 6px; right: 6px; background: repeating-linear-gradient(90deg, color-mix(in srgb, var(--c) 45%, transparent) 0 1px, transparent 1px 6px); border-top: 1px solid color-mix(in srgb, var(--c) 45%, transparent); }
.margin { bottom: auto; top: 100%; border-top: 0; border-bottom: 1px solid color-mix(in srgb, var(--c) 45%, transparent); }
.block { position: relative; height: 100%; overflow: hidden; border-radius: 6px; border: 1px solid color-mix(in srgb, var(--c) 34%, var(--sheet)); border-top: 3px solid var(--c); background-color: color-mix(in srgb, var(--c) 15%, var(--sheet)); padding: 1px 5px; display: flex; gap: 3px; cursor: grab; touch-action: none; user-select: none; transition: box-shadow 140ms; }
.block:hover, .block:focus-visible { box-shadow: var(--shadow); z-index: 4; }
.block.protected { background-image: repeating-linear-gradient(135deg, color-mix(in srgb, var(--c) 13%, transparent) 0 8px, transparent 8px 16px); }
.block.free { border-style: dashed; border-top-style: solid; }
.block.short { border-top-width: 1px; border-top-color: color-mix(in srgb, var(--c) 34%, var(--sheet)); border-left: 4px solid var(--c); align-items: center; padding: 0 4px; }
.block.conflict { outline: 2px solid var(--trouble); outline-offset: -1px; }
.block.conflict:focus-visible { outline-color: var(--plum); }
.block.done { background-color: color-mix(in srgb, var(--c) 6%, var(--sheet)); border-color: color-mix(in srgb, var(--c) 22%, var(--sheet)); border-top-color: color-mix(in srgb, var(--c) 50%, var(--sheet)); }
.block.done.short { border-top-color: color-mix(in srgb, var(--c) 22%, var(--sheet)); border-left-color: color-mix(in srgb, var(--c) 50%, var(--sheet)); }
.block.done .title, .block.done .when, .block.done .more { color: var(--muted); }
.block.chosen { outline: 3px solid var(--plum); outline-offset: 0; }
.block.carried { opacity: .35; }
.words { min-width: 0; flex: 1; display: flex; flex-direction: column; line-height: 1.22; }
.title { font-size: 12.5px; overflow: hidden; text-overflow: ellipsis; display: -webkit-box; -webkit-line-clamp: 2; -webkit-box-orient: vertical; overflow-wrap: anywhere; }
.when, .more { color: var(--c-text); font-size: 11.5px; white-space: nowrap; overflow: hidden; text-overflow: ellipsis; }
.snug .title { -webkit-line-clamp: 1; }
.short .words { flex-direction: row; align-items: baseline; gap: 4px; }
.short .title { display: block; white-space: nowrap; flex: 1; min-width: 0; line-height: 1.05; font-size: 12px; }
.short .when { flex: none; line-height: 1.05; font-size: 11px; }
.short :deep(.stone) { height: 100%; width: 20px; margin: 0 -5px; }
.short :deep(svg) { width: 9px; height: 11px; }
.block { container-type: inline-size; }
@container (max-width: 92px) {
    .short .when { display: none; }
    .when { white-space: normal; }
}
.grip { position: absolute; left: 0; right: 0; height: 5px; cursor: ns-resize; touch-action: none; }
.upper { top: 0; }
.lower { bottom: 0; }
</style>
