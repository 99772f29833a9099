<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { usePeriod } from '@/period/usePeriod'
import LayingOut from '@/shared/LayingOut.vue'
import { isCovered } from '@/shared/covered'
import { isTyping } from '@/shared/isTyping'
import { fullDate, length, plusDays, span } from '@/shared/time'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { keepPreviousData, useQuery } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import SumLines from './SumLines.vue'
import { whatTheHoursSay } from './sentence'
import { STRETCHES, stretchOf } from './stretches'

/** Where the hours of a stretch went: planned, done and intended by life area; every figure opens what it is made of. */
const route = useRoute()
const router = useRouter()
const view = useView()
const account = useAccount()
const { areas, area } = useAreas()
const { today } = usePeriod()
view.occurrences = []
view.tallies = []

const date = computed(() =>
    typeof route.params.date === 'string' && route.params.date !== '' ? route.params.date : today.value,
)
const stretch = computed(() =>
    stretchOf(String(route.params.stretch ?? ''), date.value, account.value.first_weekday),
)
function go(name: string, to: string): void {
    opened.value = null
    void router.push(`/tally/${name}/${to}`)
}
const turn = (way: number): void =>
    go(stretch.value.name, plusDays(stretch.value.last, way * stretch.value.days))

const query = useQuery({
    queryKey: computed(() => ['tally', stretch.value.from, stretch.value.days] as const),
    queryFn: ({ queryKey }) =>
        answerOf(
            api.GET('/tally/{from}/{days}', {
                params: { path: { from: queryKey[1], days: queryKey[2] } },
            }),
        ),
    placeholderData: keepPreviousData,
    staleTime: 60_000,
})
const rows = computed(() =>
    (query.data.value?.areas ?? [])
        .map((one) => ({
            ...one,
            name: area(one.area_id)?.name ?? '',
            hue: area(one.area_id)?.colour ?? 'slate',
        }))
        .filter((one) => one.planned > 0 || one.done > 0 || one.before > 0 || one.intended),
)
const most = computed(() =>
    Math.max(60, ...rows.value.flatMap((one) => [one.planned, one.done, one.intended ?? 0])),
)
const share = (minutes: number): string => `${(minutes / most.value) * 100}%`
const sentence = computed(() =>
    whatTheHoursSay(rows.value, stretch.value.days / 7, stretch.value.last >= today.value),
)
const dates = computed(() =>
    stretch.value.from.slice(0, 4) === stretch.value.last.slice(0, 4)
        ? span(stretch.value.from, stretch.value.last)
        : `${fullDate(stretch.value.from)} – ${fullDate(stretch.value.last)}`,
)
const sums = computed(() => ({
    planned: rows.value.reduce((sum, one) => sum + one.planned, 0),
    done: rows.value.reduce((sum, one) => sum + one.done, 0),
    before: rows.value.reduce((sum, one) => sum + one.before, 0),
}))

/** The figure whose list is open. */
const opened = ref<{ areaId: string; name: string; of: 'planned' | 'done' } | null>(null)

useEventListener(
    window,
    'keydown',
    (event) => {
        if (event.defaultPrevented || isTyping(event)) return
        if (isCovered.value || view.isPageCovered || opened.value) return
        if (event.ctrlKey || event.metaKey || event.altKey) return
        const number = Number(event.key)
        if (number >= 1 && number <= STRETCHES.length) go(STRETCHES[number - 1]![0], date.value)
        else if (event.key === 'PageUp') turn(-1)
        else if (event.key === 'PageDown') turn(1)
        else if (event.key === 'Home') go(stretch.value.name, today.value)
        else if (event.key === 'Escape') void router.push('/week')
        else return
        event.preventDefault()
        event.stopPropagation()
    },
    { capture: true },
)
</script>

