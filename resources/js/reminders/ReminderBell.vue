<script setup lang="ts">
import type { Reminder } from '@/api/types'
import { usePeriod } from '@/period/usePeriod'
import { useView } from '@/state/view'
import NothingHere from '@/shared/NothingHere.vue'
import { NButton, NPopover } from 'naive-ui'
import { isCovered } from '@/shared/covered'
import { isTyping } from '@/shared/isTyping'
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useReminders } from './useReminders'

// What a reminder is answered by comes with the first that is shown.
const loadItem = (): Promise<typeof import('./WaitingItem.vue')> => import('./WaitingItem.vue')
const WaitingItem = defineAsyncComponent(loadItem)

/** What has fallen and is unanswered, with its count; what falls now stands in the corner of the page. */
const view = useView()
const router = useRouter()
const { now } = usePeriod()
const { waiting, trouble, fresh, answer, later, allow, mayAsk } = useReminders()
const open = ref(false)

/** The list is laid out by the library a moment after it is opened. */
async function toFirst(): Promise<void> {
    await loadItem()
    await new Promise((laidOut) => setTimeout(laidOut))
    const [soon, bell] = ['[data-test=waiting-list] [data-test=soon]', '[data-test=bell]'].map((one) =>
        document.querySelector<HTMLElement>(one),
    )
    const first = soon ?? bell
    first?.focus()
}
/** By key to the first that waits, at the press that puts it off. */
useEventListener(window, 'keydown', (event) => {
    const isElsewhere = isCovered.value || view.isPageCovered
    if (event.key !== 'r' || isTyping(event) || isElsewhere || event.ctrlKey || event.metaKey || event.altKey)
        return
    event.preventDefault()
    open.value = true
    void toFirst()
})

function look(one: Reminder): void {
    open.value = false
    if (one.entry_id !== null)
        view.sheet = {
            entryId: one.entry_id,
            recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id,
            date: null,
        }
    else void router.push(`/${one.kind === 'evening' ? 'close' : 'day'}/${one.recurrence_id}`)
    void answer(one, 'seen')
}
</script>

<template>
    <div class="waiting">
        <NPopover
            v-model:show="open"
            trigger="click"
            placement="bottom-end"
            :show-arrow="false"
            style="padding: 0"
        >
            <template #trigger>
                <button
                    class="bell"
                    data-test="bell"
                    :aria-label="`${waiting.length ? `${waiting.length === 1 ? '1 reminder waits' : `${waiting.length} reminders wait`} for an answer` : 'No reminder waits'}${trouble.length ? '; some could not be sent' : ''}`"
                >
                    <svg viewBox="0 0 24 24" width="17" height="17" aria-hidden="true">
                        <circle
                            cx="12"
                            cy="12"
                            r="8.5"
                            fill="none"
                            stroke="currentColor"
                            stroke-width="1.8"
                        />
                        <path
                            d="M12 7.500v5l3.200 2"
                            fill="none"
                            stroke="currentColor"
                            stroke-width="1.800"
                            stroke-linecap="round"
                        />
                    </svg>
                    <span
                        v-if="trouble.length && !waiting.length"
                        class="count failed"
                        aria-hidden="true"
                        data-test="bell-trouble"
                        >!</span
                    >
                    <span v-if="waiting.length" class="count" data-test="bell-count">{{
                        waiting.length
                    }}</span>
                </button>
            </template>
            <div class="list" data-test="waiting-list">
                <h2>Waiting for an answer</h2>
                <p v-for="one in trouble" :key="one" class="failed" data-test="undelivered">{{ one }}</p>
                <NothingHere v-if="waiting.length === 0" class="empty"
                    >Nothing waits. Give an entry a reminder in its sheet.</NothingHere
                >
                <WaitingItem
                    v-for="one in waiting"
                    :key="one.id"
                    :one="one"
                    :now="now"
                    @answer="(what) => answer(one, what)"
                    @later="(when) => later(one, when)"
                    @open="look(one)"
                />
                <p v-if="mayAsk" class="ask">
                    <NButton class="press" @click="allow">Also show them outside this page</NButton>
                </p>
            </div>
        </NPopover>
        <div v-show="!open" class="notices" aria-live="assertive">
            <div v-for="one in fresh" :key="one.id" class="notice" role="alert" data-test="reminder">
                <WaitingItem
                    :one="one"
                    :now="now"
                    @answer="(what) => answer(one, what)"
                    @later="(when) => later(one, when)"
                    @open="look(one)"
                />
            </div>
        </div>
    </div>
</template>

<style scoped>
.waiting {
    flex: none;
}
.bell {
    position: relative;
    width: 34px;
    height: 34px;
    border-radius: 50%;
    border: 1px solid color-mix(in srgb, var(--on-plum) 28%, transparent);
    background: none;
    color: var(--on-plum);
    display: grid;
    place-items: center;
}
.count {
    position: absolute;
    top: -5px;
    right: -6px;
    min-width: 18px;
    height: 18px;
    border-radius: 9px;
    background: #e2a33c;
    color: #2a2226;
    font-size: 0.7188rem;
    font-weight: 700;
    line-height: 18px;
    text-align: center;
    padding: 0 4px;
}
.list {
    width: min(440px, 92vw);
    max-height: 70vh;
    overflow-y: auto;
    padding: 12px 14px;
    color: var(--ink);
    display: flex;
    flex-direction: column;
    gap: 8px;
}
h2 {
    font-size: 0.9375rem;
}
.empty {
    color: var(--muted);
    margin: 0;
}
.count.failed {
    background: var(--trouble);
    color: #fff;
}
p.failed {
    margin: 0;
    padding: 6px 10px;
    border-left: 3px solid var(--trouble);
    color: var(--trouble);
    font-size: 0.7812rem;
}
.notices {
    position: fixed;
    top: 62px;
    right: 14px;
    z-index: 2900;
    display: flex;
    flex-direction: column;
    gap: 8px;
    width: min(350px, calc(100vw - 28px));
}
.notice {
    padding: 8px 12px 10px 10px;
    border: 1px solid var(--line-strong);
    border-radius: var(--radius);
    background: var(--sheet);
    box-shadow: var(--shadow);
    color: var(--ink);
}
.ask {
    margin: 4px 0 0;
}
</style>
