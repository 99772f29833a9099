<script setup lang="ts">
import NumberField from '@/shared/NumberField.vue'
import type { Entry } from '@/api/types'
import SelectField from '@/shared/SelectField.vue'
import TextField from '@/shared/TextField.vue'
import { NButton } from 'naive-ui'
import { aroundWords, namedDate } from '@/shared/time'
import { useAccount, useBasket } from '@/state/server'
import { computed } from 'vue'
import DateChoice from '@/shared/DateChoice.vue'
import SentenceWord from '@/shared/SentenceWord.vue'
import type { Form } from './form'

/** When something without a day should come up, and whom it waits for. */
const form = defineModel<Form>({ required: true })
const props = defineProps<{ entry: Entry | null; mistakes: Record<string, string[]> }>()

const account = useAccount()
const basket = useBasket()
/** What it could wait for: what lies in the basket, and what it waits for already. */
const others = computed<[string | null, string][]>(() => {
    const known = props.entry?.after
    const loose = (basket.value ?? []).filter(
        (item) => item.entry_id !== props.entry?.id && item.entry_id !== known?.entry_id,
    )
    return [
        [null, 'nothing'],
        ...(known ? [[known.entry_id, known.title] as [string, string]] : []),
        ...loose.map((item): [string, string] => [item.entry_id, item.title]),
    ]
})
/** A number alone stands for the next week that has it. */
const isMonth = computed(() => form.value.around !== null && !form.value.around.includes('W'))
const week = computed(() =>
    form.value.around && !isMonth.value ? Number(/\d+$/.exec(form.value.around)) : null,
)
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
            ><template v-if="isMonth"
                >, {{ aroundWords(form.around ?? '') }}
                <NButton class="press" data-test="any-month" @click="form.around = null"
                    >at any time</NButton
                ></template
            ><template v-else>, around week</template>
            <NumberField
                v-if="!isMonth"
                :value="week"
                :min="1"
                :max="53"
                label="Around week"
                test="around"
                @change="(number) => (form.around = number === null ? null : `W${number}`)"
            />
            <em v-if="mistakes.around" class="mistake">{{ mistakes.around[0] }}</em>
        </p>
        <p>
            Waiting for
            <TextField
                v-model="form.waiting_for"
                class="short"
                :maxlength="120"
                placeholder="nobody"
                label="Waiting for"
                test="waiting-for"
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
        <p>
            After
            <SelectField
                v-model="form.after_id"
                class="after"
                label="Which task has to be done before"
                :options="others"
                data-test="after"
            />
            <em v-if="mistakes.after_id" class="mistake">{{ mistakes.after_id[0] }}</em>
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
.after {
    display: inline-flex;
    vertical-align: middle;
    width: 260px;
}
.short {
    display: inline-flex;
    width: 170px;
}
</style>
