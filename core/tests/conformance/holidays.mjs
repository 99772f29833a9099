// Movable public holidays of open data (date-holidays), year by year: {name: [dates]}.
import Holidays from 'date-holidays'

const wanted = { 'Memorial Day': 'FREQ=YEARLY;BYMONTH=5;BYDAY=-1MO', 'Labor Day': 'FREQ=YEARLY;BYMONTH=9;BYDAY=1MO', 'Thanksgiving Day': 'FREQ=YEARLY;BYMONTH=11;BYDAY=4TH', "Martin Luther King Jr. Day": 'FREQ=YEARLY;BYMONTH=1;BYDAY=3MO', "Washington's Birthday": 'FREQ=YEARLY;BYMONTH=2;BYDAY=3MO', 'Columbus Day': 'FREQ=YEARLY;BYMONTH=10;BYDAY=2MO' }
const country = new Holidays('US')
const found = Object.fromEntries(Object.values(wanted).map((rule) => [rule, []]))
for (let year = 2000; year < 2050; year++) {
    for (const day of country.getHolidays(year)) {
        const rule = Object.entries(wanted).find(([name]) => day.name === name || day.name.startsWith(name))?.[1]
        if (rule) found[rule].push(day.date.slice(0, 10))
    }
}
process.stdout.write(JSON.stringify(found))
