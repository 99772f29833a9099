<script setup lang="ts">
import { NButton } from 'naive-ui'
import type { Form } from './form'
import { NAMES } from './merge'

/** What was changed here and elsewhere, field by field, with a press for each side. */
defineProps<{
    both: (keyof Form)[]
    mine: Form
    theirs: Form
    words: (value: unknown, name: keyof Form) => string
}>()
const emit = defineEmits<{ choose: [name: keyof Form, isTheirs: boolean] }>()
</script>

<template>
    <div class="stale" role="alert">
        <p>This was changed here and elsewhere. Which is meant?</p>
        <dl data-test="beside">
            <template v-for="name in both" :key="name"
                ><dt>{{ NAMES[name] }}</dt>
                <dd>
                    <NButton class="press" data-test="keep-mine" @click="emit('choose', name, false)">
                        yours: {{ words(mine[name], name) }}
                    </NButton>
                </dd>
                <dd>
                    <NButton class="press" data-test="take-theirs" @click="emit('choose', name, true)">
                        the other: {{ words(theirs[name], name) }}
                    </NButton>
                </dd></template
            >
        </dl>
    </div>
</template>

<style scoped>
.stale {
    display: flex;
    flex-wrap: wrap;
    gap: 10px;
    align-items: center;
}
p {
    margin: 0;
    width: 100%;
    color: var(--trouble);
}
dl {
    width: 100%;
    display: grid;
    grid-template-columns: auto 1fr 1fr;
    align-items: center;
    gap: 6px 14px;
    margin: 0 0 12px;
    font-size: 0.7812rem;
}
dt {
    font-weight: 650;
}
dd {
    margin: 0;
    overflow-wrap: anywhere;
}
dd .press {
    text-align: left;
    height: auto;
}
</style>
