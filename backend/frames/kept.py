"""How a frame's pictures, its blur and its balance are kept."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

import cv2
import numpy as np
from numpy.typing import NDArray

from forms.problems import InputError, Problem
from images.values import Detail

SMALL, FINE = 80, 88
"""Qualities of the JPEGs that are kept: of the small picture, 20 kB, and of the piece pixel by pixel, 40 kB, in which sharpness is judged. There are thousands of each."""


def kept_as(levels: NDArray[np.uint8], quality: int) -> bytes:
    """A JPEG of levels, (h, w, 3).

    Raises
    ------
    InputError : there is none.

    >>> kept_as(np.zeros((8, 8, 3), np.uint8), SMALL)[:2].hex()
    'ffd8'
    """
    done, data = cv2.imencode(".jpg", levels[..., ::-1], [cv2.IMWRITE_JPEG_QUALITY, quality])
    if not done:
        raise InputError([Problem("", "this frame's picture could not be made small")])
    return data.tobytes()


def blur_fields(fine: Detail | None) -> dict[str, Any]:
    """How sharp a frame came out, as its row has it.

    >>> blur_fields(None)
    {}
    """
    if fine is None:
        return {}
    return {"smeared": fine.how, "soft_px": fine.soft_px, "focus_px": fine.focus_px, "smear_px": fine.smear_px, "smear_deg": fine.smear_deg}


def balance_fields(balance: Sequence[float] | None) -> dict[str, Any]:
    """The balance of a frame, stops of red and blue over green, as its row has it.

    >>> balance_fields((0.2, -1.0)), balance_fields(None)
    ({'red_stops': 0.2, 'blue_stops': -1.0}, {})
    """
    return {} if balance is None else dict(zip(("red_stops", "blue_stops"), balance, strict=True))
