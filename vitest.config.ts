import vue from '@vitejs/plugin-vue'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
    plugins: [vue()],
    resolve: { alias: { '@': fileURLToPath(new URL('./resources/js', import.meta.url)) } },
    test: {
        include: ['resources/js/**/*.test.{ts,js}'],
        environment: 'happy-dom',
        // The first test of a part that is loaded when it is needed waits for it to be compiled, which a busy machine takes seconds for.
        testTimeout: 30_000,
        css: { include: [/tokens\.css/] },
    },
})
