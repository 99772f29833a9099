<script setup lang="ts">
import { decimal } from '@/shared/region'
import { wallIn, shortDate, timeOf } from '@/shared/time'
import TextField from '@/shared/TextField.vue'
import { NButton, NCheckbox } from 'naive-ui'
import { answerOf, api, Refused, sentence } from '@/api/client'
import { useAccount } from '@/state/server'
import { say } from '@/undo/useChanges'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { reactive, ref } from 'vue'
import ArchivesSection from './ArchivesSection.vue'
import DevicePasswords from './DevicePasswords.vue'
import LeavingSection from './LeavingSection.vue'

/** What one signs in with, where one is signed in, whom one invites, and how much room the files take. */
const account = useAccount()
const client = useQueryClient()
const devices = useQuery({ queryKey: ['devices'], queryFn: () => answerOf(api.GET('/devices')) })
const invitations = useQuery({ queryKey: ['invitations'], queryFn: () => answerOf(api.GET('/invitations')) })
const opened = ref<'password' | 'email' | null>(null)
const form = reactive({ current: '', password: '', email: '', invite: '', endDevicePasswords: true })
const mistakes = ref<Record<string, string[]>>({})
const link = ref('')
const at = (seconds: number): string => {
    const wall = wallIn(account.value.zone, new Date(seconds * 1000))
    return `${shortDate(wall)}, ${timeOf(wall, account.value.clock)}`
}
const megabytes = (bytes: number): string => {
    const digits = bytes < 10_000_000 ? 1 : 0
    return decimal(bytes / 1_000_000, digits, digits)
}

function turn(what: 'password' | 'email'): void {
    opened.value = opened.value === what ? null : what
    Object.assign(form, { current: '', password: '', email: account.value.email, endDevicePasswords: true })
    mistakes.value = {}
}
async function attempt(said: string, work: () => Promise<unknown>): Promise<boolean> {
    mistakes.value = {}
    try {
        await work()
        if (said) say(said)
        return true
    } catch (error) {
        if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
        else say(sentence(error), { trouble: true })
        return false
    }
}
async function save(): Promise<void> {
    const isPassword = opened.value === 'password'
    const done = await attempt(
        isPassword
            ? 'The password is changed; all other devices are signed out.'
            : 'The mail address is changed.',
        () =>
            isPassword
                ? answerOf(
                      api.PATCH('/account/password', {
                          body: {
                              current: form.current,
                              password: form.password,
                              end_device_passwords: form.endDevicePasswords,
                          },
                      }),
                  )
                : answerOf(
                      api.PATCH('/account/email', { body: { current: form.current, email: form.email } }),
                  ),
    )
    if (!done) return
    opened.value = null
    await Promise.all([
        client.invalidateQueries({ queryKey: ['session'] }),
        client.invalidateQueries({ queryKey: ['devices'] }),
        client.invalidateQueries({ queryKey: ['device-passwords'] }),
    ])
}
async function end(id: string | null): Promise<void> {
    if (
        await attempt(id === null ? 'All other devices are signed out.' : 'It is signed out there.', () =>
            answerOf(
                id === null
                    ? api.DELETE('/devices')
                    : api.DELETE('/devices/{device}', { params: { path: { device: id } } }),
            ),
        )
    )
        await devices.refetch()
}
async function invite(): Promise<void> {
    if (
        await attempt(
            '',
            async () =>
                (link.value = (
                    await answerOf(api.POST('/invitations', { body: { email: form.invite } }))
                ).url),
        )
    ) {
        form.invite = ''
        await invitations.refetch()
    }
}
async function takeBack(id: number): Promise<void> {
    if (
        await attempt('The invitation is not good any more.', () =>
            answerOf(api.DELETE('/invitations/{invitation}', { params: { path: { invitation: id } } })),
        )
    )
        await invitations.refetch()
}
</script>

