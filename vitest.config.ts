import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
    plugins: [vue()],
    resolve: { alias: { '@': fileURLToPath(new URL('./resources/js', import.meta.url)) } },
    test: {
        include: ['resources/js/**/*.test.{ts,js}'],
        environment: 'happy-dom',
        css: { include: [/tokens\.css/] },
    },
})
