<script setup lang="ts">
import { useChoice } from '@/choice/useChoice'
import { barsOf } from '@/board/bars'
import { usePeriod } from '@/period/usePeriod'
import { longWeekday, plusDays, shortDate, shortWeekday, timeOf, weekday } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { computed } from 'vue'

/** The week or the month for a sheet of A4, with blank lines to write on. Only the printer sees it. */
const view = useView()
const account = useAccount()
const { view: name, from, weeks, date, title } = usePeriod()
const { shown } = useChoice()
const isMonth = computed(() => name.value === 'month')
const WEEK_LINES = 31

const visible = computed(() => view.occurrences.filter(shown))
const days = computed(() =>
    Array.from({ length: isMonth.value ? weeks.value * 7 : 7 }, (_, i) => plusDays(from.value, i)),
)
const bars = computed(() => barsOf(visible.value, from.value, days.value.length))
function lines(day: string, i: number): { text: string; task: boolean }[] {
    const whole = bars.value
        .filter((bar) => bar.from <= i && bar.to > i)
        .map((bar) => ({ text: bar.parts[0]?.title ?? '', task: false }))
    const rest = visible.value
        .filter((one) => one.start.slice(0, 10) === day && !bars.value.some((bar) => bar.parts.includes(one)))
        .sort((a, b) => Number(b.all_day) - Number(a.all_day) || a.start.localeCompare(b.start))
        .map((one) => ({
            text: `${one.all_day ? '' : `${timeOf(one.start, account.value.clock)} `}${one.private ? 'private' : one.title}`,
            task: one.kind === 'task',
        }))
    return [...whole, ...rest]
}
const most = computed(() => (isMonth.value ? (weeks.value > 5 ? 6 : 8) : WEEK_LINES))
const shownDays = computed(() =>
    days.value.map((day, i) => {
        const all = lines(day, i)
        const kept = all.length > most.value ? all.slice(0, most.value - 1) : all
        return {
            day,
            kept,
            more: all.length - kept.length,
            blank: Math.max(0, most.value - kept.length - (all.length > kept.length ? 1 : 0)),
            outside: isMonth.value && day.slice(0, 7) !== date.value.slice(0, 7),
        }
    }),
)
</script>

<template>
    <section
        v-if="name === 'week' || name === 'month'"
        class="paper"
        :class="{ month: isMonth }"
        aria-hidden="true"
    >
        <h1>{{ title }}</h1>
        <div v-if="isMonth" class="weekdays">
            <b v-for="i in 7" :key="i">{{ longWeekday(days[i - 1] ?? from) }}</b>
        </div>
        <div class="days" :style="{ gridTemplateRows: isMonth ? `repeat(${weeks}, minmax(0, 1fr))` : '1fr' }">
            <article
                v-for="one in shownDays"
                :key="one.day"
                :class="{ outside: one.outside, rest: weekday(one.day) > 5 }"
            >
                <h2>
                    {{
                        isMonth ? Number(one.day.slice(8)) : `${shortWeekday(one.day)} ${shortDate(one.day)}`
                    }}
                </h2>
                <p v-for="(line, i) in one.kept" :key="i"><i v-if="line.task" />{{ line.text }}</p>
                <p v-if="one.more > 0">and {{ one.more }} more</p>
                <p v-for="i in one.blank" :key="`blank ${i}`" class="blank" />
            </article>
        </div>
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
    #page {
        height: auto !important;
        background: #fff !important;
    }
    #page > .page {
        display: block !important;
        height: auto !important;
        overflow: visible !important;
    }
    .page > :not(.paper) {
        display: none !important;
    }
    .paper {
        display: flex;
        flex-direction: column;
        width: 277mm;
        height: 188mm;
        color: #000;
        font: 9pt/1 var(--sans);
        break-after: avoid;
        overflow: hidden;
    }
    .paper h1 {
        font-size: 16pt;
        margin: 0 0 2mm;
    }
    .paper .days {
        flex: 1;
        min-height: 0;
        display: grid;
        grid-template-columns: repeat(7, minmax(0, 1fr));
        border: 0.3mm solid #666;
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
        overflow: hidden;
    }
    .paper article.outside {
        color: #777;
    }
    .paper article.rest {
        background: #f6f4f1;
    }
    .paper h2 {
        font-size: 10pt;
        margin: 0 0 0.8mm;
    }
    .paper p {
        margin: 0;
        height: 5.4mm;
        line-height: 5.2mm;
        border-bottom: 0.15mm solid #bbb;
        white-space: nowrap;
        overflow: hidden;
        text-overflow: clip;
    }
    .paper.month p {
        height: 3.5mm;
        line-height: 3.4mm;
        font-size: 7pt;
    }
    .paper i {
        display: inline-block;
        width: 1.7mm;
        height: 2.2mm;
        margin-right: 1mm;
        border: 0.2mm solid #000;
        border-radius: 50%;
        transform: rotate(18deg);
    }
}
</style>
