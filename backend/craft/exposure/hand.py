"""How long an ordinary hand holds a body and a lens: what a person's own steadiness is measured against."""

from __future__ import annotations

from dataclasses import dataclass, replace

from craft.exposure.targets import shake_stops
from craft.kit.body import Body
from craft.kit.lens import Lens
from craft.optics.sharpness import Acuity
from craft.scales.series import Dial, printed
from craft.scene.light import Light
from craft.scene.situation import Motion, Output, Situation
from craft.vocabulary.terms import Genre, Support

AROUND = (2.0, 1.0, 0.0, -1.0)
"""Times that are proposed: stops from the one at which an ordinary hand keeps some six of ten."""

FAR_M = 10.0
"""What is photographed stands so far away, where swaying counts for little."""


@dataclass(frozen=True, slots=True)
class OrdinaryHand:
    """An ordinary hand, of steadiness 1. focal_mm: at which; sharp_s: time at which its blur reaches the limit of the output; times_s: of the dial about that,
    the longest first."""

    focal_mm: float
    sharp_s: float
    times_s: tuple[float, ...]


def ordinary_hand(body: Body, lens: Lens, focal_mm: float | None, acuity: Acuity, *, stabilised: bool) -> OrdinaryHand:
    """How long an ordinary hand holds them, with their stabilisers or without.

    Raises
    ------
    CraftError : a focal length that the lens has not, a lens that is not this body's.

    >>> from craft.optics.sharpness import Acuity
    >>> held = ordinary_hand(BODY, LENS, 200.0, Acuity.TRADITIONAL, stabilised=False)
    >>> held.focal_mm, [round(1 / one) for one in held.times_s]
    (200.0, [40, 80, 160, 320])
    """
    one = Situation(
        genre=Genre.EVERYDAY,
        body=body if stabilised else replace(body, stabiliser_stops=0.0),
        lens=lens if stabilised else replace(lens, stabiliser_stops=0.0, combined_stabiliser_stops=None),
        light=Light(12.0),
        focal_length_mm=focal_mm,
        motion=Motion(distance_m=max(FAR_M, lens.closest_m)),
        support=Support.HANDHELD,
        output=Output(acuity=acuity),
    )
    stops = shake_stops(one) or 0.0
    q = body.per_stop
    return OrdinaryHand(one.focal_mm, 2**-stops, tuple(printed(Dial.TIME, round((stops - more) * q) / q, q) for more in AROUND))
