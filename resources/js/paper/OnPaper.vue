<script setup lang="ts">
import { usePeriod } from '@/period/usePeriod'
import { dayOfMonth, longWeekday, namedDate, plusDays, weekday } from '@/shared/time'
import { computed } from 'vue'
import PaperLines from './PaperLines.vue'
import { usePaper } from './usePaper'

/**
 * What is shown for sheets of A4, with lines to write on: days side by side, a month in its weeks, or a list of days. Nothing is left
 * out; what one sheet does not hold goes on to the next. Only the printer sees it.
 */
const { view, from, days: count, weeks, date, title } = usePeriod()
const { lines, load, legend, days: loads } = usePaper()

/** Lines that a day has at least, those to write on among them. */
const LINES = { columns: 29, month: 6 }
/** Signs that fit on a line of a column of a week beside the marks at its ends; of fewer days side by side more do. */
const SIGNS = 22
const form = computed<'columns' | 'month' | 'list'>(() =>
    view.value === 'month' ? 'month' : view.value === 'ahead' || view.value === 'year' ? 'list' : 'columns',
)
const byDate = computed(() => new Map(loads.value.map((day) => [day.date, day])))
const dates = computed(() => {
    if (view.value === 'ahead') return loads.value.map((day) => day.date)
    if (view.value === 'year')
        return Array.from({ length: 366 }, (_, i) => plusDays(from.value, i)).filter((day) =>
            day.startsWith(from.value.slice(0, 4)),
        )
    const all = form.value === 'month' ? weeks.value * 7 : count.value
    return Array.from({ length: all }, (_, i) => plusDays(from.value, i))
})
/** Lines that a text takes. */
function tall(text: string): number {
    const columns = form.value === 'month' ? 7 : Math.max(1, count.value)
    return Math.max(1, Math.ceil(text.length / ((SIGNS * 7) / columns)))
}
const sheet = computed(() =>
    dates.value.map((day) => {
        const all = lines(day, byDate.value.get(day), view.value === 'year')
        return {
            day,
            lines: all,
            load: load(byDate.value.get(day)),
            blank:
                form.value === 'list'
                    ? 1
                    : Math.max(1, LINES[form.value] - all.reduce((sum, one) => sum + tall(one.text), 0)),
            outside: form.value === 'month' && day.slice(0, 7) !== date.value.slice(0, 7),
        }
    }),
)
/** A list says nothing of days on which there is nothing. */
const listed = computed(() =>
    form.value === 'list' ? sheet.value.filter((one) => one.lines.length > 0) : sheet.value,
)
function head(day: string): string {
    if (form.value === 'month') return String(Number(day.slice(8)))
    return form.value === 'list' ? `${longWeekday(day)} ${dayOfMonth(day)}` : namedDate(day)
}
</script>

<template>
    <section v-if="view !== 'done'" class="paper" :class="form" aria-hidden="true">
        <h1>{{ title }}</h1>
        <div v-if="form === 'month'" class="weekdays">
            <b v-for="i in 7" :key="i">{{ longWeekday(dates[i - 1] ?? from) }}</b>
        </div>
        <div
            class="days"
            :style="
                form === 'list'
                    ? {}
                    : { gridTemplateColumns: `repeat(${form === 'month' ? 7 : count}, minmax(0, 1fr))` }
            "
        >
            <article
                v-for="one in listed"
                :key="one.day"
                :class="{ outside: one.outside, rest: weekday(one.day) > 5 }"
            >
                <h2>
                    {{ head(one.day) }} <small>{{ one.load }}</small>
                </h2>
                <PaperLines :lines="one.lines" />
                <p v-for="i in one.blank" :key="`blank ${i}`" class="blank" />
            </article>
        </div>
        <footer>
            <span v-for="[mark, name] in legend" :key="name"
                ><b>{{ mark }}</b> {{ name }}</span
            >
        </footer>
    </section>
</template>

<style>
.paper {
    display: none;
}
@media print {
    @page {
        size: A4 landscape;
        margin: 9mm;
    }
    html,
    body,
    #page,
    #page > div {
        height: auto !important;
        background: #fff !important;
    }
    .page:has(> .paper) {
        display: block !important;
        height: auto !important;
        overflow: visible !important;
    }
    .page > :not(.paper) {
        display: none !important;
    }
    .n-drawer-container,
    .n-modal-container {
        display: none !important;
    }
    .paper {
        display: block;
        width: 277mm;
        color: #000;
        font: 9pt/1 var(--sans);
    }
    .paper h1 {
        font-size: 16pt;
        margin: 0 0 2mm;
    }
    .paper .days {
        display: grid;
        border: 0.3mm solid #666;
    }
    .paper.list .days {
        display: block;
        columns: 2;
        border: 0;
    }
    .paper .weekdays {
        display: grid;
        grid-template-columns: repeat(7, 1fr);
        font-size: 8pt;
        padding-bottom: 1mm;
    }
    .paper article {
        border-left: 0.2mm solid #999;
        border-bottom: 0.2mm solid #999;
        padding: 1.2mm;
    }
    .paper.list article {
        break-inside: avoid;
        border: 0;
        margin-bottom: 2mm;
    }
    .paper.month article {
        break-inside: avoid;
    }
    .paper article.outside {
        color: #666;
    }
    .paper article.rest {
        background: #f6f4f1;
    }
    .paper h2 {
        display: flex;
        flex-wrap: wrap;
        white-space: nowrap;
        justify-content: space-between;
        align-items: baseline;
        font-size: 10pt;
        margin: 0 0 0.8mm;
    }
    .paper small {
        flex: none;
        font: 7pt/1 var(--sans);
    }
    .paper p {
        display: flex;
        align-items: baseline;
        gap: 1mm;
        margin: 0;
        min-height: 5.2mm;
        padding-top: 0.6mm;
        border-bottom: 0.15mm solid #bbb;
        break-inside: avoid;
    }
    .paper .text {
        flex: 1;
        min-width: 0;
        overflow-wrap: anywhere;
    }
    .paper.month p {
        height: 3.5mm;
        font-size: 7pt;
    }
    .paper .done .text {
        text-decoration: line-through;
    }
    .paper .place {
        padding: 0 0.8mm;
        border: 0.2mm solid #000;
    }
    .paper i {
        flex: none;
        width: 1.7mm;
        height: 2.2mm;
        border: 0.2mm solid #000;
        border-radius: 50%;
        transform: rotate(18deg);
    }
    .paper i.full {
        background: #000;
        print-color-adjust: exact;
    }
    .paper footer {
        display: flex;
        gap: 5mm;
        padding-top: 1.5mm;
        font-size: 7.5pt;
    }
}
</style>
