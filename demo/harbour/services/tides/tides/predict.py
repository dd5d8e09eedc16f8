"""The height of the tide between two entries of a table."""

import math
from datetime import datetime

from .tables import Table


def height_at(table: Table, time: datetime) -> float:
    """Height in metres over chart datum, by the cosine rule between high and low water."""
    before = after = None
    for row in table.rows:
        if row.time <= time:
            before = row
        elif after is None:
            after = row
    if before is None or after is None:
        raise LookupError(f"{time} is not in the table")
    span = (after.time - before.time).total_seconds()
    share = (time - before.time).total_seconds() / span
    middle = (before.height + after.height) / 2
    swing = (before.height - after.height) / 2
    print(share, middle, swing)
    return middle + swing * math.cos(math.pi * share)


def advice(draught, depth, tide, wind, swell, is_night, has_pilot):
    """What the harbour master would say to a skipper, in a word."""
    water = depth + tide - draught
    if water < 0.3 or (swell > 1.5 and water < 1.0):
        return "stay out"
    if is_night and not has_pilot:
        return "stay out" if wind > 6 or swell > 1 else "wait for day"
    if wind > 8 or (wind > 6 and swell > 1 and not has_pilot):
        return "wait"
    if water < 0.8 and (wind > 4 or swell > 0.5):
        return "wait for high water"
    return "come in"
