<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import { NButton, NCheckbox } from 'naive-ui'
import { answerOf, api, sentence } from '@/api/client'
import { signedInAgain, signedOut } from '@/api/signedOut'
import { useAccount } from '@/state/server'
import { useQueryClient } from '@tanstack/vue-query'
import { NModal } from 'naive-ui'
import { nextTick, ref, watch } from 'vue'

/** The session has ended: one signs in over the page, which stays as it is, and what was asked for is done. */
const account = useAccount()
const client = useQueryClient()
const password = ref('')
const remember = ref(false)
const trouble = ref('')
const busy = ref(false)
const field = ref<InstanceType<typeof TextField> | null>(null)

watch(
    () => signedOut.isAsked,
    (isAsked) => isAsked && void nextTick(() => field.value?.focus()),
    { immediate: true },
)

async function send(): Promise<void> {
    if (busy.value) return
    busy.value = true
    trouble.value = ''
    try {
        const answer = await answerOf(
            api.POST('/session', {
                body: { email: account.value.email, password: password.value, remember: remember.value },
            }),
        )
        client.setQueryData(['session'], answer)
        password.value = ''
        signedInAgain(true)
    } catch (error) {
        trouble.value = sentence(error)
    } finally {
        busy.value = false
    }
}
/** What is unsaved lies on the disk, for this account alone. */
function leave(): void {
    signedInAgain(false)
    location.assign('/sign-in')
}
</script>

<template>
    <NModal :show="signedOut.isAsked" :mask-closable="false" :close-on-esc="false" :auto-focus="false">
        <!-- The library keeps the focus within a div only. -->
        <div data-test="sign-in-over" role="dialog" aria-modal="true" aria-labelledby="over-title">
            <form class="over" @submit.prevent="send">
                <h2 id="over-title">Sign in to go on</h2>
                <p>
                    You were signed out. All that is on this page is still here, and is saved once you are
                    back.
                </p>
                <label
                    >Mail address
                    <TextField :model-value="account.email" type="email" autocomplete="username" readonly
                /></label>
                <label
                    >Password
                    <TextField
                        ref="field"
                        v-model="password"
                        type="password"
                        autocomplete="current-password"
                        required
                        test="over-password"
                /></label>
                <NCheckbox v-model:checked="remember"
                    >Stay signed in on this device for thirty days</NCheckbox
                >
                <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
                <div class="foot">
                    <NButton
                        attr-type="submit"
                        class="press"
                        type="primary"
                        :disabled="busy"
                        data-test="over-send"
                        >Sign in</NButton
                    ><NButton text class="plain" @click="leave">I am somebody else</NButton>
                </div>
            </form>
        </div>
    </NModal>
</template>

<style scoped>
.over {
    width: min(400px, calc(100vw - 32px));
    display: flex;
    flex-direction: column;
    gap: 10px;
    padding: 22px 26px;
    border: 1px solid var(--line);
    border-radius: 12px;
    background: var(--sheet);
    color: var(--ink);
    box-shadow: var(--shadow);
}
h2 {
    font-size: 1.25rem;
}
p {
    margin: 0;
    color: var(--muted);
}
label {
    display: flex;
    flex-direction: column;
    gap: 4px;
    font-weight: 600;
}
.foot {
    display: flex;
    gap: 12px;
    align-items: center;
    margin-top: 6px;
}
.plain {
    text-decoration: underline;
    text-underline-offset: 3px;
}
</style>
