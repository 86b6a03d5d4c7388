"""The solver against brute force over every candidate, and the properties it has to have."""

from __future__ import annotations

import math
from dataclasses import replace
from unittest import TestCase

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.exposure.solver import Problem, Rung, Search, Targets, solve, target_position
from craft.exposure.tests import brute_force
from craft.kit.dials import Axis
from craft.scales.series import Dial
from craft.vocabulary.terms import Intent

REAL = st.one_of(st.floats(-3, 12).map(lambda v: round(v, 3)), st.integers(-9, 36).map(lambda k: k / 3))
AXES = ("time", "aperture", "iso")
SHARE = st.one_of(
    st.just(math.inf),
    st.integers(0, 9).map(lambda k: k / 3),
    st.integers(0, 9).map(lambda k: round(k / 3, 9)),
    st.floats(0, 4).map(lambda v: round(v, 2)),
)


@st.composite
def axes(draw: st.DrawFn, dial: Dial, per_stop: int, lowest: int, longest: int, *, holes: bool = True) -> Axis:
    first = draw(st.integers(lowest, lowest + 4))
    count = draw(st.integers(1, longest))
    stops = np.arange(first, first + count, dtype=float) / per_stop
    if draw(st.booleans()):
        stops[0] += 0.4 / per_stop
    exists = np.ones(count, dtype=bool)
    if holes and count > 2 and draw(st.booleans()):
        exists[draw(st.integers(1, count - 2))] = False
    return Axis(dial, per_stop, first, stops, exists, tuple(float(k) for k in range(count)))


@st.composite
def problems(draw: st.DrawFn, *, plain: bool = False) -> Problem:
    per_stop = draw(st.sampled_from((1, 2, 3)))
    holes = not plain
    dials = [
        draw(axes(Dial.TIME, per_stop, -2, 14, holes=holes)),
        draw(axes(Dial.APERTURE, per_stop, 0, 8, holes=holes)),
        draw(axes(Dial.ISO, per_stop, 0, 9, holes=holes)),
    ]
    low = draw(REAL)
    intents = draw(st.lists(st.sampled_from([i for i in Intent if i is not Intent.BRIGHTNESS]), unique=True))
    asked = {i: draw(REAL) for i in intents}
    rungs = tuple(Rung(i, draw(SHARE)) for i in draw(st.lists(st.sampled_from(list(Intent)), max_size=6)))
    listed = {rung.intent for rung in rungs}
    targets = Targets(
        iso=dials[2].lowest,
        freeze=asked.get(Intent.FREEZE),
        shake=asked.get(Intent.SHAKE),
        motion_blur=asked.get(Intent.MOTION_BLUR),
        depth=(low, low + draw(st.floats(0, 6))) if Intent.DEPTH in asked else None,
        separation=asked.get(Intent.SEPARATION),
        noise=draw(REAL) if Intent.NOISE in listed and draw(st.booleans()) else None,
    )
    allowed = None
    if not plain and draw(st.booleans()):
        shape = tuple(len(axis.stops) for axis in dials)
        allowed = np.array(draw(st.lists(st.booleans(), min_size=math.prod(shape), max_size=math.prod(shape)))).reshape(shape)
        allowed[tuple(int(np.flatnonzero(axis.exists)[0]) for axis in dials)] = True
    return Problem(*dials, targets, rungs, draw(REAL), allowed)


def by_brute_force(problem: Problem, level: int) -> tuple[tuple[int, int, int], list[float]]:
    dials = [[(k, axis.stops_at(k)) for k in axis.positions()] for axis in (problem.time, problem.aperture, problem.iso)]
    asks = {name: getattr(problem.targets, name) for name in Targets.__slots__ if getattr(problem.targets, name) is not None}
    forbidden = set()
    if problem.allowed is not None:
        first = (problem.time.first, problem.aperture.first, problem.iso.first)
        forbidden = {tuple(int(a) + b for a, b in zip(k, first, strict=True)) for k in np.argwhere(~problem.allowed)}
    rungs = [(rung.intent.value, rung.share) for rung in problem.rungs]
    return brute_force.best(*dials, problem.time.per_stop, level, asks, rungs, problem.n_best, forbidden)


class SolverEqualsBruteForce(TestCase):
    @settings(max_examples=400, deadline=None)
    @given(problems(), st.integers(-20, 60))
    def test_winner_and_its_entries(self, problem: Problem, level: int) -> None:
        found = solve(problem, np.array([level]))
        winner, cost = by_brute_force(problem, level)
        self.assertEqual((int(found.time[0]), int(found.aperture[0]), int(found.iso[0])), winner)
        ours = {(w.intent, w.kind, w.rung): v for w, v in zip(found.weights, found.entries[0], strict=True)}
        np.testing.assert_allclose([v for v in ours.values() if v > 1e-7], [v for v in cost if v > 1e-7], atol=1e-6)


def dial(which: Dial, first: int, count: int) -> Axis:
    return Axis(which, 3, first, np.arange(first, first + count) / 3, np.ones(count, bool), tuple(float(k) for k in range(count)))


