<script setup lang="ts">
import type { Calendar, Entry, RhythmPreview } from '@/api/types'
import { length } from '@/shared/time'
import NextDates from './NextDates.vue'
import NotesField from './NotesField.vue'

/** An entry that comes from an address: read here, changed where it comes from. */
defineProps<{ entry: Entry; calendar: Calendar; lands: RhythmPreview | null; today: string }>()
</script>

<template>
    <div data-test="followed-entry">
        <p class="from">
            {{ calendar.name }} · followed, so it is changed only where it comes from. A copy is your own.
        </p>
        <h1>{{ entry.title || 'No title' }}</h1>
        <p v-if="entry.in_words && entry.rule" class="rhythm">{{ entry.in_words }}</p>
        <p v-if="entry.place" class="place">{{ entry.place }}</p>
        <p v-if="entry.link">
            <a :href="entry.link" rel="noopener noreferrer" target="_blank">{{ entry.link }}</a>
        </p>
        <p v-if="entry.travel > 0" class="place">{{ length(entry.travel) }} on the way</p>
        <NextDates v-if="lands" :next="lands.next" :today="today" />
        <NotesField v-if="entry.notes_html" :model-value="entry.notes" :html="entry.notes_html" readonly />
    </div>
</template>

<style scoped>
.from {
    margin: 0 0 8px;
    color: var(--muted);
}
h1 {
    margin: 0 0 10px;
    font-size: 1.5rem;
}
.rhythm,
.place {
    margin: 0 0 8px;
}
</style>
