import { ESLint } from 'eslint'
import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { USES } from '../../../rooms.js'

const eslint = new ESLint()
const complaints = async (file, code) =>
    (await eslint.lintText(`${code}\n`, { filePath: `resources/js/${file}` }))
        .flatMap((one) => one.messages)
        .filter((one) => ['no-restricted-imports', 'no-restricted-syntax'].includes(one.ruleId))
        .map((one) => one.message)

describe('the folders of the page', () => {
    it('are all in the table, each behind those that it uses', () => {
        const folders = readdirSync('resources/js', { withFileTypes: true })
            .filter((one) => one.isDirectory() && one.name !== 'testing')
            .map((one) => one.name)
        expect(Object.keys(USES).sort()).toEqual(folders.sort())
        const order = Object.keys(USES)
        for (const [room, used] of Object.entries(USES))
            for (const other of used)
                expect(order.indexOf(other), `${room} uses ${other}`).toBeLessThan(order.indexOf(room))
    })
    it.each([
        ['board/planted.ts', `import { useFresh } from '@/shell/TopBar.vue'`],
        ['shared/planted.ts', `import { useChoice } from '@/choice/useChoice'`],
        ['state/planted.ts', `import { say } from '@/undo/useChanges'`],
        ['sheet/planted.ts', `import { useMoves } from '@/board/useMoves'`],
        ['api/planted.ts', `import { useView } from '../state/view'`],
        ['board/planted.ts', `import { aPage } from '@/testing/page'`],
        // Earlier in the order, and still nothing of theirs.
        ['tally/planted.ts', `import { bars } from '@/board/bars'`],
        ['ruler/planted.ts', `import { say } from '@/undo/useChanges'`],
        ['board/planted.ts', `export { default } from '@/shell/TopBar.vue'`],
        ['board/planted.ts', `export * from '@/month/days'`],
        ['board/planted.ts', `void import('@/shell/TopBar.vue')`],
        ['board/planted.ts', `void import('../shell/TopBar.vue')`],
        ['board/planted.ts', 'const room = "shell"\nvoid import(`@/${room}/TopBar.vue`)'],
        [
            'board/Planted.vue',
            `<script setup lang="ts">\nvoid import('@/closing/ClosingPage.vue')\n</script>`,
        ],
        ['board/planted.ts', `void fetch('/api/board')`],
        ['board/planted.ts', `void window.fetch('/api/board')`],
        ['board/Planted.vue', `<script setup lang="ts">\nvoid globalThis.fetch('/api/board')\n</script>`],
        ['closing/planted.ts', `navigator.sendBeacon('/api/closing')`],
        ['find/planted.ts', `new XMLHttpRequest()`],
        ['board/planted.ts', `export const now = Date.now()`],
        ['board/planted.ts', `export const now = new Date()`],
        ['shared/planted.ts', `export const now = Date()`],
        ['year/planted.ts', `import { DateTime } from 'luxon'\nexport const now = DateTime.now()`],
        ['year/planted.ts', `import { DateTime } from 'luxon'\nexport const now = DateTime.local()`],
        ['shared/time.ts', `void fetch('/api/board')`],
    ])('refuse %s with %s', async (file, code) => {
        expect(await complaints(file, code)).toHaveLength(1)
    })
    it.each([
        ['shell/planted.ts', `import { say } from '@/undo/useChanges'\nimport { x } from './other'`],
        ['shell/planted.ts', `void import('./other.vue')\nvoid import('@/sheet/EntrySheet.vue')`],
        ['board/planted.test.ts', `import { aPage } from '@/testing/page'\nvoid fetch('/api/board')`],
        ['api/planted.ts', `void fetch('/api/board')\nexport const now = Date.now()`],
        ['shared/time.ts', `export const now = new Date()`],
        ['board/planted.ts', `export const day = new Date(2026, 10, 25)`],
    ])('let through %s with %s', async (file, code) => {
        expect(await complaints(file, code)).toEqual([])
    })
})
