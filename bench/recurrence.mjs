// The node side of bench/recurrence.php: medians in µs of rrule and ical.js, [rule][window][library].
import ICAL from 'ical.js'
import { readFileSync } from 'node:fs'
import vm from 'node:vm'
import rrulePackage from 'rrule'

const { RRule } = rrulePackage
const { start, months, rules } = JSON.parse(readFileSync(process.argv[2], 'utf8'))

function byRrule(text, from, to) {
    const options = RRule.parseString(text)
    options.dtstart = new Date(`${start}Z`)
    const rule = new RRule(options)
    if (from === null) rule.all((_, i) => i < 49)
    else rule.between(new Date(`${from}Z`), new Date(`${to}Z`), true)
}
function byIcal(text, from, to) {
    const iterator = ICAL.Recur.fromString(text).iterator(ICAL.Time.fromDateTimeString(start))
    for (let next = iterator.next(), n = 0; next && (from === null ? n < 50 : next.toString() < to); next = iterator.next()) n++
}
function median(work) {
    const times = []
    const until = performance.now() + 40
    globalThis.work = work
    try {
        for (let run = 0; run < 200 && (run < 5 || performance.now() < until); run++) {
            const before = performance.now()
            vm.runInThisContext('work()', { timeout: 1000 })
            times.push((performance.now() - before) * 1000)
        }
    } catch {
        if (times.length === 0) return null
    }
    return times.slice(Math.floor(times.length / 5)).sort((a, b) => a - b)[Math.floor(times.length * 0.4)]
}
process.stdout.write(JSON.stringify(rules.map((rule) => [[null, null], ...months].map(([from, to]) => [median(() => byRrule(rule, from, to)), median(() => byIcal(rule, from, to))]))))
