<script setup lang="ts">
import TextField from '@/shared/TextField.vue'
import { NButton } from 'naive-ui'
import { ref } from 'vue'

/** What cannot be taken back in a moment: said once more, and the present password with it. */
defineProps<{ words: string; yes: string; no: string; test: string; mistake?: string }>()
const emit = defineEmits<{ answer: [password: string]; leave: [] }>()
const password = ref('')
</script>

<template>
    <form class="question" @submit.prevent="emit('answer', password)">
        <p>{{ words }}</p>
        <TextField
            v-model="password"
            type="password"
            label="Present password"
            placeholder="Present password"
            autocomplete="current-password"
            required
            :test="`${test}-password`"
        />
        <p v-if="mistake" class="mistake" role="alert">{{ mistake }}</p>
        <p class="row">
            <NButton attr-type="submit" class="press grave" :data-test="`${test}-it`">{{
                yes
            }}</NButton><NButton class="press" @click="emit('leave')">{{ no }}</NButton>
        </p>
    </form>
</template>

<style scoped>
.question {
    display: flex;
    flex-direction: column;
    gap: 8px;
    margin-top: 6px;
    padding: 10px 14px;
    border-left: 3px solid var(--trouble);
}
p {
    margin: 0;
    max-width: 60ch;
}
.row {
    display: flex;
    gap: 8px;
}
</style>
