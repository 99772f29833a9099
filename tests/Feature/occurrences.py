"""
When each entry of a file comes, by icalendar and recurring_ical_events (Debian's python3-icalendar and python3-recurring-ical-events):
JSON of dates, or moments of UTC, by UID.

    occurrences.py FILE FIRST_YEAR BEFORE_YEAR ZONE
"""
import json
import sys
from datetime import datetime, timezone
from zoneinfo import ZoneInfo

import icalendar
import recurring_ical_events

path, first, before, zone = sys.argv[1], int(sys.argv[2]), int(sys.argv[3]), ZoneInfo(sys.argv[4])
with open(path, "rb") as file:
    calendar = icalendar.Calendar.from_ical(file.read())

# It knows nothing of RFC 7529.
calendar.subcomponents = [one for one in calendar.subcomponents if "SKIP" not in one.get("RRULE", {})]

# A week more at both ends: what is asked is cut where it is compared.
found = {}
for one in recurring_ical_events.of(calendar, components=["VEVENT", "VTODO"]).between((first - 1, 12, 24), (before, 1, 8)):
    start = one.get("DTSTART")
    if start is None:
        continue
    at = start.dt
    if isinstance(at, datetime):
        at = at if at.tzinfo else at.replace(tzinfo=zone)
        text = at.astimezone(timezone.utc).strftime("%Y-%m-%dT%H:%M:%SZ")
    else:
        text = at.isoformat()
    if first <= int(text[:4]) < before:
        found.setdefault(str(one["UID"]), set()).add(text)
print(json.dumps({uid: sorted(times) for uid, times in found.items()}))
