import vue from '@vitejs/plugin-vue'
import laravel from 'laravel-vite-plugin'
import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vite'

export default defineConfig({
    plugins: [
        laravel({ input: ['resources/js/main.ts'], refresh: false }),
        vue({ template: { transformAssetUrls: { includeAbsolute: false } } }),
    ],
    resolve: { alias: { '@': fileURLToPath(new URL('./resources/js', import.meta.url)) } },
    build: {
        target: 'es2022',
        chunkSizeWarningLimit: 900,
        rolldownOptions: {
            output: {
                codeSplitting: {
                    groups: [
                        // Small things that every first page needs, which would each be a file of a few hundred bytes.
                        {
                            name: 'first',
                            test: /resources\/js\/(board\/(bars|offerDay|useOpenDeadlines|ListTask|DayHead)|day\/useTiming|period\/useFresh|shared\/(dueWords|isTyping|LeadUpMark|NothingHere|outdoors|SentenceWord|StoneTick|WeatherMark)|undo\/useRoom)\.(ts|vue)/,
                        },
                    ],
                },
            },
        },
    },
})
