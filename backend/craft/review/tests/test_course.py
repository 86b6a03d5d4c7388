"""Course, casts and two bodies at one moment: against truth that was made up, and against brute force."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import product

import numpy as np
from colour.temperature import uv_to_CCT_Ohno2013
from hypothesis import given
from hypothesis import strategies as st

from craft.examples import advised
from craft.review.cast import Balance, apart, cast_of
from craft.review.course import SEEN_MIRED, SEEN_STOPS, brightness_of, going_of, warmth_of, words_of
from craft.review.frame import Frame
from craft.review.measured import measured_file
from craft.review.stood import CALLED, stood_of
from craft.review.together import MOMENT_S, middle_of, pairs_of, together_of
from craft.setup.setup import WhiteBalance
from craft.vocabulary.terms import Mode, White
from craft.white.screen import XYZ_TO_RGB

STOPS_A_MIRED = 0.007
"""Of red over green, as white goes from cold to warm about daylight."""

Hours = st.lists(st.floats(0, 60), max_size=8).map(sorted)


def a_day(seed: int, over_stops: float = 0.0, sway: float = 0.2, over_mired: float = 0.0, bursts: int = 30) -> list[Frame]:
    """Bursts of four through two hours: light that goes evenly, what is framed that differs from burst to burst, and a sway within each."""
    lots = np.random.default_rng(seed)
    frames = []
    for at in np.sort(lots.uniform(0, 7200, bursts)):
        framed = lots.normal(0, 0.3)
        for k in range(4):
            warm = (over_mired * at / 7200 + 10 * framed + lots.normal(0, 2)) * STOPS_A_MIRED
            frames.append(
                Frame(at + 0.2 * k, mean_stops=over_stops * at / 7200 + framed + lots.normal(0, sway), balance=Balance(warm, -warm))
            )
    return frames


class Courses(unittest.TestCase):
    def test_a_trend_holds_the_truth_in_nineteen_of_twenty_days_and_none_is_told_where_none_is(self) -> None:
        held = told = 0
        for seed in range(120):
            frames = a_day(seed, over_stops=-1.0)
            span = (frames[-4].at_s - frames[0].at_s) / 7200
            trend = going_of(frames, brightness_of(frames)).trend
            assert trend is not None
            held += trend.low <= -span <= trend.high
            still = going_of(still_day := a_day(seed), warmth_of(still_day)).trend
            assert still is not None
            told += still.shows(SEEN_MIRED)
        self.assertGreaterEqual(held, 107, "114 are expected; fewer than 107 come in one of two hundred times")
        self.assertLessEqual(told, 12)

    def test_wandering_within_bursts_is_told_as_it_is_whatever_is_framed(self) -> None:
        for sway in (0.1, 0.3, 0.6):
            found = [going_of(day := a_day(seed, sway=sway, bursts=60), brightness_of(day)).wander for seed in range(20)]
            self.assertAlmostEqual(float(np.median([one or 0.0 for one in found])), sway, delta=0.1 * sway)
        self.assertEqual([words for words in words_of(a_day(1, sway=0.01)) if "wander" in words], [])
        self.assertIn("brightness wanders by", " ".join(words_of(a_day(1, sway=2 * SEEN_STOPS))))

    def test_who_moved_the_white_is_told_by_what_the_files_say(self) -> None:
        for auto, words in ((True, ": the body chose it"), (False, ", though it stood still"), (None, "(")):
            frames = [Frame(one.at_s, balance=one.balance, white_auto=auto) for one in a_day(3, over_mired=40.0)]
            [said] = words_of(frames)
            self.assertRegex(said, r"^White came out \d\d mired warmer at the end than at the beginning \(\d\d to \d\d\)")
            self.assertIn(words, said)
        self.assertTrue(said.endswith(")."), "where they say nothing, nobody is named")


class Casts(unittest.TestCase):
    @given(st.tuples(*[st.floats(0.7, 1.3)] * 3))
    def test_it_is_what_an_independent_library_tells(self, rgb: tuple[float, float, float]) -> None:
        def told(light: np.ndarray) -> tuple[float, float]:
            x, y, z = np.linalg.inv(XYZ_TO_RGB) @ light
            kelvin, duv = uv_to_CCT_Ohno2013(np.array((4 * x, 6 * y)) / (x + 15 * y + 3 * z))
            return 1e6 / kelvin, 1000 * duv

        (here, tint), (own, own_tint) = told(np.array(rgb)), told(np.ones(3))
        found = cast_of(np.array(rgb))
        self.assertAlmostEqual(found.mired, here - own, delta=1.0)
        self.assertAlmostEqual(found.tint, tint - own_tint, delta=0.3)

    def test_a_white_set_otherwise_moves_every_picture_alike_whatever_it_shows(self) -> None:
        def seen(light: np.ndarray) -> Balance:
            shown = np.where(light <= 0.0031308, 12.92 * light, 1.055 * light ** (1 / 2.4) - 0.055)
            found = measured_file(np.asarray(np.round(255 * shown), np.uint8)).balance
            assert found is not None
            return found

        white = np.array((1.1, 1.0, 0.9))
        for seed in range(20):
            lots = np.random.default_rng(seed)
            picture = lots.uniform(0.05, 0.6, (40, 60, 3)) * lots.uniform(0.4, 1.2, 3)
            self.assertAlmostEqual(apart([seen(picture * white)], seen(picture))[0].mired, cast_of(white).mired, delta=0.5)
        self.assertIsNone(measured_file(np.zeros((40, 60, 3), np.uint8)).balance, "what is black has none")


class Moments(unittest.TestCase):
    @given(Hours, Hours)
    def test_pairs_are_of_one_moment_each_frame_once_and_none_nearer_is_left_alone(self, here: list[float], other: list[float]) -> None:
        found = pairs_of([Frame(at) for at in here], [Frame(at) for at in other])
        self.assertEqual(len({k for k, _ in found}), len(found))
        self.assertEqual(len({j for _, j in found}), len(found))
        self.assertTrue(all(abs(here[k] - other[j]) <= MOMENT_S for k, j in found))
        taken = {k for k, _ in found}, {j for _, j in found}
        nearest = min((abs(a - b) for a, b in product(here, other)), default=MOMENT_S + 1)
        self.assertEqual(bool(found), nearest <= MOMENT_S, "the nearest two of all are always a pair")
        if found:
            self.assertEqual(min(abs(here[k] - other[j]) for k, j in found), nearest)
        self.assertTrue(all(len(of) <= len(all_) for of, all_ in zip(taken, (here, other), strict=True)))

    def test_the_middle_holds_the_truth_in_nineteen_of_twenty_and_what_makes_bodies_alike_does(self) -> None:
        held = 0
        for seed in range(200):
            found = middle_of(list(np.random.default_rng(seed).standard_t(3, 15) + 0.4))
            assert found is not None
            held += found.low <= 0.4 <= found.high
        self.assertGreaterEqual(held, 184)
        lots = np.random.default_rng(5)
        for own, given_ in product((-0.7, 0.0, 0.7), (-1.0, 0.0, 1.0)):
            pairs = []
            for k in range(30):
                scene = float(lots.normal(0, 1))
                one = Frame(9.0 * k, 1 / 250, 4.0, 400.0, mean_stops=scene, balance=Balance(scene, -scene))
                other = Frame(9.0 * k, 2**given_ / 250, 4.0, 400.0, mean_stops=scene + own + given_ + float(lots.normal(0, 0.1)))
                pairs.append((one, other))
            words = together_of(pairs).words("A", "B")
            with self.subTest(own=own, given=given_):
                self.assertEqual("alike." in words, bool(own) or own + given_ == 0)
                self.assertEqual("2/3 stop less there" in words, own > 0 and abs(own + given_) > 0.2)
                self.assertEqual("as its dials gave" in words, not own and bool(given_))


class Stood(unittest.TestCase):
    @given(
        st.sampled_from(list(CALLED)),
        st.sampled_from(list(White)),
        st.lists(st.tuples(st.sampled_from([None, *CALLED]), st.sampled_from([None, True, False]))),
    )
    def test_a_sentence_is_there_for_each_mode_and_white_that_was_not_planned_and_counts_them(
        self, mode: Mode, white: White, told: list[tuple[Mode | None, bool | None]]
    ) -> None:
        plan = advised()
        plan = replace(
            plan, exposure=replace(plan.exposure, mode=mode), white=WhiteBalance(white, 5200.0 if white is White.KELVIN else None)
        )
        said = stood_of(plan, [Frame(float(k), mode=one, white_auto=auto) for k, (one, auto) in enumerate(told)])
        modes = [one for one, _ in told if one is not None]
        whites = [auto for _, auto in told if auto is not None]
        other = {one for one in modes if one is not mode}
        wrong = sum(auto is not white.by_body for auto in whites)
        self.assertEqual(len(said), len(other) + bool(wrong))
        for one in other:
            begins = f"In {CALLED[one]} for {modes.count(one)} of {len(modes)} "
            self.assertEqual(sum(line.startswith(begins) and line.endswith(f"{CALLED[mode]} was planned.") for line in said), 1)
        if wrong:
            self.assertRegex(said[-1], f"^White was (set|left to the body) for {wrong} of {len(whites)} ")
            self.assertEqual("5200 K was planned" in said[-1], white is White.KELVIN)
