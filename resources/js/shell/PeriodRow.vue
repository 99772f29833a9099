<script setup lang="ts">
import ClashWord from '@/choice/ClashWord.vue'
import ShownFold from '@/choice/ShownFold.vue'
import { answerOf, api } from '@/api/client'
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { useChanges } from '@/undo/useChanges'
import { NButton, NDropdown } from 'naive-ui'
import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { usePeriod } from '@/period/usePeriod'
import ViewSwitch from './ViewSwitch.vue'

/** The row under the bar: which stretch of time is shown, the way back and forth, in which view, and what of it. */
const route = useRoute()
const router = useRouter()
const appView = useView()
const account = useAccount()
const { change } = useChanges()
const { view, title, unit, isPresent, isNarrow, today, step, go } = usePeriod()

const isWorkOnly = computed(() => route.query.work === '1')
const tested = (name: string): object => ({ 'data-test': name })
const options = computed(() => [
    ...(isNarrow.value ? [{ key: 'shown', label: 'What is shown', props: tested('shown-in-menu') }] : []),
    ...(view.value === 'week' && !isNarrow.value
        ? [
              {
                  key: 'work',
                  label: isWorkOnly.value ? 'Show all days' : 'Show work days only',
                  props: tested('work-days'),
              },
          ]
        : []),
    ...(view.value !== 'done'
        ? [
              { key: 'templates', label: 'Templates', props: tested('templates-in-menu') },
              { key: 'next-week', label: 'Next week like this one', props: tested('next-week-in-menu') },
          ]
        : []),
    ...(account.value.weather_place && view.value !== 'done'
        ? [
              {
                  key: 'weather',
                  label: account.value.weather ? 'Hide the weather' : 'Show the weather',
                  props: tested('weather-in-menu'),
              },
          ]
        : []),
    ...(view.value !== 'done' ? [{ key: 'paper', label: 'On paper', props: tested('paper') }] : []),
])

function choose(key: string): void {
    if (key === 'shown') appView.isSentenceOpen = !appView.isSentenceOpen
    else if (key === 'paper') window.print()
    else if (key === 'weather') {
        const weather = !account.value.weather
        void change(weather ? 'The weather is shown.' : 'The weather is hidden.', () =>
            answerOf(api.PATCH('/account', { body: { weather } })),
        )
    } else if (key === 'templates' || key === 'next-week') {
        appView.templates = { show: key === 'templates' ? 'list' : 'week' }
        appView.panel = 'templates'
    } else {
        const { work, ...query } = route.query
        void router.replace({ path: route.path, query: work ? query : { ...query, work: '1' } })
    }
}
</script>

<template>
    <div class="row" data-test="room-row">
        <div class="period">
            <NButton
                class="press step"
                :aria-label="`The ${unit} before`"
                title="Page up"
                data-test="before"
                @click="step(-1)"
            >
                ‹
            </NButton>
            <h1 data-test="period">{{ title }}</h1>
            <NButton
                class="press step"
                :aria-label="`The ${unit} after`"
                title="Page down"
                data-test="after"
                @click="step(1)"
            >
                ›
            </NButton>
            <NButton
                class="press"
                :disabled="isPresent"
                title="Home"
                data-test="now-press"
                @click="go({ date: today })"
            >
                Now
            </NButton>
        </div>
        <ViewSwitch v-if="view !== 'done'" />
        <span class="rest">
            <ClashWord />
            <ShownFold v-if="!isNarrow" />
            <NDropdown
                v-if="options.length > 0"
                trigger="click"
                placement="bottom-end"
                :options="options"
                @select="choose"
            >
                <NButton
                    class="press more"
                    data-test="view-more"
                    aria-haspopup="menu"
                    aria-label="More for this view"
                >
                    ⋯
                </NButton>
            </NDropdown>
        </span>
    </div>
</template>

<style scoped>
.row {
    flex: none;
    display: flex;
    align-items: center;
    gap: 18px;
    min-height: 45px;
    padding: 0 14px;
    border-bottom: 1px solid var(--line);
    background: var(--sheet);
}
.period {
    flex: none;
    display: flex;
    align-items: center;
    gap: 8px;
}
h1 {
    min-width: 158px;
    font-size: 1.25rem;
    white-space: nowrap;
    text-align: center;
}
.step {
    padding: 2px 9px;
}
.rest {
    margin-left: auto;
    display: flex;
    align-items: center;
    gap: 14px;
    min-width: 0;
}
.more {
    padding: 2px 9px;
}
@media (max-width: 760px) {
    .row {
        min-height: 42px;
        gap: 8px;
        padding: 0 10px;
    }
    h1 {
        min-width: 0;
        font-size: 1.0625rem;
    }
    .rest {
        gap: 8px;
    }
}
@media print {
    .row {
        display: none;
    }
}
</style>
