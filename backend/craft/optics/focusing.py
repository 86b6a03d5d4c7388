"""Focus that is put somewhere: what recomposing costs, what a zone catches, what peaking and a magnifier prove."""

from __future__ import annotations

import math

import numpy as np
from numpy.typing import ArrayLike

from craft.optics.sharpness import DIFFRACTION_SIGMA, WAVELENGTH_M, depth_limits_m
from craft.scales.series import Floats


def recomposing_m(distance_m: ArrayLike, turned_rad: ArrayLike) -> Floats:
    """How far behind the subject the plane of focus comes to lie once the camera has been turned by an angle, in metres.

    The plane stays at right angles to the axis: D (1 - cos a) for a flat field.

    >>> round(float(recomposing_m(2.0, math.radians(15))), 3)
    0.068
    """
    return np.asarray(np.asarray(distance_m, dtype=np.float64) * (1 - np.cos(np.asarray(turned_rad, dtype=np.float64))))


def diffracted_aperture(coc_m: float, mag: float = 0.0) -> float:
    """f-number at which diffraction alone blurs as much as the circle of confusion: c/(1.68 lambda (1 + m)) (see craft.optics.sharpness).

    >>> round(diffracted_aperture(30e-6), 1)
    32.5
    """
    return coc_m / (4 * DIFFRACTION_SIGMA * WAVELENGTH_M * (1 + mag))


def share_within(near_m: float, far_m: float, about_m: float, spread: float) -> float:
    """Share of subjects that stand between two distances, where half of them stand nearer than ``about_m`` and the distances of two in three lie within a
    factor of ``spread`` of it, either way (log-normal).

    >>> round(share_within(2.0, 8.0, 4.0, 2.0), 2), share_within(2.0, math.inf, 2.0, 1.5)
    (0.68, 0.5)
    """

    def under(at: float) -> float:
        if math.isinf(at) or at <= 0:
            return 1.0 if at > 0 else 0.0
        return 0.5 * (1 + math.erf(math.log(at / about_m) / math.log(spread) / math.sqrt(2)))

    return under(far_m) - under(near_m)


def told_sharp_m(
    focal_m: float, aperture: float, focus_m: float, width_m: float, finder_px: float, larger: float = 1.0
) -> tuple[float, float]:
    """From where to where a finder shows no blur: where the disc is less than two of its pixels, with the picture enlarged so many times.

    Peaking goes by such a picture, so it proves no more than that.

    >>> near, far = told_sharp_m(0.05, 2.0, 3.0, 0.036, 1280)
    >>> round(near, 2), round(far, 2)
    (2.65, 3.46)
    """
    near, far = depth_limits_m(focal_m, aperture, focus_m, 2 * width_m / finder_px / larger)
    return float(near), float(far)
