"""What cut-outs are made of: surfaces with a name, or dyed in a colour."""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

from craft.white.surfaces import SURFACES, Surface, dyed

Pixels = NDArray[np.float32]


@cache
def paint(red: float, green: float, blue: float) -> Surface:
    """A surface dyed in a screen's colour: how bright it is stands in its stops.

    >>> paint(0.5, 0.5, 0.5) is paint(0.5, 0.5, 0.5)
    True
    """
    return dyed(f"{red:g} {green:g} {blue:g}", red, green, blue)


def of(slug: str) -> Surface:
    """A surface by its name.

    >>> of("skin 2").name
    'skin 2'
    """
    return SURFACES[slug].surface
