import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/fraunces/soft.css'
import './style/tokens.css'
import './style/base.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import App from './App.vue'
import { Refused } from './api/client'
import { router } from './router'

createApp(App)
    .use(createPinia())
    .use(router)
    .use(VueQueryPlugin, {
        queryClientConfig: { defaultOptions: { queries: { retry: (count, error) => !(error instanceof Refused && error.status >= 400) && count < 2 } } },
    })
    .mount('#page')
