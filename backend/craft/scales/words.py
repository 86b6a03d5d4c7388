"""Stops in words."""

from __future__ import annotations

import math

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


def in_thirds(value: float) -> str:
    """Stops in thirds, as they are said.

    >>> in_thirds(2.3)
    '2 1/3 stops'
    """
    thirds = round(value * 3)
    whole, rest = divmod(thirds, 3)
    number = " ".join(part for part in (str(whole) if whole or not rest else "", f"{rest}/3" if rest else "") if part)
    return f"{number} stop" if thirds <= 3 else f"{number} stops"


def power_words(share: float) -> str:
    """A share of a flash's power as it is dialled: halves, and thirds of a stop over the nearest one below.

    >>> power_words(1.0), power_words(1 / 8), power_words(0.16), power_words(0.0)
    ('full power', '1/8', '1/8 + 1/3', 'none')
    """
    if share <= 0:
        return "none"
    thirds = round(3 * math.log2(share))
    halves, over = divmod(thirds, 3)
    if halves >= 0:
        return "full power"
    return f"1/{2**-halves:g}" + (f" + {over}/3" if over else "")
