import { describe, expect, it } from 'vitest'
import { inWords, read, write } from './triggers'

describe('reminders in words', () => {
    it('reads and writes what the server has', () => {
        for (const text of [
            '-PT0M',
            '-PT15M',
            '-P1D@18:00',
            '-PT60M@due;mail,phone',
            '-P0D@09:00@due',
            '-PT10M@leave;phone',
            '-PT5M@end;screen,mail',
        ])
            expect(write(read(text)!)).toBe(text)
        expect(read('soon')).toBeNull()
    })
    it('says them', () => {
        expect(
            [
                '-PT0M',
                '-PT10M',
                '-PT90M@end',
                '-PT1440M',
                '-PT20160M',
                '-PT0M@due',
                '-P1D@18:00',
                '-P0D@09:00@due',
                '-P7D@09:00',
                '-PT10M@leave;phone',
                '-PT10M;screen,mail',
            ].map((one) => inWords(one, '24')),
        ).toEqual([
            'when it starts',
            '10 min before',
            '1 h 30 before it ends',
            'a day before',
            '2 weeks before',
            'when it is due',
            '18:00 the day before',
            '9:00 on the day it is due',
            '9:00, 7 days before',
            '10 min before leaving, on the phone',
            '10 min before, on screen and by mail',
        ])
    })
})
