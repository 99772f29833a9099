<script setup lang="ts">
import { answerOf, api, Refused, sentence } from '@/api/client'
import type { DevicePassword } from '@/api/types'
import TextField from '@/shared/TextField.vue'
import { fullDate } from '@/shared/time'
import { say } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'

/** Passwords with which programs on devices read and write by CalDAV: each is told once. */
const query = useQuery({
    queryKey: ['device-passwords'],
    queryFn: () => answerOf(api.GET('/device-passwords')),
})
const told = computed(() => query.data.value)
const name = ref('')
const made = ref<DevicePassword | null>(null)
const trouble = ref('')
const busy = ref(false)

async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    busy.value = true
    trouble.value = ''
    try {
        await work()
        await query.refetch()
        return true
    } catch (error) {
        trouble.value =
            error instanceof Refused ? (error.errors.name?.[0] ?? sentence(error)) : sentence(error)
        return false
    } finally {
        busy.value = false
    }
}
async function make(): Promise<void> {
    const isMade = await attempt(async () => {
        made.value = await answerOf(api.POST('/device-passwords', { body: { name: name.value } }))
    })
    if (isMade) name.value = ''
}
async function end(one: DevicePassword): Promise<void> {
    const isEnded = await attempt(() =>
        answerOf(api.DELETE('/device-passwords/{password}', { params: { path: { password: one.id } } })),
    )
    if (!isEnded) return
    if (made.value?.id === one.id) made.value = null
    say(`“${one.name}” gets in no more.`)
}
async function copy(text: string): Promise<void> {
    try {
        await navigator.clipboard.writeText(text)
        say('It is copied.')
    } catch {
        trouble.value = 'The browser does not let it be copied; choose it and copy it yourself.'
    }
}
const day = (seconds: number): string => fullDate(new Date(seconds * 1000).toISOString())
</script>

<template>
    <section class="devices" data-test="device-passwords">
        <h3>Calendars on phones and desks</h3>
        <p class="muted">
            A program that knows CalDAV reads and writes these calendars. It asks for an address, a name and a
            password; make one for each device, so that each can be ended by itself. The password you sign in
            with does not work there.
        </p>
        <dl v-if="told">
            <dt>Address</dt>
            <dd>
                <code>{{ told.address }}</code><NButton class="press" @click="copy(told.address)"
                    >Copy</NButton
                >
            </dd>
            <dt>Name</dt>
            <dd>
                <code>{{ told.name }}</code>
            </dd>
        </dl>
        <div v-if="made" class="made" role="status">
            <p>
                The password for <b>{{ made.name }}</b>, shown this once:
            </p>
            <p class="row">
                <code data-test="made-password">{{ made.password }}</code><NButton
                    class="press"
                    @click="copy(made.password ?? '')"
                    >Copy</NButton
                ><NButton class="press" data-test="password-noted" @click="made = null">I have it</NButton>
            </p>
        </div>
        <form class="row" @submit.prevent="make">
            <TextField
                v-model="name"
                placeholder="Which device"
                label="Which device the password is for"
                test="device-name"
            /><NButton attr-type="submit" class="press" :disabled="busy" data-test="make-password"
                >Make a password</NButton
            >
        </form>
        <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
        <ul v-if="told && told.passwords.length > 0">
            <li v-for="one in told.passwords" :key="one.id" data-test="device-password">
                <span
                    ><b>{{ one.name }}</b> · made {{ day(one.made_at) }} ·
                    {{ one.used_at === null ? 'not used yet' : `last used ${day(one.used_at)}` }}</span
                ><NPopconfirm
                    :show-icon="false"
                    positive-text="End it"
                    negative-text="Leave it"
                    @positive-click="end(one)"
                >
                    <template #trigger
                        ><NButton class="press grave" :aria-label="`End the password of ${one.name}`"
                            >End</NButton
                        ></template
                    >
                    “{{ one.name }}” will not get in any more. What it has stays on it.
                </NPopconfirm>
            </li>
        </ul>
    </section>
</template>

<style scoped>
h3 {
    font-size: 0.8125rem;
    margin: 6px 0 0;
}
.devices {
    display: flex;
    flex-direction: column;
    gap: 8px;
}
p,
ul,
dl,
dd {
    margin: 0;
    padding: 0;
    list-style: none;
}
.muted {
    color: var(--muted);
    max-width: 60ch;
}
dl {
    display: grid;
    grid-template-columns: 70px 1fr;
    gap: 4px;
    align-items: center;
}
dt {
    color: var(--muted);
}
dd,
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
code {
    user-select: all;
    overflow-wrap: anywhere;
    font-size: 0.75rem;
}
form.row {
    flex-wrap: nowrap;
}
.made {
    display: flex;
    flex-direction: column;
    gap: 6px;
    padding: 10px 14px;
    border-left: 3px solid var(--plum-line);
}
.made code {
    font-size: 0.9375rem;
}
li {
    display: flex;
    gap: 10px;
    align-items: center;
    justify-content: space-between;
    padding: 3px 0;
}
</style>
