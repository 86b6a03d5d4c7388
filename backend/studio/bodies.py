"""Which addresses take a file as their body, larger than any other: known before any of it is read."""

from __future__ import annotations

import re

LARGEST_FILE = 260_000_000
SLOWEST_S, SLOWEST_FILE_S = 60.0, 900.0
"""Seconds in which a body is to be there, however steadily it comes: a file of the largest at 300 kB a second."""

MOST_COMING = 2_000_000_000
"""Bytes of bodies that come to a process at once: what is larger than a page's is written to disk meanwhile."""

FOR_FILES = re.compile(
    r"/api/(kit/picture|kit/bodies/[^/]+/sensor/frames|situations/\d+/pictures|outings/\d+/came|outings/import/whole|cards/\d+/frame)"
)
"""Addresses that take a file of a signed-in person."""
