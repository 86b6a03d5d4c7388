"""Which of my bodies and lenses for this situation: reach, stops, and what binds."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from craft.exposure.solver import solve
from craft.scene.situation import Situation
from craft.setup.steps import exposed
from craft.vocabulary.terms import Intent

WANTED_SHARE = 0.25
"""Share of the frame's height that a subject should fill (estimate: a quarter leaves room to compose and to crop)."""


@dataclass(frozen=True, slots=True)
class Pair:
    """One body with one lens. index: place in what was asked; share: of the frame's height the subject
    fills; crop_stops: light lost by cropping to the wanted share; gave: stops given in all;
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

    Cropping by a factor k throws away 2 log2 k stops of light, so reach and light have one currency.

    >>> [pair.index for pair in rank((situation(focal_length_mm=50), situation()))]
    [1, 0]
    """
    return tuple(sorted((_pair(k, s) for k, s in enumerate(situations)), key=lambda p: (p.out_of_reach, p.cost_stops, p.index)))


def _pair(index: int, situation: Situation) -> Pair:
    plan = exposed(situation).planned
    found = solve(plan.problem(), np.array([plan.target]))
    share = situation.subject.size_m * situation.magnification / (situation.used_mm[1] / 1000)
    crop = max(0.0, 2 * math.log2(WANTED_SHARE / share)) if share < WANTED_SHARE and not situation.subject.sky else 0.0
    gave = sum(float(values[0]) for values in found.gave.values())
    binding = found.binding(0)
    iso = plan.free.iso.printed_at(int(found.iso[0]))
    return Pair(
        index, situation.focal_mm, share, crop, gave, crop + gave, binding.intent if binding else None, bool(found.out_of_reach[0]), iso
    )
