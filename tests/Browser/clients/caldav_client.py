"""
What a person does on a phone, done by python3-caldav against a running server.

    caldav_client.py URL NAME PASSWORD STEP [CALENDAR]

Each step prints one line of JSON about what it found; anything unexpected ends it with an error.
"""
import datetime
import json
import sys

import caldav
from caldav.elements import dav, ical

url, name, password, step = sys.argv[1:5]
principal = caldav.DAVClient(url, username=name, password=password).principal()


def calendar(called):
    return next(one for one in principal.calendars() if one.name == called)


def summary(one):
    parts = one.vobject_instance.contents
    return str(parts["vevent" if "vevent" in parts else "vtodo"][0].summary.value)


def read_all():
    found = {}
    for one in principal.calendars():
        found[one.name] = sorted(summary(x) for x in [*one.events(), *one.todos(include_completed=True)])
    return found


def utc(*when):
    return datetime.datetime(*when, tzinfo=datetime.timezone.utc)


if step == "list":
    print(json.dumps({"calendars": [one.name for one in principal.calendars()], "entries": read_all()}))

elif step == "write":
    new = principal.make_calendar(name="Orchard", cal_id="orchard", supported_calendar_component_set=["VEVENT", "VTODO"])
    new.set_properties([ical.CalendarColor("#9c4232")])
    new.save_event("\r\n".join([
        "BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//Example//Client//EN",
        "BEGIN:VEVENT", "UID:round@client", "DTSTAMP:20261120T080000Z", "SUMMARY:Orchard round",
        "DTSTART;TZID=Europe/Berlin:20261123T090000", "DTEND;TZID=Europe/Berlin:20261123T100000",
        "RRULE:FREQ=WEEKLY;COUNT=4", "X-CLIENT-NOTE:kept", "END:VEVENT",
        "BEGIN:VEVENT", "UID:round@client", "DTSTAMP:20261120T080000Z", "SUMMARY:Orchard round, late",
        "RECURRENCE-ID;TZID=Europe/Berlin:20261130T090000",
        "DTSTART;TZID=Europe/Berlin:20261130T140000", "DTEND;TZID=Europe/Berlin:20261130T150000", "END:VEVENT",
        "END:VCALENDAR", ""]))
    new.save_todo(summary="Order stakes", due=datetime.date(2026, 12, 1))
    done = new.save_todo(summary="Oil the saw")
    done.complete()
    assert new.get_properties([ical.CalendarColor()])[ical.CalendarColor.tag] == "#9C4232FF"
    new.set_properties([dav.DisplayName("Old orchard")])
    stretch = new.date_search(utc(2026, 11, 29), utc(2026, 12, 9), expand=True)
    times = sorted(e.dtstart.value.isoformat() for x in stretch for e in x.vobject_instance.vevent_list)
    busy = new.freebusy_request(utc(2026, 11, 29), utc(2026, 12, 2)).data
    print(json.dumps({
        "open": sorted(summary(x) for x in new.todos()),
        "all": sorted(summary(x) for x in new.todos(include_completed=True)),
        "times": times,
        "busy": [line.split(":", 1)[1] for line in busy.split() if line.startswith("FREEBUSY")],
    }))

elif step == "read":
    one = calendar(sys.argv[5]).event_by_uid("round@client")
    print(json.dumps({
        "note": "X-CLIENT-NOTE:kept" in one.data,
        "titles": sorted(e.summary.value for e in one.vobject_instance.vevent_list),
    }))

elif step == "change":
    orchard = calendar(sys.argv[5])
    known = orchard.objects_by_sync_token(load_objects=True)
    one = orchard.event_by_uid("round@client")
    for part in one.vobject_instance.vevent_list:
        part.summary.value = part.summary.value.replace("Orchard", "Meadow")
    one.save()
    orchard.todos()[0].delete()
    changed, gone = known.sync()
    print(json.dumps({"changed": len(list(changed)), "gone": len(list(gone)), "left": len(orchard.events())}))

elif step == "remove":
    calendar(sys.argv[5]).delete()
    print(json.dumps({"calendars": [one.name for one in principal.calendars()]}))
