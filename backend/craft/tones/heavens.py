"""The sky that stands over a scene's place at its hour: stars where they stand, the galaxy's band, planets and the moon, as the lens looks at them."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

import cv2
import numpy as np
import skia
from numpy.typing import NDArray

from craft.optics.trails import Axis
from craft.sky.brightness import ARC_S_RAD, BAND_MAG, disc_ev, ev_of_mag, luminance_of_ev, luminance_of_mag
from craft.sky.overhead import (
    CORE,
    NORTH_OF_GALAXY,
    SKY_RAD_S,
    Camera,
    Floats,
    Wanderer,
    camera,
    catalogue,
    turned,
    turning,
    wanderers,
)
from craft.stage.colour import Pixels, paint
from craft.stage.fields import Field, Place, fade, field, glow, halo
from craft.stage.parts import BLUE, GOLD, WHITE
from craft.stage.shapes import line, oval, phase
from craft.stage.stage import FAR, WIDE, Cutout, Lit, Moves, Stage
from craft.tones.framing import WIDE_MM, Framing, Heavens
from craft.white.surfaces import Surface

POINT = 0.55
"""Half the width in units of a star of the fourth magnitude as a scene draws it: about a pixel of a picture as wide as a screen."""

LOWEST_DEG = -1.0
"""What stands lower is behind land everywhere."""

FAINT, FAINT_SEED = 9000, 53
"""How many stars there are between the sixth and the seventh and a half magnitude, drawn where chance puts them, more of them along the band (a third of all there are)."""

WIDEST = 6.0
"""How far from the middle of a picture at unit focal length stars are drawn: no lens of a scene is so wide."""


@dataclass(frozen=True, slots=True)
class Pointing:
    """How a frame looks at the sky: the place of its middle in a stage's units far away, units to a focal length, and degrees up."""

    x: float
    y: float
    focal: float
    up_deg: float


def pointing_of(framing: Framing) -> Pointing:
    """How a frame looks at the sky: level lines meet at the horizon, and the middle of the frame is so far over it.

    >>> from craft.stage.stages import BY_SLUG
    >>> from craft.tones.framing import View
    >>> pointing_of(Framing(BY_SLUG["stars"], 20.0, 12.0, 1.5, View(96, 64, 96.0)))
    Pointing(x=480.0, y=320.0, focal=533.333, up_deg=16.699)
    """
    stage, view = framing.stage, framing.view
    scale, x0, y0 = framing.scale(FAR)
    x = (view.frame_px / 2 - view.left - x0) / scale
    y = (view.frame_px / framing.aspect / 2 - view.top - y0) / scale
    focal = stage.usual_mm / WIDE_MM * WIDE
    up = math.degrees(math.atan2(stage.vanishing[1] - y, focal))
    return Pointing(round(x, 3), round(y, 3), round(focal, 3), round(up, 3))


def camera_of(heavens: Heavens, pointing: Pointing) -> Camera:
    """The camera of a frame under a sky."""
    return camera(heavens.over.toward_deg or 0.0, pointing.up_deg)


def looks_by(heavens: Heavens, framing: Framing) -> Camera:
    """The camera of a frame: where it frames the moon's disc alone it looks at that, however high it stands.

    >>> from craft.sky.overhead import Overhead
    >>> from craft.stage.stages import BY_SLUG
    >>> from craft.tones.framing import View
    >>> over, view = Heavens(Overhead(54.4, 0.6, "2027-06-12T22:40", 180.0), 14.0), View(96, 64, 96.0)
    >>> [round(float(looks_by(over, Framing(BY_SLUG[stage], 500.0, 1e3, 1.5, view)).axes[2, 2]), 2) for stage in ("moon", "stars")]
    [0.21, 0.02]
    """
    if framing.stage.disc is not None:
        moon = wanderers(heavens.over)[0].at
        return camera(moon.bearing_deg, moon.height_deg)
    return camera_of(heavens, pointing_of(framing))


def axis_of(heavens: Heavens, framing: Framing) -> Axis:
    """The axis that the sky turns about as a frame sees it.

    >>> from craft.sky.overhead import Overhead
    >>> from craft.stage.stages import BY_SLUG
    >>> from craft.tones.framing import View
    >>> over = Heavens(Overhead(54.4, 0.6, "2027-06-12T22:40", 0.0), -8.0)
    >>> framing = Framing(BY_SLUG["stars"], 20.0, 12.0, 1.5, View(96, 64, 96.0))
    >>> round(math.degrees(math.atan2(*axis_of(over, framing)[1:])))
    142
    """
    x, y, z = (float(one) for one in turning(heavens.over, looks_by(heavens, framing)))
    return x, y, z


