<script setup lang="ts">
import { NButton } from 'naive-ui'
import { namedDate } from '@/shared/time'
import { useAccount } from '@/state/server'
import { computed } from 'vue'
import DateChoice from '@/shared/DateChoice.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import type { Form } from './form'

/** When something without a day should come up, and whom it waits for. */
const form = defineModel<Form>({ required: true })
defineProps<{ mistakes: Record<string, string[]> }>()

const account = useAccount()
/** A number alone stands for the next week that has it. */
const week = computed({
    get: () => (form.value.around ? Number(/\d+$/.exec(form.value.around)) : ''),
    set: (number: number | '') => (form.value.around = number === '' ? null : `W${number}`),
})
</script>

<template>
    <div class="waiting">
        <p v-if="form.start === null">
            Not before
            <SentenceWord
                :words="form.not_before ? namedDate(form.not_before) : 'any day'"
                label="not before"
            >
                <template #default="{ close }"
                    ><DateChoice
                        :value="form.not_before"
                        :first-weekday="account.first_weekday"
                        @choose="
                            (date) => {
                                form.not_before = date
                                close()
                            }
                        "
                    /><NButton
                        v-if="form.not_before"
                        class="press"
                        @click="
                            () => {
                                form.not_before = null
                                close()
                            }
                        "
                    >
                        any day
                    </NButton></template
                > </SentenceWord
            >, around week
            <input
                v-model.number="week"
                type="number"
                min="1"
                max="53"
                aria-label="Around week"
                data-test="around"
            />
            <em v-if="mistakes.around" class="mistake">{{ mistakes.around[0] }}</em>
        </p>
        <p>
            Waiting for
            <input
                v-model="form.waiting_for"
                maxlength="120"
                placeholder="nobody"
                aria-label="Waiting for"
                data-test="waiting-for"
            /><template v-if="form.waiting_for"
                >, ask again
                <SentenceWord
                    :words="form.ask_again ? namedDate(form.ask_again) : 'on no day'"
                    label="ask again"
                >
                    <template #default="{ close }"
                        ><DateChoice
                            :value="form.ask_again"
                            :first-weekday="account.first_weekday"
                            @choose="
                                (date) => {
                                    form.ask_again = date
                                    close()
                                }
                            "
                        /><NButton
                            v-if="form.ask_again"
                            class="press"
                            @click="
                                () => {
                                    form.ask_again = null
                                    close()
                                }
                            "
                        >
                            on no day
                        </NButton></template
                    >
                </SentenceWord>
            </template>
        </p>
    </div>
</template>

<style scoped>
.waiting {
    margin-top: 14px;
    color: var(--muted);
}
p {
    margin: 5px 0;
}
input {
    margin-left: 2px;
    border: 1px solid var(--line-strong);
    border-radius: 6px;
    background: var(--paper);
    padding: 3px 7px;
    color: var(--ink);
    width: 150px;
}
input[type='number'] {
    width: 60px;
}
</style>
