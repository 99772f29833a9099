<script setup lang="ts">
import { answerOf, api, sentence } from '@/api/client'
import type { Proposal } from '@/api/types'
import SelectField from '@/shared/SelectField.vue'
import { dateIn, length, namedDate, timeOf } from '@/shared/time'
import { useAccount, useAreas, useBasket } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, onUnmounted, ref, watch, watchEffect } from 'vue'
import { stretches } from './stretches'

/**
 * Loose work and the free hours of some days: what is proposed stands dashed on the board, and is placed one by one, all at once,
 * elsewhere by dragging it, or not this time. Whatever is decided, the rest is fitted again around it.
 */
const view = useView()
const account = useAccount()
const basket = useBasket()
const { colour } = useAreas()
const { change } = useChanges()

const today = computed(() => dateIn(account.value.zone))
const offered = computed(() => stretches(today.value, account.value.first_weekday))
const options = computed(() => offered.value.map((one) => [one.name, one.words] as const))
/** What is in sight is meant first, where that is next week. */
const isNext = view.days[0]?.date === offered.value.find((one) => one.name === 'next')?.from
const name = ref(view.fitting?.stretch === 'week' && isNext ? 'next' : (view.fitting?.stretch ?? 'week'))
const stretch = computed(() => offered.value.find((one) => one.name === name.value) ?? offered.value[0]!)
const without = ref<string[]>([])
/** Where each was proposed before: small changes change little. */
const was = ref<Record<string, string>>({})
const showsAll = ref(false)

const query = useQuery({
    queryKey: computed(() => ['fitting', stretch.value.from, stretch.value.days, without.value]),
    queryFn: () =>
        answerOf(
            api.POST('/fitting', {
                body: {
                    from: stretch.value.from,
                    days: stretch.value.days,
                    basket: view.fitting?.basket ?? true,
                    without: without.value,
                    was: was.value,
                },
            }),
        ),
    placeholderData: (before) => before,
    staleTime: 0,
})
const proposals = computed<Proposal[]>(() => query.data.value?.proposals ?? [])
const left = computed(() => query.data.value?.left ?? [])
watch(proposals, (now) => {
    was.value = { ...was.value, ...Object.fromEntries(now.map((one) => [one.key, one.start])) }
})
watch(name, () => (was.value = {}))

// Whatever changes on the board or in the basket changes what is free and what is loose.
const again = useDebounceFn(() => query.refetch(), 250)
watch([() => view.occurrences, basket], () => void again())

watchEffect(() => {
    view.ghosts = proposals.value.map((one) => ({
        key: one.key,
        entryId: one.entry_id,
        recurrenceId: one.recurrence_id,
        title: one.title,
        date: one.start.slice(0, 10),
        start: one.start,
        minutes: one.minutes,
        colour: colour(one.calendar_id),
        reasons: one.reasons,
    }))
})
onUnmounted(() => (view.ghosts = []))

async function place(some: Proposal[]): Promise<void> {
    if (some.length === 0) return
    const said =
        some.length === 1
            ? `Placed “${some[0]!.title}” on ${namedDate(some[0]!.start)} at ${timeOf(some[0]!.start, account.value.clock)}.`
            : `Placed ${some.length} tasks.`
    await change(said, () =>
        answerOf(
            api.POST('/fitting/places', {
                body: {
                    places: some.map(({ entry_id, recurrence_id, start, minutes }) => ({
                        entry_id,
                        recurrence_id,
                        start,
                        minutes,
                    })),
                },
            }),
        ),
    )
    await query.refetch()
}
function leaveOut(key: string): void {
    without.value = [...without.value, key]
}
function close(): void {
    view.fitting = null
}

// The presses of what stands on the board are heard here.
useEventListener(
    window,
    'click',
    (event) => {
        const pressed = (event.target as HTMLElement).closest<HTMLElement>('[data-decide]')
        const ghost = pressed?.closest<HTMLElement>('[data-ghost]')
        const one = proposals.value.find((other) => other.key === ghost?.dataset.ghost)
        if (!pressed || !one) return
        if (pressed.dataset.decide === 'place') void place([one])
        else leaveOut(one.key)
    },
    { capture: true },
)
</script>

<template>
    <div class="fitting" role="region" aria-label="Fit loose work into free hours" data-test="fitting">
        <div class="row">
            <span>Fit {{ view.fitting?.basket === false ? 'the list' : 'loose work' }} into</span>
            <SelectField
                v-model="name"
                label="Into which days"
                :options="options"
                data-test="fitting-stretch"
            />
            <NButton
                class="press"
                type="primary"
                :disabled="proposals.length === 0"
                data-test="place-all"
                @click="place(proposals)"
                >{{
                    proposals.length === 0
                        ? 'Nothing to place'
                        : proposals.length === 1
                          ? 'Place it'
                          : `Place all ${proposals.length}`
                }}</NButton
            >
            <NButton
                class="press"
                :aria-expanded="showsAll"
                data-test="fitting-why"
                @click="showsAll = !showsAll"
                >{{
                    left.length === 0
                        ? 'Why there'
                        : `Why there · ${left.length === 1 ? '1 finds' : `${left.length} find`} no place`
                }}</NButton
            >
            <NButton text class="plain" data-test="fitting-close" @click="close">Close</NButton>
        </div>
        <p v-if="query.isError.value" class="mistake" role="alert">{{ sentence(query.error.value) }}</p>
        <p v-else-if="proposals.length === 0 && left.length === 0 && query.data.value" class="muted">
            Nothing is loose for these days.
        </p>
        <ul v-if="showsAll" data-test="fitting-list">
            <li v-for="one in proposals" :key="one.key" data-test="proposal">
                <span
                    ><b>{{ namedDate(one.start) }}, {{ timeOf(one.start, account.clock) }}</b> {{ one.title }}
                    <small>{{ length(one.minutes) }} · {{ one.reasons }}</small></span
                >
                <span class="row">
                    <NButton class="press" :aria-label="`Place ${one.title}`" @click="place([one])"
                        >Place</NButton
                    >
                    <NButton
                        class="press"
                        :aria-label="`Not this time: ${one.title}`"
                        @click="leaveOut(one.key)"
                        >Not this time</NButton
                    >
                </span>
            </li>
            <li v-for="one in left" :key="one.key" data-test="held-back">
                <span
                    >{{ one.title }} <small>{{ length(one.minutes) }} · {{ one.sentence }}</small></span
                >
            </li>
        </ul>
    </div>
</template>

<style scoped>
.fitting {
    position: fixed;
    left: 50%;
    bottom: 54px;
    transform: translateX(-50%);
    z-index: 1400;
    display: flex;
    flex-direction: column;
    gap: 8px;
    width: max-content;
    max-width: min(820px, calc(100vw - 24px));
    max-height: 60vh;
    padding: 10px 14px;
    border: 1px solid var(--plum);
    border-radius: var(--radius);
    background: var(--sheet);
    box-shadow: var(--shadow);
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
.row :deep(.select) {
    width: 210px;
}
p,
ul {
    margin: 0;
    padding: 0;
    list-style: none;
}
ul {
    overflow-y: auto;
}
li {
    display: flex;
    gap: 12px;
    align-items: center;
    justify-content: space-between;
    padding: 5px 0;
    border-top: 1px solid var(--line);
}
li .row {
    flex-wrap: nowrap;
}
small,
.muted {
    color: var(--muted);
}
@media (max-width: 760px) {
    li {
        flex-direction: column;
        align-items: stretch;
        gap: 4px;
    }
}
@media print {
    .fitting {
        display: none;
    }
}
</style>
