<script setup lang="ts">
import { answerOf, api, sentence } from '@/api/client'
import type { Feed } from '@/api/types'
import OneOf from '@/choice/OneOf.vue'
import SelectField from '@/shared/SelectField.vue'
import { fullDate } from '@/shared/time'
import { useAreas } from '@/state/server'
import { say } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton, NCheckbox, NPopconfirm } from 'naive-ui'
import { computed, ref } from 'vue'

/** Addresses under which others follow a calendar or an area in a calendar of their own. */
const { areas, calendar } = useAreas()
const query = useQuery({ queryKey: ['feeds'], queryFn: () => answerOf(api.GET('/feeds')) })
const feeds = computed(() => query.data.value?.feeds ?? [])

const TELLS = [
    ['full', 'what it is'],
    ['busy', 'only when I am busy'],
] as const
const what = ref<string | null>(null)
const tells = ref<'full' | 'busy'>('full')
const hidesPrivate = ref(false)
const busy = ref(false)
const trouble = ref('')
const options = computed<(readonly [string | null, string, string?])[]>(() => [
    [null, 'a calendar or a life area'],
    ...areas.value.flatMap((area) => [
        [`area ${area.id}`, `all of ${area.name}`, area.name] as const,
        ...area.calendars.map((one) => [`calendar ${one.id}`, one.name, area.name] as const),
    ]),
])

/** Asks, then reads the list anew; what went wrong is said beside it. */
async function ask(work: () => Promise<unknown>, done: string): Promise<void> {
    busy.value = true
    trouble.value = ''
    try {
        await work()
        await query.refetch()
        say(done)
    } catch (error) {
        trouble.value = sentence(error)
    } finally {
        busy.value = false
    }
}
function make(): void {
    const [kind, id] = (what.value ?? '').split(' ')
    if (!id) return
    void ask(
        () =>
            answerOf(
                api.POST('/feeds', {
                    body: {
                        [kind === 'area' ? 'area_id' : 'calendar_id']: id,
                        busy_only: tells.value === 'busy',
                        hides_private: hidesPrivate.value,
                    },
                }),
            ),
        'The address is made. Whoever has it can read along.',
    )
}
const renew = (feed: Feed): Promise<void> =>
    ask(
        () => answerOf(api.POST('/feeds/{feed}/renew', { params: { path: { feed: feed.id } } })),
        'It has another address; the one before is good no more.',
    )
const end = (feed: Feed): Promise<void> =>
    ask(
        () => answerOf(api.DELETE('/feeds/{feed}', { params: { path: { feed: feed.id } } })),
        'The address is good no more.',
    )
async function copy(feed: Feed): Promise<void> {
    try {
        await navigator.clipboard.writeText(feed.address)
        say('The address is copied.')
    } catch {
        trouble.value = 'The browser does not let it be copied; choose the address and copy it yourself.'
    }
}
const nameOf = (feed: Feed): string =>
    feed.calendar_id
        ? (calendar(feed.calendar_id)?.name ?? 'a calendar that was deleted')
        : (areas.value.find((one) => one.id === feed.area_id)?.name ?? 'a life area that was deleted')
const facts = (feed: Feed): string =>
    [
        feed.busy_only ? 'only when busy' : 'what it is',
        feed.hides_private ? 'private ones left out' : 'private ones as busy',
        feed.asked_at ? `last asked for on ${fullDate(feed.asked_at)}` : 'not asked for yet',
    ].join(', ')
</script>

<template>
    <section data-test="follow">
        <h2>Let others follow</h2>
        <p class="says">
            Whoever has the address sees it in a calendar of their own, and sees what changes. They change
            nothing here. Give it to nobody whom it does not concern.
        </p>
        <ul v-if="feeds.length > 0">
            <li v-for="feed in feeds" :key="feed.id" data-test="feed">
                <p>
                    <b>{{ nameOf(feed) }}</b> <small>{{ facts(feed) }}</small>
                </p>
                <p class="row">
                    <code data-test="feed-address">{{ feed.address }}</code>
                    <NButton class="press" data-test="feed-copy" @click="copy(feed)">Copy</NButton>
                    <NPopconfirm
                        :show-icon="false"
                        positive-text="Another address"
                        negative-text="Leave it"
                        @positive-click="renew(feed)"
                    >
                        <template #trigger
                            ><NButton class="press" data-test="feed-renew">Renew</NButton></template
                        >
                        Whoever follows by the old address will see nothing more.
                    </NPopconfirm>
                    <NPopconfirm
                        :show-icon="false"
                        positive-text="End it"
                        negative-text="Leave it"
                        @positive-click="end(feed)"
                    >
                        <template #trigger
                            ><NButton class="press grave" data-test="feed-end">End</NButton></template
                        >
                        Whoever follows it will see nothing more. This cannot be taken back.
                    </NPopconfirm>
                </p>
            </li>
        </ul>
        <div class="row">
            <SelectField v-model="what" label="What others follow" :options="options" />
            <NButton class="press" :disabled="what === null || busy" data-test="feed-make" @click="make"
                >Make an address</NButton
            >
        </div>
        <div class="row tells">
            <span>It tells</span>
            <OneOf v-model="tells" label="What it tells" :options="TELLS" />
            <NCheckbox v-model:checked="hidesPrivate">leave private ones out</NCheckbox>
        </div>
        <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
    </section>
</template>

<style scoped src="./addresses.css"></style>
<style scoped>
code {
    flex: 1 1 200px;
}
.row :deep(.select) {
    width: 240px;
}
.tells {
    margin-top: 10px;
    align-items: start;
    gap: 16px;
}
</style>
