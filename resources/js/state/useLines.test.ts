import { Refused } from '@/api/client'
import { nextTick, ref } from 'vue'
import { expect, test } from 'vitest'
import { useLines, type ChangedLine, type Line } from './useLines'

const asked = (...answers: string[]): Line[] => answers.map((answer, i) => ({ question: `Q${i}`, answer }))

test('what arrives while a line is typed takes nothing of it away, and is taken in elsewhere', async () => {
    const given = ref(asked('', ''))
    const sent: ChangedLine[][] = []
    let answer: () => void = () => {}
    const lines = useLines(
        () => given.value,
        (some) => {
            sent.push(some)
            return new Promise<void>((resolve) => (answer = resolve))
        },
    )
    lines.write('Q0', 'The altos.')
    const keeping = lines.keep()
    lines.write('Q1', 'Twenty-eight letters of it')
    given.value = asked('The altos.', '')
    await nextTick()
    answer()
    expect(await keeping).toBe(true)
    expect(lines.of('Q1')).toBe('Twenty-eight letters of it')
    expect(sent).toEqual([[{ question: 'Q0', answer: 'The altos.', was: '' }]])
    given.value = asked('The altos found it.', 'theirs')
    await nextTick()
    expect([lines.of('Q0'), lines.of('Q1')]).toEqual(['The altos found it.', 'Twenty-eight letters of it'])
    expect(lines.changed()).toEqual([{ question: 'Q1', answer: 'Twenty-eight letters of it', was: '' }])
})

test('what another window wrote is asked about, and neither is lost', async () => {
    const given = ref(asked('before'))
    const sent: ChangedLine[][] = []
    let refuses = true
    const lines = useLines(
        () => given.value,
        (some) => {
            sent.push(some)
            return refuses
                ? Promise.reject(new Refused(409, 'Meanwhile', {}, null, asked('theirs')))
                : Promise.resolve()
        },
    )
    lines.write('Q0', 'mine')
    expect(await lines.keep()).toBe(false)
    expect([lines.of('Q0'), lines.theirs('Q0')]).toEqual(['mine', 'theirs'])
    refuses = false
    expect(await lines.settle('Q0', 'mine')).toBe(true)
    expect(sent.at(-1)).toEqual([{ question: 'Q0', answer: 'mine', was: 'theirs' }])
    expect(lines.theirs('Q0')).toBeNull()
})
