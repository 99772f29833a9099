<script setup lang="ts">
import { wallIn, shortWeekday, timeOf } from '@/shared/time'
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import { useAccount } from '@/state/server'
import { useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import MailBody from './MailBody.vue'
import TryChannel from './TryChannel.vue'

/** A stand-in for a mailbox: what was mailed, as it would arrive, its presses working. */
const query = useQuery({
    queryKey: ['post-box'],
    queryFn: () => answerOf(api.GET('/standins/post')),
    refetchInterval: 5000,
})
const mails = computed(() => query.data.value?.mails ?? [])
const chosen = ref<number | null>(null)
const mail = computed(() => mails.value.find((one) => one.id === chosen.value) ?? mails.value[0])
const account = useAccount()
const when = (at: string): string => {
    const wall = wallIn(account.value.zone, new Date(`${at.replace(' ', 'T')}Z`))
    return `${shortWeekday(wall)} ${timeOf(wall, account.value.clock)}`
}
</script>

<template>
    <main class="post" data-test="post-box">
        <header>
            <h1>Post box</h1>
            <p>A stand-in: nothing here leaves this machine.</p>
            <RouterLink to="/week">Back to the week</RouterLink>
        </header>
        <div class="columns">
            <nav aria-label="Mails">
                <div v-if="mails.length === 0" class="none">
                    <p>
                        Nothing was mailed yet. Give an entry a reminder “by mail” in its sheet, and it
                        arrives here.
                    </p>
                    <TryChannel channel="mail" />
                </div>
                <NButton
                    v-for="one in mails"
                    :key="one.id"
                    text
                    class="plain"
                    :class="{ here: one.id === mail?.id }"
                    data-test="mail"
                    :data-subject="one.subject"
                    @click="chosen = one.id"
                >
                    <b>{{ one.subject }}</b><span>{{ when(one.at) }} · to {{ one.to }}</span>
                </NButton>
            </nav>
            <!-- What a mail brings runs nothing; its links open as they would from a mail program. -->
            <MailBody v-if="mail" :key="mail.id" :html="mail.html" />
        </div>
    </main>
</template>

<style scoped>
.post {
    height: 100%;
    display: flex;
    flex-direction: column;
}
header {
    display: flex;
    align-items: baseline;
    gap: 16px;
    padding: 14px 20px;
    border-bottom: 1px solid var(--line);
}
h1 {
    font-size: 1.375rem;
}
header p {
    margin: 0;
    color: var(--muted);
    flex: 1;
}
.columns {
    flex: 1;
    min-height: 0;
    display: grid;
    grid-template-columns: 300px 1fr;
}
nav {
    border-right: 1px solid var(--line);
    overflow-y: auto;
    background: var(--sheet);
}
nav > .plain.plain {
    width: 100%;
    padding: 9px 16px;
    border-bottom: 1px solid var(--line);
    border-radius: 0;
}
nav :deep(.n-button__content) {
    display: flex;
    flex-direction: column;
    align-items: start;
}
nav > .plain.here {
    background: var(--plum-soft);
}
nav span {
    color: var(--muted);
    font-size: 0.75rem;
}
.none {
    color: var(--muted);
    padding: 14px 16px;
    margin: 0;
}
@media (max-width: 760px) {
    .columns {
        grid-template-columns: 1fr;
        grid-template-rows: auto 1fr;
    }
    nav {
        max-height: 40vh;
    }
}
</style>
