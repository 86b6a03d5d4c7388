"""Blur in one currency: standard deviations on the sensor that add as variances.

A disc of diameter b has sigma = b/4, a line of length l has l/sqrt(12), a pixel p/sqrt(12);
B = 4 sqrt(sum of sigma^2) is the diameter of the disc that blurs as much. The equivalence holds at
the frequency where contrast has fallen to a half: exact for a disc, within a few per cent for disc,
line and pixel together, -4 % to +12 % against wave-optical defocus. All lengths in metres
on the sensor unless a name says otherwise; all arguments may be arrays of one shape.
"""

from __future__ import annotations

import math
from enum import Enum

import numpy as np
from numpy.typing import ArrayLike

from craft.scales.series import Floats

WAVELENGTH_M = 0.55e-6
"""Green light, near the peak of photopic vision (the curve of 1924, [cie15])."""

DIFFRACTION_SIGMA = 0.42
"""Gaussian fit to the core of the Airy pattern, in units of wavelength x f-number (Zhang et al. 2007,
[zhang2007], 0.42 for the in-focus lateral PSF)."""


class Acuity(Enum):
    """How closely the output is looked at."""

    TRADITIONAL = "traditional"
    KEEN = "keen"
    PIXEL = "pixel"


ACUITY_RAD = {Acuity.TRADITIONAL: 0.2 / 250, Acuity.KEEN: math.radians(1 / 60)}
"""Smallest angle told apart: 0.2 mm at 25 cm (DIN 15-era lens tables), one minute of arc (Snellen 6/6)."""


def _array(value: ArrayLike) -> Floats:
    return np.asarray(value, dtype=np.float64)


def circle_of_confusion_m(acuity: Acuity, used_width_m: float, output_width_m: float, viewing_m: float, pitch_m: float) -> float:
    """Largest blur on the sensor that the output does not show, in metres.

    acuity angle x viewing distance x used sensor width / output width; two pixels for `PIXEL`.

    >>> round(circle_of_confusion_m(Acuity.TRADITIONAL, 0.036, 0.24, 0.25, 6e-6) * 1e6, 6)
    30.0
    """
    if acuity is Acuity.PIXEL:
        return 2 * pitch_m
    return ACUITY_RAD[acuity] * viewing_m * used_width_m / output_width_m


def magnification(focal_m: ArrayLike, distance_m: ArrayLike) -> Floats:
    """Image size over object size of a thin lens: f/(d - f).

    >>> float(magnification(0.1, 1.1))
    0.1
    """
    return _array(focal_m) / (_array(distance_m) - _array(focal_m))


def defocus_disc_m(focal_m: ArrayLike, aperture: ArrayLike, focus_m: ArrayLike, subject_m: ArrayLike) -> Floats:
    """Diameter on the sensor of the blur disc of a point out of focus, in metres.

    b = f^2/(N (s - f)) |u - s|/u for focus at s and subject at u, which may be infinite
    (Ray, *Applied Photographic Optics*, ch. 22).

    >>> round(float(defocus_disc_m(0.05, 2.0, 5.0, np.inf)) * 1e6, 1)
    252.5
    """
    f, s, u = _array(focal_m), _array(focus_m), _array(subject_m)
    return _array(f * f / (_array(aperture) * (s - f)) * np.abs(1 - s / u))


def diffraction_sigma_m(aperture: ArrayLike, mag: ArrayLike = 0.0) -> Floats:
    """Sigma of the diffraction core: 0.42 lambda N (1 + m), in metres.

    >>> round(float(diffraction_sigma_m(16.0)) * 1e6, 3)
    3.696
    """
    return _array(DIFFRACTION_SIGMA * WAVELENGTH_M * _array(aperture) * (1 + _array(mag)))


def total_blur_m(
    disc_m: ArrayLike = 0.0,
    lines_m: ArrayLike = 0.0,
    diffraction_m: ArrayLike = 0.0,
    pitch_m: ArrayLike = 0.0,
    lens_sigma_m: ArrayLike = 0.0,
) -> Floats:
    """Diameter of the one disc that blurs as much as all parts together, in metres.

    Parameters
    ----------
    disc_m : diameter of the defocus disc.
    lines_m : root of the summed squares of the straight smears (movement, shake).
    diffraction_m : sigma of diffraction.
    pitch_m : pixel pitch.
    lens_sigma_m : sigma of lens aberration.

    >>> float(total_blur_m(disc_m=3e-5))
    3e-05
    """
    variance = (
        _array(disc_m) ** 2 / 16
        + (_array(lines_m) ** 2 + _array(pitch_m) ** 2) / 12
        + _array(diffraction_m) ** 2
        + _array(lens_sigma_m) ** 2
    )
    return _array(4 * np.sqrt(variance))


