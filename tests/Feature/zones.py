"""The same by two readers of python: dateutil and icalendar."""

import datetime
import io
import json
import sys

import icalendar
from dateutil import tz

wrong = []
epoch = datetime.datetime(1970, 1, 1)
for zone in json.load(open(sys.argv[1])):
    text = zone["text"]
    ours = tz.tzical(io.StringIO(text.replace("\r\n", "\n"))).get(zone["name"])
    calendar = icalendar.Calendar.from_ical(text)
    other = calendar.walk("VTIMEZONE")[0].to_tz()
    for instant, offset in zone["offsets"]:
        wall = epoch + datetime.timedelta(seconds=instant + offset)
        by_dateutil = int(wall.replace(tzinfo=ours).utcoffset().total_seconds())
        by_icalendar = int(other.fromutc(epoch + datetime.timedelta(seconds=instant)).utcoffset().total_seconds())
        if [by_dateutil, by_icalendar] != [offset, offset]:
            wrong.append(f"{zone['name']} {wall} {by_dateutil} {by_icalendar} and not {offset}")
print(json.dumps(wrong[:20]))
