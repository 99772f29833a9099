<script setup lang="ts">
import type { BoardDay } from '@/api/types'
import { length } from '@/shared/time'
import { computed } from 'vue'

/** How full a day is: what is placed, what is on its list, and what one more thing would add. */
const props = defineProps<{ day: BoardDay; extra: number }>()

const most = computed(() =>
    Math.max(props.day.capacity, props.day.placed + props.day.listed + props.extra, 1),
)
const share = (minutes: number): string => `${(minutes / most.value) * 100}%`
const sum = computed(() => props.day.placed + props.day.listed + props.extra)
const isOver = computed(() => sum.value > props.day.capacity)
</script>

<template>
    <div class="load" :class="{ over: isOver }" data-test="load-bar">
        <div class="bar" role="img" :aria-label="`${length(sum)} of ${length(day.capacity)}`">
            <i class="placed" :style="{ width: share(day.placed) }" /><i
                class="listed"
                :style="{ width: share(day.listed) }"
            /><i v-if="extra > 0" class="extra" :style="{ width: share(extra) }" />
            <b v-if="isOver" :style="{ left: share(day.capacity) }" />
        </div>
        <p>
            {{ length(day.placed) }} placed · {{ length(day.listed) }} on the list<template v-if="extra > 0">
                · <b>+{{ length(extra) }} this one</b></template
            >
            · {{ length(day.capacity) }} in the day<strong v-if="isOver">
                · {{ length(sum - day.capacity) }} too much</strong
            >
        </p>
    </div>
</template>

<style scoped>
.bar {
    position: relative;
    display: flex;
    height: 12px;
    border-radius: 6px;
    background: var(--meter);
    overflow: hidden;
}
.placed {
    background: var(--load);
}
.listed {
    background: var(--load-soft);
}
.extra {
    background: repeating-linear-gradient(135deg, var(--plum) 0 4px, var(--load) 4px 8px);
}
.over .placed,
.over .listed {
    background: color-mix(in srgb, var(--trouble) 70%, var(--sheet));
}
.over .extra {
    background: repeating-linear-gradient(
        135deg,
        var(--trouble) 0 4px,
        color-mix(in srgb, var(--trouble) 60%, var(--sheet)) 4px 8px
    );
}
.bar b {
    position: absolute;
    top: 0;
    bottom: 0;
    width: 2px;
    background: var(--ink);
}
p {
    margin: 5px 0 0;
    color: var(--muted);
}
p b {
    color: var(--plum);
}
strong {
    color: var(--trouble);
}
@media (prefers-color-scheme: dark) {
    p b {
        color: var(--load);
    }
}
</style>
