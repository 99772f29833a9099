<script setup lang="ts">
import TextField from './TextField.vue'
import { ref, watch } from 'vue'
import { readTime, time, type Clock } from './time'

/** A time of day, written as the account's clock writes it and read in any usual way. */
const props = defineProps<{ minute: number | null; clock: Clock; label: string }>()
const emit = defineEmits<{ choose: [minute: number] }>()

const written = (): string => (props.minute === null ? '' : time(props.minute, props.clock))
const text = ref(written())
const isOdd = ref(false)
watch(
    () => [props.minute, props.clock],
    () => (text.value = written()),
)

function change(): void {
    const minute = readTime(text.value)
    isOdd.value = minute === null && text.value !== ''
    if (minute !== null) emit('choose', minute)
    if (minute !== null && minute === props.minute) text.value = written()
}
</script>

<template>
    <span class="field">
        <TextField
            v-model="text"
            class="time"
            small
            :maxlength="9"
            :placeholder="clock === '24' ? '9:00' : '9:00 am'"
            :label="label"
            :invalid="isOdd"
            test="time"
            @change="change"
            @keydown.enter.prevent.stop="change"
        />
        <span v-if="isOdd" class="mistake" role="alert">A time is written like 7:15.</span>
    </span>
</template>

<style scoped>
.time {
    display: inline-flex;
    width: 84px;
}
</style>