def lens_sigma_m(aperture_stops: ArrayLike, widest_stops: ArrayLike, wide_open_sigma_m: ArrayLike) -> Floats:
    """Sigma of lens aberration: from its wide-open value to zero two stops down. A guess, marked as one.

    >>> lens_sigma_m(np.array([3.0, 4.0, 6.0]), 3.0, 4e-6).tolist()
    [4e-06, 2e-06, 0.0]
    """
    down = np.clip((_array(aperture_stops) - _array(widest_stops)) / 2, 0, 1)
    return _array(_array(wide_open_sigma_m) * (1 - down))


def aperture_interval(
    focal_m: float, focus_m: float, near_m: float, far_m: float, coc_m: float, pitch_m: float
) -> tuple[float, float, bool]:
    """Widest and narrowest f-number that keep everything from near to far within the circle of confusion.

    The roots in N^2 of beta^2/N^2 + delta^2 N^2 + 16 p^2/12 = c^2 with beta = f^2/(s-f) max|u-s|/u
    and delta = 1.68 lambda (1 + m). Without a real root both are sqrt(beta/delta), the
    sharpest there is.

    Returns
    -------
    N_lo, N_hi, reachable : f-numbers and whether the circle of confusion can be met.

    >>> lo, hi, ok = aperture_interval(0.05, 5.0, 4.0, 6.0, 30e-6, 6e-6)
    >>> round(lo, 2), round(hi, 1), ok
    (4.37, 31.0, True)
    """
    mag = focal_m / (focus_m - focal_m)
    spread = max(abs(near_m - focus_m) / near_m, 1.0 if math.isinf(far_m) else abs(far_m - focus_m) / far_m)
    beta = focal_m * mag * spread
    delta = 4 * DIFFRACTION_SIGMA * WAVELENGTH_M * (1 + mag)
    room = coc_m**2 - 16 * pitch_m**2 / 12
    inside = room**2 - 4 * beta**2 * delta**2
    if room <= 0 or inside < 0:
        best = math.sqrt(beta / delta)
        return best, best, False
    root = math.sqrt(inside)
    high = (room + root) / (2 * delta**2)
    return beta / (delta * math.sqrt(high)), math.sqrt(high), True


def hyperfocal_m(focal_m: ArrayLike, aperture: ArrayLike, coc_m: ArrayLike) -> Floats:
    """Focus distance from which sharpness reaches infinity by defocus alone: f + f^2/(N c).

    >>> round(float(hyperfocal_m(0.05, 8.0, 30e-6)), 2)
    10.47
    """
    f = _array(focal_m)
    return _array(f + f * f / (_array(aperture) * _array(coc_m)))


def depth_limits_m(focal_m: ArrayLike, aperture: ArrayLike, focus_m: ArrayLike, coc_m: ArrayLike) -> tuple[Floats, Floats]:
    """Nearest and farthest distance within the circle of confusion by defocus alone, in metres.

    Exact for a thin lens: s H'/(H' + (s - f)) and s H'/(H' - (s - f)) with H' = f^2/(N c); far is
    infinite from the hyperfocal distance on (Ray, ch. 22).

    >>> near, far = depth_limits_m(0.05, 8.0, 5.0, 30e-6)
    >>> round(float(near), 2), round(float(far), 2)
    (3.39, 9.53)
    """
    f, s = _array(focal_m), _array(focus_m)
    reach = f * f / (_array(aperture) * _array(coc_m))
    past = reach - (s - f)
    near = s * reach / (reach + (s - f))
    with np.errstate(divide="ignore"):
        far = np.where(past > 0, s * reach / np.where(past > 0, past, 1), np.inf)
    return _array(near), _array(far)


def separation_aperture(focal_m: float, focus_m: float, background_m: float, disc_m: float) -> float:
    """f-number at which the background's blur disc is as large as wanted (from `defocus_disc_m`).

    >>> round(separation_aperture(0.085, 2.0, math.inf, 0.0024), 2)
    1.57
    """
    return float(defocus_disc_m(focal_m, 1.0, focus_m, background_m)) / disc_m
