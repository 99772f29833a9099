<script setup lang="ts">
import type { Weather } from '@/api/types'
import { computed } from 'vue'

/** What weather is expected: a mark, and the lowest and highest temperature. */
const props = defineProps<{ weather: Weather }>()

const WORDS = {
    clear: 'clear',
    cloud: 'clouds',
    fog: 'fog',
    rain: 'rain',
    storm: 'a storm',
    snow: 'snow',
} as const
const words = computed(
    () =>
        `${WORDS[props.weather.mark]}, ${props.weather.low}° to ${props.weather.high}° (${props.weather.by})`,
)
</script>

<template>
    <span
        class="weather"
        role="img"
        :class="{ frost: weather.warns.includes('frost'), heat: weather.warns.includes('heat') }"
        :title="words"
        :aria-label="words"
        data-test="weather-mark"
    >
        <svg viewBox="0 0 16 16" width="13" height="13" aria-hidden="true">
            <template v-if="weather.mark === 'clear'">
                <circle cx="8" cy="8" r="3.2" fill="currentColor" />
                <path
                    d="M8 1.2v2M8 12.800v2M1.200 8h2M12.800 8h2"
                    stroke="currentColor"
                    stroke-width="1.200"
                    stroke-linecap="round"
                />
            </template>
            <path
                v-else-if="weather.mark === 'fog'"
                d="M2 5h12M3.500 8h9M2 11h12"
                stroke="currentColor"
                stroke-width="1.300"
                stroke-linecap="round"
            />
            <template v-else>
                <path
                    d="M4.500 10.500a2.800 2.800 0 0 1 .2-5.600 3.800 3.800 0 0 1 7.100 1.200 2.300 2.300 0 0 1-.3 4.400z"
                    fill="currentColor"
                    opacity="0.75"
                />
                <path
                    v-if="weather.mark === 'rain'"
                    d="M6 12.200l-.7 2M10 12.200l-.7 2"
                    stroke="currentColor"
                    stroke-width="1.300"
                    stroke-linecap="round"
                />
                <path
                    v-else-if="weather.mark === 'storm'"
                    d="M8.800 11l-1.800 2.200h1.600l-1.200 2"
                    stroke="currentColor"
                    stroke-width="1.200"
                    fill="none"
                />
                <path
                    v-else-if="weather.mark === 'snow'"
                    d="M6 13.500h.01M8.200 14.800h.01M10.400 13.500h.01"
                    stroke="currentColor"
                    stroke-width="1.800"
                    stroke-linecap="round"
                />
            </template>
        </svg>
        {{ weather.low }}°<span class="high"> {{ weather.high }}°</span>
    </span>
</template>

<style scoped>
.weather {
    display: inline-flex;
    gap: 2px;
    align-items: center;
    color: var(--muted);
    white-space: nowrap;
}
.frost {
    color: #3a6a9c;
}
.heat {
    color: var(--trouble);
}
@media (prefers-color-scheme: dark) {
    .frost {
        color: #8ab4dc;
    }
}
</style>
