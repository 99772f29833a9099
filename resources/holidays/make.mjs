// Writes the public holidays of every country that date-holidays knows, and of its parts where they have others:
// node resources/holidays/make.mjs
import Holidays from 'date-holidays'
import { writeFileSync } from 'node:fs'
import { dirname } from 'node:path'
import { fileURLToPath } from 'node:url'

const [first, last] = [2020, 2040]
const DAY = 86_400_000
const folder = dirname(fileURLToPath(import.meta.url))

/** The dates of each holiday, by its name. */
function byName(...place) {
    const holidays = new Holidays(...place, { types: ['public'], languages: ['en'] })
    const dates = {}
    for (let year = first; year <= last; year++) {
        for (const day of holidays.getHolidays(year) ?? []) {
            // One that lasts for several days is all of them; the day it ends on is not in it.
            const begins = Date.parse(`${day.date.slice(0, 10)}T00:00:00Z`)
            const days = Math.max(1, Math.round((day.end - day.start) / DAY))
            for (let at = begins; at < begins + days * DAY; at += DAY) {
                const date = new Date(at).toISOString().slice(0, 10)
                dates[day.name] ??= []
                if (!dates[day.name].includes(date)) dates[day.name].push(date)
            }
        }
    }
    return dates
}
const daysOf = (dates) => JSON.stringify([...new Set(Object.values(dates).flat())].sort())

const kept = {}
for (const [code, country] of Object.entries(new Holidays().getCountries('en'))) {
    if (!/^[A-Z]{2}$/.test(code)) continue
    const ofCountry = byName(code)
    if (Object.keys(ofCountry).length > 0) {
        kept[code] = country
        writeFileSync(`${folder}/${code}.json`, `${JSON.stringify(ofCountry)}\n`)
    }
    for (const [part, name] of Object.entries(new Holidays().getStates(code, 'en') ?? {})) {
        const ofPart = byName(code, part)
        if (!/^[A-Z0-9]{1,3}$/.test(part) || daysOf(ofPart) === daysOf(ofCountry)) continue
        kept[`${code}-${part}`] = `${country}, ${name}`
        writeFileSync(`${folder}/${code}-${part}.json`, `${JSON.stringify(ofPart)}\n`)
    }
}
writeFileSync(`${folder}/countries.json`, `${JSON.stringify(kept)}\n`)
