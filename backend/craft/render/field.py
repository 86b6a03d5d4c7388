"""What the field needs to know of the scene: where to point, what the meter will do, which set, what is let go."""

from __future__ import annotations

import math

from craft.exposure.targets import output_gain
from craft.render.range import fares
from craft.render.shot import Shot
from craft.scales.words import stops_in_words
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.tones.metered import metered
from craft.tones.patterns import LABELS
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import Pattern

WORTH = 0.5
"""Stops from which a meter's own reading is worth a word before the first frame."""


def field_lines(situation: Situation, setup: Setup, shot: Shot) -> tuple[str, ...]:
    """Sentences for the card, none where there is nothing to say."""
    tones = map_of(situation, shot.scene)
    lines = [_metering(situation, setup), *_let_go(situation, setup, shot)]
    if setup.bracket_frames > 1:
        lines.append(
            f"The set is {setup.bracket_frames} frames, {setup.bracket_step_ev:.3g} stops apart: see that it is off again afterwards."
        )
    return tuple(line for line in lines if line and tones.named)


def _metering(situation: Situation, setup: Setup) -> str:
    if not setup.meters:
        return ""
    seen, wanted = metered(situation), setup.offset_ev if setup.bracket_frames == 1 else 0.0
    if setup.pattern is Pattern.SPOT:
        pointed = seen.spot(wanted, situation.holds_above)
        if pointed is None:
            return ""
        where = pointed.on or f"{_where(pointed.x, pointed.y)} of the frame"
        return f"Spot: point it {where}, place it {pointed.placed:+.1f}, lock, recompose."
    reads = seen.read(setup.pattern).stops
    if abs(reads) < WORTH:
        return ""
    correct = math.floor((reads + wanted) * 3 + 0.5) / 3
    name = LABELS[setup.pattern]
    return f"{name[:1].upper()}{name[1:]} reads {stops_in_words(reads)} the key on such a scene: correct by about {correct:+.1f}."


def _where(x: float, y: float) -> str:
    """A place of the frame in words.

    >>> _where(0.1, 0.9), _where(0.5, 0.5)
    ('in the lower left', 'in the middle')
    """
    down = ("upper", "", "lower")[min(2, int(y * 3))]
    across = ("left", "", "right")[min(2, int(x * 3))]
    return f"in the {' '.join(part for part in (down, across) if part) or 'middle'}"


def _let_go(situation: Situation, setup: Setup, shot: Shot) -> list[str]:
    if setup.bracket_frames > 1:
        return []
    tones = map_of(situation, shot.scene)
    found = fares(shot, tones, output_gain(situation))
    lines = []
    if found.over:
        lines.append(f"Let go, as too bright for the raw: {', '.join(found.over)}.")
    if found.under:
        lines.append(f"In the noise: {', '.join(found.under)}.")
    return lines
