<script setup lang="ts">
import { NButton } from 'naive-ui'
import { answerOf, api } from '@/api/client'
import { namedDate, plusDays } from '@/shared/time'
import DateChoice from '@/shared/DateChoice.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import { useAccount } from '@/state/server'
import { useChanges } from '@/undo/useChanges'

/** Sends something on to another day, or lets it go. */
const props = defineProps<{ one: { entry_id: string; recurrence_id: string; title: string }; from: string }>()

const account = useAccount()
const { change } = useChanges()
const occurrence = () => ({
    params: { path: { entry: props.one.entry_id, recurrence: props.one.recurrence_id } },
})

function to(day: string): void {
    void change(`Put “${props.one.title}” off to ${namedDate(day)}.`, () =>
        answerOf(
            api.PUT('/entries/{entry}/occurrences/{recurrence}/day', { ...occurrence(), body: { day } }),
        ).then(() => true),
    )
}
function letGo(): void {
    void change(`Let “${props.one.title}” go; it stays in the record.`, () =>
        answerOf(api.PUT('/entries/{entry}/occurrences/{recurrence}/let-go', occurrence())).then(() => true),
    )
}
</script>

<template>
    <SentenceWord words="later" label="later">
        <template #default="{ close }">
            <NButton
                class="press"
                data-test="to-tomorrow"
                @click="
                    () => {
                        close()
                        to(plusDays(from, 1))
                    }
                "
            >
                tomorrow
            </NButton>
            <NButton
                class="press"
                @click="
                    () => {
                        close()
                        to(plusDays(from, 7))
                    }
                "
            >
                in a week
            </NButton>
            <NButton
                class="press"
                data-test="let-go"
                @click="
                    () => {
                        close()
                        letGo()
                    }
                "
            >
                let it go
            </NButton>
            <DateChoice
                :value="null"
                :first-weekday="account.first_weekday"
                @choose="
                    (day) => {
                        close()
                        to(day)
                    }
                "
            />
        </template>
    </SentenceWord>
</template>
