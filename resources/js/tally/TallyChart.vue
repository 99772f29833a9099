<script setup lang="ts">
import { usePreferredDark, useResizeObserver } from '@vueuse/core'
import type { EChartsCoreOption } from 'echarts/core'
import { inject, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { drawInto, type Chart } from './drawing'
import { ink } from './inks'
import { DRAWN } from './picture'

/** A picture of figures. What it shows stands in a sentence and in a table beside it, so it is one image to a screen reader. */
const props = defineProps<{
    /** What to draw; asked again when the colours change. */
    option: () => EChartsCoreOption
    height: number
    label: string
}>()
const emit = defineEmits<{ press: [series: number, index: number] }>()
const place = ref<HTMLElement>()
const register = inject(DRAWN, null)
const isDark = usePreferredDark()
let chart: Chart | null = null

function draw(): void {
    if (!chart) return
    chart.setOption(
        {
            animation: !matchMedia('(prefers-reduced-motion: reduce)').matches,
            animationDuration: 250,
            textStyle: {
                // Double quotes would end the attribute in which the picture is saved.
                fontFamily: getComputedStyle(document.body).fontFamily.replaceAll('"', "'"),
                fontSize: 12,
                color: ink('muted'),
            },
            tooltip: {
                confine: true,
                backgroundColor: ink('sheet'),
                borderColor: ink('line'),
                padding: [6, 10],
                textStyle: { color: ink('ink'), fontSize: 12 },
            },
            ...props.option(),
        },
        true,
    )
}
onMounted(() => {
    chart = drawInto(place.value!)
    chart.on('click', (event) => emit('press', event.seriesIndex ?? 0, event.dataIndex))
    draw()
    register?.({
        svg: () => chart?.renderToSVGString() ?? '',
        width: () => chart?.getWidth() ?? 0,
        height: () => chart?.getHeight() ?? 0,
    })
})
onBeforeUnmount(() => {
    register?.(null)
    chart?.dispose()
    chart = null
})
useResizeObserver(place, () => chart?.resize())
watch([() => props.option, isDark], draw)
watch(
    () => props.height,
    () => requestAnimationFrame(() => chart?.resize()),
)
</script>

<template>
    <div
        ref="place"
        class="chart"
        role="img"
        :aria-label="label"
        data-test="chart"
        :style="{ height: `${height}px` }"
    />
</template>

<style scoped>
.chart {
    width: 100%;
    min-width: 0;
}
</style>
