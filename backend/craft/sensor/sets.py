"""Sets of frames of one scene: what each tone gets of them together, and the set that serves the worst tone best.

Signal to noise adds in squares over the frames in which a tone is not full (Hasinoff, Durand and Freeman [hasinoff2010], "Noise-optimal
capture for high dynamic range photography", CVPR 2010). Pixel response spread does not average down; it is in each
frame's figure and bounds only the brightest tones, which are never the worst.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from dataclasses import dataclass
from itertools import combinations_with_replacement

import numpy as np
from numpy.typing import NDArray

from craft.kit.body import Sensor
from craft.scales.series import Floats
from craft.sensor.noise import saturation_e, snr_pixel

MOST_EXACT, MOST_LOOKED_FOR = 4, 5
"""Frames up to which the best set is found while one waits, and up to which it can be looked for at all."""

Tell = Callable[[float], None]
"""Told how far a search is, from 0 to 1; may raise to end it."""


@dataclass(frozen=True, slots=True)
class Frame:
    """One frame of a set: stops more light than the scene's key was given in the frame as set, its time in seconds, ISO in stops."""

    longer: float
    time_s: float
    iso_stops: float


def squares(sensor: Sensor, frames: list[Frame], tones_e: Floats, base_stops: float) -> Floats:
    """Signal to noise squared of each tone in each frame, 0 where it is full, (frames, tones).

    tones_e : electrons of the tones in the frame as set.
    """
    longer = np.array([frame.longer for frame in frames])[:, None]
    times = np.array([frame.time_s for frame in frames])[:, None]
    isos = np.array([frame.iso_stops for frame in frames])[:, None]
    electrons = tones_e[None, :] * np.exp2(longer)
    isos, times = np.broadcast_to(isos, electrons.shape), np.broadcast_to(times, electrons.shape)
    snr = snr_pixel(sensor, electrons, isos, base_stops, times)
    return np.asarray(np.where(electrons < saturation_e(sensor, isos, base_stops), snr**2, 0.0))


def worst(sensor: Sensor, frames: list[Frame], tones_e: Floats, base_stops: float) -> float:
    """Signal to noise of the tone that gets least of a set.

    >>> sensor = Sensor(36, 24, 6000, 4000, 60000, 2.0, 3.0)
    >>> one = Frame(0.0, 0.01, 0.0)
    >>> tones = np.array([100.0, 10000.0])
    >>> round(worst(sensor, [one, one], tones, 0.0) / worst(sensor, [one], tones, 0.0), 3)
    1.414
    """
    return math.sqrt(float(squares(sensor, frames, tones_e, base_stops).sum(0).min()))


def _undominated(found: Floats, times: Floats) -> NDArray[np.intp]:
    """Frames that no other beats or equals for every tone in no more time; of equals the first."""
    order = np.lexsort((-found.sum(1), times))
    kept: list[int] = []
    for k in order:
        if not any((found[j] >= found[k] - 1e-12).all() for j in kept):
            kept.append(int(k))
    return np.array(kept)


@dataclass(frozen=True, slots=True)
class Best:
    """The set that serves its worst tone best within a time; snr: what that tone gets; of: sets that were weighed, one by one or together."""

    frames: tuple[Frame, ...]
    snr: float
    of: int


@dataclass(frozen=True, slots=True)
class _Parts:
    """Sets of one size in order of time: which frames, what each tone gets, the time in all, and the most each tone gets of any up to it."""

    frames: NDArray[np.intp]
    gets: Floats
    times: Floats
    most: Floats

    def fitting(self, budget_s: float) -> int:
        """How many of them fit a time."""
        return int(np.searchsorted(self.times, budget_s + 1e-9, side="right"))


def _parts(frames: NDArray[np.intp], gets: Floats, times: Floats) -> _Parts:
    order = np.argsort(times, kind="stable")
    gets = gets[order]
    return _Parts(frames[order], gets, times[order], np.maximum.accumulate(gets, axis=0))


TIGHTEST = 4
"""Tones by which partners are ruled out before all of them are added up."""


