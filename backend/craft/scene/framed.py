"""How much of the frame a subject fills, and the focal length that frames it."""

from __future__ import annotations

import math

from craft.optics.sharpness import magnification

FILLED = 2 / 3
"""Share of the frame's height that a subject fills where nothing is said (an estimate: the whole of it, with room about it)."""

ROOM = 0.9
"""Share of a side that a subject may fill at most: past it nothing is left about it."""

PRINTED_MM = (
    *(8, 10, 12, 14, 16, 18, 20, 24, 28, 35, 40, 50, 60, 70, 85, 105, 135),
    *(180, 200, 250, 300, 400, 500, 600, 800, 1000, 1200),
)
"""Focal lengths as rings print them, in millimetres."""


def share_of(size_m: float, focal_mm: float, distance_m: float, side_mm: float) -> float:
    """Share of a side of the frame that something so large fills.

    >>> round(share_of(1.8, 50.0, 5.0, 24.0), 2)
    0.76
    """
    return size_m * float(magnification(focal_mm / 1000, distance_m)) / (side_mm / 1000)


def framing_mm(size_m: float, distance_m: float, side_mm: float, share: float = FILLED) -> float:
    """Focal length in millimetres at which something so large fills a share of a side.

    >>> round(share_of(1.8, framing_mm(1.8, 5.0, 24.0, 0.5), 5.0, 24.0), 6)
    0.5
    """
    times = share * side_mm / 1000 / size_m
    return 1000 * distance_m * times / (1 + times)


def distance_for(size_m: float, focal_mm: float, side_mm: float, share: float = ROOM) -> float:
    """Distance in metres from which something so large fills a share of a side.

    >>> round(share_of(1.8, 50.0, distance_for(1.8, 50.0, 24.0), 24.0), 6)
    0.9
    """
    return focal_mm / 1000 * (1 + size_m * 1000 / (share * side_mm))


def on_a_ring(focal_mm: float, shortest_mm: float, longest_mm: float) -> float:
    """The nearest focal length that the ring of a zoom prints; its end where it prints none between.

    >>> on_a_ring(93.0, 70.0, 200.0), on_a_ring(30.0, 70.0, 200.0), on_a_ring(90.0, 90.0, 90.0)
    (85.0, 70.0, 90.0)
    """
    there = {float(shortest_mm), float(longest_mm), *(float(one) for one in PRINTED_MM if shortest_mm <= one <= longest_mm)}
    return min(sorted(there), key=lambda one: abs(math.log(one / focal_mm)))
