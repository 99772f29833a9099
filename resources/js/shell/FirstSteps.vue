<script setup lang="ts">
import { answerOf, api, sentence } from '@/api/client'
import type { Colour } from '@/api/types'
import HolidaysField from '@/choice/HolidaysField.vue'
import { nextColour } from '@/shared/colours'
import TimeField from '@/shared/TimeField.vue'
import { useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import { say, useChanges } from '@/undo/useChanges'
import { NButton, NModal } from 'naive-ui'
import { nextTick, reactive, ref } from 'vue'

/** Asked once of a new account: what fills the weeks, when one is awake, and whose holidays are kept. All of it can wait. */
const view = useView()
const account = useAccount()
const { areas } = useAreas()
const { send } = useChanges()
const OFFERED = ['Work', 'Family', 'Health', 'Learning', 'Friends', 'Garden', 'Music', 'Paperwork']

const chosen = ref<string[]>([])
const form = reactive({
    wakes: account.value.week[0]?.wakes ?? 360,
    sleeps: account.value.week[0]?.sleeps ?? 1320,
    holidays: account.value.holidays,
})
const busy = ref(false)

function turn(name: string): void {
    chosen.value = chosen.value.includes(name)
        ? chosen.value.filter((other) => other !== name)
        : [...chosen.value, name]
}
function leave(): void {
    view.isFirst = false
    void nextTick(() => document.querySelector<HTMLElement>('[data-test="capture"]')?.focus())
}
async function begin(): Promise<void> {
    busy.value = true
    try {
        const taken: Colour[] = areas.value.map((area) => area.colour)
        for (const name of chosen.value) {
            const colour = nextColour(taken)
            taken.push(colour)
            await send(() => answerOf(api.POST('/areas', { body: { name, colour } })))
            // Pressed once more after a failure, only what is missing is made.
            turn(name)
        }
        const week = account.value.week.map((day) => ({ ...day, wakes: form.wakes, sleeps: form.sleeps }))
        await send(() => answerOf(api.PATCH('/account', { body: { week, holidays: form.holidays } })))
        leave()
    } catch (error) {
        say(sentence(error), { trouble: true })
    } finally {
        busy.value = false
    }
}
</script>

<template>
    <NModal show :mask-closable="false" transform-origin="center" @esc="leave">
        <form
            class="first"
            role="dialog"
            aria-modal="true"
            aria-labelledby="first-title"
            data-test="first-steps"
            @submit.prevent="begin"
        >
            <h1 id="first-title">Three things to begin with</h1>
            <fieldset>
                <legend>What fills your weeks?</legend>
                <NButton
                    v-for="name in OFFERED"
                    :key="name"
                    class="press"
                    :aria-pressed="chosen.includes(name)"
                    :data-test="`first-${name}`"
                    @click="turn(name)"
                >
                    {{ name }}
                </NButton>
                <p>Each becomes a life area with a calendar and a colour. Household is there already.</p>
            </fieldset>
            <fieldset>
                <legend>When are you awake?</legend>
                from
                <TimeField
                    :minute="form.wakes"
                    :clock="account.clock"
                    label="Awake from"
                    @choose="(minute) => (form.wakes = minute)"
                />
                to
                <TimeField
                    :minute="form.sleeps % 1440"
                    :clock="account.clock"
                    label="Awake to"
                    @choose="(minute) => (form.sleeps = minute === 0 ? 1440 : minute)"
                />
            </fieldset>
            <fieldset>
                <legend>Whose public holidays do you keep?</legend>
                <HolidaysField v-model="form.holidays" />
            </fieldset>
            <div class="foot">
                <NButton type="primary" attr-type="submit" :loading="busy" data-test="first-begin"
                    >Begin</NButton
                >
                <NButton quaternary @click="leave">Later, in the settings</NButton>
            </div>
        </form>
    </NModal>
</template>

<style scoped>
.first {
    width: min(480px, calc(100vw - 24px));
    padding: 22px 26px;
    border-radius: 12px;
    background: var(--sheet);
    color: var(--ink);
    box-shadow: var(--shadow);
}
h1 {
    font-size: 1.375rem;
}
fieldset {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
    margin: 16px 0 0;
    padding: 0;
    border: 0;
}
legend {
    margin-bottom: 6px;
    font-weight: 650;
}
p {
    width: 100%;
    margin: 0;
    color: var(--muted);
}
.region {
    width: 240px;
}
.foot {
    display: flex;
    gap: 10px;
    margin-top: 20px;
}
</style>
