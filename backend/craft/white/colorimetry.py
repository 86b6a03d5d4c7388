"""Colours as the eye has them: chromaticity, correlated colour temperature and tint, adaptation, and how far two colours are apart."""

from __future__ import annotations

from functools import cache

import numpy as np
from numpy.typing import NDArray

from craft.white.spectra import Spectrum, black_body, observer

Colours = NDArray[np.float64]

WARMEST_K, COLDEST_K = 1000.0, 40000.0
"""Temperatures between which a light has one."""


def xyz_of(light: Spectrum, reflectances: Spectrum | None = None) -> Colours:
    """X, Y, Z of a light, or of surfaces in it, (..., 3).

    >>> [round(float(v), 3) for v in xyz_of(black_body(2856.0))]
    [1.098, 1.0, 0.356]
    """
    return np.asarray((light if reflectances is None else reflectances * light) @ observer())


def xy_of(xyz: Colours) -> tuple[float, float]:
    """Chromaticity.

    >>> [round(v, 4) for v in xy_of(xyz_of(black_body(2856.0)))]
    [0.4475, 0.4074]
    """
    total = float(xyz[0] + xyz[1] + xyz[2])
    return float(xyz[0]) / total, float(xyz[1]) / total


def _uv(xyz: Colours) -> Colours:
    """The CIE 1960 diagram, in which temperature and tint are measured."""
    under = xyz[..., 0] + 15 * xyz[..., 1] + 3 * xyz[..., 2]
    return np.stack([4 * xyz[..., 0] / under, 6 * xyz[..., 1] / under], -1)


@cache
def _locus() -> tuple[Colours, Colours]:
    """Mireds, and where black bodies of them lie."""
    mireds = np.arange(1e6 / COLDEST_K - 5, 1e6 / WARMEST_K + 6, 1.0)
    return mireds, _uv(np.stack([xyz_of(black_body(1e6 / mired)) for mired in mireds]))


def temperature_and_tint(xyz: Colours) -> tuple[float, float]:
    """Correlated colour temperature in kelvin, and tint: a thousand times the distance Duv from the black body, over 0 for greenish light.

    The nearest black body in the diagram of 1960 (ANSI C78.377; Ohno 2013), found between neighbours of one mired.

    >>> kelvin, tint = temperature_and_tint(xyz_of(black_body(2856.0)))
    >>> round(kelvin), abs(round(tint, 1))
    (2856, 0.0)
    """
    mired, tint = mireds_and_tints(np.asarray(xyz)[None])
    return 1e6 / float(mired[0]), float(tint[0])


def mireds_and_tints(xyz: Colours) -> tuple[Colours, Colours]:
    """The same of many colours, (n, 3): mireds and tints, (n,).

    >>> mired, tint = mireds_and_tints(np.stack([xyz_of(black_body(k)) for k in (2856.0, 6500.0)]))
    >>> mired.round(1).tolist(), abs(tint).round(1).tolist()
    ([350.1, 153.8], [0.0, 0.0])
    """
    mireds, locus = _locus()
    here = _uv(np.asarray(xyz, np.float64))
    k = np.clip(((locus**2).sum(-1) - 2 * here @ locus.T).argmin(axis=1), 1, len(mireds) - 2)
    before, at, after = locus[k - 1], locus[k], locus[k + 1]
    # a parabola through three neighbours, and one step to the foot of the perpendicular on it
    along, bent = (after - before) / 2, (after - 2 * at + before) / 2
    step = np.zeros((len(here), 1))
    for _ in range(4):
        way = along + 2 * bent * step
        step = step + ((here - at - along * step - bent * step**2) * way).sum(-1, keepdims=True) / (way * way).sum(-1, keepdims=True)
    way = along + 2 * bent * step
    off = here - at - along * step - bent * step**2
    # mireds run to the left of the diagram's top: greenish light lies to the left of the way
    side = way[:, 0] * off[:, 1] - way[:, 1] * off[:, 0]
    return mireds[k] + step[:, 0], np.copysign(np.hypot(off[:, 0], off[:, 1]), side) * 1000


CAT16 = np.array(((0.401288, 0.650173, -0.051461), (-0.250268, 1.204414, 0.045854), (-0.002079, 0.048952, 0.953127)))
"""To cone-like responses (Li et al. 2017)."""


