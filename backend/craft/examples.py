"""What examples in docstrings are shown on: a body, a lens, and a situation to vary, with its setup and its configuration."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

import numpy as np

from craft.configuration.configure import Configuration, configure
from craft.configuration.decided import facts_of
from craft.day.fingers import Hour
from craft.kit.body import Body, Sensor
from craft.kit.flash import Flash
from craft.kit.lens import Lens
from craft.render.shot import Shot, shot_of
from craft.scene.light import Light
from craft.scene.situation import Motion, Person, Situation
from craft.setup.advise import advise
from craft.setup.course import Course
from craft.setup.setup import Setup
from craft.setup.steps import decided
from craft.tones.framing import View
from craft.tones.tonemap import ToneMap, map_of
from craft.vocabulary.terms import Genre

SENSOR = Sensor(36, 24, 6000, 4000, 60000, 3.0, 5.0, 640, 1.5)
BODY = Body(
    "Test body",
    SENSOR,
    base_iso=100,
    max_iso=25600,
    longest_s=30,
    shortest_mechanical_s=1 / 8000,
    shortest_electronic_s=1 / 32000,
    readout_s=0.02,
    frames_per_second=12,
    slug="body",
)
LENS = Lens("Test lens", 24, 200, 2.8, 2.8, 22, 0.5, slug="lens")


def situation(**change: Any) -> Situation:
    """Rowing at 35 m with 200 mm in EV 11, unless changed; ``body`` and ``lens`` may be dictionaries of changes.

    >>> situation().distance_m, situation(body={"max_iso": 6400}).body.max_iso
    (35.0, 6400)
    """
    for name, usual in (("body", BODY), ("lens", LENS)):
        if isinstance(change.get(name), dict):
            change[name] = replace(usual, **change[name])
    usual_values: dict[str, Any] = {
        "genre": Genre.SPORTS,
        "body": BODY,
        "lens": LENS,
        "light": Light(11.0),
        "motion": Motion(),
        "person": Person(),
        "subject_slug": None,
    }
    return Situation(**{**usual_values, **change})


def advised(**change: Any) -> Setup:
    """The setup of that situation.

    >>> advised().exposure.iso
    160.0
    """
    return advise(situation(**change))


def configured(**change: Any) -> Configuration:
    """Every setting of its body.

    >>> configured().values["drive_mode"]
    'high'
    """
    one = situation(**change)
    return configure(one, advise(one))


def course(**change: Any) -> Course:
    """Everything decided about that situation, step by step.

    >>> course().told["iso"]
    160.0
    """
    return decided(situation(**change))


def shot(**change: Any) -> Shot:
    """The frame that its setup takes.

    >>> shot().aperture
    2.8284271247461903
    """
    one = situation(**change)
    return shot_of(one, advise(one))


def tones(**change: Any) -> ToneMap:
    """The map of its scene.

    >>> tones().width
    96
    """
    return map_of(situation(**change))


VIEW = View(24, 16, 24.0)
"""A whole frame, looked at very small."""


def hour(title: str = "rowing", **change: Any) -> Hour:
    """That situation as the fingers meet it on a day, on a body without extras.

    >>> hour().shots
    1800.0
    """
    one = situation(**change)
    setup = advise(one)
    return Hour(title, facts_of(one, setup, frozenset()), frozenset(), configure(one, setup).values, setup.facts["shots"])


SHOWN_ON: dict[str, Any] = {
    "BODY": BODY,
    "SENSOR": SENSOR,
    "LENS": LENS,
    "Flash": Flash,
    "Light": Light,
    "Person": Person,
    "situation": situation,
    "advised": advised,
    "configured": configured,
    "hour": hour,
    "course": course,
    "shot": shot,
    "tones": tones,
    "VIEW": VIEW,
    "np": np,
}
"""What every example may use without a word."""
