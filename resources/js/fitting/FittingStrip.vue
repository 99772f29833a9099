<script setup lang="ts">
import { sentence } from '@/api/client'
import DateField from '@/shared/DateField.vue'
import SelectField from '@/shared/SelectField.vue'
import { dateIn, dayNumber, length, namedDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import HeldBackHelp from './HeldBackHelp.vue'
import { stretches } from './stretches'
import { useFitting } from './useFitting'

/**
 * Loose work and the free hours of some days: what is proposed stands dashed on the board, and is placed one by one, all at once,
 * elsewhere by dragging it, or not this time. Whatever is decided, the rest is fitted again around it.
 */
const view = useView()
const account = useAccount()

const today = computed(() => dateIn(account.value.zone))
const offered = computed(() => stretches(today.value, account.value.first_weekday))
const options = computed(() => [
    ...offered.value.map((one) => [one.name, one.words] as const),
    ['until', 'the days up to…'] as const,
])
/** What is in sight is meant first, where that is next week. */
const isNext = view.days[0]?.date === offered.value.find((one) => one.name === 'next')?.from
const name = ref(view.fitting?.stretch === 'week' && isNext ? 'next' : (view.fitting?.stretch ?? 'week'))
/** To a date of one's own choosing, where none of those is meant. */
const until = ref('')
const stretch = computed(() =>
    name.value === 'until' && until.value > today.value
        ? { from: today.value, days: Math.min(35, dayNumber(until.value) - dayNumber(today.value) + 1) }
        : chosen.value,
)
const chosen = computed(() => offered.value.find((one) => one.name === name.value) ?? offered.value[0]!)
const showsAll = ref(false)
const withBasket = computed(() => view.fitting?.basket ?? true)
const { query, proposals, left, works, place, leaveOut, help } = useFitting(
    stretch,
    withBasket,
    computed(() => view.fitting?.again ?? false),
)
function close(): void {
    view.fitting = null
}
</script>

<template>
    <div class="fitting" role="region" aria-label="Fit loose work into free hours" data-test="fitting">
        <div class="row">
            <span
                >Fit
                {{
                    view.fitting?.again
                        ? 'what is left'
                        : view.fitting?.basket === false
                          ? 'the list'
                          : 'loose work'
                }}
                into</span
            >
            <SelectField
                v-model="name"
                label="Into which days"
                :options="options"
                data-test="fitting-stretch"
            />
            <DateField
                v-if="name === 'until'"
                v-model="until"
                class="until"
                label="Up to which day"
                :first-weekday="account.first_weekday"
            />
            <NButton
                class="press"
                type="primary"
                :disabled="proposals.length === 0"
                data-test="place-all"
                @click="place(proposals)"
                >{{
                    works === 0 ? 'Nothing to place' : works === 1 ? 'Place it' : `Place all ${works}`
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
                    ><b>{{ namedDate(one.start) }}, {{ timeOf(one.start, account.clock) }}</b> {{ one.title
                    }}{{ one.piece ? ` (${one.piece.number} of ${one.piece.of})` : '' }}
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
                    >{{ one.title }} <small>{{ length(one.minutes) }} · {{ one.sentence }}</small>
                    <HeldBackHelp :one="one" @help="(way) => help(one, way)"
                /></span>
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
.until {
    width: 140px;
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
