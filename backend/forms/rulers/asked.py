"""What every ruler begins with: a situation on its scene or on a picture of one's own, its setup, its frame and its map of tones."""

from __future__ import annotations

import base64
import io
from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, Field

from craft.exposure.targets import output_gain
from craft.render.rehearsal import spread, window_of
from craft.render.shot import Shot, shot_of
from craft.render.steady import Tile
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.stage.sets import BY_SLUG
from craft.tones.own import EITHER_WAY, map_of_picture
from craft.tones.tonemap import ToneMap, map_of
from forms.answer import Answer
from forms.problems import InputError, Problem
from forms.rehearsal_form import NamedOut, RehearseIn, Sign, answer_under, known_scene

Share = Annotated[float, Field(ge=0, le=1)]


SignStrip = Callable[[Shot, float, tuple[Tile, ...]], str]
"""Makes the word that stands for small pictures side by side: of a shot, with a subject so high, and these tiles."""


LARGEST_BYTES, LARGEST_PIXELS = 400_000, 1_000_000
"""Of a picture of one's own: it is scaled down before it travels."""

SHOWN = 0.005
"""Share of a picture at its white that is worth a word."""

ACCEPTED = "a JPEG or PNG of at most a megapixel is accepted, as this page scales it down"


ENDS = (b"\xff\xd9", b"IEND")
"""How a whole JPEG and a whole PNG end."""


class OnSceneIn(RehearseIn):
    """A situation judged on its scene, or on a picture of one's own.

    picture: a finished picture as base64, JPEG or PNG, scaled down; nothing of it is kept.
    """

    picture: str | None = Field(None, max_length=LARGEST_BYTES * 4 // 3 + 4)


def decoded(picture: str) -> NDArray[np.uint8]:
    """The pixels of a picture that was sent, (h, w, 3).

    Raises
    ------
    InputError : it is no picture of an accepted kind and size.
    """
    from PIL import Image, UnidentifiedImageError  # loaded only when somebody brings a picture

    wrong = InputError([Problem("/picture", f"this is not a picture that can be read: {ACCEPTED}")])
    try:
        data = base64.b64decode(picture, validate=True)
        if not any(end in data[-64:] for end in ENDS):  # whether a picture that is cut off may be read is a switch of the whole process
            raise wrong
        image = Image.open(io.BytesIO(data), formats=("JPEG", "PNG"))
        if not min(image.size) >= 16 or image.size[0] * image.size[1] > LARGEST_PIXELS:
            raise InputError([Problem("/picture", f"a picture of {image.size[0]} by {image.size[1]} pixels: {ACCEPTED}")])
        return np.asarray(image.convert("RGB"), np.uint8)
    except (ValueError, OSError, SyntaxError, UnidentifiedImageError, Image.DecompressionBombError):
        raise wrong from None


@dataclass(frozen=True, slots=True)
class Signs:
    """Makers of the words that stand for a frame and for small pictures side by side."""

    frame: Sign
    strip: SignStrip


@dataclass(frozen=True, slots=True)
class Asked:
    """What every one of them begins with. own: share of a picture of one's own that is at its white; None on a drawn scene."""

    answer: Answer
    shot: Shot
    tones: ToneMap
    size: float
    own: float | None = None

    @property
    def situation(self) -> Situation:
        """The situation, with all its values."""
        return self.answer.situation

    @property
    def setup(self) -> Setup:
        """Its setup."""
        return self.answer.setup


def asked_of(asked: RehearseIn) -> Asked:
    """The setup, the frame and the map of what is asked.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not, or a picture that cannot be read.
    """
    answer = answer_under(asked)
    scene = known_scene(asked.scene)
    shot = shot_of(answer.situation, answer.setup, scene, asked.seed, answer.configuration.values)
    if isinstance(asked, OnSceneIn) and asked.picture is not None:
        situation = answer.situation
        size = situation.subject.size_m * situation.magnification / (situation.used_mm[1] / 1000)
        tones, own = map_of_picture(decoded(asked.picture), size)
        return Asked(answer, shot, tones, tones.subject.down * 2, own)
    tones = map_of(answer.situation, BY_SLUG[scene] if scene else None)
    return Asked(answer, shot, tones, tones.subject.down * 2)


class OwnOut(BaseModel):
    """A picture of one's own on the ruler: how far it is to be believed, its tones as shares like those of a rehearsal, and those with a name."""

    words: str
    shares: list[float]
    named: list[NamedOut]


def own_of(of: Asked) -> OwnOut | None:
    """What the ruler draws of a picture of one's own; None on a drawn scene."""
    if of.own is None:
        return None
    ends = f"; {of.own:.0%} of it is at its white and may be brighter than it shows" if of.own > SHOWN else ""
    window = window_of(of.shot, output_gain(of.situation))
    return OwnOut(
        words=f"Led back from a finished file: its middle is the key, its tones are right within {EITHER_WAY:g} stop{ends}.",
        shares=list(spread(of.tones.framed(of.tones.luminance))),
        named=[NamedOut(name=one.name, ev=one.ev, skin=False, held=window.floor <= one.ev <= window.clips) for one in of.tones.named],
    )