def adapted(xyz: Colours, white: Colours, to: Colours) -> Colours:
    """Colours as an eye sees them that is used to one white, under another (CAT16, wholly adapted).

    >>> warm, cold = xyz_of(black_body(3000.0)), xyz_of(black_body(6500.0))
    >>> bool(np.allclose(adapted(warm, warm, cold), cold))
    True
    """
    gains = (CAT16 @ to) / (CAT16 @ white)
    return np.asarray(xyz @ (np.linalg.inv(CAT16) @ (gains[:, None] * CAT16)).T)


def lab_of(xyz: Colours, white: Colours) -> Colours:
    """CIE L*, a*, b* (1976) under a white.

    >>> lab_of(np.array((0.18, 0.18, 0.18)), np.ones(3)).round(1).tolist()
    [49.5, 0.0, 0.0]
    """
    t = np.maximum(xyz / white, 0)
    low = (6 / 29) ** 3
    f = np.where(t > low, np.cbrt(t), t / (3 * (6 / 29) ** 2) + 4 / 29)
    x, y, z = f[..., 0], f[..., 1], f[..., 2]
    return np.asarray(np.stack([116 * y - 16, 500 * (x - y), 200 * (y - z)], -1))


def delta_e(one: Colours, other: Colours) -> Colours:
    """CIEDE2000 between colours in L*, a*, b* (ISO/CIE 11664-6; Sharma, Wu & Dalal 2005).

    >>> one, other = np.array((50.0, 2.6772, -79.7751)), np.array((50.0, 0.0, -82.7485))
    >>> round(float(delta_e(one, other)), 4)
    2.0425
    """
    (l1, a1, b1), (l2, a2, b2) = np.moveaxis(one, -1, 0), np.moveaxis(other, -1, 0)
    mean7 = ((np.hypot(a1, b1) + np.hypot(a2, b2)) / 2) ** 7
    stretch = 1 + (1 - np.sqrt(mean7 / (mean7 + 25.0**7))) / 2
    a1, a2 = a1 * stretch, a2 * stretch
    c1, c2 = np.hypot(a1, b1), np.hypot(a2, b2)
    h1, h2 = np.degrees(np.arctan2(b1, a1)) % 360, np.degrees(np.arctan2(b2, a2)) % 360
    grey = c1 * c2 == 0
    turn = (h2 - h1 + 180) % 360 - 180
    turn = np.where((turn == -180) & (h2 > h1), 180.0, turn)
    dh = np.where(grey, 0, 2 * np.sqrt(c1 * c2) * np.sin(np.radians(turn) / 2))
    half = (h1 + h2) / 2
    h = np.where(grey, h1 + h2, np.where(np.abs(h1 - h2) <= 180, half, np.where(h1 + h2 < 360, half + 180, half - 180)))
    light, chroma = (l1 + l2) / 2, (c1 + c2) / 2
    t = (
        1
        - 0.17 * np.cos(np.radians(h - 30))
        + 0.24 * np.cos(np.radians(2 * h))
        + 0.32 * np.cos(np.radians(3 * h + 6))
        - 0.20 * np.cos(np.radians(4 * h - 63))
    )
    sl = 1 + 0.015 * (light - 50) ** 2 / np.sqrt(20 + (light - 50) ** 2)
    sc, sh = 1 + 0.045 * chroma, 1 + 0.015 * chroma * t
    rc = 2 * np.sqrt(chroma**7 / (chroma**7 + 25.0**7))
    rt = -np.sin(2 * np.radians(30 * np.exp(-(((h - 275) / 25) ** 2)))) * rc
    dl, dc, dh = (l2 - l1) / sl, (c2 - c1) / sc, dh / sh
    return np.asarray(np.sqrt(np.maximum(dl**2 + dc**2 + dh**2 + rt * dc * dh, 0)))


UNSEEN, BESIDE = 1.0, 3.0
"""ΔE up to which nobody sees a difference, and up to which one sees it only side by side (usual tolerances of print and paint)."""


def seen(delta: float) -> str:
    """A difference in a word.

    >>> [seen(one) for one in (0.4, 2.0, 7.0)]
    ['unseen', 'seen side by side', 'seen alone']
    """
    return "unseen" if delta <= UNSEEN else "seen side by side" if delta <= BESIDE else "seen alone"
