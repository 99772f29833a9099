<script setup lang="ts">
import { NRadio } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import { namedDate, timeOf, type Clock } from '@/shared/time'
import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'

/** In another time zone: whether routines stay at their time of day or at their moment, with the next week both ways. */
const keep = defineModel<'wall' | 'instant'>({ required: true })
const props = defineProps<{ zone: string; clock: Clock }>()

const WAYS = [
    ['wall', 'stay at their time of day'],
    ['instant', 'stay at the same moment'],
] as const
const SHOWN = 8
const week = useQuery({
    queryKey: computed(() => ['another-zone', props.zone]),
    queryFn: () => answerOf(api.GET('/account/zone', { params: { query: { zone: props.zone } } })),
})
</script>

<template>
    <fieldset v-if="week.data.value?.wall.length" class="zone" data-test="zone-change">
        <legend>Routines</legend>
        <div v-for="[way, words] in WAYS" :key="way" class="way">
            <NRadio
                :checked="keep === way"
                name="routines-keep"
                :value="way"
                :data-test="`keep-${way}`"
                @update:checked="keep = way"
                >{{ words }}</NRadio
            >
            <ul :aria-label="`The next week, if they ${words}`">
                <li v-for="(one, i) in week.data.value[way].slice(0, SHOWN)" :key="i">
                    <span>{{ namedDate(one.start) }} {{ timeOf(one.start, clock) }}</span> {{ one.title }}
                </li>
                <li v-if="week.data.value[way].length > SHOWN" class="more">
                    and {{ week.data.value[way].length - SHOWN }} more in that week
                </li>
            </ul>
        </div>
        <p>What happens once stays at its moment; what is meant wherever you are, at its hour.</p>
    </fieldset>
</template>

<style scoped>
.zone {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 4px 16px;
    margin: 4px 0;
    padding: 8px 12px;
    border: 1px solid var(--line-strong);
    border-radius: var(--radius);
}
legend {
    font-weight: 650;
}
ul {
    list-style: none;
    margin: 4px 0 0;
    padding: 0;
    font-size: 0.7812rem;
}
li {
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
}
li span {
    display: inline-block;
    min-width: 104px;
    color: var(--muted);
}
.more,
p {
    color: var(--muted);
}
p {
    grid-column: 1 / -1;
    margin: 4px 0 0;
    font-size: 0.7812rem;
}
@media (max-width: 760px) {
    .zone {
        grid-template-columns: 1fr;
    }
}
</style>
