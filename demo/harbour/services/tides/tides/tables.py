"""Reads the tables that the hydrographic office prints once a year."""

import csv
import os
from dataclasses import dataclass
from datetime import datetime, timezone
from typing import Iterable, Optional


@dataclass(frozen=True)
class Row:
    time: datetime
    height: float


@dataclass(frozen=True)
class Table:
    station: str
    rows: tuple[Row, ...]


def read_table(station: str, lines: Iterable[str]) -> Table:
    """A table from lines of time and height, in the order of time."""
    rows = []
    for number, fields in enumerate(csv.reader(lines), start=1):
        if not fields or fields[0].startswith("#"):
            continue
        try:
            time = datetime.fromisoformat(fields[0]).replace(tzinfo=timezone.utc)
            rows.append(Row(time, float(fields[1])))
        except (IndexError, ValueError) as error:
            raise ValueError(f"line {number} of the table for {station} is not a time and a height: {error}")
    rows.sort(key=lambda row: row.time)
    return Table(station, tuple(rows))
