"""Focus from frame to frame: the fewest distances whose depths cover a band without a gap."""

from __future__ import annotations

import math

from craft.optics.sharpness import depth_limits_m

MOST = 200
"""Frames past which nobody stacks."""


def stack_m(focal_m: float, aperture: float, near_m: float, far_m: float, coc_m: float) -> tuple[float, ...]:
    """Distances to focus at, nearest first, so that all from near to far lies within the circle of confusion of some frame.

    Each frame's far limit is the next one's near limit, which is the fewest there can be: a near limit of ``near`` is had at
    s = near (H' - f)/(H' - near), H' = f^2/(N c) (Ray, ch. 22). far_m may be infinite. Empty where `MOST` are not enough.

    >>> [round(s, 3) for s in stack_m(0.1, 8.0, 1.0, 1.2, 30e-6)]
    [1.022, 1.07, 1.122, 1.18]
    >>> stack_m(0.02, 11.0, 2.0, math.inf, 30e-6)
    (2.0,)
    """
    reach = focal_m * focal_m / (aperture * coc_m)
    out: list[float] = []
    near = near_m
    while len(out) < MOST:
        at = near * (reach - focal_m) / (reach - near) if near < reach else near_m if not out else math.inf
        out.append(at)
        if math.isinf(at) or float(depth_limits_m(focal_m, aperture, at, coc_m)[1]) >= far_m - 1e-9:
            return tuple(out)
        near = float(depth_limits_m(focal_m, aperture, at, coc_m)[1])
    return ()
