<script setup lang="ts">
import type { Occurrence } from '@/api/types'
import { useChoice } from '@/choice/useChoice'
import { length, namedDate, timeOf } from '@/shared/time'
import { paint, useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'
import type { Block } from './blocks'

/**
 * The blocks of one day in its hours. They are plain markup in one part, each naming what it shows: a full week has
 * hundreds of them, and they must be there within a blink of turning the page.
 */
const props = defineProps<{ blocks: Block[] }>()

const account = useAccount()
const { calendar } = useAreas()
const { hue } = useChoice()
const view = useView()

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
        one.meets.length ? `double-booked with ${one.meets.join(' and ')}` : '',
        one.travel ? `${length(one.travel)} travel before` : '',
        one.margin ? `${length(one.margin)} margin after` : '',
        one.tentative ? 'tentative' : '',
        one.place,
    ]
        .filter(Boolean)
        .join(', ')
}
function facts(one: Occurrence): string {
    return [
        one.place,
        one.steps > 0 ? `${one.steps_done} of ${one.steps} steps` : '',
        one.tentative ? 'tentative' : '',
        one.private ? 'private' : '',
        one.moved ? 'moved' : '',
        ...one.labels,
    ]
        .filter(Boolean)
        .join(' · ')
}
/** How it looks, as names of styles. */
function looks({ one, height, width }: Block): string {
    return [
        'block',
        height < 34 && 'short',
        height < 54 && 'snug',
        width < 100 && 'slim',
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
        const isShort = height < 34
        const colours = Object.entries(paint(hue(one)))
            .map(([name, value]) => `${name}:${value}`)
            .join(';')
        const across = `left:calc(${(one.lane / one.lanes) * 100}% + 2px);width:calc(${100 / one.lanes}% - 5px);${colours}`
        return {
            one,
            looks: looks(block),
            style: `top:${top}px;height:${height}px;${across}`,
            reading: reading(one, from, to),
            date: one.start.slice(0, 10),
            ends: continues || height < 20 ? 'bottom' : 'top bottom',
            when: isShort ? from : `${from}–${to}`,
            facts: height < 50 ? '' : facts(one),
            across,
        }
    }),
)
/** Travel before and margin after, as pale combs. */
const combs = computed(() =>
    drawn.value.flatMap(({ one, across }, i) => {
        const { top, height, travel, margin } = props.blocks[i]!
        return [
            ...(travel > 0
                ? [
                      {
                          key: `${one.key} before`,
                          looks: 'comb',
                          style: `top:${top - travel}px;height:${travel}px;${across}`,
                          words: `${length(one.travel)} travel before`,
                      },
                  ]
                : []),
            ...(margin > 0
                ? [
                      {
                          key: `${one.key} after`,
                          looks: 'comb after',
                          style: `top:${top + height}px;height:${margin}px;${across}`,
                          words: `${length(one.margin)} margin after`,
                      },
                  ]
                : []),
        ]
    }),
)
</script>

<template>
    <i v-for="comb in combs" :key="comb.key" :class="comb.looks" :style="comb.style" :title="comb.words" />
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
        <div class="words">
            <span class="title">{{ block.one.title }}</span>
            <span class="when">{{ block.when }}</span>
            <span v-if="block.facts" class="more">{{ block.facts }}</span>
        </div>
    </article>
</template>

<style scoped>
.comb {
    position: absolute;
    z-index: 1;
    border: 0 solid transparent;
    border-inline-width: 6px;
    background: repeating-linear-gradient(
            90deg,
            color-mix(in srgb, var(--c) 45%, transparent) 0 1px,
            transparent 1px 6px
        )
        padding-box;
    box-shadow: 0 -1px 0 color-mix(in srgb, var(--c) 45%, transparent);
}
.comb.after {
    box-shadow: 0 1px 0 color-mix(in srgb, var(--c) 45%, transparent);
}
.block {
    position: absolute;
    z-index: 2;
    contain: layout paint;
    overflow: hidden;
    border-radius: 6px;
    border: 1px solid color-mix(in srgb, var(--c) 34%, var(--sheet));
    border-top: 3px solid var(--c);
    background-color: color-mix(in srgb, var(--c) 15%, var(--sheet));
    padding: 1px 5px;
    display: flex;
    gap: 3px;
    cursor: grab;
    touch-action: none;
    user-select: none;
}
.block:hover,
.block:focus-visible {
    box-shadow: var(--shadow);
}
.block:focus-visible {
    z-index: 4;
}
.block.protected {
    background-image: repeating-linear-gradient(
        135deg,
        color-mix(in srgb, var(--c) 13%, transparent) 0 8px,
        transparent 8px 16px
    );
}
.block.free {
    border-style: dashed;
    border-top-style: solid;
}
.block.short {
    border-top-width: 1px;
    border-top-color: color-mix(in srgb, var(--c) 34%, var(--sheet));
    border-left: 4px solid var(--c);
    align-items: center;
    padding: 0 4px;
}
.block.conflict {
    outline: 2px solid var(--trouble);
    outline-offset: -1px;
}
.block.conflict:focus-visible {
    outline-color: var(--plum);
}
.block.done {
    background-color: color-mix(in srgb, var(--c) 6%, var(--sheet));
    border-color: color-mix(in srgb, var(--c) 22%, var(--sheet));
    border-top-color: color-mix(in srgb, var(--c) 50%, var(--sheet));
}
.block.done.short {
    border-top-color: color-mix(in srgb, var(--c) 22%, var(--sheet));
    border-left-color: color-mix(in srgb, var(--c) 50%, var(--sheet));
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
.words {
    min-width: 0;
    flex: 1;
    display: flex;
    flex-direction: column;
    line-height: 1.22;
}
.title {
    font-size: 12.5px;
    overflow: hidden;
    text-overflow: ellipsis;
    display: -webkit-box;
    -webkit-line-clamp: 2;
    -webkit-box-orient: vertical;
    overflow-wrap: anywhere;
}
.when,
.more {
    color: var(--c-text);
    font-size: 11.5px;
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
}
.snug .title {
    -webkit-line-clamp: 1;
}
.short .words {
    flex-direction: row;
    align-items: baseline;
    gap: 4px;
}
.short .title {
    display: block;
    white-space: nowrap;
    flex: 1;
    min-width: 0;
    line-height: 1.05;
    font-size: 12px;
}
.short .when {
    flex: none;
    line-height: 1.05;
    font-size: 11px;
}
.short .stone {
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
.slim .when {
    white-space: normal;
}
/* Its ends, by which it is made longer or shorter. */
.block::after,
.block[data-ends~='top']::before {
    content: '';
    position: absolute;
    left: 0;
    right: 0;
    bottom: 0;
    height: 5px;
    cursor: ns-resize;
}
.block[data-ends~='top']::before {
    bottom: auto;
    top: 0;
}
</style>
