// Reads zones as ical.js does: of each the VTIMEZONE alone, and says where an offset is another than the database of PHP has.
import ICAL from 'ical.js'
import { readFileSync } from 'node:fs'

const wrong = []
for (const { name, text, offsets } of JSON.parse(readFileSync(process.argv[2]))) {
    const zone = new ICAL.Timezone(new ICAL.Component(ICAL.parse(text)).getFirstSubcomponent('vtimezone'))
    for (const [instant, offset] of offsets) {
        const wall = new Date((instant + offset) * 1000)
        const time = new ICAL.Time(
            {
                year: wall.getUTCFullYear(),
                month: wall.getUTCMonth() + 1,
                day: wall.getUTCDate(),
                hour: wall.getUTCHours(),
                minute: wall.getUTCMinutes(),
                second: wall.getUTCSeconds(),
                isDate: false,
            },
            zone,
        )
        const is = zone.utcOffset(time)
        if (is !== offset) wrong.push(`${name} ${wall.toISOString()} ${is} and not ${offset}`)
    }
}
console.log(JSON.stringify(wrong.slice(0, 20)))
