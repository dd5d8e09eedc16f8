"""Takes over the printed tables of a year into the database."""

import json
import sys

from tides import read_table

with open(sys.argv[1], encoding="utf-8") as lines:
    table = read_table("saltmarsh-bar", lines)
print(len(table.rows), "rows")
