"""Electrons: light counted by a sensor, with its noise and its clip (the terms of `craft.sensor.noise`)."""

from __future__ import annotations

import math
from dataclasses import replace
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray
from scipy.special import ndtr

from craft.kept import kept
from craft.optics.movement import LAMP_DEPTH
from craft.render.compose import on_sensor
from craft.render.shot import Shot, exposed
from craft.render.strips import in_strips
from craft.sensor.noise import fixed_variance_e2
from craft.stage.colour import Pixels
from craft.tones.framing import View

FEW_E = 60.0
"""Below so many electrons in a pixel of the picture their number is drawn from Poisson's law, above from Gauss's."""

FULL = 0.97
"""Share of the clip over which a frame of a set has no say: its channel may be full."""

FROM_EDGE, SURE = 4.0, 6.0
"""Spreads under the clip from which on the mean and spread of a clipped Gaussian are used, and over it from which on nothing is left but
the clip."""


@kept
def _normal(height: int, width: int, seed: int) -> Pixels:
    return np.random.default_rng(seed).standard_normal((height, width, 3), dtype=np.float32)


def expected(shot: Shot, view: View) -> Pixels:
    """Electrons that a pixel of the sensor is expected to count, (h, w, 3), before noise and clip.

    A neutral surface in daylight gives green as many as the key has, red half and blue two thirds of that.

    >>> expected(shot(), VIEW).shape
    (16, 24, 3)
    """
    light = np.maximum(on_sensor(shot, view), 0) * np.float32(shot.key_e)
    return np.asarray(light * _bands(shot, view), np.float32) if shot.flicker_hz else light


def _bands(shot: Shot, view: View) -> Pixels:
    """How much more or less each line gets under pulsing light: 1 + d sinc(Ft) cos(2 pi F (t_line))."""
    high = view.frame_px * shot.height_mm / shot.width_mm
    return np.asarray(lamp_over((np.arange(view.height) + 0.5 + view.top) / high, shot, shot.flicker_hz), np.float32)[:, None, None]


def lamp_over(line: NDArray[np.floating[Any]], shot: Shot, pulses_hz: float) -> NDArray[np.float64]:
    """Times by which lines, as shares of the frame's height, get more of a lamp that pulses so often than of one that does not.

    >>> [round(float(one), 2) for one in lamp_over(np.array([0.0, 0.5]), replace(shot(), traverse_s=0.01, time_s=0.001, seed=0), 100.0)]
    [1.59, 0.41]
    """
    swing = LAMP_DEPTH * np.sinc(pulses_hz * shot.time_s)
    return np.asarray(1 + swing * np.cos(2 * math.pi * pulses_hz * line * shot.traverse_s + shot.seed))


def counted(electrons: Pixels, shot: Shot, averaged: float, seed: int | None = None, under: float = 0.0) -> Pixels:
    """What is counted, as a share of the clip from 0 to 1: noise, then the clip, then the mean over `averaged` sensor pixels.

    under : how far under no light a count may come out, as a share of the clip: files have room for that, and what is looked at does not.

    >>> counted(np.zeros((2, 2, 3), np.float32), shot(), 10.0, 1).shape
    (2, 2, 3)
    """
    seed = shot.seed if seed is None else seed
    sensor, clip = shot.sensor, np.float32(shot.clip_e)
    fixed = np.float32(fixed_variance_e2(sensor, shot.gain_stops, shot.base_stops, shot.time_s))
    noise, rng = _normal(electrons.shape[0], electrons.shape[1], seed), np.random.default_rng(seed + 1)

    def strip(electrons: Pixels, noise: Pixels) -> Pixels:
        variance = electrons + fixed + (np.float32(sensor.prnu) * electrons) ** 2
        mean, variance = _clipped(electrons, variance, clip)
        out = mean + noise * np.sqrt(variance / np.float32(averaged))
        few = electrons * np.float32(averaged) < FEW_E
        if few.any():
            drawn = rng.poisson(electrons[few] * averaged) / averaged
            rest = fixed + (np.float32(sensor.prnu) * electrons[few]) ** 2
            out[few] = drawn + noise[few] * np.sqrt(rest / averaged)
        return np.asarray(np.clip(out / clip, -under, 1), np.float32)

    return in_strips(strip, electrons, noise)


