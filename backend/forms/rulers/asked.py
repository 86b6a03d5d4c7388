"""What every ruler begins with: a situation on its scene or on a picture of one's own, its setup, its frame and its map of tones."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Annotated

from pydantic import Field

from craft.render.shot import Shot, on_own, shot_of
from craft.render.steady import Tile
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.stage.stages import BY_SLUG
from craft.tones.own import map_under
from craft.tones.tonemap import ToneMap
from forms.answer import Answer
from forms.rehearsal_form import RehearseIn, Sign, Theirs, answer_under, known_scene

Share = Annotated[float, Field(strict=True, ge=0, le=1)]


SignStrip = Callable[[Shot, float, tuple[Tile, ...]], str]
"""Makes the word that stands for small pictures side by side: of a shot, with a subject so high, and these tiles."""


@dataclass(frozen=True, slots=True)
class Signs:
    """Makers of the words that stand for a frame and for small pictures side by side."""

    frame: Sign
    strip: SignStrip


@dataclass(frozen=True, slots=True)
class OnScene:
    """What every one of them begins with; taken: the frame of another setup of the same situation."""

    answer: Answer
    shot: Shot
    tones: ToneMap
    taken: Callable[[Setup], Shot]

    @property
    def size(self) -> float:
        """How high the subject stands, as a share of the frame's height."""
        return self.tones.subject.down * 2

    @property
    def situation(self) -> Situation:
        """The situation, with all its values."""
        return self.answer.situation

    @property
    def setup(self) -> Setup:
        """Its setup."""
        return self.answer.setup


def asked_of(asked: RehearseIn, theirs: Theirs) -> OnScene:
    """The setup, the frame and the map of what is asked.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not, or a picture that is not there.
    """
    answer = answer_under(asked, theirs)
    scene, situation = known_scene(asked.scene), answer.situation
    light = theirs.picture(asked.own) if asked.own else None
    tones = map_under(situation, BY_SLUG[scene] if scene else None, light)

    def taken(setup: Setup) -> Shot:
        return on_own(shot_of(situation, setup, scene, asked.seed, answer.configuration.values), light)

    return OnScene(answer, taken(answer.setup), tones, taken)