CEILING_A_THIRD_ON = Problem(
    dial(Dial.TIME, 12, 28),
    dial(Dial.APERTURE, 2, 20),
    dial(Dial.ISO, 0, 19),
    Targets(iso=0.0, freeze=7.146, shake=5.323, depth=(-math.inf, 8.0), noise=14 / 3),
    (Rung(Intent.ISO, math.inf), Rung(Intent.NOISE, round(1 / 3, 9)), Rung(Intent.FREEZE, math.inf)),
    1.0,
)
"""Of which a third of a stop, rounded before the light was taken off and after it, was once more than a third."""


class Properties(TestCase):
    @example(CEILING_A_THIRD_ON, 4)
    @settings(max_examples=150, deadline=None)
    @given(problems(plain=True), st.integers(-5, 40))
    def test_as_light_falls_nothing_turns_back(self, problem: Problem, level: int) -> None:
        ladder = solve(problem, np.arange(level + 18, level - 36, -1))
        self.assertTrue((np.diff(ladder.time) <= 0).all(), "time is never shorter")
        self.assertTrue((np.diff(ladder.iso) >= 0).all(), "ISO is never lower")
        self.assertTrue((np.diff(ladder.aperture) <= 0).all(), "aperture is never smaller")

    @settings(max_examples=100, deadline=None)
    @given(problems(), st.integers(-20, 60))
    def test_ladder_row_equals_a_single_solve_and_repeats(self, problem: Problem, level: int) -> None:
        levels = np.arange(level + 5, level - 5, -1)
        ladder, again = solve(problem, levels), solve(problem, levels)
        one = solve(problem, levels[5:6])
        for name in ("time", "aperture", "iso"):
            np.testing.assert_array_equal(getattr(ladder, name), getattr(again, name))
            self.assertEqual(getattr(ladder, name)[5], getattr(one, name)[0])

    @settings(max_examples=100, deadline=None)
    @given(problems(), st.integers(-20, 60), st.data())
    def test_a_lock_is_kept_and_never_beats_the_free_choice(self, problem: Problem, level: int, data: st.DataObject) -> None:
        held = data.draw(st.sampled_from(problem.aperture.positions()))
        allowed = problem.allowed
        if allowed is not None:
            allowed = allowed[:, held - problem.aperture.first : held - problem.aperture.first + 1]
            if not allowed[problem.time.exists][:, :, problem.iso.exists].any():
                return
        locked = Problem(problem.time, problem.aperture.only(held), problem.iso, problem.targets, problem.rungs, problem.n_best, allowed)
        free, kept = solve(problem, np.array([level])), solve(locked, np.array([level]))
        self.assertEqual(int(kept.aperture[0]), held)
        self.assertLessEqual(free.entries[0].round(6).tolist(), kept.entries[0].round(6).tolist())

    @settings(max_examples=120, deadline=None)
    @given(problems(), st.integers(-20, 60), st.sampled_from(Dial), st.data())
    def test_a_dial_held_is_a_dial_with_one_position(self, problem: Problem, level: int, dial: Dial, data: st.DataObject) -> None:
        """What a step aside costs, from ranks made once, is what the smaller problem costs from its own."""
        name = {Dial.TIME: "time", Dial.APERTURE: "aperture", Dial.ISO: "iso"}[dial]
        axis = getattr(problem, name)
        positions = data.draw(st.lists(st.sampled_from(axis.positions()), min_size=1, max_size=3))
        held = Search(problem).held(level, [(dial, position) for position in positions])
        for k, position in enumerate(positions):
            allowed = problem.allowed
            if allowed is not None:
                allowed = allowed.take([position - axis.first], axis=list(Dial).index(dial))
                if not allowed[np.ix_(*(getattr(problem, n).exists if n != name else [True] for n in ("time", "aperture", "iso")))].any():
                    continue
            alone = solve(replace(problem, **{name: axis.only(position)}, allowed=allowed), np.array([level]))
            self.assertEqual([int(getattr(held, n)[k]) for n in AXES], [int(getattr(alone, n)[0]) for n in AXES])
            np.testing.assert_allclose(held.entries[k], alone.entries[0], atol=1e-7)

    @settings(max_examples=120, deadline=None)
    @given(problems(), problems(), st.integers(-20, 60), st.booleans())
    def test_other_rungs_on_the_same_dials_give_what_a_new_search_gives(
        self, problem: Problem, other: Problem, level: int, only_brightness: bool
    ) -> None:
        rungs = other.rungs
        if only_brightness:
            bright = [rung for rung in other.rungs if rung.intent is Intent.BRIGHTNESS]
            rungs = (*bright, *(rung for rung in problem.rungs if rung.intent is not Intent.BRIGHTNESS))
        levels = np.arange(level + 3, level - 3, -1)
        first = Search(problem)
        before = first.at(levels)
        again, anew = first.with_rungs(rungs).at(levels), Search(replace(problem, rungs=rungs)).at(levels)
        for name in AXES:
            np.testing.assert_array_equal(getattr(again, name), getattr(anew, name))
        self.assertEqual(again.weights, anew.weights)
        np.testing.assert_array_equal(again.entries, anew.entries)
        np.testing.assert_array_equal(first.at(levels).entries, before.entries)

    def test_a_tie_of_target_goes_darker(self) -> None:
        self.assertEqual([target_position(v, 1) for v in (10.49, 10.5, 10.51, -0.5)], [10, 11, 11, 0])
