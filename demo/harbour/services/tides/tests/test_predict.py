from datetime import datetime, timezone

from tides import height_at, read_table


def test_half_way_between_high_and_low_water():
    table = read_table("saltmarsh-bar", ["2026-05-04T00:00,4.0", "2026-05-04T06:00,1.0"])
    height = height_at(table, datetime(2026, 5, 4, 3, tzinfo=timezone.utc))
    print(height)
    assert abs(height - 2.5) < 0.01
