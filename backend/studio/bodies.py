"""Which addresses take a file as their body, larger than any other: known before any of it is read."""

from __future__ import annotations

import re

LARGEST_FILE = 260_000_000
FOR_FILES = re.compile(r"/api/(kit/picture|situations/\d+/pictures|outings/import/whole|cards/\d+/frame)")
"""Addresses that take a file of a signed-in person."""
