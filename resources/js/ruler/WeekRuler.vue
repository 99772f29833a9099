<script setup lang="ts">
import { NButton } from 'naive-ui'
import { plusDays, startOfWeek } from '@/shared/time'
import { useInfiniteScroll } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import RulerStretch from './RulerStretch.vue'

/** Weeks at the left edge: how full each day is, and the way to get there. */
const props = defineProps<{ from: string; today: string; firstWeekday: number }>()
const emit = defineEmits<{ go: [date: string] }>()

const WEEKS = 26
const MOST_STRETCHES = 40 // ten years either way
const openedOn = props.today
const first = computed(() => startOfWeek(plusDays(openedOn, -7 * 6), props.firstWeekday))
const stretches = ref<number[]>([0])
const scroller = ref<HTMLElement | null>(null)

useInfiniteScroll(scroller, () => void stretches.value.push((stretches.value.at(-1) ?? 0) + 1), {
    distance: 200,
    canLoadMore: () => stretches.value.length < MOST_STRETCHES && (stretches.value.at(-1) ?? 0) < 20,
})
const startOf = (stretch: number): string => plusDays(first.value, stretch * WEEKS * 7)

async function earlier(): Promise<void> {
    const before = scroller.value?.scrollHeight ?? 0
    stretches.value = [(stretches.value[0] ?? 0) - 1, ...stretches.value]
    await nextTick()
    if (scroller.value) scroller.value.scrollTop += scroller.value.scrollHeight - before
}

/** Whatever week is shown must be on the ruler, and in sight. */
async function reveal(): Promise<void> {
    while (props.from < startOf(stretches.value[0] ?? 0) && stretches.value.length < MOST_STRETCHES)
        await earlier()
    while (
        props.from >= startOf((stretches.value.at(-1) ?? 0) + 1) &&
        stretches.value.length < MOST_STRETCHES
    )
        stretches.value.push((stretches.value.at(-1) ?? 0) + 1)
    // After the days have been drawn: looking for the row must not hold them up.
    await new Promise((done) => requestAnimationFrame(() => setTimeout(done)))
    const row = scroller.value?.querySelector('.here')
    const box = scroller.value?.getBoundingClientRect()
    const at = row?.getBoundingClientRect()
    if (row && box && at && (at.top < box.top + 20 || at.bottom > box.bottom - 20))
        row.scrollIntoView({ block: 'center' })
}
onMounted(reveal)
watch(() => props.from, reveal)
</script>

<template>
    <nav ref="scroller" class="ruler" data-one-stop="button" aria-label="Weeks" data-test="ruler">
        <NButton text class="plain earlier" @click="earlier">earlier</NButton>
        <RulerStretch
            v-for="stretch in stretches"
            :key="stretch"
            :first="startOf(stretch)"
            :weeks="WEEKS"
            :from="from"
            :today="today"
            @go="emit('go', $event)"
        />
    </nav>
</template>

<style scoped>
.ruler {
    flex: none;
    width: 84px;
    overflow-y: auto;
    scrollbar-width: none;
    background: var(--well);
    border-right: 1px solid var(--line);
    padding: 6px 4px 20px;
}
.earlier {
    color: var(--muted);
    font-size: 0.6875rem;
    padding: 0 2px;
    text-decoration: underline;
    text-underline-offset: 2px;
}
</style>
