"""Expands rules with python-dateutil: JSON Lines in ({id, dtstart, rrule, limit}), JSON Lines out ({id, dateutil})."""
import itertools
import json
import signal
import sys
from datetime import datetime

from dateutil.rrule import rrulestr


def too_long(*_):
    raise TimeoutError("it walks on and on")


signal.signal(signal.SIGALRM, too_long)
for line in sys.stdin:
    test = json.loads(line)
    signal.setitimer(signal.ITIMER_REAL, 0.3)
    try:
        rule = rrulestr(test["rrule"], dtstart=datetime.fromisoformat(test["dtstart"]))
        found = [date.isoformat() for date in itertools.islice(rule, test["limit"])]
    except Exception as error:  # noqa: BLE001
        found = f"cannot: {error}"
    signal.setitimer(signal.ITIMER_REAL, 0)
    print(json.dumps({"id": test["id"], "dateutil": found}))
