<script setup lang="ts">
import { size } from '@/shared/region'
import { answerOf, api, Refused, sendArchive, sentence } from '@/api/client'
import type { Archive } from '@/api/types'
import NumberField from '@/shared/NumberField.vue'
import { fullDate, timeOf, wallIn } from '@/shared/time'
import { useAccount } from '@/state/server'
import { say } from '@/undo/useChanges'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { NButton, NCheckbox, NProgress } from 'naive-ui'
import { computed, ref, watch } from 'vue'
import PasswordQuestion from './PasswordQuestion.vue'

/** All of the account as files: written here, taken along, brought back. */
const account = useAccount()
const client = useQueryClient()
const isAtWork = (one: Archive): boolean => ['waiting', 'writing', 'looking', 'restoring'].includes(one.state)
const query = useQuery({
    queryKey: ['archives'],
    queryFn: () => answerOf(api.GET('/archives')),
    refetchInterval: (asked) => (asked.state.data?.archives.some(isAtWork) ? 700 : false),
})
const all = computed(() => query.data.value)
const atWork = computed(() => all.value?.archives.find(isAtWork))
const listed = computed(() => all.value?.archives.filter((one) => !isAtWork(one)) ?? [])
const asked = ref<string | null>(null)
const mistakes = ref<Record<string, string[]>>({})
const trouble = ref('')
const picker = ref<HTMLInputElement | null>(null)

// What was brought back is another account's worth: all of the page is read anew.
watch(atWork, async (now, before) => {
    if (now || !before) return
    if (before.state === 'restoring') {
        const after = listed.value.find((one) => one.id === before.id)
        if (after?.trouble) trouble.value = after.trouble
        else say('It is brought back. What was here before is kept beside it.')
        await client.invalidateQueries()
    }
})

const KINDS = {
    own: 'written by you',
    daily: 'of the day',
    aside: 'before another was brought back',
    brought: 'from elsewhere',
    leaving: 'to take along',
}
function moment(seconds: number): string {
    const wall = wallIn(account.value.zone, new Date(seconds * 1000))
    return `${fullDate(wall)}, ${timeOf(wall, account.value.clock)}`
}
const share = (one: Archive): number => (one.total === 0 ? 0 : Math.round((100 * one.done) / one.total))

async function attempt(work: () => Promise<unknown>): Promise<boolean> {
    mistakes.value = {}
    trouble.value = ''
    try {
        await work()
        await query.refetch()
        return true
    } catch (error) {
        if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
        if (!mistakes.value.current && !mistakes.value.file)
            trouble.value = mistakes.value.archive?.[0] ?? sentence(error)
        return false
    }
}
const write = (): Promise<boolean> => attempt(() => answerOf(api.POST('/archives')))
const choose = (body: { daily?: boolean; kept?: number }): Promise<boolean> =>
    attempt(() => answerOf(api.PATCH('/archives', { body })))
const remove = (one: Archive): Promise<boolean> =>
    attempt(() => answerOf(api.DELETE('/archives/{archive}', { params: { path: { archive: one.id } } })))
async function restore(one: Archive, password: string): Promise<void> {
    const isAsked = await attempt(() =>
        answerOf(
            api.POST('/archives/{archive}/restore', {
                params: { path: { archive: one.id } },
                body: { current: password },
            }),
        ),
    )
    if (isAsked) asked.value = null
}
async function bring(event: Event): Promise<void> {
    const file = (event.target as HTMLInputElement).files?.[0]
    if (!file) return
    await attempt(() => sendArchive(file))
    if (picker.value) picker.value.value = ''
}
</script>

