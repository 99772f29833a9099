import { ESLint } from 'eslint'
import { readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ROOMS } from '../../../rooms.js'

const eslint = new ESLint()
const complaints = async (file, code) =>
    (await eslint.lintText(code, { filePath: `resources/js/${file}` }))
        .flatMap((one) => one.messages)
        .filter((one) => one.ruleId === 'no-restricted-imports')
        .map((one) => one.message)

describe('the folders of the page', () => {
    it('are all in the order', () => {
        expect(
            readdirSync('resources/js', { withFileTypes: true })
                .filter((one) => one.isDirectory())
                .map((one) => one.name)
                .filter((name) => name !== 'testing')
                .sort(),
        ).toEqual([...ROOMS].sort())
    })
    it.each([
        ['board/planted.ts', `import { useFresh } from '@/shell/TopBar.vue'`],
        ['shared/planted.ts', `import { useChoice } from '@/choice/useChoice'`],
        ['state/planted.ts', `import { say } from '@/undo/useChanges'`],
        ['sheet/planted.ts', `import { useMoves } from '@/board/useMoves'`],
        ['api/planted.ts', `import { useView } from '../state/view'`],
        ['board/planted.ts', `import { aPage } from '@/testing/page'`],
    ])('refuse %s with %s', async (file, code) => {
        expect(await complaints(file, `${code}\n`)).toHaveLength(1)
    })
    it('let through what goes down, and anything in a test', async () => {
        expect(
            await complaints(
                'shell/planted.ts',
                `import { say } from '@/undo/useChanges'\nimport { x } from './other'\n`,
            ),
        ).toEqual([])
        expect(await complaints('board/planted.test.ts', `import { aPage } from '@/testing/page'\n`)).toEqual(
            [],
        )
    })
})
