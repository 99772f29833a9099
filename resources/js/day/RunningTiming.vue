<script setup lang="ts">
import { useAccount, useAreas, useRunning } from '@/state/server'
import { length, timeOf, wallIn } from '@/shared/time'
import { say } from '@/undo/useChanges'
import { useNow } from '@vueuse/core'
import { NButton, NPopover } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import { useTiming } from './useTiming'

/** What is being timed, in the top bar of every screen; one that was forgotten is asked about. */
const running = useRunning()
const account = useAccount()
const { colour } = useAreas()
const { stop, takeOut } = useTiming()
const open = ref(false)
const now = useNow({ interval: 1000 })

const seconds = computed(() =>
    running.value ? Math.max(0, Math.floor(now.value.getTime() / 1000) - running.value.started_at) : 0,
)
const left = computed(() =>
    running.value?.bell == null ? null : running.value.bell - Math.floor(now.value.getTime() / 1000),
)
const isOver = computed(() => left.value !== null && left.value <= 0)
const face = computed(() => {
    const shown = left.value === null ? seconds.value : Math.abs(left.value)
    const hours = Math.floor(shown / 3600)
    const rest = `${String(Math.floor((shown % 3600) / 60)).padStart(hours ? 2 : 1, '0')}:${String(shown % 60).padStart(2, '0')}`
    return `${isOver.value ? '+' : ''}${hours ? `${hours}:` : ''}${rest}`
})
watch(isOver, (is, was) => {
    if (is && was === false && running.value)
        say(`The ${running.value.planned} minutes on “${running.value.title}” are over.`)
})
const startedAt = computed(() =>
    timeOf(
        wallIn(account.value.zone, new Date((running.value?.started_at ?? 0) * 1000)),
        account.value.clock,
    ),
)
watch(
    () => running.value?.forgotten,
    (is) => {
        if (is) open.value = true
    },
    { immediate: true },
)

/** Moments at which a forgotten one may have ended. */
const ends = computed(() => {
    const one = running.value
    if (!one) return []
    const choices = one.bell === null ? [30, 60, 120] : [one.planned ?? 25, (one.planned ?? 25) + 30, 90]
    return choices
        .map((minutes) => ({ words: `after ${length(minutes)}`, at: one.started_at + minutes * 60 }))
        .filter((choice) => choice.at * 1000 < now.value.getTime())
})
function end(at: number | null): void {
    open.value = false
    if (running.value) void stop(running.value, at)
}
function remove(): void {
    open.value = false
    if (running.value) void takeOut(running.value)
}
</script>

<template>
    <NPopover v-if="running" v-model:show="open" trigger="click" placement="bottom-end" :show-arrow="false">
        <template #trigger>
            <button
                class="running"
                :class="{ over: isOver, forgotten: running.forgotten }"
                :data-hue="running.calendar_id && colour(running.calendar_id)"
                data-test="running"
                :aria-label="`${running.title}, ${isOver ? 'over its time by' : left === null ? 'for' : 'still'} ${face}`"
            >
                <i aria-hidden="true" /><span class="title">{{ running.title }}</span
                ><b>{{ face }}</b>
            </button>
        </template>
        <div class="choices" data-test="running-choices">
            <p v-if="running.forgotten">
                Still at <b>{{ running.title }}</b>? It has run since {{ startedAt }}.
            </p>
            <p v-else>
                <b>{{ running.title }}</b>, since {{ startedAt
                }}{{ running.planned ? `, for ${running.planned} minutes` : '' }}
            </p>
            <NButton class="press" type="primary" data-test="stop" @click="end(null)">
                {{ running.forgotten ? 'Until now' : 'Stop' }}
            </NButton>
            <template v-if="running.forgotten">
                <NButton
                    v-for="choice in ends"
                    :key="choice.at"
                    class="press"
                    data-test="ended"
                    @click="end(choice.at)"
                >
                    It ended {{ choice.words }}
                </NButton>
                <NButton class="press" @click="open = false">Still at it</NButton>
            </template>
            <NButton class="press" @click="remove">Take it out</NButton>
        </div>
    </NPopover>
</template>

<style scoped>
.running {
    flex: none;
    max-width: 250px;
    display: flex;
    align-items: center;
    gap: 7px;
    height: 34px;
    padding: 0 12px;
    border: 1px solid color-mix(in srgb, var(--on-plum) 30%, transparent);
    border-radius: 17px;
    background: none;
    color: var(--on-plum);
}
.running i {
    flex: none;
    width: 9px;
    height: 9px;
    border-radius: 50%;
    background: var(--c, var(--load));
    border: 1.5px solid var(--on-plum);
}
.title {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    min-width: 0;
}
.running b {
    font-weight: 650;
}
.over,
.forgotten {
    background: #e2a33c;
    color: #2a2226;
    border-color: #e2a33c;
}
.choices {
    display: flex;
    flex-direction: column;
    gap: 6px;
    max-width: 260px;
    color: var(--ink);
}
p {
    margin: 0 0 2px;
}
@media (max-width: 760px) {
    .title {
        display: none;
    }
}
</style>
