<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import { NButton, NCheckbox } from 'naive-ui'
import { regionOfBrowser } from '@/shared/region'
import SelectField from '@/shared/SelectField.vue'
import { zoneOptions } from '@/shared/zoneOptions'
import { answerOf, api, Refused } from '@/api/client'
import { useSession } from '@/state/server'
import { useView } from '@/state/view'
import { useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

/** The way in: signing in, the first account, an invited one, a forgotten password and the new one. */
const router = useRouter()
const route = useRoute()
const client = useQueryClient()
const view = useView()
const session = useSession()
type Way = 'sign-in' | 'first' | 'join' | 'forgotten' | 'reset'
const forgot = ref(false)
const way = computed<Way>(() =>
    route.name === 'join'
        ? 'join'
        : route.name === 'reset'
          ? 'reset'
          : session.data.value?.first_run === true
            ? 'first'
            : forgot.value
              ? 'forgotten'
              : 'sign-in',
)
const isNew = computed(() => way.value === 'first' || way.value === 'join')
const zones = zoneOptions(Intl.DateTimeFormat().resolvedOptions().timeZone)
const form = reactive({
    name: '',
    endDevicePasswords: true,
    email: '',
    password: '',
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    remember: false,
})
const mistakes = ref<Record<string, string[]>>({})
const trouble = ref('')
const told = ref('')
const busy = ref(false)
const token = computed(() => (typeof route.params.token === 'string' ? route.params.token : ''))
watch(way, () => {
    mistakes.value = {}
    trouble.value = ''
})

const LEADS: Record<Way, string> = {
    'sign-in': 'Your week is where you left it.',
    first: 'A planner for weeks that come round again. Make the first account to begin.',
    join: 'You were invited. Make your account to begin.',
    forgotten: 'Give your mail address; a link to set a new password is sent there.',
    reset: 'Set a new password. Everywhere else you are signed out.',
}
const WORDS: Record<Way, string> = {
    'sign-in': 'Sign in',
    first: 'Make the account',
    join: 'Make the account',
    forgotten: 'Send the link',
    reset: 'Set the password',
}

async function send(): Promise<void> {
    busy.value = true
    mistakes.value = {}
    trouble.value = ''
    try {
        if (way.value === 'forgotten') {
            told.value = (await answerOf(api.POST('/account/reset', { body: { email: form.email } }))).message
            forgot.value = false
            return
        }
        if (way.value === 'reset') {
            await answerOf(
                api.PUT('/account/reset', {
                    body: {
                        token: token.value,
                        password: form.password,
                        end_device_passwords: form.endDevicePasswords,
                    },
                }),
            )
            told.value = 'The new password is set. Sign in with it.'
            form.password = ''
            await router.replace('/sign-in')
            return
        }
        const { name, email, password, zone, remember } = form
        const answer = isNew.value
            ? await answerOf(
                  api.POST('/account', {
                      body: {
                          name,
                          email,
                          password,
                          zone,
                          ...regionOfBrowser(),
                          invitation: token.value || null,
                      },
                  }),
              )
            : await answerOf(api.POST('/session', { body: { email, password, remember } }))
        if (isNew.value) view.isFirst = true
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
            <div class="mark">
                <img src="/plum.svg" alt="" width="40" height="40" />
                <h1>Plum Rota</h1>
            </div>
            <p class="lead">{{ LEADS[way] }}</p>
            <p v-if="told" class="told" role="status" data-test="told">{{ told }}</p>
            <template v-if="isNew">
                <label for="name">Your name</label>
                <TextField
                    id="name"
                    v-model="form.name"
                    autocomplete="name"
                    required
                    :maxlength="100"
                    :invalid="!!mistakes.name"
                />
                <p v-if="mistakes.name" class="mistake">{{ mistakes.name[0] }}</p>
            </template>
            <template v-if="way !== 'reset'">
                <label for="email">Mail address</label>
                <TextField
                    id="email"
                    v-model="form.email"
                    type="email"
                    autocomplete="username"
                    required
                    :invalid="!!mistakes.email"
                />
                <p v-if="mistakes.email" class="mistake" role="alert">{{ mistakes.email[0] }}</p>
            </template>
            <template v-if="way !== 'forgotten'">
                <label for="password">{{ way === 'reset' ? 'New password' : 'Password' }}</label>
                <TextField
                    id="password"
                    v-model="form.password"
                    type="password"
                    :autocomplete="way === 'sign-in' ? 'current-password' : 'new-password'"
                    required
                    :invalid="!!mistakes.password"
                />
                <p v-if="mistakes.password" class="mistake" role="alert">{{ mistakes.password[0] }}</p>
                <p v-else-if="way !== 'sign-in'" class="hint">
                    Ten characters or more; a few words are better than a clever one.
                </p>
            </template>
            <template v-if="isNew">
                <label
                    >Time zone
                    <SelectField v-model="form.zone" label="Time zone" :options="zones" data-test="zone"
                /></label>
                <p v-if="mistakes.zone" class="mistake">{{ mistakes.zone[0] }}</p>
            </template>
            <NCheckbox
                v-if="way === 'reset'"
                v-model:checked="form.endDevicePasswords"
                data-test="end-device-passwords"
                >End the passwords of devices too: phones and desks need new ones</NCheckbox
            >
            <NCheckbox v-if="way === 'sign-in'" v-model:checked="form.remember" data-test="remember"
                >Stay signed in on this device for thirty days</NCheckbox
            >
            <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
            <NButton attr-type="submit" class="press" type="primary" :disabled="busy" data-test="send">{{
                WORDS[way]
            }}</NButton>
            <NButton
                v-if="way === 'sign-in'"
                text
                class="plain other"
                data-test="forgot"
                @click="forgot = true"
            >
                The password is forgotten
            </NButton>
            <NButton v-else-if="way === 'forgotten'" text class="plain other" @click="forgot = false">
                Back to signing in
            </NButton>
        </form>
    </main>
</template>

<style scoped>
.page {
    min-height: 100%;
    display: grid;
    place-items: center;
    padding: 24px;
    position: relative;
    overflow: hidden;
}
.weave {
    position: absolute;
    inset: 0;
    background:
        linear-gradient(var(--plum-deep) 0 42%, transparent 42%),
        repeating-linear-gradient(135deg, var(--well) 0 8px, var(--paper) 8px 16px);
}
.card {
    position: relative;
    width: min(380px, 100%);
    background: var(--sheet);
    border: 1px solid var(--line);
    border-radius: 12px;
    box-shadow: var(--shadow);
    padding: 28px 30px 30px;
    display: flex;
    flex-direction: column;
}
.mark {
    display: flex;
    align-items: center;
    gap: 10px;
}
h1 {
    font-size: 1.625rem;
}
.lead {
    color: var(--muted);
    margin: 8px 0 14px;
    font-size: 0.875rem;
}
.told {
    margin: 0 0 10px;
    padding: 8px 12px;
    border-left: 3px solid var(--plum);
    background: var(--plum-soft);
}
label {
    font-weight: 600;
    margin-top: 10px;
}
.card > .n-input {
    margin-top: 4px;
}
.card > .n-checkbox {
    margin-top: 10px;
}
.hint {
    color: var(--muted);
    font-size: 0.75rem;
    margin: 3px 0 0;
}
.press {
    margin-top: 18px;
    padding: 9px;
    font-size: 0.875rem;
}
.other {
    margin-top: 12px;
    min-height: 26px;
    text-decoration: underline;
    text-underline-offset: 3px;
}
</style>
