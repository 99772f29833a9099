<script setup lang="ts">
import { answerOf, api, Refused, sentence } from '@/api/client'
import type { Calendar } from '@/api/types'
import FollowingState from '@/areas/FollowingState.vue'
import RemoveQuestion from '@/areas/RemoveQuestion.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import { useAreas } from '@/state/server'
import { say, useChanges } from '@/undo/useChanges'
import { NButton, NCheckbox } from 'naive-ui'
import { computed, ref } from 'vue'

/** Calendars of others, read from their addresses. */
const { query, areas, calendars, open } = useAreas()
const { change } = useChanges()
const followed = computed(() => calendars.value.filter((one) => one.following !== null))
const blank = { address: '', name: '', area_id: null as string | null, counted: true, words: '' }
const fresh = ref({ ...blank })
const mistakes = ref<Record<string, string[]>>({})
const trouble = ref('')
/** What is being asked: a calendar's id, or "new". */
const asked = ref('')
const ending = ref<string | null>(null)
const wording = ref<{ id: string; words: string } | null>(null)

const listed = (words: string): string[] =>
    words
        .split(',')
        .map((word) => word.trim())
        .filter((word) => word !== '')
const options = computed(() => [
    [null, 'a life area'] as const,
    ...areas.value.map((area) => [area.id, area.name] as const),
])

async function ask(what: string, work: () => Promise<unknown>): Promise<boolean> {
    asked.value = what
    trouble.value = ''
    mistakes.value = {}
    try {
        await work()
        await query.refetch()
        return true
    } catch (error) {
        if (error instanceof Refused && error.status === 422) mistakes.value = error.errors
        else trouble.value = sentence(error)
        return false
    } finally {
        asked.value = ''
    }
}
async function follow(): Promise<void> {
    const name = fresh.value.name
    const isDone = await ask('new', () =>
        answerOf(
            api.POST('/follows', {
                body: {
                    address: fresh.value.address,
                    name,
                    area_id: fresh.value.area_id ?? '',
                    counted: fresh.value.counted,
                    hidden_words: listed(fresh.value.words),
                },
            }),
        ),
    )
    if (!isDone) return
    fresh.value = { ...blank }
    say(`“${name}” is followed.`)
}
const readNow = (one: Calendar): Promise<boolean> =>
    ask(one.id, () =>
        answerOf(api.POST('/follows/{calendar}/refresh', { params: { path: { calendar: one.id } } })),
    )
function count(one: Calendar): void {
    void change(one.counted ? `“${one.name}” fills no day.` : `“${one.name}” fills the day.`, () =>
        answerOf(
            api.PATCH('/calendars/{calendar}', {
                params: { path: { calendar: one.id } },
                body: { counted: !one.counted },
            }),
        ),
    )
}
async function leaveOut(one: Calendar): Promise<void> {
    const words = listed(wording.value?.words ?? '')
    const isDone = await ask(one.id, () =>
        answerOf(
            api.PATCH('/calendars/{calendar}', {
                params: { path: { calendar: one.id } },
                body: { hidden_words: words },
            }),
        ),
    )
    if (!isDone) return
    wording.value = null
    await readNow(one)
}
function end(one: Calendar, fate: { entries: 'move' | 'delete'; move_to: string | null }): void {
    ending.value = null
    void change(`“${one.name}” is followed no more.`, () =>
        answerOf(api.DELETE('/calendars/{calendar}', { params: { path: { calendar: one.id } }, body: fate })),
    )
}
</script>

<template>
    <section data-test="follow-others">
        <h2>Follow others</h2>
        <p class="says">
            A calendar that somebody gives an address of: a school, a club, a team. It is read again and
            again, can only be read here, and stands beside your own.
        </p>
        <ul v-if="followed.length > 0">
            <li v-for="one in followed" :key="one.id" data-test="followed">
                <p>
                    <b>{{ one.name }}</b>
                    <small>{{ one.entries === 1 ? '1 entry' : `${one.entries} entries` }}</small>
                    <code>{{ one.following?.address }}</code>
                </p>
                <FollowingState :calendar="one" />
                <p class="row">
                    <NCheckbox :checked="one.counted" @update:checked="count(one)">fills the day</NCheckbox>
                    <NButton
                        class="press"
                        :aria-expanded="wording?.id === one.id"
                        data-test="leave-out"
                        @click="
                            wording =
                                wording?.id === one.id
                                    ? null
                                    : { id: one.id, words: one.following?.hidden_words.join(', ') ?? '' }
                        "
                        >Leave out…</NButton
                    >
                    <NButton
                        class="press"
                        :disabled="asked !== ''"
                        data-test="read-now"
                        @click="readNow(one)"
                        >{{ asked === one.id ? 'Reading…' : 'Read it now' }}</NButton
                    >
                    <NButton class="press grave" data-test="end-following" @click="ending = one.id"
                        >End</NButton
                    >
                </p>
                <form v-if="wording?.id === one.id" class="row" @submit.prevent="leaveOut(one)">
                    <TextField
                        v-model="wording.words"
                        label="Words in titles of what is left out"
                        placeholder="birthday, cancelled"
                        test="left-out-words"
                    />
                    <NButton attr-type="submit" class="press">Leave these out</NButton>
                </form>
                <RemoveQuestion
                    v-if="ending === one.id"
                    :name="one.name"
                    :entries="one.entries"
                    :heirs="open"
                    @remove="(fate) => end(one, fate)"
                    @leave="ending = null"
                />
            </li>
        </ul>
        <form class="fresh" @submit.prevent="follow">
            <label
                >Address
                <TextField
                    v-model="fresh.address"
                    type="url"
                    placeholder="https://…"
                    :maxlength="2000"
                    :invalid="!!mistakes.address"
                    test="follow-address"
            /></label>
            <p v-if="mistakes.address" class="mistake" role="alert" data-test="follow-mistake">
                {{ mistakes.address[0] }}
            </p>
            <label
                >Called
                <TextField v-model="fresh.name" :maxlength="60" :invalid="!!mistakes.name" test="follow-name"
            /></label>
            <p v-if="mistakes.name" class="mistake" role="alert">{{ mistakes.name[0] }}</p>
            <label
                >It belongs to
                <SelectField
                    v-model="fresh.area_id"
                    label="Which life area it belongs to"
                    :options="options"
                    data-test="follow-area"
            /></label>
            <p v-if="mistakes.area_id" class="mistake" role="alert">{{ mistakes.area_id[0] }}</p>
            <label
                >Leave out
                <TextField v-model="fresh.words" placeholder="words in titles, with commas between"
            /></label>
            <div class="row">
                <NCheckbox v-model:checked="fresh.counted">what is in it fills the day</NCheckbox>
                <NButton
                    attr-type="submit"
                    class="press"
                    type="primary"
                    :disabled="asked !== ''"
                    data-test="follow-it"
                    >{{ asked === 'new' ? 'Reading…' : 'Follow it' }}</NButton
                >
            </div>
        </form>
        <p v-if="trouble" class="mistake" role="alert">{{ trouble }}</p>
    </section>
</template>

<style scoped src="./addresses.css"></style>
<style scoped>
code {
    display: block;
}
.fresh {
    display: flex;
    flex-direction: column;
    gap: 8px;
}
label {
    display: grid;
    grid-template-columns: 110px 1fr;
    align-items: center;
}
li form.row {
    flex-wrap: nowrap;
}
.fresh .row {
    justify-content: space-between;
}
</style>
