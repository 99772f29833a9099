<script setup lang="ts">
import { answerOf, api, Refused, sentence } from '@/api/client'
import TextField from '@/shared/TextField.vue'
import { fullDate } from '@/shared/time'
import { say } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'

/** Leaving for good: all of it is written down to be taken along, and gone after a week in which one can stay after all. */
const query = useQuery({ queryKey: ['archives'], queryFn: () => answerOf(api.GET('/archives')) })
const leavesAt = computed(() => query.data.value?.leaves_at ?? null)
const day = computed(() => fullDate(new Date((leavesAt.value ?? 0) * 1000).toISOString()))
const isAsked = ref(false)
const password = ref('')
const mistake = ref('')

async function attempt(work: () => Promise<unknown>, said: string): Promise<void> {
    mistake.value = ''
    try {
        await work()
        await query.refetch()
        isAsked.value = false
        password.value = ''
        say(said)
    } catch (error) {
        mistake.value =
            error instanceof Refused ? (error.errors.current?.[0] ?? sentence(error)) : sentence(error)
    }
}
const leave = (): Promise<void> =>
    attempt(
        () => answerOf(api.POST('/account/leave', { body: { current: password.value } })),
        'You leave in a week. All of it is written into an archive above, to be taken along.',
    )
const stay = (): Promise<void> => attempt(() => answerOf(api.DELETE('/account/leave')), 'You stay.')
</script>

<template>
    <section class="leaving" data-test="leaving">
        <h3>Leaving</h3>
        <template v-if="leavesAt !== null">
            <p class="mistake" role="status">
                This account and all that is in it is gone on {{ day }}. Save the archive “to take along”
                before that.
            </p>
            <p>
                <NButton class="press" type="primary" data-test="stay-after-all" @click="stay">Stay</NButton>
            </p>
        </template>
        <p v-else-if="!isAsked">
            <NButton class="press grave" data-test="leave-account" @click="isAsked = true"
                >Leave Plum Rota…</NButton
            >
        </p>
        <form v-else class="question" @submit.prevent="leave">
            <p>
                All of it is written into an archive for you to take along. In a week it is gone from here:
                entries, files, addresses that others follow. Until then you can stay after all.
            </p>
            <TextField
                v-model="password"
                type="password"
                label="Present password"
                placeholder="Present password"
                autocomplete="current-password"
                required
                test="leave-password"
            />
            <p class="row">
                <NButton attr-type="submit" class="press grave" data-test="leave-it">Leave in a week</NButton
                ><NButton class="press" @click="isAsked = false">Stay</NButton>
            </p>
        </form>
        <p v-if="mistake" class="mistake" role="alert">{{ mistake }}</p>
    </section>
</template>

<style scoped>
.leaving {
    display: flex;
    flex-direction: column;
    gap: 8px;
}
h3 {
    font-size: 0.8125rem;
    margin: 6px 0 0;
}
p {
    margin: 0;
    max-width: 60ch;
}
.row {
    display: flex;
    gap: 8px;
}
.question {
    display: flex;
    flex-direction: column;
    gap: 8px;
    padding: 10px 14px;
    border-left: 3px solid var(--trouble);
}
</style>
