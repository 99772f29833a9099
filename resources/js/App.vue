<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { darkTheme, dateEnGB, enGB, NConfigProvider } from 'naive-ui'
import { defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { announced } from '@/shared/announce'
import LeaveQuestion from '@/shell/LeaveQuestion.vue'
import WaitingSign from '@/shell/WaitingSign.vue'
import SignInOver from '@/sign-in/SignInOver.vue'
import { themeOverrides } from '@/style/theme'

// Nobody rests on anything before it is painted.
const TitleTooltip = defineAsyncComponent(() => import('@/shared/TitleTooltip.vue'))

/** The whole page: its theme, and which of its rooms the address names. */
const isDark = usePreferredDark()
const overrides = ref(themeOverrides())
watch(isDark, () => void nextTick(() => (overrides.value = themeOverrides())))
</script>

<template>
    <NConfigProvider
        :theme="isDark ? darkTheme : null"
        :theme-overrides="overrides"
        :locale="enGB"
        :date-locale="dateEnGB"
        style="height: 100%"
    >
        <RouterView />
        <WaitingSign />
        <LeaveQuestion />
        <SignInOver />
        <TitleTooltip />
        <div class="out-of-sight" role="status" aria-live="polite">{{ announced }}</div>
    </NConfigProvider>
</template>
