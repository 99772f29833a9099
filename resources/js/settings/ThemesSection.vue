<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import DateField from '@/shared/DateField.vue'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import { fullDate, longWeekday } from '@/shared/time'
import { useAccount } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { ref } from 'vue'

/** What single days, or those that come every so many weeks, are mainly for; each is kept at once. */
const account = useAccount()
const { change } = useChanges()
const query = useQuery({
    queryKey: ['themes'],
    queryFn: () => answerOf(api.GET('/themes')),
    staleTime: 60_000,
})
const words = ref('')
const date = ref('')
const weeks = ref(0)
const half = ref<'morning' | 'afternoon' | null>(null)
const HALVES: [typeof half.value, string][] = [
    [null, 'all day'],
    ['morning', 'until noon'],
    ['afternoon', 'after noon'],
]
const OFTEN: [number, string][] = [
    [0, 'that day alone'],
    [1, 'every week from then on'],
    [2, 'every second week'],
    [3, 'every third week'],
    [4, 'every fourth week'],
]
async function add(): Promise<void> {
    const made = await change(`“${words.value.trim()}” is a theme now.`, () =>
        answerOf(
            api.POST('/themes', {
                body: { words: words.value.trim(), date: date.value, weeks: weeks.value, half: half.value },
            }),
        ),
    )
    if (made) words.value = ''
}
function remove(id: string, name: string): void {
    void change(`“${name}” is no theme any more.`, () =>
        answerOf(api.DELETE('/themes/{theme}', { params: { path: { theme: id } } })).then(() => true),
    )
}
const often = (one: { date: string; weeks: number }): string =>
    one.weeks === 0
        ? fullDate(one.date)
        : `${one.weeks === 1 ? 'every' : (OFTEN.find(([n]) => n === one.weeks)?.[1].replace(' week', '') ?? `every ${one.weeks} weeks:`)} ${longWeekday(one.date)} from ${fullDate(one.date)}`
</script>

<template>
    <div class="themes" data-test="themes">
        <h2>Themes of other days</h2>
        <p v-for="one in query.data.value?.themes ?? []" :key="one.id" data-test="theme">
            <b>{{ one.words }}</b> {{ often(one)
            }}{{ one.half ? `, ${HALVES.find(([name]) => name === one.half)?.[1]}` : '' }}
            <NButton
                text
                class="plain"
                :aria-label="`Take out ${one.words}`"
                @click="remove(one.id, one.words)"
                >take out</NButton
            >
        </p>
        <form class="row" @submit.prevent="add">
            <TextField
                v-model="words"
                class="words"
                small
                :maxlength="40"
                placeholder="mainly for"
                label="Mainly for"
                test="theme-words"
            />
            <DateField
                v-model="date"
                class="date"
                label="On which day"
                :first-weekday="account.first_weekday"
            />
            <SelectField v-model="weeks" class="often" label="How often" :options="OFTEN" />
            <SelectField v-model="half" class="half" label="Which part of the day" :options="HALVES" />
            <NButton
                class="press"
                attr-type="submit"
                :disabled="words.trim() === '' || date === ''"
                data-test="add-theme"
                >Add</NButton
            >
        </form>
    </div>
</template>

<style scoped>
h2 {
    font-size: 1rem;
    margin-top: 14px;
}
p {
    margin: 3px 0;
}
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px;
    align-items: center;
}
.words {
    flex: 1 1 120px;
}
.date {
    width: 140px;
}
.often {
    width: 170px;
}
.half {
    width: 118px;
}
</style>
