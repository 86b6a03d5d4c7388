"""Stops in words."""

from __future__ import annotations

NONE = 1 / 12
"""Fewer stops than this are none: half of a sixth."""


def stops_in_words(stops: float) -> str:
    """Stops over or under something.

    >>> stops_in_words(2.667), stops_in_words(-0.33), stops_in_words(0.05)
    ('2.7 stops over', '0.3 stop under', 'on')
    """
    if abs(stops) < NONE:
        return "on"
    return f"{abs(stops):.1f} {'stop' if abs(stops) < 1.05 else 'stops'} {'over' if stops > 0 else 'under'}"
