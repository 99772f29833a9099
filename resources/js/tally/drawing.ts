import { BarChart, CustomChart, HeatmapChart, LineChart, ScatterChart } from 'echarts/charts'
import { GridComponent, TooltipComponent, VisualMapComponent } from 'echarts/components'
import { init, use, type EChartsType } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'

/** What pictures of figures are drawn with: the parts of the library that are used, and nothing else. */
use([
    BarChart,
    CustomChart,
    HeatmapChart,
    LineChart,
    ScatterChart,
    GridComponent,
    TooltipComponent,
    VisualMapComponent,
    SVGRenderer,
])

export type Chart = EChartsType

export function drawInto(element: HTMLElement): Chart {
    return init(element, null, { renderer: 'svg' })
}
