<script setup lang="ts">
import { answerOf, api } from '@/api/client'
import { usePeriod } from '@/period/usePeriod'
import TextField from '@/shared/TextField.vue'
import { longWeekday, namedDate, plusDays, startOfWeek, timeOf } from '@/shared/time'
import { useAccount, useAreas, useBoard } from '@/state/server'
import { useChanges } from '@/undo/useChanges'
import { NButton, NCheckbox, NRadio } from 'naive-ui'
import { computed, ref, watch } from 'vue'

/** The blocks of a day or a week, of which those are chosen that are kept as its shape. */
const emit = defineEmits<{ kept: [] }>()

const account = useAccount()
const { calendar, colour } = useAreas()
const { date } = usePeriod()
const { change } = useChanges()
const kind = ref<'day' | 'week'>('day')
const day = ref(date.value)
const first = computed(() =>
    kind.value === 'week' ? startOfWeek(day.value, account.value.first_weekday) : day.value,
)
const board = useBoard(
    first,
    computed(() => (kind.value === 'week' ? 7 : 1)),
)
const blocks = computed(() =>
    board.data.value?.from === first.value
        ? board.data.value.occurrences.filter(
              (one) => one.start.slice(0, 10) >= first.value && !calendar(one.calendar_id)?.following,
          )
        : [],
)
const out = ref<Set<string>>(new Set())
const name = ref('')
watch(first, () => (out.value = new Set()))
const chosen = computed(() => blocks.value.filter((one) => !out.value.has(one.key)))

function turn(key: string): void {
    const next = new Set(out.value)
    if (!next.delete(key)) next.add(key)
    out.value = next
}
async function keep(): Promise<void> {
    const made = await change(`Kept the template “${name.value.trim()}”.`, () =>
        answerOf(
            api.POST('/templates', {
                body: {
                    kind: kind.value,
                    name: name.value.trim(),
                    date: first.value,
                    items: chosen.value.map((one) => ({
                        entry_id: one.entry_id,
                        recurrence_id: one.routine ? one.recurrence_id : null,
                    })),
                },
            }),
        ),
    )
    if (made) emit('kept')
}
</script>

<template>
    <form data-test="keep-form" @submit.prevent="keep">
        <p class="row">
            <NRadio :checked="kind === 'day'" value="day" data-test="keep-day" @change="kind = 'day'"
                >a day</NRadio
            >
            <NRadio :checked="kind === 'week'" value="week" data-test="keep-week" @change="kind = 'week'"
                >a week</NRadio
            >
            <NButton
                class="press"
                aria-label="Earlier"
                @click="day = plusDays(day, kind === 'week' ? -7 : -1)"
                >‹</NButton
            >
            <b>{{
                kind === 'week' ? `from ${namedDate(first)}` : `${longWeekday(day)}, ${namedDate(day)}`
            }}</b>
            <NButton class="press" aria-label="Later" @click="day = plusDays(day, kind === 'week' ? 7 : 1)"
                >›</NButton
            >
        </p>
        <p v-if="blocks.length === 0" class="muted">Nothing stands there.</p>
        <p
            v-for="one in blocks"
            :key="one.key"
            class="block"
            :data-hue="colour(one.calendar_id)"
            data-test="keep-block"
        >
            <NCheckbox :checked="!out.has(one.key)" @update:checked="turn(one.key)"
                ><b
                    >{{ kind === 'week' ? `${namedDate(one.start)} ` : ''
                    }}{{
                        one.all_day
                            ? 'on the list'
                            : `${timeOf(one.start, account.clock)}–${timeOf(one.end, account.clock)}`
                    }}</b
                >
                {{ one.title }}</NCheckbox
            >
        </p>
        <p class="row">
            <TextField
                v-model="name"
                class="name"
                :maxlength="60"
                placeholder="its name, such as Market day"
                label="Name of the template"
                test="template-name"
            />
            <NButton
                class="press"
                type="primary"
                attr-type="submit"
                :disabled="chosen.length === 0 || name.trim() === ''"
                data-test="keep-it"
                >Keep {{ chosen.length === 1 ? 'it' : `these ${chosen.length}` }}</NButton
            >
        </p>
    </form>
</template>

<style scoped>
.row {
    display: flex;
    flex-wrap: wrap;
    gap: 6px 10px;
    align-items: center;
}
.block {
    display: flex;
    gap: 8px;
    align-items: center;
    margin: 2px 0;
    padding-left: 8px;
    border-left: 3px solid var(--c);
}
.name {
    flex: 1 1 220px;
}
.muted {
    color: var(--muted);
}
.n-checkbox {
    min-height: 24px;
    align-items: center;
}
</style>
