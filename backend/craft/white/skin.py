"""Skin as a reflectance: melanin over blood.

Two layers after Donner & Jensen 2006 ("A spectral BSSRDF for shading human skin"), whose coefficients are those of Jacques 1998 ("Skin
optics"): what melanin, what is left of the tissue, and blood absorb, and how it scatters. Each layer reflects and passes as Kubelka and Munk
have it (its K twice the absorption, its S three quarters of the reduced scattering), the two are put together by adding, and the step of
refraction at the surface by Saunderson's correction. Haemoglobin absorbs as tabulated by Prahl 1999 ("Optical absorption of hemoglobin").
"""

from __future__ import annotations

from functools import cache

import numpy as np

from craft.white.spectra import NM, Spectrum

# fmt: off
_BLOOD_NM = np.array((400, 410, 414, 420, 430, 440, 450, 460, 470, 480, 490, 500, 510, 520, 530, 540, 550, 560, 570, 577, 580, 590, 600, 610, 620, 630, 640, 650, 660, 670, 680, 690, 700, 720, 740, 760, 780))
_WITH_OXYGEN = np.array((266232, 466840, 524280, 480360, 246072, 102580, 62816, 44480, 33209, 26629, 23684, 20933, 20035, 24202, 39957, 53236, 43016, 32613, 44496, 55500, 50104, 14401, 3200, 1506, 942, 610, 442, 368, 320, 294, 278, 276, 290, 348, 446, 586, 710))
_WITHOUT = np.array((223296, 303956, 342596, 407560, 528600, 413280, 103292, 23389, 16156, 14550, 16684, 20862, 25774, 31590, 39036, 46592, 53412, 53788, 45072, 39000, 37020, 28324, 14677, 9444, 6510, 5149, 4345, 3750, 3227, 2795, 2408, 2052, 1794, 1326, 1116, 1549, 1075))
# fmt: on
"""Molar extinction of haemoglobin with oxygen and without, in 1/(cm M)."""

OXYGEN = 0.75
"""Share of blood that carries oxygen."""

GRAMS_A_LITRE, GRAMS_A_MOLE = 150.0, 64500.0
"""Of haemoglobin in blood, and its own."""

UPPER_CM = 0.006
"""How thick the layer with melanin is."""

OUTER, INNER = 0.028, 0.6
"""Share that the step of refraction returns outside and inside, for an index of 1.4 (Saunderson 1942)."""


@cache
def _absorbs() -> tuple[Spectrum, Spectrum, Spectrum, Spectrum]:
    """Of melanin, tissue and blood, and the reduced scattering, in 1/cm."""
    melanin = 6.6e11 * NM**-3.33
    tissue = 0.244 + 85.3 * np.exp(-(NM - 154) / 66.2)
    molar = OXYGEN * np.interp(NM, _BLOOD_NM, _WITH_OXYGEN) + (1 - OXYGEN) * np.interp(NM, _BLOOD_NM, _WITHOUT)
    blood = np.log(10) * molar * GRAMS_A_LITRE / GRAMS_A_MOLE
    scatters = 10 * (14.74 * NM**-0.22 + 2.2e11 * NM**-4.0)
    return melanin, tissue, blood, scatters


def skin(melanin: float, blood: float) -> Spectrum:
    """Reflectance of skin, (81,), without the gloss of its surface.

    melanin : share of the upper layer that is melanin, 0.01 for the palest to 0.45 for the darkest; blood: share of the lower that is blood, 0.01 to 0.1.

    >>> pale, dark = skin(0.02, 0.03), skin(0.4, 0.03)
    >>> bool((pale > dark).all()), bool(skin(0.05, 0.08)[32] < skin(0.05, 0.02)[32])
    (True, True)
    """
    of_melanin, tissue, of_blood, scatters = _absorbs()
    s = 0.75 * scatters
    upper, lower = 2 * (melanin * of_melanin + (1 - melanin) * tissue), 2 * (blood * of_blood + (1 - blood) * tissue)
    a = 1 + upper / s
    b = np.sqrt(a * a - 1)
    bsx = b * s * UPPER_CM
    under = a * np.sinh(bsx) + b * np.cosh(bsx)
    returned, passed = np.sinh(bsx) / under, b / under
    deep = 1 + lower / s - np.sqrt((lower / s) ** 2 + 2 * lower / s)
    inside = returned + passed**2 * deep / (1 - returned * deep)
    return np.asarray((1 - OUTER) * (1 - INNER) * inside / (1 - INNER * inside))