<template>
    <section v-if="all" class="archives" data-test="archives">
        <h3>All of it as a file</h3>
        <p class="muted">
            Every entry, what was done and when, files and settings, with a calendar in it that other programs
            read. Passwords and addresses that let others in are not in it.
        </p>
        <div v-if="atWork" class="going" role="status" data-test="archive-going">
            <span>{{
                atWork.state === 'restoring'
                    ? 'Bringing it back…'
                    : atWork.state === 'looking'
                      ? `Reading what you brought: ${atWork.done} of ${atWork.total} rows and files`
                      : atWork.state === 'writing'
                        ? `Writing: ${atWork.done} of ${atWork.total} rows`
                        : 'It is written in a moment…'
            }}</span>
            <NProgress
                type="line"
                aria-label="How far it is"
                :percentage="share(atWork)"
                :show-indicator="false"
            />
        </div>
        <p v-else class="row">
            <NButton class="press" data-test="write-archive" @click="write">Write one now</NButton>
            <NButton class="press" data-test="bring-archive" @click="picker?.click()"
                >Bring one from elsewhere…</NButton
            >
            <input
                ref="picker"
                class="out-of-sight"
                type="file"
                accept=".zip"
                tabindex="-1"
                aria-label="An archive from elsewhere"
                data-test="archive-file"
                @change="bring"
            />
        </p>
        <p v-if="mistakes.file" class="mistake" role="alert">{{ mistakes.file[0] }}</p>
        <p v-if="trouble" class="mistake" role="alert" data-test="archive-trouble">{{ trouble }}</p>
        <ul>
            <li v-for="one in listed" :key="one.id" data-test="archive">
                <p class="line">
                    <span
                        ><b>{{ moment(one.made_at) }}</b> · {{ KINDS[one.kind] }}
                        <template v-if="one.state === 'good'"
                            >· {{ one.entries }} {{ one.entries === 1 ? 'entry' : 'entries' }}
                            {{
                                one.files === 0
                                    ? ''
                                    : one.files === 1
                                      ? 'and 1 file'
                                      : `and ${one.files} files`
                            }}
                            · {{ size(one.bytes) }}</template
                        ></span
                    >
                    <span class="row">
                        <template v-if="one.state === 'good'">
                            <NButton
                                class="press"
                                tag="a"
                                :href="`/api/archives/${one.id}`"
                                download
                                data-test="archive-save"
                                >Save</NButton
                            >
                            <NButton
                                class="press"
                                :aria-expanded="asked === one.id"
                                :disabled="!!atWork"
                                data-test="archive-restore"
                                @click="asked = asked === one.id ? null : one.id"
                                >Bring back…</NButton
                            >
                        </template>
                        <NButton
                            class="press grave"
                            :aria-label="`Delete the archive of ${moment(one.made_at)}`"
                            @click="remove(one)"
                            >Delete</NButton
                        >
                    </span>
                </p>
                <p v-if="one.trouble" class="mistake">{{ one.trouble }}</p>
                <PasswordQuestion
                    v-if="asked === one.id"
                    words="It takes the place of all that is here now, which is written into an archive of its own first. Undo does not reach behind it."
                    yes="Bring it back"
                    no="Leave all as it is"
                    test="restore"
                    :mistake="mistakes.current?.[0]"
                    @answer="(password) => restore(one, password)"
                    @leave="asked = null"
                />
            </li>
        </ul>
        <div class="row">
            <NCheckbox
                :checked="all.daily"
                data-test="archive-daily"
                @update:checked="(daily: boolean) => choose({ daily })"
                >write one every day</NCheckbox
            >
            <span
                >and keep the latest
                <NumberField
                    class="short"
                    :value="all.kept"
                    label="How many archives are kept"
                    :min="1"
                    :max="30"
                    @change="(kept) => kept !== null && choose({ kept })"
            /></span>
        </div>
    </section>
</template>

<style scoped>
.archives {
    display: flex;
    flex-direction: column;
    gap: 8px;
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
.muted {
    color: var(--muted);
    max-width: 60ch;
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 8px;
    align-items: center;
}
li {
    padding: 4px 0;
}
.line {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 10px;
    align-items: center;
    justify-content: space-between;
}
.short {
    display: inline-block;
    width: 70px;
}
</style>
