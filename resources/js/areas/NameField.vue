<script setup lang="ts">
import { ref, watch } from 'vue'

/** A name that is changed where it stands; what the server refuses stays in the field with the reason. */
const props = defineProps<{ value: string; label: string; save: (name: string) => Promise<string | null> }>()
const text = ref(props.value)
const mistake = ref('')
watch(
    () => props.value,
    (value) => (text.value = value),
)

async function change(): Promise<void> {
    mistake.value = text.value === props.value ? '' : ((await props.save(text.value)) ?? '')
}
</script>

<template>
    <span class="field">
        <input
            v-model="text"
            :aria-label="label"
            maxlength="60"
            :aria-invalid="mistake !== ''"
            @change="change"
            @keydown.enter.prevent="change"
            @keydown.esc.stop="text = value"
        />
        <span v-if="mistake" class="mistake" role="alert">{{ mistake }}</span>
    </span>
</template>

<style scoped>
.field {
    flex: 1;
    min-width: 0;
}
input {
    width: 100%;
    border: 1px solid transparent;
    border-radius: 6px;
    background: none;
    padding: 3px 6px;
    font-weight: 600;
}
input:hover,
input:focus {
    border-color: var(--line-strong);
    background: var(--paper);
}
</style>
