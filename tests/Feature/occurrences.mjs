// Reads a file of iCalendar with ical.js, an independent library; its zones are those the file tells. Writes for each UID when it
// comes until a year begins: {"uid": ["2026-11-26", "2026-11-26T08:00:00Z", …]}
import ICAL from 'ical.js'
import { readFileSync } from 'node:fs'

const [, , path, until] = process.argv
const calendar = new ICAL.Component(ICAL.parse(readFileSync(path, 'utf8')))
for (const zone of calendar.getAllSubcomponents('vtimezone')) ICAL.TimezoneService.register(new ICAL.Timezone(zone))

const byUid = new Map()
for (const name of ['vevent', 'vtodo'])
    for (const one of calendar.getAllSubcomponents(name)) {
        if (!one.hasProperty('dtstart')) continue
        const uid = one.getFirstPropertyValue('uid')
        byUid.set(uid, [...(byUid.get(uid) ?? []), one])
    }

const said = (time) => (time.isDate ? time.toString() : `${time.toJSDate().toISOString().slice(0, 19)}Z`)
const answer = {}
for (const [uid, components] of byUid) {
    const whole = components.find((one) => !one.hasProperty('recurrence-id'))
    const event = new ICAL.Event(whole, {
        exceptions: components.filter((one) => one.hasProperty('recurrence-id')),
        strictExceptions: true,
    })
    const dates = []
    if (!event.isRecurring()) dates.push(said(event.startDate))
    else {
        const iterator = event.iterator()
        for (let next = iterator.next(); next && next.year < Number(until) && dates.length < 5000; next = iterator.next())
            dates.push(said(event.getOccurrenceDetails(next).startDate))
    }
    answer[uid] = dates.sort()
}
process.stdout.write(JSON.stringify(answer))