def places_of(toward: Floats, seen: Camera, pointing: Pointing) -> tuple[Floats, Floats, NDArray[np.bool_]]:
    """Where directions of a place lie in a stage's units, and which of them a lens could see: (N,) each."""
    u, v, ahead = seen.image(toward)
    there = (ahead > 0.05) & (np.hypot(u, v) < WIDEST) & (toward[:, 2] > math.sin(math.radians(LOWEST_DEG)))
    return pointing.x + pointing.focal * u, pointing.y + pointing.focal * v, there


def star_stops(magnitude: float, ev100: float, focal: float, radius: float) -> float:
    """Stops over the key of a star's light spread over a point of so many units.

    >>> round(star_stops(0.0, -8.0, 533.3, 0.55), 1), round(star_stops(5.0, -8.0, 533.3, 0.55), 1)
    (10.6, 4.0)
    """
    arc_s2 = math.pi * (radius * ARC_S_RAD / focal) ** 2
    return ev_of_mag(magnitude) - math.log2(arc_s2) - ev100


def radius_of(magnitude: float) -> float:
    """Half the width of a star as it is drawn, in units: brighter ones spread, as they do on film and sensor.

    >>> radius_of(4.0), radius_of(-2.0) / radius_of(4.0)
    (0.55, 2.0)
    """
    return float(POINT * 2 ** ((4.0 - magnitude) / 6))


STEPS = (-30.0, 0.8, 2.0, 3.3, 4.6, 6.01)
"""Magnitudes between which stars are drawn alike: each step is a plane of the whole sky, and takes its time."""

COLOURED = 3.3
"""Stars fainter than this are drawn white: of them no eye tells a colour."""

HUES: tuple[tuple[float, Surface], ...] = ((0.15, paint(0.82, 0.92, 1.18)), (0.75, WHITE), (9.9, paint(1.2, 0.9, 0.65)))
"""Colours of stars up to a B - V: hotter than a white star, about the sun's, cooler."""


def _stars(heavens: Heavens, seen: Camera, pointing: Pointing) -> Iterator[Cutout]:
    known = catalogue()
    toward = known.toward @ turned(heavens.over).T
    for low, high in pairwise(STEPS):
        hues = HUES if high <= COLOURED else ((9.9, WHITE),)
        for cool, (most, hue) in zip((-9.9, *(most for most, _ in hues)), hues, strict=False):
            here = (known.magnitude >= low) & (known.magnitude < high) & (known.colour >= cool) & (known.colour < most)
            if here.any():
                yield from _points(f"stars to {high:.1f}", toward[here], float(known.magnitude[here].mean()), hue, heavens, seen, pointing)


def _points(
    name: str, toward: Floats, magnitude: float, hue: Surface, heavens: Heavens, seen: Camera, pointing: Pointing
) -> Iterator[Cutout]:
    """Points of light of one magnitude: where they stand, or the arcs that they draw through a series."""
    size = radius_of(magnitude)
    stops = star_stops(magnitude, heavens.ev100, pointing.focal, size)
    if heavens.series_s:
        for fainter, arcs in _arcs(toward, size, heavens, seen, pointing).items():
            if stops - fainter >= DROWNED:
                yield Cutout(name, tuple(arcs), FAR, field(stops - fainter), hue, lit=Lit.OWN)
        return
    x, y, there = places_of(toward, seen, pointing)
    if there.any():
        shape = tuple(oval(float(at), float(down), size, size) for at, down in zip(x[there], y[there], strict=True))
        yield Cutout(name, shape, FAR, field(stops), hue, lit=Lit.OWN, moves=Moves.SKY)


DROWNED = 0.0
"""An arc fainter than the key, about the sky's own light, is not seen where frames are laid together by what is lighter."""

ARC_S = 120.0
"""Seconds between the places that an arc is drawn through: half a degree."""


def carried(toward: Floats, latitude_deg: float, seconds: Floats) -> Floats:
    """Where directions of a place, (N, 3), stand so many seconds later, (T, N, 3), as the sky turns.

    Source: Rodrigues' formula, about the pole.

    >>> later = carried(np.array([[1.0, 0.0, 0.0]]), 0.0, np.array([86164.1 / 4]))
    >>> (later.round(3) + 0.0).tolist()
    [[[0.0, 0.0, 1.0]]]
    """
    latitude = math.radians(latitude_deg)
    pole = np.array((0.0, math.cos(latitude), math.sin(latitude)))
    angle = (-SKY_RAD_S * seconds)[:, None, None]
    along = (toward @ pole)[:, None] * pole
    return np.asarray(toward * np.cos(angle) + np.cross(pole, toward) * np.sin(angle) + along * (1 - np.cos(angle)))


