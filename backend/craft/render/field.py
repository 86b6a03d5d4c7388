"""What the field needs to know of the scene: where to point, what the meter will do, which set, what is let go."""

from __future__ import annotations

from craft.render.range import fares
from craft.render.shot import Shot
from craft.scales.words import stops_in_words
from craft.scene.imaged import output_gain
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.tones.patterns import LABELS
from craft.tones.tonemap import map_of

WORTH = 0.5
"""Stops from which a meter's own reading is worth a word before the first frame."""


def field_lines(situation: Situation, setup: Setup, shot: Shot) -> tuple[str, ...]:
    """Sentences for the card, none where there is nothing to say.

    >>> field_lines(situation(), advised(), shot())
    ()
    """
    tones = map_of(situation, shot.scene)
    lines = [_metering(setup), *_let_go(situation, setup, shot)]
    if setup.bracketing.frames > 1:
        lines.append(
            f"The set is {setup.bracketing.frames} frames, {setup.bracketing.step_ev:.3g} stops apart: see that it is off again afterwards."
        )
    return tuple(line for line in lines if line and tones.named)


def _metering(setup: Setup) -> str:
    if not setup.exposure.meters:
        return ""
    if setup.metering.spot is not None:
        return f"Spot: point it at {setup.metering.spot.point_at}, place it {setup.metering.spot.place_stops:+.1f}; {setup.metering.spot.hold}."
    reads = setup.facts["pattern_reads_stops"]
    if abs(reads) < WORTH:
        return ""
    name = LABELS[setup.metering.pattern]
    return (
        f"{name[:1].upper()}{name[1:]} reads {stops_in_words(reads)} the key on such a scene: "
        f"the first frame comes out as much too {'dark' if reads > 0 else 'pale'}; correct it from there."
    )


def _let_go(situation: Situation, setup: Setup, shot: Shot) -> list[str]:
    if setup.bracketing.frames > 1:
        return []
    tones = map_of(situation, shot.scene)
    found = fares(shot, tones, output_gain(situation))
    lines = []
    if found.over:
        lines.append(f"Let go, as too bright for the raw: {', '.join(found.over)}.")
    if found.under:
        lines.append(f"In the noise: {', '.join(found.under)}.")
    return lines
