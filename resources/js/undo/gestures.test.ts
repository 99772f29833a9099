import { expect, test } from 'vitest'
import { isUnderWay, once } from './gestures'

test('a second press while the first is on its way does nothing, and afterwards it does', async () => {
    let done = 0
    let answer: () => void = () => {}
    const work = (): Promise<number> =>
        new Promise((resolve) => {
            done++
            answer = () => resolve(done)
        })
    const first = once('stamp a', work)
    expect(isUnderWay('stamp a')).toBe(true)
    expect(await once('stamp a', work)).toBeNull()
    const other = once('stamp b', () => Promise.resolve('b'))
    expect(await other).toBe('b')
    answer()
    expect(await first).toBe(1)
    expect([done, isUnderWay('stamp a')]).toEqual([1, false])
    const again = once('stamp a', work)
    answer()
    expect(await again).toBe(2)
})

test('a press that was refused can be tried again', async () => {
    await expect(once('c', () => Promise.reject(new Error('no')))).rejects.toThrow('no')
    expect(await once('c', () => Promise.resolve(1))).toBe(1)
})
