"""An hour of a day as it is written."""

from __future__ import annotations

import math


def hour(at_s: float) -> str:
    """Seconds of a day as an hour; of a frame whose file tells none, nothing.

    >>> hour(3661.4), hour(90_000.0), hour(-1e9)
    ('01:01:01', '01:00:00', '')
    """
    if at_s < -48 * 3600:
        return ""
    whole = math.floor(at_s) % 86_400
    return f"{whole // 3600:02d}:{whole // 60 % 60:02d}:{whole % 60:02d}"
