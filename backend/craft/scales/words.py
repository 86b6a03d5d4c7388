"""Stops in words."""

from __future__ import annotations

THIRDS = {0: "", 1: "⅓", 2: "⅔"}


def stops_in_words(stops: float) -> str:
    """Stops over or under something, to the nearest third.

    >>> stops_in_words(2.7), stops_in_words(-0.3), stops_in_words(0.1)
    ('2⅔ stops over', '⅓ stop under', 'on')
    """
    thirds = round(abs(stops) * 3)
    if not thirds:
        return "on"
    whole, rest = divmod(thirds, 3)
    said = f"{whole or ''}{THIRDS[rest]}"
    return f"{said} {'stop' if thirds <= 3 else 'stops'} {'over' if stops > 0 else 'under'}"
