// Writes the public holidays of every country that date-holidays knows: node resources/holidays/make.mjs
import Holidays from 'date-holidays'
import { writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'

const [first, last] = [2020, 2040]
const folder = dirname(fileURLToPath(import.meta.url))
const countries = new Holidays().getCountries('en')
const kept = {}
for (const [code, country] of Object.entries(countries)) {
    if (!/^[A-Z]{2}$/.test(code)) continue
    const holidays = new Holidays(code, { types: ['public'], languages: ['en'] })
    const byName = {}
    for (let year = first; year <= last; year++) {
        for (const day of holidays.getHolidays(year) ?? []) {
            // One that lasts for several days is all of them; the day it ends on is not in it.
            for (let at = new Date(`${day.date.slice(0, 10)}T00:00:00Z`), end = at.getTime() + Math.max(1, Math.round((day.end - day.start) / 86_400_000)) * 86_400_000; at.getTime() < end; at = new Date(at.getTime() + 86_400_000)) {
                const date = at.toISOString().slice(0, 10)
                byName[day.name] ??= []
                if (!byName[day.name].includes(date)) byName[day.name].push(date)
            }
        }
    }
    if (Object.keys(byName).length === 0) continue
    kept[code] = country
    writeFileSync(`${folder}/${code}.json`, `${JSON.stringify(byName)}\n`)
}
writeFileSync(`${folder}/countries.json`, `${JSON.stringify(kept)}\n`)
