<script setup lang="ts">
import { answerOf, api, Refused, sentence } from '@/api/client'
import { fullDate } from '@/shared/time'
import { say } from '@/undo/useChanges'
import { useQuery } from '@tanstack/vue-query'
import { NButton } from 'naive-ui'
import { computed, ref } from 'vue'
import PasswordQuestion from './PasswordQuestion.vue'

/** Leaving for good: all of it is written down to be taken along, and gone after a week in which one can stay after all. */
const query = useQuery({ queryKey: ['archives'], queryFn: () => answerOf(api.GET('/archives')) })
const leavesAt = computed(() => query.data.value?.leaves_at ?? null)
const day = computed(() => fullDate(new Date((leavesAt.value ?? 0) * 1000).toISOString()))
const isAsked = ref(false)
const mistake = ref('')

async function attempt(work: () => Promise<unknown>, said: string): Promise<void> {
    mistake.value = ''
    try {
        await work()
        await query.refetch()
        isAsked.value = false
        say(said)
    } catch (error) {
        mistake.value =
            error instanceof Refused ? (error.errors.current?.[0] ?? sentence(error)) : sentence(error)
    }
}
const leave = (password: string): Promise<void> =>
    attempt(
        () => answerOf(api.POST('/account/leave', { body: { current: password } })),
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
        <PasswordQuestion
            v-else
            words="All of it is written into an archive for you to take along. In a week it is gone from here: entries, files, addresses that others follow. Until then you can stay after all."
            yes="Leave in a week"
            no="Stay"
            test="leave"
            @answer="leave"
            @leave="isAsked = false"
        />
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
</style>
