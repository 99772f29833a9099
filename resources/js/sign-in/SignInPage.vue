<script setup lang="ts">
import { ask, Refused } from '@/api/client'
import { useSession } from '@/state/server'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'

const router = useRouter()
const client = useQueryClient()
const session = useSession()
const isFirst = computed(() => session.data.value?.first_run === true)
const zones = Intl.supportedValuesOf('timeZone')
const form = reactive({ name: '', email: '', password: '', zone: Intl.DateTimeFormat().resolvedOptions().timeZone })
const mistakes = ref<Record<string, string[]>>({})
const trouble = ref('')
const busy = ref(false)

async function send(): Promise<void> {
    busy.value = true
    mistakes.value = {}
    trouble.value = ''
    try {
        const answer = isFirst.value
            ? await ask('POST', 'account', form)
            : await ask('POST', 'session', { email: form.email, password: form.password })
        client.setQueryData(['session'], answer)
        await router.replace('/week')
    } catch (error) {
        if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
        else trouble.value = error instanceof Error ? error.message : 'Something went wrong.'
    } finally {
        busy.value = false
    }
}
</script>

<template>
    <main class="page">
        <div class="weave" aria-hidden="true" />
        <form class="card" data-test="sign-in" @submit.prevent="send">
            <div class="mark"><img src="/plum.svg" alt="" width="40" height="40" /><h1>Plum Rota</h1></div>
            <p class="lead">{{ isFirst ? 'A planner for weeks that come round again. Make the first account to begin.' : 'Your week is where you left it.' }}</p>
            <template v-if="isFirst">
                <label for="name">Your name</label>
                <input id="name" v-model="form.name" autocomplete="name" required maxlength="100" :aria-invalid="!!mistakes.name" />
                <p v-if="mistakes.name" class="mistake">{{ mistakes.name[0] }}</p>
            </template>
            <label for="email">Mail address</label>
            <input id="email" v-model="form.email" type="email" autocomplete="username" required :aria-invalid="!!mistakes.email" />
            <p v-if="mistakes.email" class="mistake" role="alert">{{ mistakes.email[0] }}</p>
            <label for="password">Password</label>
            <input id="password" v-model="form.password" type="password" :autocomplete="isFirst ? 'new-password' : 'current-password'" required :aria-invalid="!!mistakes.password" />
            <p v-if="mistakes.password" class="mistake" role="alert">{{ mistakes.password[0] }}</p>
            <p v-else-if="isFirst" class="hint">Ten characters or more.</p>
            <template v-if="isFirst">
                <label for="zone">Time zone</label>
                <select id="zone" v-model="form.zone"><option v-for="zone in zones" :key="zone">{{ zone }}</option></select>
                <p v-if="mistakes.zone" class="mistake">{{ mistakes.zone[0] }}</p>
            </template>
            <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
            <button class="press main" :disabled="busy" data-test="send">{{ isFirst ? 'Make the account' : 'Sign in' }}</button>
        </form>
    </main>
</template>

<style scoped>
.page { min-height: 100%; display: grid; place-items: center; padding: 24px; position: relative; overflow: hidden; }
.weave { position: absolute; inset: 0; background: linear-gradient(var(--plum-deep) 0 42%, transparent 42%), repeating-linear-gradient(135deg, var(--well) 0 8px, var(--paper) 8px 16px); }
.card { position: relative; width: min(380px, 100%); background: var(--sheet); border: 1px solid var(--line); border-radius: 12px; box-shadow: var(--shadow); padding: 28px 30px 30px; display: flex; flex-direction: column; }
.mark { display: flex; align-items: center; gap: 10px; }
h1 { font-size: 26px; }
.lead { color: var(--muted); margin: 8px 0 14px; font-size: 14px; }
label { font-weight: 600; margin-top: 10px; }
input, select { margin-top: 4px; padding: 8px 10px; border: 1px solid var(--line-strong); border-radius: var(--radius); background: var(--paper); font-size: 14px; }
input[aria-invalid='true'] { border-color: var(--trouble); }
.hint { color: var(--muted); font-size: 12px; margin: 3px 0 0; }
.press { margin-top: 20px; padding: 9px; font-size: 14px; }
</style>
