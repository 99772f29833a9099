// Expands rules with two independent libraries: JSON Lines in ({id, dtstart, rrule, limit}), JSON Lines out ({id, rrule, ical}).
import ICAL from 'ical.js'
import { createInterface } from 'node:readline'
import vm from 'node:vm'
import rrulePackage from 'rrule'

const { RRule } = rrulePackage

function byRrule({ dtstart, rrule, limit }) {
    const options = RRule.parseString(rrule)
    options.dtstart = new Date(`${dtstart}Z`)
    const found = []
    new RRule(options).all((date, i) => i < limit && found.push(date.toISOString().slice(0, 19)) > 0)
    return found
}

function byIcal({ dtstart, rrule, limit }) {
    const iterator = ICAL.Recur.fromString(rrule).iterator(ICAL.Time.fromDateTimeString(dtstart))
    const found = []
    for (let next = iterator.next(); next && found.length < limit; next = iterator.next()) found.push(next.toString())
    return found
}

for await (const line of createInterface({ input: process.stdin })) {
    const test = JSON.parse(line)
    const answer = { id: test.id }
    for (const [name, expand] of [['rrule', byRrule], ['ical', byIcal]]) {
        try {
            // Some rules keep a library walking for ever.
            globalThis.expandNow = () => expand(test)
            answer[name] = vm.runInThisContext('expandNow()', { timeout: 100 })
        } catch (error) {
            answer[name] = `cannot: ${error.message}`
        }
    }
    process.stdout.write(`${JSON.stringify(answer)}\n`)
}