<template>
    <main class="tally" data-test="tally" :data-from="stretch.from" :aria-busy="query.isFetching.value">
        <div class="period">
            <NButton class="turn" aria-label="The stretch before" data-test="stretch-before" @click="turn(-1)"
                >‹</NButton
            >
            <h1>{{ stretch.title }}</h1>
            <NButton class="turn" aria-label="The stretch after" data-test="stretch-after" @click="turn(1)"
                >›</NButton
            >
            <span class="span">{{ dates }}</span>
            <nav class="stretches" aria-label="How long">
                <button
                    v-for="([name, words], i) in STRETCHES"
                    :key="name"
                    class="plain tab"
                    :aria-current="stretch.name === name ? 'true' : undefined"
                    :title="`${words}: ${i + 1}`"
                    :data-test="`stretch-${name}`"
                    @click="go(name, date)"
                >
                    {{ words }}
                </button>
            </nav>
        </div>
        <div class="body">
            <section aria-labelledby="tally-hours">
                <h2 id="tally-hours">Where the hours went</h2>
                <p v-if="query.isError.value" class="failed" role="alert">
                    The hours could not be fetched.
                    <NButton class="press" @click="() => query.refetch()">Try again</NButton>
                </p>
                <LayingOut v-else-if="!query.data.value || areas.length === 0" words="Adding up the hours…" />
                <template v-else>
                    <p class="says" data-test="tally-says">{{ sentence }}</p>
                    <table>
                        <thead>
                            <tr>
                                <th scope="col">Life area</th>
                                <th scope="col" class="picture"><span class="out-of-sight">Picture</span></th>
                                <th scope="col" class="figure">planned</th>
                                <th scope="col" class="figure">done</th>
                                <th scope="col" class="figure">meant</th>
                                <th scope="col" class="figure">before</th>
                            </tr>
                        </thead>
                        <tbody>
                            <tr
                                v-for="one in rows"
                                :key="one.area_id"
                                :data-hue="one.hue"
                                data-test="tally-row"
                                :data-name="one.name"
                            >
                                <th scope="row">{{ one.name }}</th>
                                <td class="picture" aria-hidden="true">
                                    <span class="bars">
                                        <i class="pale" :style="{ width: share(one.planned) }" />
                                        <i class="full" :style="{ width: share(one.done) }" />
                                        <b v-if="one.intended" :style="{ left: share(one.intended) }" />
                                    </span>
                                </td>
                                <td v-for="of in ['planned', 'done'] as const" :key="of" class="figure">
                                    <template v-if="one[of] === 0">0 min</template>
                                    <NButton
                                        v-else
                                        text
                                        class="plain sum"
                                        :aria-label="`${length(one[of])} ${of} of ${one.name}: what it is made of`"
                                        :data-test="`sum-${of}`"
                                        :data-minutes="one[of]"
                                        @click="opened = { areaId: one.area_id, name: one.name, of }"
                                        >{{ length(one[of]) }}</NButton
                                    >
                                </td>
                                <td class="figure">
                                    {{ one.intended === null ? '' : length(one.intended) }}
                                </td>
                                <td class="figure muted">{{ length(one.before) }}</td>
                            </tr>
                        </tbody>
                        <tfoot>
                            <tr>
                                <th scope="row">together</th>
                                <td class="picture" />
                                <td class="figure">{{ length(sums.planned) }}</td>
                                <td class="figure" data-test="tally-done">{{ length(sums.done) }}</td>
                                <td class="figure" />
                                <td class="figure muted">{{ length(sums.before) }}</td>
                            </tr>
                        </tfoot>
                    </table>
                    <p class="key">
                        pale: planned · full: done, as timed or else as placed · line: what you mean · before:
                        done in the stretch before this one
                    </p>
                </template>
            </section>
        </div>
        <SumLines v-if="opened" v-bind="opened" :stretch="stretch" @close="opened = null" />
    </main>
</template>

<style scoped>
.tally {
    flex: 1;
    min-height: 0;
    min-width: 0;
    display: flex;
    flex-direction: column;
    background: var(--sheet);
}
.period {
    flex: none;
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 6px 12px;
    min-height: 44px;
    padding: 4px 16px;
    border-bottom: 1px solid var(--line);
}
h1 {
    font-size: 1.3125rem;
}
.span,
.muted,
.key,
.says {
    color: var(--muted);
}
.stretches {
    display: flex;
    flex-wrap: wrap;
    gap: 2px;
    margin-left: auto;
}
.tab {
    padding: 5px 11px;
    border: 1px solid transparent;
    border-radius: 14px;
}
.tab[aria-current] {
    border-color: var(--plum-line);
    background: var(--plum-soft);
    font-weight: 650;
}
.body {
    flex: 1;
    min-height: 0;
    overflow-y: auto;
    padding: 16px 20px 40px;
}
section {
    max-width: 980px;
}
h2 {
    font-size: 1.125rem;
}
.says {
    margin: 2px 0 12px;
}
.key {
    margin: 10px 0 0;
    font-size: 0.75rem;
}
.failed {
    color: var(--trouble);
}
table {
    width: 100%;
    border-collapse: collapse;
}
th {
    text-align: left;
    font-weight: 400;
    white-space: nowrap;
}
thead th {
    color: var(--muted);
    font-size: 0.75rem;
}
tbody th {
    color: var(--c-text);
    font-weight: 650;
}
th,
td {
    padding: 7px 8px 7px 0;
    border-bottom: 1px solid var(--line);
}
tfoot th,
tfoot td {
    border-bottom: 0;
}
.picture {
    width: 50%;
}
.figure {
    text-align: right;
    white-space: nowrap;
    font-variant-numeric: tabular-nums;
}
.bars {
    position: relative;
    display: block;
}
.bars i {
    display: block;
    height: 9px;
    border-radius: 3px;
}
.pale {
    background: color-mix(in srgb, var(--c) 28%, var(--sheet));
}
.full {
    margin-top: 2px;
    background: var(--c);
}
.bars b {
    position: absolute;
    top: -4px;
    bottom: -4px;
    width: 2px;
    background: var(--ink);
}
.sum {
    color: var(--ink);
    text-decoration: underline;
    text-decoration-color: var(--line-strong);
    text-underline-offset: 3px;
}
@media (max-width: 760px) {
    .period {
        padding: 4px 10px;
    }
    .stretches {
        margin-left: 0;
    }
    .body {
        padding: 12px 10px 40px;
    }
    .picture {
        width: 18%;
    }
    th,
    td {
        padding-right: 6px;
        font-size: 0.7812rem;
    }
}
</style>