class _Search:
    """Sets put together of two parts, every two of them, unless a bound says that no partner makes one better than the best so far."""

    def __init__(self, budget_s: float) -> None:
        self.budget_s, self.top, self.weighed = budget_s, 0.0, 0
        self.chosen: tuple[int, ...] = ()

    def alone(self, parts: _Parts) -> None:
        """Parts as sets of their own."""
        count = parts.fitting(self.budget_s)
        self._take(parts.gets[:count], parts.frames)

    def together(self, ones: _Parts, others: _Parts) -> None:
        """Every one with every other that fits beside it; those with the highest bound first, so that the rest is ruled out early."""
        count = np.searchsorted(others.times, self.budget_s - ones.times + 1e-9, side="right")
        fits = np.flatnonzero(count)
        bounds = (ones.gets[fits] + others.most[count[fits] - 1]).min(1)
        by_tone = np.ascontiguousarray(others.gets.T)
        for k in fits[np.argsort(-bounds, kind="stable")]:
            partners = int(count[k])
            bound = ones.gets[k] + others.most[partners - 1]
            if float(bound.min()) <= self.top:
                break
            # of the tones that are nearest to ruling it out a partner has to bring what is wanting
            hopeful = np.arange(partners)
            for tone in np.argsort(bound)[:TIGHTEST]:
                hopeful = hopeful[by_tone[tone, hopeful] > self.top - ones.gets[k, tone]]
            self._take(others.gets[hopeful] + ones.gets[k], others.frames[hopeful], ones.frames[k])
        self.weighed += int(count.sum())

    def _take(self, gets: Floats, frames: NDArray[np.intp], beside: NDArray[np.intp] | None = None) -> None:
        if not len(gets):
            return
        least = gets.min(1)
        k = int(np.argmax(least))
        if float(least[k]) > self.top * (1 + 1e-6):
            self.top, self.chosen = float(least[k]), (*frames[k].tolist(), *(() if beside is None else beside.tolist()))


def best_set(
    sensor: Sensor,
    offers: list[Frame],
    tones_e: Floats,
    base_stops: float,
    budget_s: float,
    most: int = MOST_EXACT,
    tell: Tell | None = None,
) -> Best | None:
    """Of all sets of up to `most` (at most five) frames from the offers whose times come to no more than a budget, the best for the worst tone.

    Exact: frames that another beats in every tone are left out; larger sets are put together of two parts, and only those are
    skipped of which no partner in the time left could be good enough. Five frames take seconds to minutes: `tell` hears how far
    it is. None where nothing fits the budget or some tone is full in all.

    Raises
    ------
    ValueError : fewer than one frame, or more than five.
    """
    if not 1 <= most <= MOST_LOOKED_FOR:
        raise ValueError(f"from 1 to {MOST_LOOKED_FOR} frames are searched, not {most}")
    fitting = [offer for offer in offers if offer.time_s <= budget_s + 1e-9]
    if not fitting:
        return None
    found = squares(sensor, fitting, tones_e, base_stops)
    times = np.array([offer.time_s for offer in fitting])
    kept = _undominated(found, times)
    found, times = found[kept], times[kept]
    search = _Search(budget_s)
    singles = _parts(np.arange(len(times))[:, None], found, times)
    search.alone(singles)
    if most >= 2:
        index = np.array(list(combinations_with_replacement(range(len(times)), 2)))
        pairs = _parts(index, found[index[:, 0]] + found[index[:, 1]], times[index].sum(1))
        search.alone(pairs)
        search.weighed += len(index)
        if most >= 3:
            search.together(pairs, singles)
        if most >= 4:
            search.together(pairs, pairs)
        for k in range(len(times) if most >= MOST_LOOKED_FOR else 0):
            # five as one frame and two pairs, none of them before the one, so that no set is put together twice over
            part = (index >= k).all(1)
            ones, gets, spent = index[part], found[index[part, 0]] + found[index[part, 1]], times[index[part]].sum(1)
            threes = np.column_stack([np.full(len(ones), k), ones])
            search.together(_parts(threes, gets + found[k], spent + times[k]), _parts(ones, gets, spent))
            if tell:
                tell((k + 1) / len(times))
    if not search.chosen:
        return None
    frames = tuple(sorted((fitting[int(kept[i])] for i in search.chosen), key=lambda frame: frame.longer))
    return Best(frames, math.sqrt(search.top), search.weighed)