<template>
    <section class="account" data-test="account-section">
        <h2>Your account</h2>
        <p class="row">
            <span>{{ account.email }}</span><NButton
                class="press"
                :aria-expanded="opened === 'email'"
                data-test="change-email"
                @click="turn('email')"
            >
                Another address</NButton
            ><NButton
                class="press"
                :aria-expanded="opened === 'password'"
                data-test="change-password"
                @click="turn('password')"
            >
                Another password
            </NButton>
        </p>
        <form v-if="opened" class="change" @submit.prevent="save">
            <label v-if="opened === 'email'"
                >New address <TextField v-model="form.email" type="email" autocomplete="email" required
            /></label>
            <p v-if="mistakes.email" class="mistake" role="alert">{{ mistakes.email[0] }}</p>
            <label
                >Present password
                <TextField
                    v-model="form.current"
                    type="password"
                    autocomplete="current-password"
                    required
                    test="present-password"
            /></label>
            <p v-if="mistakes.current" class="mistake" role="alert">{{ mistakes.current[0] }}</p>
            <label v-if="opened === 'password'"
                >New password
                <TextField
                    v-model="form.password"
                    type="password"
                    autocomplete="new-password"
                    required
                    test="new-password"
            /></label>
            <NCheckbox
                v-if="opened === 'password'"
                v-model:checked="form.endDevicePasswords"
                data-test="end-device-passwords"
                >End the passwords of devices too: phones and desks need new ones</NCheckbox
            >
            <p v-if="mistakes.password" class="mistake" role="alert">{{ mistakes.password[0] }}</p>
            <NButton attr-type="submit" class="press" type="primary" data-test="save-credentials"
                >Change it</NButton
            >
        </form>
        <h3>Signed in on</h3>
        <ul data-test="devices">
            <li v-for="one in devices.data.value?.devices" :key="one.id">
                <span
                    ><b>{{ one.name }}</b
                    >{{ one.here ? ', here' : '' }} · since {{ at(one.signed_in_at) }} · seen
                    {{ at(one.seen_at) }}{{ one.remembered ? ' · stays signed in' : '' }}</span
                ><NButton
                    v-if="!one.here"
                    class="press"
                    :aria-label="`Sign out ${one.name}, seen ${at(one.seen_at)}`"
                    @click="end(one.id)"
                >
                    Sign out
                </NButton>
            </li>
        </ul>
        <p v-if="(devices.data.value?.devices.length ?? 0) > 1">
            <NButton class="press" data-test="end-others" @click="end(null)">
                Sign out everywhere else
            </NButton>
        </p>
        <DevicePasswords />
        <template v-if="invitations.data.value?.may_invite">
            <h3>Others</h3>
            <form class="row" @submit.prevent="invite">
                <TextField
                    v-model="form.invite"
                    type="email"
                    placeholder="Mail address"
                    label="Mail address of whom you invite"
                    required
                    test="invite-email"
                /><NButton attr-type="submit" class="press" data-test="invite">Invite</NButton>
            </form>
            <p v-if="mistakes.email && !opened" class="mistake" role="alert">{{ mistakes.email[0] }}</p>
            <p v-if="link" class="muted" role="status">
                Sent. The same link, to hand over yourself:
                <a :href="link" data-test="invitation-link">{{ link }}</a>
            </p>
            <ul>
                <li v-for="one in invitations.data.value.invitations" :key="one.id">
                    <span>{{ one.email }}, good until {{ at(one.expires_at) }}</span
                    ><NButton
                        class="press"
                        :aria-label="`Take back the invitation of ${one.email}`"
                        @click="takeBack(one.id)"
                    >
                        Take back
                    </NButton>
                </li>
            </ul>
        </template>
        <p class="muted">
            Files with entries take {{ megabytes(account.files.used) }} of
            {{ megabytes(account.files.most) }} MB.
        </p>
        <ArchivesSection />
        <LeavingSection />
    </section>
</template>

<style scoped>
.account {
    display: flex;
    flex-direction: column;
    gap: 8px;
    margin-top: 22px;
    padding-top: 6px;
    border-top: 1px solid var(--line);
}
h2 {
    font-size: 1rem;
    margin-top: 8px;
}
h3 {
    font-size: 0.8125rem;
    margin: 6px 0 0;
}
p,
ul {
    margin: 0;
    padding: 0;
    list-style: none;
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
form.row {
    flex-wrap: nowrap;
}
li {
    display: flex;
    gap: 10px;
    align-items: center;
    justify-content: space-between;
    padding: 3px 0;
}
.press {
    white-space: nowrap;
}
.change {
    display: flex;
    flex-direction: column;
    gap: 8px;
    padding: 10px 14px;
    border-left: 3px solid var(--plum-line);
}
label {
    display: grid;
    grid-template-columns: 150px 1fr;
    align-items: center;
}
.muted {
    color: var(--muted);
    overflow-wrap: anywhere;
}
form > .press {
    align-self: start;
}
</style>
