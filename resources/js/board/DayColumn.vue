<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { leadUpWords } from '@/shared/leadUps'
import { outdoorWarnings } from '@/shared/outdoors'
import { textScale } from '@/shared/textSize'
import { length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import { RouterLink, useRoute } from 'vue-router'
import type { Block, Crowd } from './blocks'

/**
 * The blocks of one day in its hours. They are plain markup in one part, each naming what it shows: a full week has
 * hundreds of them, and they must be there within a blink of turning the page.
 */
const props = defineProps<{ blocks: Block[]; crowds: Crowd[]; date: string }>()

const account = useAccount()
const { calendar } = useAreas()
const { hue } = useChoice()
const view = useView()
const route = useRoute()

/** What is kept before and after something. */
function beforeWords(one: Occurrence): string {
    return [
        one.travel ? `${length(one.travel)} travel before` : '',
        one.margin_before ? `${length(one.margin_before)} margin before` : '',
    ]
        .filter(Boolean)
        .join(', ')
}
function afterWords(one: Occurrence): string {
    return [
        one.margin ? `${length(one.margin)} margin after` : '',
        one.travel_back ? `${length(one.travel_back)} travel back` : '',
    ]
        .filter(Boolean)
        .join(', ')
}
const keptWords = (one: Occurrence): string[] => [beforeWords(one), afterWords(one)]
const warned = (one: Occurrence): string[] =>
    outdoorWarnings(
        one,
        view.days.find((day) => day.date === one.start.slice(0, 10)),
    )
function reading(one: Occurrence, from: string, to: string): string {
    return [
        one.title,
        namedDate(one.start),
        `${from} to ${to}`,
        calendar(one.calendar_id)?.name,
        one.done ? 'done' : '',
        one.moved ? 'moved from its rhythm' : '',
        one.protected ? 'protected' : '',
        one.private ? 'private' : '',
        ...leadUpWords(one),
        ...warned(one),
        one.meets.length ? `double-booked with ${one.meets.join(' and ')}` : '',
        ...keptWords(one),
        one.tentative ? 'tentative' : '',
        one.place,
    ]
        .filter(Boolean)
        .join(', ')
}
/** What there is room for under its hours, the line of its notes last. */
function facts(one: Occurrence, tall: number, wide: number): string {
    if (tall < 50) return ''
    return [
        ...warned(one),
        ...leadUpWords(one),
        one.place,
        one.steps > 0 ? `${one.steps_done} of ${one.steps} steps` : '',
        one.tentative ? 'tentative' : '',
        one.private ? 'private' : '',
        one.moved ? 'moved' : '',
        ...one.labels,
        tall < 74 || wide < SLIM ? '' : one.first_line,
    ]
        .filter(Boolean)
        .join(' · ')
}
/** Pixels at the usual size of text: of a block with one line, and of one beside others. */
const SHORT = 34
const SLIM = 100
/** How it looks, as names of styles. */
function looks({ one, height, width }: Block, scale: number): string {
    const [tall, wide] = [height / scale, width / scale]
    return [
        'block',
        tall < SHORT && 'short',
        tall >= 26 && tall < SHORT && wide < SLIM && 'paired',
        tall < 54 && 'snug',
        wide < SLIM && 'slim',
        tall >= 74 && 'roomy',
        one.kind === 'task' && 'ticked',
        one.done && 'done',
        one.protected && 'protected',
        one.meets.length > 0 && 'conflict',
        (!one.busy || one.tentative) && 'free',
    ]
        .filter(Boolean)
        .join(' ')
}

const drawn = computed(() =>
    props.blocks.map((block) => {
        const { one, top, height, continues } = block
        const [from, to] = [timeOf(one.start, account.value.clock), timeOf(one.end, account.value.clock)]
        const tall = height / textScale.value
        const across = `left:calc(${(block.lane / block.lanes) * 100}% + 2px);width:calc(${100 / block.lanes}% - 5px)`
        return {
            one,
            hue: hue(one),
            looks: looks(block, textScale.value),
            style: `top:${top}px;height:${height}px;${across}`,
            reading: reading(one, from, to),
            date: one.start.slice(0, 10),
            ends: continues || height < 20 ? 'bottom' : 'top bottom',
            when: tall < SHORT ? from : `${from}–${to}`,
            facts: facts(one, tall, block.width / textScale.value),
            across,
        }
    }),
)
/** Travel before and margin after, as pale combs. */
const combs = computed(() =>
    drawn.value.flatMap(({ one, hue, across }, i) => {
        const { top, height, travel, margin } = props.blocks[i]!
        return [
            ...(travel > 0
                ? [
                      {
                          hue,
                          key: `${one.key} before`,
                          looks: 'comb',
                          style: `top:${top - travel}px;height:${travel}px;${across}`,
                          words: beforeWords(one),
                      },
                  ]
                : []),
            ...(margin > 0
                ? [
                      {
                          hue,
                          key: `${one.key} after`,
                          looks: 'comb after',
                          style: `top:${top + height}px;height:${margin}px;${across}`,
                          words: afterWords(one),
                      },
                  ]
                : []),
        ]
    }),
)
</script>

<template>
    <i
        v-for="comb in combs"
        :key="comb.key"
        :class="comb.looks"
        :data-hue="comb.hue"
        :style="comb.style"
        :title="comb.words"
    />
    <article
        v-for="block in drawn"
        :key="block.one.key"
        :class="view.chosen.has(block.one.key) ? `${block.looks} chosen` : block.looks"
        :style="block.style"
        tabindex="0"
        data-tile
        data-carry
        data-test="block"
        :data-title="block.one.title"
        :data-key="block.one.key"
        :data-entry="block.one.entry_id"
        :data-date="block.date"
        :data-ends="block.ends"
        :data-hue="block.hue"
        :aria-label="block.reading"
        :title="block.reading"
    >
        <button
            v-if="block.one.kind === 'task'"
            class="stone"
            role="checkbox"
            tabindex="-1"
            :aria-checked="block.one.done"
            :aria-label="block.one.done ? `${block.one.title} is done` : `Tick ${block.one.title} off`"
            data-test="stone"
        />
        <span class="title">{{ block.one.title }}</span>
        <span class="when">{{ block.when }}</span>
        <span v-if="block.facts" class="more">{{ block.facts }}</span>
    </article>
    <RouterLink
        v-for="crowd in crowds"
        :key="`crowd ${crowd.top}`"
        class="crowd"
        :to="{ name: 'day', params: { date }, query: route.query }"
        :style="`top:${crowd.top}px;height:${crowd.height}px;left:calc(${100 - 100 / crowd.lanes}% + 2px);width:calc(${100 / crowd.lanes}% - 5px)`"
        :title="`${crowd.titles.join(', ')}. Press to see the whole day.`"
        data-test="crowd"
        >and {{ crowd.titles.length }} more</RouterLink
    >
</template>

<style scoped>
.comb {
    position: absolute;
    z-index: 1;
    border: 0 solid transparent;
    border-inline-width: 6px;
    background: repeating-linear-gradient(90deg, var(--c-comb) 0 1px, transparent 1px 6px) padding-box;
    box-shadow: 0 -1px 0 var(--c-comb);
}
.comb.after {
    box-shadow: 0 1px 0 var(--c-comb);
}
.block {
    position: absolute;
    z-index: 2;
    contain: layout paint;
    overflow: hidden;
    border-radius: 6px;
    border: 1px solid var(--c-edge);
    border-top: 3px solid var(--c);
    background-color: var(--c-tint);
    padding: 1px 5px;
    line-height: 1.22;
    cursor: grab;
    user-select: none;
}
.block.ticked {
    padding-left: 24px;
}
.block .stone {
    position: absolute;
    left: 5px;
    top: 1px;
}
.crowd {
    position: absolute;
    z-index: 2;
    display: grid;
    place-items: center;
    overflow: hidden;
    border: 1px dashed var(--line-strong);
    border-radius: 6px;
    background: var(--paper);
    color: var(--plum);
    font-size: 0.6875rem;
    line-height: 1.1;
    text-align: center;
}
@media (prefers-color-scheme: dark) {
    .crowd {
        color: var(--load);
    }
}
.block:hover,
.block:focus-visible {
    box-shadow: var(--shadow);
}
.block:focus-visible {
    z-index: 4;
}
.block.protected {
    background-image: repeating-linear-gradient(135deg, var(--c-weave) 0 8px, transparent 8px 16px);
}
/* On the weave the colour as text would not reach 4.5:1. */
.block.protected .when,
.block.protected .more {
    color: var(--ink);
}
.block.free {
    border-style: dashed;
    border-top-style: solid;
}
.block.short {
    border-top-width: 1px;
    border-top-color: var(--c-edge);
    border-left: 4px solid var(--c);
    display: flex;
    align-items: center;
    gap: 4px;
    padding: 0 4px;
}
.block.short.ticked {
    padding-left: 18px;
}
.block.conflict {
    outline: 2px solid var(--trouble);
    outline-offset: -1px;
}
.block.conflict:focus-visible {
    outline-color: var(--plum);
}
.block.done {
    background-color: var(--c-done-tint);
    border-color: var(--c-done-edge);
    border-top-color: var(--c-done-mark);
}
.block.done.short {
    border-top-color: var(--c-done-edge);
    border-left-color: var(--c-done-mark);
}
.block.done .title,
.block.done .when,
.block.done .more {
    color: var(--muted);
}
.block.chosen {
    outline: 3px solid var(--plum);
    outline-offset: 0;
}
.title {
    font-size: 0.7812rem;
    overflow: hidden;
    text-overflow: ellipsis;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow-wrap: anywhere;
}
/* Baselines of one line, where it is short, are set by the heights of its lines: they are one box less. */
.when,
.more {
    display: block;
    color: var(--c-text);
    font-size: 0.7188rem;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
}
.roomy .more {
    white-space: normal;
    overflow-wrap: anywhere;
}
.snug .title {
    -webkit-line-clamp: 1;
}
.short .title {
    display: block;
    white-space: nowrap;
    flex: 1;
    min-width: 0;
    line-height: 1.05;
    font-size: 0.75rem;
}
.short .when {
    flex: none;
    line-height: 1.05;
    font-size: 0.6875rem;
}
.short .stone {
    top: 0;
    left: 4px;
    height: 100%;
    width: 20px;
    margin: 0 -5px;
}
.short .stone::before {
    width: 7px;
    height: 10px;
}
.slim.short .when {
    display: none;
}
.slim.short .title {
    font-size: 0.7188rem;
    text-overflow: clip;
}
.paired.short .title {
    display: -webkit-box;
    white-space: normal;
    -webkit-line-clamp: 2;
}
.slim .when {
    white-space: normal;
}
/* Its ends, by which it is made longer or shorter; that is a matter of the pointer that is over it. */
.block:hover::after,
.block[data-ends~='top']:hover::before {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    height: 5px;
    cursor: ns-resize;
}
.block[data-ends~='top']:hover::before {
    bottom: auto;
    top: 0;
}
</style>
