"""Which of my bodies and lenses for this situation: reach, stops, and what binds."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.exposure.solver import solve
from craft.scene.framed import ROOM, framing_mm, on_a_ring, share_of
from craft.scene.situation import Situation
from craft.setup.steps import exposed
from craft.vocabulary.terms import Intent

WANTED_SHARE = 0.25
"""Share of the frame's height that a subject should fill at least (estimate: a quarter leaves room to compose and to crop)."""

AS_WIDE = 1.0
"""Stops of picture area, either way, within which a place is framed as it usually is (an estimate)."""


@dataclass(frozen=True, slots=True)
class Pair:
    """One body with one lens. index: place in what was asked; share: of the frame's height the subject
    fills; crop_stops: light lost by cropping to the wanted share, or what is too large costs as much; gave: stops given in all;
    cost_stops: both together, the order of the list."""

    index: int
    focal_length_mm: float
    share: float
    crop_stops: float
    gave_stops: float
    cost_stops: float
    binding: Intent | None
    out_of_reach: bool
    iso: float


def rank(situations: tuple[Situation, ...]) -> tuple[Pair, ...]:
    """The pairs, best first: in reach before out of reach, then by the stops they cost.

    Cropping by a factor k throws away 2 log2 k stops of light, so reach and light have one currency; a subject too large for the frame, and
    a place taken narrower or wider than it usually is, cost by the same measure.

    >>> [pair.index for pair in rank((situation(focal_length_mm=50), situation()))]
    [1, 0]
    """
    return tuple(sorted((_pair(k, s) for k, s in enumerate(situations)), key=lambda p: (p.out_of_reach, p.cost_stops, p.index)))


def reach_stops(situation: Situation) -> float:
    """What a focal length costs by framing too wide or too narrow, in stops.

    >>> round(reach_stops(situation(focal_length_mm=50)), 2)
    3.61
    """
    subject = situation.subject
    if not subject.framed:
        off = 2 * abs(math.log2(situation.focal_mm * situation.crop / subject.usual_mm))
        return max(0.0, off - AS_WIDE)
    upright = share_of(subject.size_m, situation.focal_mm, situation.distance_m, max(situation.used_mm))
    return max(0.0, 2 * math.log2(WANTED_SHARE / situation.fills), 2 * math.log2(upright / ROOM))


def best_mm(situation: Situation) -> float:
    """The focal length of a zoom at which it frames best: the subject at two thirds of the height, a place as it is usually taken.

    >>> best_mm(situation(focal_length_mm=50))
    200.0
    """
    lens, subject = situation.lens, situation.subject
    wanted = framing_mm(subject.size_m, situation.distance_m, situation.used_mm[1]) if subject.framed else subject.usual_mm / situation.crop
    return on_a_ring(min(max(wanted, lens.focal_min_mm), lens.focal_max_mm), lens.focal_min_mm, lens.focal_max_mm)


def _pair(index: int, situation: Situation) -> Pair:
    plan = exposed(situation).planned
    found = solve(plan.problem(), np.array([plan.target]))
    share, crop = situation.fills, reach_stops(situation)
    gave = sum(float(values[0]) for values in found.gave.values())
    binding = found.binding(0)
    iso = plan.free.iso.printed_at(int(found.iso[0]))
    return Pair(
        index, situation.focal_mm, share, crop, gave, crop + gave, binding.intent if binding else None, bool(found.out_of_reach[0]), iso
    )
