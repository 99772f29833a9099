<script setup lang="ts">
import { dateIn, namedDate } from '@/shared/time'
import { paint, useAccount, useAreas } from '@/state/server'
import { useView } from '@/state/view'
import type { Reminder } from '@/api/types'
import { NPopover } from 'naive-ui'
import { ref } from 'vue'
import { useReminders } from './useReminders'

const view = useView()
const account = useAccount()
const { area } = useAreas()
const { waiting, fresh, dismiss, done, allow, mayAsk } = useReminders()
const open = ref(false)

function when(one: Reminder): string {
    const at = new Date(one.starts_at * 1000)
    const date = dateIn(account.value.zone, at)
    const time = new Intl.DateTimeFormat('en-GB', { timeZone: account.value.zone, hour: 'numeric', minute: '2-digit', hourCycle: account.value.clock === '24' ? 'h23' : 'h12' }).format(at)
    return one.all_day ? namedDate(date) : `${namedDate(date)}, ${time.replace(/^0(\d)/, '$1')}`
}
function look(one: Reminder): void {
    open.value = false
    view.sheet = { entryId: one.entry_id, recurrenceId: one.recurrence_id === 'once' ? null : one.recurrence_id, date: null }
    void dismiss(one)
}
</script>

<template>
    <div class="waiting">
        <NPopover v-model:show="open" trigger="click" placement="bottom-end" :show-arrow="false" style="padding: 0">
            <template #trigger>
                <button class="bell" data-test="bell" :aria-label="waiting.length ? `${waiting.length} reminders wait for an answer` : 'No reminder waits'">
                    <svg viewBox="0 0 24 24" width="17" height="17" aria-hidden="true"><circle cx="12" cy="12" r="8.5" fill="none" stroke="currentColor" stroke-width="1.8" /><path d="M12 7.500v5l3.200 2" fill="none" stroke="currentColor" stroke-width="1.800" stroke-linecap="round" /></svg>
                    <span v-if="waiting.length" class="count" data-test="bell-count">{{ waiting.length }}</span>
                </button>
            </template>
            <div class="list">
                <h2>Waiting for an answer</h2>
                <p v-if="waiting.length === 0" class="empty">Nothing waits. Give an entry a reminder in its sheet.</p>
                <article v-for="one in waiting" :key="one.id" data-test="waiting" :style="paint(area(one.area_id)?.colour ?? 'slate')">
                    <button class="plain title" @click="look(one)"><b>{{ one.title }}</b><span>{{ when(one) }}</span></button>
                    <button v-if="one.kind === 'task'" class="press" @click="done(one)">Done</button>
                    <button class="press" data-test="dismiss" @click="dismiss(one)">Seen</button>
                </article>
                <p v-if="mayAsk" class="ask"><button class="press" @click="allow">Also show them outside this page</button></p>
            </div>
        </NPopover>
        <div class="notices" aria-live="assertive">
            <article v-for="one in fresh" :key="one.id" class="notice" role="alert" data-test="reminder" :style="paint(area(one.area_id)?.colour ?? 'slate')">
                <button class="plain title" @click="look(one)"><b>{{ one.title }}</b><span>{{ when(one) }}</span></button>
                <button v-if="one.kind === 'task'" class="press" @click="done(one)">Done</button>
                <button class="press" @click="dismiss(one)">Seen</button>
            </article>
        </div>
    </div>
</template>

<style scoped>
.waiting { flex: none; }
.bell { position: relative; width: 34px; height: 34px; border-radius: 50%; border: 1px solid color-mix(in srgb, var(--on-plum) 28%, transparent); background: none; color: var(--on-plum); display: grid; place-items: center; }
.count { position: absolute; top: -5px; right: -6px; min-width: 18px; height: 18px; border-radius: 9px; background: #e2a33c; color: #2a2226; font-size: 11.5px; font-weight: 700; line-height: 18px; text-align: center; padding: 0 4px; }
.list { width: min(360px, 92vw); max-height: 60vh; overflow-y: auto; padding: 12px 14px; color: var(--ink); }
h2 { font-size: 15px; margin-bottom: 6px; }
.empty { color: var(--muted); margin: 0; }
article { display: flex; align-items: center; gap: 6px; padding: 6px 0 6px 8px; border-left: 4px solid var(--c); margin-top: 6px; }
.title { flex: 1; min-width: 0; display: flex; flex-direction: column; color: var(--ink); }
.title span { color: var(--muted); font-size: 12px; }
.notices { position: fixed; top: 62px; right: 14px; z-index: 2900; display: flex; flex-direction: column; gap: 8px; width: min(340px, calc(100vw - 28px)); }
.notice { margin: 0; padding: 10px 12px; border: 1px solid var(--line-strong); border-left: 5px solid var(--c); border-radius: var(--radius); background: var(--sheet); box-shadow: var(--shadow); }
.ask { margin: 10px 0 0; }
</style>
