import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/fraunces/soft.css'
import '@/style/tokens.css'
import '@/style/base.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { signStyles } from '@/shared/signStyles'
import { followTextSize } from '@/shared/textSize'
import { mixHues } from '@/shared/mixHues'
import { queryClient } from '@/state/client'

signStyles()
mixHues()
followTextSize()
createApp(App).use(createPinia()).use(router).use(VueQueryPlugin, { queryClient }).mount('#page')
