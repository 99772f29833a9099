<script setup lang="ts">
import type { Proposal, Round } from '@/api/types'
import { drag } from '@/board/drag'
import HeldBackHelp from '@/fitting/HeldBackHelp.vue'
import { useFitting } from '@/fitting/useFitting'
import { announce } from '@/shared/announce'
import { isTyping } from '@/shared/isTyping'
import { isCovered } from '@/shared/covered'
import { length, minuteOf, namedDate, plusDays, timeOf } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, nextTick, ref, watch } from 'vue'

/** Loose work with a proposed place each, decided one by one or all at once; the ghosts stand on the board beside. */
const props = defineProps<{ round: Round; today: string }>()
const emit = defineEmits<{ proposed: [proposals: Proposal[]] }>()

const account = useAccount()
const { colour } = useAreas()
/** From today on, where the week has begun; the rest of a month at most five weeks. */
const stretch = computed(() => {
    const from = props.round.start < props.today ? props.today : props.round.start
    const end = plusDays(props.round.start, props.round.days)
    const left = Math.round((Date.parse(end) - Date.parse(from)) / 86_400_000)
    return { from, days: Math.min(35, Math.max(1, left)) }
})
const isOver = computed(() => plusDays(props.round.start, props.round.days) <= props.today)
const { query, proposals, left, works, place, leaveOut, help } = useFitting(stretch, ref(true))
watch(proposals, (now) => emit('proposed', now), { immediate: true })
const list = ref<HTMLElement | null>(null)
const focused = ref(0)
const current = computed(() => proposals.value[Math.min(focused.value, proposals.value.length - 1)])

function focusOn(i: number): void {
    focused.value = Math.max(0, Math.min(i, proposals.value.length - 1))
    void nextTick(() =>
        list.value
            ?.querySelectorAll<HTMLElement>('[data-test=proposal]')
            [focused.value]?.scrollIntoView({ block: 'nearest' }),
    )
}
/** Held by the keyboard on the board: arrows move it, Enter places it. */
function elsewhere(one: Proposal): void {
    const target = {
        kind: 'hours' as const,
        date: one.start.slice(0, 10),
        minute: minuteOf(one.start),
        minutes: one.minutes,
    }
    Object.assign(drag, {
        carried: {
            key: null,
            entryId: one.entry_id,
            recurrenceId: one.recurrence_id,
            title: one.title,
            colour: colour(one.calendar_id),
            isTask: true,
            isRoutine: one.recurrence_id !== 'once',
            version: 0,
            due: null,
            start: null,
            allDay: true,
            minutes: one.minutes,
            days: 1,
        },
        byKey: true,
        grip: 'whole',
        copies: false,
        x: 0,
        y: 0,
        target,
    })
    announce(`${one.title} is held on the board. Arrows move it, Enter places it, Escape leaves it.`)
}
useEventListener(
    window,
    'keydown',
    (event) => {
        const one = current.value
        if (event.defaultPrevented || isTyping(event) || isCovered.value || drag.byKey || !one) return
        if (event.ctrlKey || event.metaKey || event.altKey) return
        const onPress = (event.target as HTMLElement).closest('button, a, [data-tile]') !== null
        if (event.key === 'Enter' && event.shiftKey) void place(proposals.value)
        else if (event.key === 'Enter' && !onPress) void place([one])
        else if (event.key.toLowerCase() === 'w' && !onPress) elsewhere(one)
        else if (event.key.toLowerCase() === 'x' && !onPress) leaveOut(one.key)
        else if (event.key === 'ArrowDown' && !onPress) focusOn(focused.value + 1)
        else if (event.key === 'ArrowUp' && !onPress) focusOn(focused.value - 1)
        else return
        event.preventDefault()
        event.stopPropagation()
    },
    { capture: true },
)
const where = (one: Proposal): string => `${namedDate(one.start)}, ${timeOf(one.start, account.value.clock)}`
</script>

