<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api, sentence } from '@/api/client'
import LaterChoice from '@/reminders/LaterChoice.vue'
import TryChannel from './TryChannel.vue'
import { useFresh } from '@/period/useFresh'
import { useQuery } from '@tanstack/vue-query'
import { useTimeoutFn } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

/** A stand-in for a phone: what was pushed, how often it has buzzed, and the answers it can give. */
interface Message {
    id: number
    delivery_id: number | null
    title: string
    body: string
    at: string
    entry_id: string | null
    recurrence_id: string | null
    task: boolean
    routine: boolean
    answered: boolean
}
const now = useFresh()
const router = useRouter()
const query = useQuery({
    queryKey: ['phone'],
    queryFn: () => answerOf(api.GET('/standins/phone')),
    refetchInterval: 3000,
})
const messages = computed(() => query.data.value?.messages ?? [])
const unanswered = computed(() => messages.value.filter((one) => !one.answered))
const buzzes = ref(0)
const isBuzzing = ref(false)
const trouble = ref('')
const { start } = useTimeoutFn(() => (isBuzzing.value = false), 700, { immediate: false })
watch(
    () => messages.value[0]?.id,
    (is, was) => {
        if (is === undefined || was === undefined || is === was) return
        buzzes.value += messages.value.filter((one) => one.id > was).length
        isBuzzing.value = true
        start()
    },
)

async function answer(one: Message, what: 'done' | 'skip' | 'seen' | 'later', when?: string): Promise<void> {
    trouble.value = ''
    try {
        await answerOf(
            api.POST('/reminders/{delivery}/answer', {
                params: { path: { delivery: one.delivery_id ?? 0 } },
                body: { answer: what, ...(when ? { when } : {}) },
            }),
        )
    } catch (error) {
        trouble.value = sentence(error)
    }
    await query.refetch()
}
async function open(one: Message): Promise<void> {
    if (one.delivery_id !== null && !one.answered) await answer(one, 'seen')
    await router.push('/day')
}
</script>

<template>
    <main class="room">
        <p class="note">
            A stand-in for a phone: what would be pushed. <RouterLink to="/week">Back to the week</RouterLink>
        </p>
        <section class="phone" :class="{ buzzing: isBuzzing }" data-test="phone-page" aria-label="Phone">
            <header>
                <b>{{ unanswered.length }} unanswered</b
                ><span data-test="buzzes">buzzed {{ buzzes }} {{ buzzes === 1 ? 'time' : 'times' }}</span>
            </header>
            <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
            <div v-if="messages.length === 0" class="none">
                <p>
                    Nothing was pushed yet. Give an entry a reminder “on the phone” in its sheet, and it
                    arrives here.
                </p>
                <TryChannel channel="phone" />
            </div>
            <article
                v-for="one in messages"
                :key="one.id"
                :class="{ answered: one.answered }"
                data-test="message"
                :data-title="one.title"
            >
                <h2>{{ one.title }}</h2>
                <p>{{ one.body }}</p>
                <div v-if="!one.answered" class="presses">
                    <NButton
                        v-if="one.task"
                        class="press"
                        type="primary"
                        data-test="phone-done"
                        @click="answer(one, 'done')"
                    >
                        Done
                    </NButton>
                    <NButton
                        v-if="one.task"
                        class="press"
                        data-test="phone-skip"
                        @click="answer(one, 'skip')"
                    >
                        {{ one.routine ? 'Skip' : 'Let go' }}
                    </NButton>
                    <LaterChoice
                        v-if="one.delivery_id"
                        :now="now"
                        @choose="(when) => answer(one, 'later', when)"
                    />
                    <NButton class="press" @click="open(one)">Open</NButton>
                </div>
            </article>
        </section>
    </main>
</template>

<style scoped>
.room {
    min-height: 100%;
    padding: 14px 0;
    background: var(--well);
}
.note {
    text-align: center;
    color: var(--muted);
    margin: 0 0 12px;
}
.phone {
    width: min(390px, 100vw);
    min-height: 720px;
    margin: 0 auto;
    padding: 18px 16px 30px;
    border: 1px solid var(--line-strong);
    border-radius: 26px;
    background: var(--paper);
    box-shadow: var(--shadow);
}
.buzzing {
    animation: buzz 120ms linear 4;
}
@keyframes buzz {
    25% {
        transform: translateX(-2px);
    }
    75% {
        transform: translateX(2px);
    }
}
header {
    display: flex;
    justify-content: space-between;
    margin-bottom: 12px;
    color: var(--muted);
}
header b {
    color: var(--ink);
}
article {
    padding: 12px 14px;
    margin-bottom: 10px;
    border: 1px solid var(--line-strong);
    border-radius: 14px;
    background: var(--sheet);
}
h2 {
    font-size: 1.0625rem;
}
article p {
    margin: 3px 0 0;
    color: var(--muted);
    white-space: pre-line;
}
.answered {
    opacity: 0.62;
}
.presses {
    display: flex;
    align-items: center;
    gap: 8px;
    margin-top: 10px;
    --c: var(--load);
    --c-text: var(--ink);
}
.presses > .press {
    min-height: 36px;
    flex: 1;
}
.presses :deep(.choices .press) {
    min-height: 36px;
}
.none {
    color: var(--muted);
}
</style>
