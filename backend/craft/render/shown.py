"""What a test frame shows, read from the frame itself: what two taps would have said of it, and where."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from craft.render.develop import Bytes
from craft.render.picture import marked
from craft.tones.own import FULL, linear
from craft.white.screen import LUMINANCE

BLACK = 6
"""Level of 255 up to which a preview usually shows nothing."""

SPECKS, PATCH, SUBJECT = 0.0005, 0.01, 0.2
"""Shares at their white from which one speaks of specks, of a patch, and (of the middle of the frame) of the subject (estimates)."""

BRIGHTEST = 0.995
"""Share of the picture that is no brighter than what is called its brightest part."""

DARK: tuple[tuple[str, float], ...] = (("very", 2.0), ("clearly", 1.0), ("little", 0.5))
"""Stops by which the brightest part stays under white, and how dark one calls that."""


@dataclass(frozen=True, slots=True)
class Shown:
    """saw, much: what the two taps of a test frame are for this one, both empty where it is as it should be; white, black: shares of the
    picture at its white and in its black; middle: share of the middle of the frame that is at its white; room: stops that its brightest part
    stays under white."""

    saw: str
    much: str
    white: float
    black: float
    middle: float
    room: float


def _at(levels: Bytes) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    return levels.max(-1) >= FULL, levels.max(-1) <= BLACK


def shown_in(levels: Bytes) -> Shown:
    """What a finished frame, (h, w, 3), shows.

    >>> frame = np.full((60, 90, 3), 118, np.uint8)
    >>> shown_in(frame).saw, shown_in(np.where(np.arange(90)[:, None] < 45, np.uint8(255), frame)).much
    ('dark', 'subject')
    """
    white, black = _at(levels)
    high, wide = white.shape
    share, middle = float(white.mean()), float(white[high // 4 : high - high // 4, wide // 4 : wide - wide // 4].mean())
    brightest = float(np.quantile(linear(levels) @ LUMINANCE, BRIGHTEST))
    room = math.log2(float(linear(np.full((1, 1, 3), FULL, np.uint8)).max()) / max(brightest, 2.0**-10))
    saw, much = "", ""
    if middle >= SUBJECT or share >= PATCH or share >= SPECKS:
        saw, much = "warns", "subject" if middle >= SUBJECT else "patch" if share >= PATCH else "specks"
    else:
        much = next((name for name, stops in DARK if room >= stops), "")
        saw = "dark" if much else ""
    return Shown(saw, much, share, float(black.mean()), middle, max(0.0, room))


def marks_on(levels: Bytes) -> Bytes:
    """The frame with what is at its white hatched, and what shows nothing dotted.

    >>> marks_on(np.zeros((4, 4, 3), np.uint8)).shape
    (4, 4, 3)
    """
    return marked(levels, *_at(levels))
