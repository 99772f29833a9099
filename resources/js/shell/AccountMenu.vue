<script setup lang="ts">
import { useAccount } from '@/state/server'
import { useView } from '@/state/view'
import { NDropdown, type DropdownOption } from 'naive-ui'
import { computed, h, type VNode } from 'vue'
import { useSignOut } from './useSignOut'

/** The account at the end of the bar: what it holds, what it sets, and the way out. */
const account = useAccount()
const view = useView()
const { signOut } = useSignOut()

/** The first letters of the first two words of a name. */
const letters = computed(
    () =>
        account.value.name
            .split(/\s+/)
            .slice(0, 2)
            .map((word) => word[0] ?? '')
            .join('') || '·',
)
const entry = (key: string, label: string): DropdownOption => ({
    key,
    label,
    props: { 'data-test': key } as object,
})
const version = (): VNode =>
    h('p', { class: 'version', 'data-test': 'version' }, `Plum Rota ${account.value.version}`)
const options: DropdownOption[] = [
    entry('areas', 'Areas and calendars'),
    entry('filing', 'Filing rules'),
    entry('files', 'Bring in, take out'),
    entry('settings', 'Settings'),
    entry('keys', 'Keys'),
    { type: 'divider', key: 'line' },
    entry('sign-out', 'Sign out'),
    { type: 'divider', key: 'foot' },
    { type: 'render', key: 'version', render: version },
]

function choose(key: string): void {
    if (key === 'sign-out') void signOut()
    else view.panel = key as typeof view.panel
}
</script>

<template>
    <NDropdown trigger="click" placement="bottom-end" :z-index="3000" :options="options" @select="choose">
        <button
            class="account"
            data-test="account"
            aria-haspopup="menu"
            :aria-label="`Account of ${account.name}`"
        >
            {{ letters }}
        </button>
    </NDropdown>
</template>

<style scoped>
.account {
    flex: none;
    width: 32px;
    height: 32px;
    border: 1px solid color-mix(in srgb, var(--on-plum) 35%, transparent);
    border-radius: 50%;
    background: none;
    color: var(--on-plum);
    font-weight: 650;
    font-size: 0.75rem;
}
.account:hover {
    border-color: var(--on-plum);
}
</style>

<style>
.version {
    margin: 0;
    padding: 2px 14px 4px;
    color: var(--muted);
    font-size: 0.6875rem;
}
</style>