def _clipped(mean: Pixels, variance: Pixels, clip: np.float32) -> tuple[Pixels, Pixels]:
    """Mean and variance of what is left of a Gaussian when all over the clip is set to the clip."""
    spread = np.sqrt(variance)
    above = (mean - clip) / spread
    over, near = above > np.float32(SURE), above > np.float32(-FROM_EDGE)
    if not near.any():
        return mean, variance
    mean, variance = np.where(over, clip, mean), np.where(over, np.float32(0), variance)
    near &= ~over
    m, s = np.minimum(mean[near].astype(np.float64), clip * 4.0), spread[near].astype(np.float64)
    z = (clip - m) / s
    under, density = ndtr(z), np.exp(-z * z / 2) / math.sqrt(2 * math.pi)
    first = m * under - s * density + clip * (1 - under)
    second = (m * m + s * s) * under - s * (clip + m) * density + float(clip) ** 2 * (1 - under)
    mean[near], variance[near] = first, np.maximum(second - first * first, 0)
    return mean, variance


def averaged_over(shot: Shot, view: View) -> float:
    """Sensor pixels that one pixel of a picture stands for; at least one.

    >>> round(averaged_over(shot(), VIEW))
    62500
    """
    return max(1.0, (shot.used_pixels / view.frame_px) ** 2)


def frame(shot: Shot, view: View, under: float = 0.0) -> Pixels:
    """The raw frame at the size of a picture, as a share of the clip, (h, w, 3); under: as of `counted`.

    What the body puts together is a share of where its shortest frame clips.

    >>> frame(shot(), VIEW).shape
    (16, 24, 3)
    """
    if shot.joined:
        light = merged(replace(shot, of_set=(-shot.joined, 0.0, shot.joined)), view)
        return np.asarray(np.minimum(light * np.float32(2**-shot.clip_above_key), 1), np.float32)
    return counted(expected(shot, view), shot, averaged_over(shot, view), under=under)


def merged(shot: Shot, view: View) -> Pixels:
    """Light that a set of frames holds together, (h, w, 3), the key 1: of each place the frames that are not full there.

    Electrons add, and so do times: that is the best estimate while photons make the noise. Each frame has a seed of its
    own, and its own smear: what moves is drawn once in each.

    >>> one = replace(shot(), of_set=(-1.0, 1.0))
    >>> merged(one, VIEW).shape
    (16, 24, 3)
    """
    caught = np.zeros((view.height, view.width, 3), np.float32)
    time = np.zeros_like(caught)
    least = min(shot.of_set)
    for k, stops in enumerate(shot.of_set):
        one = replace(exposed(shot, time_stops=-stops), of_set=(), joined=0.0, seed=shot.seed + k)
        raw = frame(one, view)
        fits = (raw < FULL).all(-1, keepdims=True) | (stops == least)
        caught += np.where(fits, raw * np.float32(one.clip_e), 0)
        time += np.where(fits, np.float32(2.0**stops), 0)
    return np.asarray(caught / time / np.float32(shot.key_e), np.float32)


def mosaic(shot: Shot, view: View) -> Pixels:
    """A crop at the body's own pixels: counted through a mosaic of red, green and blue, then demosaiced (OpenCV, edge-aware).

    >>> mosaic(shot(), VIEW).shape
    (16, 24, 3)
    """
    counts = counted(expected(shot, view), shot, 1.0)
    plane = np.empty(counts.shape[:2], np.float32)
    odd_row, odd_col = int(view.top) % 2, int(view.left) % 2
    for row in (0, 1):
        for col in (0, 1):
            channel = (row + odd_row) % 2 + (col + odd_col) % 2
            plane[row::2, col::2] = counts[row::2, col::2, channel]
    levels = (plane * 65535 + 0.5).astype(np.uint16)
    first = {
        (0, 0): cv2.COLOR_BayerRGGB2RGB_EA,
        (0, 1): cv2.COLOR_BayerGRBG2RGB_EA,
        (1, 0): cv2.COLOR_BayerGBRG2RGB_EA,
        (1, 1): cv2.COLOR_BayerBGGR2RGB_EA,
    }
    return np.asarray(cv2.demosaicing(levels, first[odd_row, odd_col]).astype(np.float32) / 65535, np.float32)