def _arcs(toward: Floats, size: float, heavens: Heavens, seen: Camera, pointing: Pointing) -> dict[int, list[skia.Path]]:
    """Arcs that points draw through a series, by the whole stops that they are fainter than standing ones: a frame's light lies along its part of them."""
    seconds = np.linspace(0, heavens.series_s, max(2, math.ceil(heavens.series_s / ARC_S) + 1))
    way = carried(toward, heavens.over.latitude_deg, seconds)
    shape = way.shape[:2]
    u, v, ahead = (of.reshape(shape) for of in seen.image(way.reshape(-1, 3)))
    inside = ((ahead > 0.05) & (np.hypot(u, v) < WIDEST)).all(axis=0) & (way[..., 2] > math.sin(math.radians(LOWEST_DEG))).any(axis=0)
    x, y = pointing.x + pointing.focal * u, pointing.y + pointing.focal * v
    lengths = np.hypot(np.diff(x, axis=0), np.diff(y, axis=0)).sum(axis=0) * heavens.frame_s / heavens.series_s
    point = math.pi * size * size
    fainter = np.round(np.log2((point + 2 * size * lengths) / point)).astype(int)
    out: dict[int, list[skia.Path]] = {}
    for k in np.flatnonzero(inside):
        arc = line([(float(at), float(down)) for at, down in zip(x[:, k], y[:, k], strict=True)], 2 * size)
        out.setdefault(int(fainter[k]), []).append(arc)
    return out


@lru_cache(maxsize=1)
def _faint() -> Floats:
    """Directions of stars that no catalogue of ours has, J2000: two of five along the band."""
    chance = np.random.default_rng(FAINT_SEED)
    every = chance.standard_normal((FAINT, 3))
    along = int(0.4 * FAINT)
    every[:along] -= 0.8 * (every[:along] @ NORTH_OF_GALAXY)[:, None] * NORTH_OF_GALAXY
    return np.asarray(every / np.linalg.norm(every, axis=1, keepdims=True))


def _wanderers(heavens: Heavens, seen: Camera, pointing: Pointing) -> Iterator[Cutout]:
    moon, *planets = wanderers(heavens.over)
    for planet in planets:
        yield from _points(planet.name, _toward(planet), planet.magnitude, paint(1.08, 0.98, 0.84), heavens, seen, pointing)
    x, y, there = places_of(_toward(moon), seen, pointing)
    if there[0]:
        yield from _disc(moon, float(x[0]), float(y[0]), heavens, pointing)


def _toward(one: Wanderer) -> Floats:
    up, bearing = math.radians(one.at.height_deg), math.radians(one.at.bearing_deg)
    return np.array([[math.cos(up) * math.sin(bearing), math.cos(up) * math.cos(bearing), math.sin(up)]])


def _disc(moon: Wanderer, x: float, y: float, heavens: Heavens, pointing: Pointing) -> Iterator[Cutout]:
    """The moon as large and as bright as it is, lit from where the sun is gone: right of it as it grows in the north."""
    r = pointing.focal * math.tan(math.radians(moon.radius_deg))
    lit = phase(x, y, r, moon.lit, moon.waxing == (heavens.over.latitude_deg >= 0))
    stops = disc_ev(moon.elongation_deg, max(moon.at.height_deg, 0.0)) - heavens.ev100
    yield Cutout("moon", (lit,), FAR, field(stops), paint(1.04, 1.0, 0.94), lit=Lit.OWN, moves=Moves.SKY)


def _band(heavens: Heavens, seen: Camera, pointing: Pointing) -> Field:
    """Light of the galaxy's band against the key: wide and bright about the core, thin the other way, a dark lane in it (an estimate after Leinert et al. 1998, figure 45)."""
    galaxy = turned(heavens.over)
    pole, core = galaxy @ NORTH_OF_GALAXY, galaxy @ CORE
    core = core - pole * float(core @ pole)
    core /= np.linalg.norm(core)
    beside = np.cross(pole, core)
    most = luminance_of_mag(BAND_MAG) / luminance_of_ev(heavens.ev100)

    def light_at(p: Place) -> Pixels:
        across, down = ((of.astype(np.float64) - middle) / pointing.focal for of, middle in ((p.x, pointing.x), (p.y, pointing.y)))
        toward = seen.directions(across, down)
        b = np.degrees(np.arcsin(np.clip(toward @ pole, -1, 1)))
        along = np.degrees(np.arctan2(toward @ beside, toward @ core))
        near, bent = np.exp(-((along / 30) ** 2)), b + 1.4 * np.sin(along / 9) + 0.7 * np.sin(along / 3.7 + 1)
        torn = 0.78 + 0.22 * np.sin(along / 2.3 + 2 * np.sin(b / 1.9)) * np.sin(b / 1.3 + 2 * np.sin(along / 3.9))
        lane = 0.7 * np.exp(-(((bent - 1.0) / (1.1 + 1.2 * near)) ** 2)) * np.exp(-((along / 70) ** 2))
        wide = np.exp(-np.abs(bent) / (4.5 + 4.5 * near)) + 0.35 * near * np.exp(-((b / 7) ** 2))
        light = (0.24 + 0.16 * np.cos(np.radians(along)) + 0.6 * near) * wide * torn * (1 - lane)
        return np.asarray(most * light, np.float32)

    return Field(lambda p: _coarsely(light_at, p))


