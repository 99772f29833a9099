<script setup lang="ts">
import CaptureLine from './CaptureLine.vue'
import { length, moment, minuteOf, namedDate, timeOf } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { onClickOutside, useElementSize } from '@vueuse/core'
import { NModal } from 'naive-ui'
import { computed, onMounted, ref } from 'vue'

/** The line where one is: beside an empty hour that was pressed, or over a sheet or a panel that is open. */
const view = useView()
const account = useAccount()
const box = ref<HTMLElement | null>(null)
const { width, height } = useElementSize(box, undefined, { box: 'border-box' })
const place = computed(() => view.offered?.place ?? null)
/** Without a place it stands in the middle, and what lies under it stays as it is. */
const isOver = computed(() => view.offered !== null && place.value === null)

const words = computed(() => {
    const at = place.value
    if (!at) return ''
    if (at.all_day) return namedDate(at.start)
    const end = moment(at.start.slice(0, 10), minuteOf(at.start) + at.length)
    const { clock } = account.value
    return `${namedDate(at.start)}, ${timeOf(at.start, clock)}–${timeOf(end, clock)}, ${length(at.length)}`
})
/** Beside the point, and all of it inside the window. */
const where = computed(() => {
    const { x = 0, y = 0 } = view.offered ?? {}
    return {
        left: `${Math.max(8, Math.min(x + 10, window.innerWidth - width.value - 8))}px`,
        top: `${Math.max(8, Math.min(y + 10, window.innerHeight - height.value - 8))}px`,
    }
})

function leave(): void {
    view.offered = null
}
function toSheet(): void {
    const at = place.value
    leave()
    if (at) view.fresh(at.start, at.all_day, at.length)
}
/** The press that opened it is none beside it. */
const isArmed = ref(false)
onMounted(() => requestAnimationFrame(() => (isArmed.value = true)))
onClickOutside(box, () => {
    if (place.value && isArmed.value) leave()
})
</script>

<template>
    <NModal :show="isOver" :z-index="4000" transform-origin="center" @mask-click="leave" @esc="leave">
        <div
            class="box middle"
            role="dialog"
            aria-modal="true"
            aria-label="Catch something"
            data-test="catch-over"
        >
            <CaptureLine over @done="leave" />
        </div>
    </NModal>
    <div
        v-if="place"
        :key="place.start"
        ref="box"
        class="box"
        role="dialog"
        aria-label="Something new here"
        data-test="catch-here"
        :style="where"
    >
        <p>
            <b>{{ words }}</b><button class="plain sheet" data-test="as-sheet" @click="toSheet">
                open a sheet
            </button>
        </p>
        <CaptureLine over :place="place" @done="leave" />
    </div>
</template>

<style scoped>
.box {
    position: fixed;
    z-index: 2400;
    width: min(400px, calc(100vw - 16px));
    padding: 12px 14px;
    border: 1px solid var(--line-strong);
    border-radius: var(--radius);
    background: var(--sheet);
    color: var(--ink);
    box-shadow: var(--shadow);
}
.middle {
    position: relative;
    width: min(560px, calc(100vw - 16px));
}
p {
    display: flex;
    justify-content: space-between;
    gap: 12px;
    margin: 0 0 8px;
}
.sheet {
    color: var(--muted);
    text-decoration: underline;
    text-underline-offset: 2px;
}
</style>
