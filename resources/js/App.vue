<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { darkTheme, dateEnGB, enGB, NConfigProvider } from 'naive-ui'
import { defineAsyncComponent, nextTick, onMounted, ref, watch } from 'vue'
import { signedOut } from '@/api/signedOut'
import { announced } from '@/shared/announce'
import LeaveQuestion from '@/shell/LeaveQuestion.vue'
import WaitingSign from '@/shell/WaitingSign.vue'
import { themeOverrides } from '@/style/theme'

// What is not needed for the first paint comes when it is asked for, or when the page has been quiet for a while.
const SignInOver = defineAsyncComponent(() => import('@/sign-in/SignInOver.vue'))
const TitleTooltip = defineAsyncComponent(() => import('@/shared/TitleTooltip.vue'))

const QUIET_MS = 3000

/** The whole page: its theme, and which of its rooms the address names. */
const hasAsked = ref(signedOut.isAsked)
watch(
    () => signedOut.isAsked,
    () => (hasAsked.value = true),
)
const isQuiet = ref(false)
onMounted(() => setTimeout(() => (isQuiet.value = true), QUIET_MS))
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
        <SignInOver v-if="hasAsked" />
        <TitleTooltip v-if="isQuiet" />
        <div class="out-of-sight" role="status" aria-live="polite">{{ announced }}</div>
    </NConfigProvider>
</template>
