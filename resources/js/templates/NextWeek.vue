<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { usePeriod } from '@/period/usePeriod'
import { namedDate, startOfWeek, timeOf, weekNumber, plusDays } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { once } from '@/undo/gestures'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, ref } from 'vue'

/** What is no routine of the week in view, a week on: all of it, or that of some areas. */
const emit = defineEmits<{ done: [] }>()

const account = useAccount()
const { area, areas, colour } = useAreas()
const { date } = usePeriod()
const { change } = useChanges()
const first = computed(() => startOfWeek(date.value, account.value.first_weekday))
const query = useQuery({
    queryKey: computed(() => ['weeks', first.value]),
    queryFn: () => answerOf(api.GET('/weeks/{date}', { params: { path: { date: first.value } } })),
    staleTime: 0,
})
const entries = computed(() => query.data.value?.entries ?? [])
const shownAreas = computed(() =>
    areas.value.filter((one) => entries.value.some((entry) => entry.area_id === one.id)),
)
const out = ref<Set<string>>(new Set())
const outAreas = ref<Set<string>>(new Set())
const chosen = computed(() =>
    entries.value.filter((one) => !out.value.has(one.entry_id) && !outAreas.value.has(one.area_id)),
)
function turned(set: Set<string>, key: string): Set<string> {
    const next = new Set(set)
    if (!next.delete(key)) next.add(key)
    return next
}
async function copy(): Promise<void> {
    const number = chosen.value.length
    const done = await once(`copy ${first.value}`, () =>
        change(
            `Copied ${number} ${number === 1 ? 'entry' : 'entries'} into week ${weekNumber(plusDays(first.value, 7))}.`,
            () =>
                answerOf(
                    api.POST('/weeks/{date}/copy', {
                        params: { path: { date: first.value } },
                        body: { entries: chosen.value.map((one) => one.entry_id) },
                    }),
                ),
        ),
    )
    if (done) emit('done')
}
</script>

<template>
    <div data-test="next-week-form">
        <p class="muted">
            What is no routine of week {{ weekNumber(first) }} is copied into week
            {{ weekNumber(plusDays(first, 7)) }}.
        </p>
        <p v-if="shownAreas.length > 1" class="row" role="group" aria-label="Life areas">
            <NButton
                v-for="one in shownAreas"
                :key="one.id"
                class="press"
                :aria-pressed="!outAreas.has(one.id)"
                data-test="copy-area"
                @click="outAreas = turned(outAreas, one.id)"
                >{{ area(one.id)?.name }}</NButton
            >
        </p>
        <p v-if="query.data.value && entries.length === 0" class="muted">
            All of that week are routines: they come by themselves.
        </p>
        <p
            v-for="one in entries"
            v-show="!outAreas.has(one.area_id)"
            :key="one.entry_id"
            class="entry"
            :data-hue="colour(one.calendar_id)"
            data-test="copy-entry"
        >
            <NCheckbox :checked="!out.has(one.entry_id)" @update:checked="out = turned(out, one.entry_id)"
                ><b
                    >{{ namedDate(one.start)
                    }}{{ one.all_day ? '' : ` ${timeOf(one.start, account.clock)}` }}</b
                >
                {{ one.title }}</NCheckbox
            >
            <small v-if="one.meets.length">meets {{ one.meets.join(' and ') }}</small>
        </p>
        <p class="row">
            <NButton
                class="press"
                type="primary"
                :disabled="chosen.length === 0"
                data-test="copy-week"
                @click="copy"
                >Copy {{ chosen.length === 1 ? 'it' : `these ${chosen.length}` }}</NButton
            >
        </p>
    </div>
</template>

<style scoped>
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    margin-top: 12px;
}
.entry {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 8px;
    align-items: center;
    margin: 2px 0;
    padding-left: 8px;
    border-left: 3px solid var(--c);
}
small {
    color: var(--trouble);
}
.muted {
    color: var(--muted);
}
.n-checkbox {
    min-height: 24px;
    align-items: center;
}
</style>
