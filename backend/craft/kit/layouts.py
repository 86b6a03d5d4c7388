"""Where bodies usually have their controls, to begin with; and controls written down one to a line."""

# fmt: off

from __future__ import annotations

import difflib
import re
from dataclasses import dataclass

from craft.errors import CraftError
from craft.kit.controls import SPOTS, USE_WORDS, Control, Use


@dataclass(frozen=True, slots=True, kw_only=True)
class UsualLayout:
    """A way in which bodies are laid out, by no maker's plan: its controls, and for what hand it is."""

    slug: str
    label: str
    because: str
    controls: tuple[Control, ...]
    source: str = "what lies within reach of a usual grip (craft.kit.controls)"


def _wheel(slug: str, label: str, spot: str) -> Control:
    return Control(slug, label, spot, (Use.TURN,))


def _button(slug: str, label: str, spot: str, *more: Use) -> Control:
    return Control(slug, label, spot, (Use.PRESS, Use.HOLD, *more))


_FRONT = _wheel("front_dial", "front wheel", "top_front")
_REAR = _wheel("rear_dial", "rear wheel", "thumb_edge")
_THUMB = _button("thumb", "thumb button", "thumb_rest")
_TOP = _button("top", "top button", "top_behind", Use.PRESS_AND_TURN)
_UPPER, _LOWER = _button("upper", "upper front button", "grip_high"), _button("lower", "lower front button", "grip_low")
_BACK = _button("back", "lower back button", "back_low")

LAYOUTS: tuple[UsualLayout, ...] = (
    UsualLayout(slug="two_wheels", label="two wheels, a thumb button and two in front", because="A large grip leaves room for a finger at each.", controls=(_FRONT, _REAR, _THUMB, _button("above", "upper back button", "thumb_up"), _TOP, _UPPER, _LOWER, _BACK)),
    UsualLayout(slug="two_wheels_plain", label="two wheels and a thumb button", because="The grip is short: nothing is in front beside the mount.", controls=(_FRONT, _REAR, _THUMB, _TOP, _BACK)),
    UsualLayout(slug="one_wheel", label="one wheel and a thumb button", because="One wheel turns what the mode leaves to the hand; a pressed button gives it the rest.", controls=(_REAR, _THUMB, _TOP, _BACK)),
    UsualLayout(slug="rings", label="a ring on the lens and a time dial on top", because="Aperture is turned at the lens and time on top: both are read with the power off.", controls=(_wheel("ring", "ring on the lens", "barrel"), _wheel("time_dial", "time dial", "top_middle"), _wheel("rear_dial", "rear wheel", "thumb_edge"), _THUMB, _UPPER)),
    UsualLayout(slug="small", label="one wheel, no thumb button", because="The thumb rests on the screen's edge: what it would press is not there.", controls=(_wheel("rear_dial", "wheel", "thumb_down"), _TOP, _BACK)),
)
"""Five ways to begin with."""

TURNED = re.compile(r"\b(wheel|dial|ring|rim|knob)\b", re.IGNORECASE)
"""What is turned, by the word for it; everything else is pressed."""

STEERED, STROKED = re.compile(r"\b(stick|joystick|pad|rocker)\b", re.IGNORECASE), re.compile(r"\b(stroke|swipe|flick)\b", re.IGNORECASE)
"""What is led any way, and what is stroked."""

SEPARATOR = re.compile(r"\s*[,;\t]\s*")


def usual_uses(label: str) -> tuple[Use, ...]:
    """How a control is used, by what it is called.

    >>> [[use.value for use in usual_uses(label)] for label in ("Rear wheel", "key", "little stick", "stroke to the left")]
    [['turn'], ['press', 'hold'], ['steer', 'press'], ['stroke']]
    """
    if STEERED.search(label):
        return (Use.STEER, Use.PRESS)
    if STROKED.search(label):
        return (Use.STROKE,)
    return (Use.TURN,) if TURNED.search(label) else (Use.PRESS, Use.HOLD)


ALIKE = 0.75
"""How like the name of a place a text must be to mean it (1: the same)."""


def _spot(text: str) -> tuple[float, str]:
    """The place that a text is most like, with how like it is."""
    called = [(slug, slug) for slug in SPOTS] + [(spot.label, slug) for slug, spot in SPOTS.items()]
    return max((difflib.SequenceMatcher(None, text.lower(), words).ratio(), slug) for words, slug in called)


def named(label: str, taken: set[str]) -> str:
    """A name for files of what a control is called, like no other.

    >>> named("Thumb key!", {"thumb_key"})
    'thumb_key_2'
    """
    stem = re.sub(r"[^a-z0-9]+", "_", label.lower()).strip("_")[:40] or "key"
    slugs = (stem if k == 1 else f"{stem}_{k}" for k in range(1, len(taken) + 2))
    return next(slug for slug in slugs if slug not in taken)


def controls_from(text: str, before: tuple[str, ...] = ()) -> tuple[Control, ...]:
    """Controls written down one to a line: what it is called, where it lies, and, where it is not as usual, how it is used.

    before : names of controls that are there already.

    Raises
    ------
    CraftError : a line that says no place, or a way of using that there is not; which line, and what is accepted.

    >>> [(c.slug, c.spot, [use.value for use in c.uses]) for c in controls_from("rear wheel, right edge, under the thumb\\nfocus key; thumb_rest; press, long press")]
    [('rear_wheel', 'thumb_edge', ['turn']), ('focus_key', 'thumb_rest', ['press', 'long_press'])]
    """
    found: list[Control] = []
    by_words = {words: use for use, words in USE_WORDS.items()} | {use.value: use for use in Use}
    for k, line in enumerate(text.splitlines(), 1):
        label, *parts = SEPARATOR.split(line.strip())
        if not label:
            continue
        # a place may have a comma in its name
        like, spot, taken = max((*_spot(", ".join(parts[:n])), n) for n in (1, 2))
        rest = parts[taken:]
        if like < ALIKE or len(label) > 40:
            places = ", ".join(spot.label for spot in SPOTS.values())
            raise CraftError(f"line {k}, “{line.strip()}”: write what it is called, then where it lies: {places}", ("text",))
        unknown = next((use for use in rest if use and use.lower() not in by_words), None)
        if unknown is not None:
            raise CraftError(f"line {k}, “{unknown}”: {', '.join(USE_WORDS.values())} is accepted", ("text",))
        uses = tuple(dict.fromkeys(by_words[use.lower()] for use in rest if use)) or usual_uses(label)
        found.append(Control(named(label, {*before, *(one.slug for one in found)}), label, spot, uses))
    return tuple(found)