<template>
    <div ref="list" class="step" data-test="place-step">
        <p v-if="isOver" class="muted">This {{ round.kind }} is over: nothing is placed in it any more.</p>
        <template v-else>
            <header>
                <h3>
                    {{
                        works + left.length === 0
                            ? 'Nothing loose looks for a place'
                            : `${works + left.length} ${works + left.length === 1 ? 'task looks' : 'tasks look'} for a place`
                    }}
                </h3>
                <small v-if="works + left.length"
                    >{{ works }} proposed{{ left.length ? ` · ${left.length} do not fit` : '' }}</small
                >
            </header>
            <article
                v-for="(one, i) in proposals"
                :key="one.key"
                class="card"
                :class="{ current: current?.key === one.key }"
                :data-hue="colour(one.calendar_id)"
                data-test="proposal"
                :data-title="one.title"
                @click="focusOn(i)"
            >
                <div class="line">
                    <span
                        ><b
                            >{{ one.title
                            }}{{ one.piece ? ` (${one.piece.number} of ${one.piece.of})` : '' }}</b
                        >
                        · {{ length(one.minutes) }}</span
                    >
                    <b class="where">{{ where(one) }}</b>
                </div>
                <p>{{ one.reasons }}</p>
                <div v-if="current?.key === one.key" class="presses">
                    <NButton class="press" type="primary" data-test="place-one" @click.stop="place([one])"
                        >Place <kbd>↵</kbd></NButton
                    >
                    <NButton class="press" data-test="elsewhere" @click.stop="elsewhere(one)"
                        >Elsewhere <kbd>W</kbd></NButton
                    >
                    <NButton class="press" data-test="not-this-time" @click.stop="leaveOut(one.key)"
                        >Not this {{ round.kind }} <kbd>X</kbd></NButton
                    >
                </div>
            </article>
            <article
                v-for="one in left"
                :key="one.key"
                class="card held"
                :data-hue="colour(one.calendar_id)"
                data-test="held-back"
            >
                <div class="line">
                    <span
                        ><b>{{ one.title }}</b> · {{ length(one.minutes) }}</span
                    >
                    <b class="none">does not fit</b>
                </div>
                <p>{{ one.sentence }}</p>
                <HeldBackHelp :one="one" @help="(way) => help(one, way)" />
            </article>
            <p v-if="works > 0" class="all">
                <NButton class="press" type="primary" data-test="place-all" @click="place(proposals)"
                    >{{ works === 1 ? 'Place it' : `Place all ${works}` }} <kbd>Shift ↵</kbd></NButton
                >
                <span>nothing is placed before you say so</span>
            </p>
            <p v-if="query.isError.value" class="mistake" role="alert">The places could not be fetched.</p>
        </template>
    </div>
</template>

<style scoped>
header {
    display: flex;
    gap: 8px;
    align-items: baseline;
    justify-content: space-between;
}
header small,
p {
    color: var(--muted);
}
.card {
    margin-bottom: 8px;
    padding: 7px 10px 7px 12px;
    border: 1px solid var(--line-strong);
    border-left: 5px solid var(--c);
    border-radius: 8px;
    background: var(--sheet);
    cursor: pointer;
}
.card.current {
    outline: 2px solid var(--plum);
}
.card p {
    margin: 2px 0 0;
    font-size: 0.7812rem;
}
.held {
    border-style: dashed;
    border-left-style: solid;
    cursor: default;
}
.line {
    display: flex;
    gap: 4px;
    align-items: baseline;
}
.where,
.none {
    margin-left: auto;
    white-space: nowrap;
    color: var(--c-text);
}
.none {
    color: var(--trouble);
}
.presses {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 6px;
}
kbd {
    margin-left: 5px;
}
.all {
    position: sticky;
    bottom: -24px;
    margin: 0 -4px;
    padding: 8px 4px;
    background: var(--paper);
    display: flex;
    flex-wrap: wrap;
    gap: 6px 12px;
    align-items: center;
}
</style>
