"""Buffers and links against a clock that moves frame by frame, and safe lists against every shorter list."""

from __future__ import annotations

import math
from itertools import combinations
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.checks import CYCLED, SLIPS, safe_lists, unguarded
from craft.day.traffic import MEGA, SMALL_PIXELS, backlog, bursts, sends, sent_bytes, written_fps
from craft.kit.traits import Traffic
from craft.vocabulary.settings import BY_SLUG

ROLES = ("continues", "copies", "splits_by_format")
TICK_S = 0.001


def counted(raw: float, finished: float, fps: float, traffic: Traffic, role: str) -> tuple[float, int]:
    """Seconds and frames until a frame finds no room, on a body that writes a little at every tick of a clock."""
    first, second = (rate * MEGA * TICK_S for rate in (*traffic.card_mb_s, *traffic.card_mb_s)[:2])
    room = traffic.buffer_mb * MEGA
    left = {"one": 0.0, "two": 0.0}
    taken, clock, next_frame = 0, 0.0, 0.0
    while clock < 60:
        if role == "copies":
            waits = max(left["one"], left["two"])
        elif role == "splits_by_format":
            whole = raw + finished
            waits = max(left["one"] / raw if raw else 0, left["two"] / finished if finished else 0) * whole
        else:
            waits = left["one"]
        if clock >= next_frame:
            if waits + raw + finished > room:
                return clock, taken
            taken += 1
            next_frame += 1 / fps
            left["one"] += raw if role == "splits_by_format" else raw + finished
            left["two"] += {"splits_by_format": finished, "copies": raw + finished}.get(role, 0.0)
        left["one"], left["two"] = max(0.0, left["one"] - first), max(0.0, left["two"] - second)
        clock += TICK_S
    return math.inf, taken


class Bursts(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(
        st.sampled_from(ROLES),
        st.floats(10, 60),
        st.floats(2, 20),
        st.integers(5, 30),
        st.floats(300, 3000),
        st.floats(60, 400),
        st.floats(60, 400),
    )
    def test_a_burst_lasts_as_long_as_one_counted_frame_by_frame(
        self, role: str, raw_mb: float, finished_mb: float, fps: int, buffer_mb: float, one: float, two: float
    ) -> None:
        traffic = Traffic(buffer_mb, (one, two))
        (told,) = bursts(raw_mb * MEGA, finished_mb * MEGA, fps, traffic, (role,))
        seconds, frames = counted(raw_mb * MEGA, finished_mb * MEGA, fps, traffic, role)
        if math.isinf(seconds) or told.seconds > 40:
            self.assertGreater(told.seconds, 35)
            return
        # the fluid counts no frame that is half in: within two frames' filling of the counted clock
        slack = 2 * fps / max(fps - told.then_fps, 0.05)
        self.assertLess(abs(told.frames - frames), 2 + slack)
        self.assertLessEqual(told.then_fps, fps)

    def test_the_slower_card_sets_the_pace_and_what_is_not_known_is_not_told(self) -> None:
        fast, slow = 400.0, 100.0
        paces = {role: written_fps(40, 10, role, (fast, slow)) for role in ROLES}
        self.assertEqual(paces, {"continues": 8.0, "copies": 2.0, "splits_by_format": 10.0})
        self.assertEqual(written_fps(40, 0, "splits_by_format", (fast, slow)), 10.0)
        for unknown in (Traffic(), Traffic(100), Traffic(0, (90,)), Traffic(100, (0.0,))):
            self.assertEqual(bursts(40, 10, 10, unknown, ROLES), ())
        self.assertTrue(math.isinf(bursts(MEGA, 0, 5, Traffic(10, (90,)), ROLES)[0].seconds))


@st.composite
def days(draw: st.DrawFn) -> tuple[list[float], list[float], list[float], list[float], float]:
    count = draw(st.integers(1, 4))
    begins, ends, clock = [], [], 0.0
    for _ in range(count):
        clock += draw(st.integers(0, 400))
        begins.append(clock)
        clock += draw(st.integers(10, 600))
        ends.append(clock)
    each = [draw(st.integers(1, 40)) * 1e5 for _ in range(count)]
    return each, [float(draw(st.integers(0, 500))) for _ in range(count)], begins, ends, draw(st.integers(1, 20)) / 4


class Backlogs(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(days())
    def test_what_waits_is_what_a_clock_counts_second_by_second(
        self, day: tuple[list[float], list[float], list[float], list[float], float]
    ) -> None:
        each, frames, begins, ends, link = day
        told = backlog(each, frames, begins, ends, link)
        waits = 0.0
        for second in range(int(ends[-1])):
            for k in range(len(each)):
                if begins[k] <= second < ends[k]:
                    waits += each[k] * frames[k] / (ends[k] - begins[k])
            waits = max(0.0, waits - link * MEGA)
            for k in range(len(each)):
                if second + 1 == ends[k]:
                    self.assertAlmostEqual(told[k].waits_mb * MEGA, waits, delta=1 + 1e-6 * waits)
                    self.assertAlmostEqual(told[k].gone_after_s * link * MEGA, waits, delta=1 + 1e-6 * waits)

    def test_what_is_sent_is_as_large_as_what_was_chosen(self) -> None:
        self.assertEqual(sent_bytes("raw", 40e6, 8e6), 40e6)
        self.assertEqual(sent_bytes("raw", 0, 8e6), 8e6)
        self.assertEqual(sent_bytes("rendered", 40e6, 8e6), 8e6)
        self.assertLess(sent_bytes("small", 40e6, 8e6), SMALL_PIXELS)
        self.assertEqual(sent_bytes("rendered", 40e6, 0), sent_bytes("small", 40e6, 0))
        self.assertTrue(sends({"send_while_shooting": "on"}) and sends({"tether": "on"}))
        self.assertFalse(sends({"send_while_shooting": "off"}) or sends({}))


class Guards(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.lists(st.fixed_dictionaries({slug: st.sampled_from(BY_SLUG[slug].values) for slug in CYCLED}), min_size=1, max_size=4))
    def test_a_safe_list_has_all_that_the_day_needs_and_no_shorter_one_does(self, days: list[dict[str, str]]) -> None:
        offered = {slug: BY_SLUG[slug].values for slug in CYCLED}
        found = safe_lists(days, offered)
        for slug in CYCLED:
            used = {day[slug] for day in days}
            kept = found.get(slug, offered[slug])
            self.assertLessEqual(used, set(kept))
            shorter = combinations(offered[slug], len(kept) - 1)
            self.assertFalse(any(used <= set(choice) for choice in shorter))

    def test_guards_name_settings_and_values_that_there_are(self) -> None:
        guarded = [slip for slip in SLIPS if slip.guard]
        self.assertGreaterEqual(len(guarded), 6)
        for slip in guarded:
            for slug, value in slip.guard:
                self.assertIn(value, BY_SLUG[slug].values, slip.slug)
        wheel = next(slip for slip in SLIPS if slip.slug == "iso_wheel")
        self.assertEqual(unguarded(wheel, {"wheel_lock": "off"}, {}), {"wheel_lock": "on"})
        for settled in ({"wheel_lock": "on"}, {}):
            self.assertEqual(unguarded(wheel, settled, {}), {})
