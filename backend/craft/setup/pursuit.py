"""Following as it is set, on the way from a situation to its setup."""

from __future__ import annotations

from collections.abc import Mapping
from typing import NamedTuple

from craft.focus.chase import Chase
from craft.focus.search import Searched
from craft.focus.ways import Way


class Pursuit(NamedTuple):
    """Following as it is set. way: of the body; why: of each of its settings, in words; practice: what photographers would set;
    chase, found: of the simulation, None before it."""

    way: Way
    why: Mapping[str, str]
    practice: Way
    chase: Chase | None = None
    found: Searched | None = None
