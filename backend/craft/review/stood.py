"""In which mode frames were taken and how their white stood, where that is not as planned."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from craft.review.frame import Frame
from craft.setup.setup import Setup
from craft.vocabulary.terms import Mode, White

CALLED = {
    Mode.MANUAL: "manual",
    Mode.APERTURE_PRIORITY: "aperture priority",
    Mode.SHUTTER_PRIORITY: "shutter priority",
    Mode.PROGRAM: "program",
}
"""Modes that a file tells (EXIF 2.32, ExposureProgram)."""

SAME = {Mode.TIMED: Mode.MANUAL}
"""Modes of which a file tells another."""


def stood_of(setup: Setup, frames: Sequence[Frame]) -> list[str]:
    """What stood otherwise than planned of what has no stops, in sentences.

    >>> one = advised()
    >>> stood_of(one, [Frame(0.0, mode=one.exposure.mode, white_auto=one.white.mode.by_body)])
    []
    >>> stood_of(one, [Frame(0.0, mode=Mode.PROGRAM), Frame(1.0)])[0].startswith("In program for 1 of 1 frame that tells its mode")
    True
    """
    said = []
    planned = SAME.get(setup.exposure.mode, setup.exposure.mode)
    modes = Counter(frame.mode for frame in frames if frame.mode is not None)
    for mode, many in modes.most_common():
        if planned in CALLED and mode is not planned:
            said.append(f"In {CALLED[mode]} for {many} of {_tell(modes.total(), 'mode')}: {CALLED[planned]} was planned.")
    whites = [frame.white_auto for frame in frames if frame.white_auto is not None]
    by_body = setup.white.mode.by_body
    otherwise = sum(one is not by_body for one in whites)
    if otherwise:
        stood = "set" if by_body else "left to the body"
        wanted = "it was to be left to the body" if by_body else f"{_white(setup)} was planned"
        said.append(f"White was {stood} for {otherwise} of {_tell(len(whites), 'white')}: {wanted}.")
    return said


def _tell(many: int, what: str) -> str:
    return f"{many} {'frame that tells its' if many == 1 else 'frames that tell their'} {what}"


def _white(setup: Setup) -> str:
    kelvin, mode = setup.white.kelvin, setup.white.mode
    return f"{kelvin:.0f} K" if kelvin is not None else "a measured one" if mode is White.MEASURED else mode.value