SMOOTH = 4.0
"""Units within which the band changes evenly."""


def _coarsely(light_at: Callable[[Place], Pixels], p: Place) -> Pixels:
    """A smooth figure at every place, asked for at places so far apart as it is smooth and drawn evenly between them."""
    height, width = p.shape
    across, down = (max(2, math.ceil(count * p.step / SMOOTH)) for count in (width, height))
    x = np.linspace(p.x[0, 0], p.x[0, -1], across, dtype=np.float32)[None, :]
    y = np.linspace(p.y[0, 0], p.y[-1, 0], down, dtype=np.float32)[:, None]
    turn = np.array((((across - 1) / max(width - 1, 1), 0, 0), (0, (down - 1) / max(height - 1, 1), 0)))
    found = light_at(Place(x, y, SMOOTH))
    flags = cv2.INTER_LINEAR | cv2.WARP_INVERSE_MAP
    return np.asarray(cv2.warpAffine(found, turn, (width, height), flags=flags, borderMode=cv2.BORDER_REPLICATE), np.float32)


def _sky(heavens: Heavens, seen: Camera, pointing: Pointing) -> Cutout:
    """The sky behind the stars: darker overhead, a town's glow low down, the band, and a halo about the moon where the lens sees it."""
    plain, band = fade((-300, -2.3), (480, -0.5)), _band(heavens, seen, pointing)
    town, moon = glow(150, 500, 330, 110, 2.2), wanderers(heavens.over)[0]
    x, y, there = places_of(_toward(moon), seen, pointing)
    about = halo(float(x[0]), float(y[0]), 70, 2.6 * moon.lit) if there[0] else field(0.0)

    def at(p: Place) -> Pixels:
        return np.asarray(np.log2(np.exp2(plain.at(p)) + band.at(p)), np.float32)

    share = glow(150, 500, 300, 120, 1.0) + band * 0.16
    return Cutout("sky", None, FAR, Field(at) + town + about, BLUE, to=GOLD, share=share.clip(0, 1), moves=Moves.SKY)


@lru_cache(maxsize=32)
def _standing(heavens: Heavens, pointing: Pointing) -> tuple[Cutout, ...]:
    seen = camera_of(heavens, pointing)
    faint = _points("faint stars", _faint() @ turned(heavens.over).T, 6.8, BLUE, heavens, seen, pointing)
    return (_sky(heavens, seen, pointing), *faint, *_stars(heavens, seen, pointing), *_wanderers(heavens, seen, pointing))


def under_heavens(stage: Stage, cutouts: tuple[Cutout, ...], heavens: Heavens, pointing: Pointing) -> tuple[Cutout, ...]:
    """A stage's cut-outs with the sky that stands over its place in place of its invented one; the moon's own scene with as much of it lit as is.

    >>> from craft.sky.overhead import Overhead
    >>> from craft.stage.stages import BY_SLUG
    >>> over, stage = Heavens(Overhead(54.4, 0.6, "2027-06-12T22:40", 180.0), -8.0), BY_SLUG["stars"]
    >>> under = under_heavens(stage, stage.draw(), over, Pointing(480.0, 320.0, 533.333, 16.7))
    >>> [one.name for one in under[:3]], any(one.name == "planet" for one in under)
    (['sky', 'faint stars', 'stars to 0.8'], False)
    """
    moon = wanderers(heavens.over)[0]
    if stage.disc is not None:
        return stage.disc(min(max(moon.lit, 0.02), 0.995), moon.waxing == (heavens.over.latitude_deg >= 0))
    if not stage.invented:
        return cutouts
    return (*_standing(heavens, pointing), *(one for one in cutouts if one.shape is not None and one.name not in stage.invented))
