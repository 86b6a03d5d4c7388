"""The focusing loop against a closed form, against a plain simulation that shares no code, and by what must matter."""

from __future__ import annotations

import math
import random
from dataclasses import fields, replace
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st

from craft.focus.burst import Came, bursts_of, caught_waiting
from craft.focus.causes import CAUSES, causes_of
from craft.focus.chase import Chase
from craft.focus.following import follow
from craft.focus.paths import BURST_S, Paths, happens
from craft.focus.ways import AREAS, BY_AREA, HOLDS, PATHS, PRIORITIES, SWITCHES, Way

PLAIN = Chase(
    distance_m=20.0,
    toward_m_s=0.0,
    across_m_s=0.0,
    turns_m_s2=0.0,
    wide=0.05,
    high=0.05,
    behind_d=0.01,
    crossed=0.0,
    covers=0.03,
    crosses=0.2,
    others=0.0,
    before=0.0,
    changes=0.0,
    tolerance_d=0.002,
    nearest_d=1.0,
    travel_d_s=100.0,
    aim=0.0001,
    frame_wide=0.1,
    frame_high=0.07,
    rate=10.0,
    lag_s=0.05,
    updates_s=40.0,
    blackout_s=0.0,
    reads_d=0.0001,
    light=40.0,
    against=0.0,
    faint=0.0,
    pane=0.0,
    large=0.0,
    shows=1.0,
    veil=0.0,
    veil_d=0.0,
)
WILD = replace(
    PLAIN, toward_m_s=5.0, turns_m_s2=8.0, crossed=2.0, others=3.0, before=0.3, changes=1.0, aim=0.02, light=6.5, against=1.5, faint=1.0, pane=2.0, blackout_s=0.04,
    large=0.95, shows=0.9, veil=0.1, veil_d=0.7, reads_d=0.0002, travel_d_s=0.5,
)  # fmt: skip


def way(area: str = "point", hold: str = "long", path: str = "usual", priority: str = "release", looks: bool = False) -> Way:
    return Way(area, hold, path, priority, looks)


def deviation(path: str, lag_readings: float) -> float:
    """Of a fading-memory filter's forecast, in readings' own, once it has settled: its covariance stepped until it stays."""
    memory = PATHS[path].memory
    place, pace = 1 - memory**2, (1 - memory) ** 2
    forward = np.array([[1.0, 1.0], [0.0, 1.0]])
    mends = np.eye(2) - np.array([[place, 0.0], [pace, 0.0]])
    step, noise = mends @ forward, np.array([[place], [pace]])
    spread = np.zeros((2, 2))
    for _ in range(400):
        spread = step @ spread @ step.T + noise @ noise.T
    ahead = np.array([1.0, lag_readings])
    return float(np.sqrt(ahead @ spread @ ahead))


class ClosedForm(TestCase):
    def test_with_noise_alone_the_share_in_focus_is_the_error_functions(self) -> None:
        """A subject that stands, and one that comes on at one pace: the forecast's error is normal, and a frame is in focus within its depth."""
        for path in PATHS:
            for toward in (0.0, 3.0):
                off = deviation(path, PLAIN.lag_s * PLAIN.updates_s)
                chase = replace(
                    PLAIN, toward_m_s=toward, reads_d=PLAIN.tolerance_d / off, distance_m=60.0 if toward else 20.0, tolerance_d=0.0004
                )
                chase = replace(chase, reads_d=chase.tolerance_d / off)
                made = follow(chase, [way(path=path)], 400, 5)
                late = made.paths.t[:, 0] > 0.6
                inside = made.fired[late][:, 0] & made.sharp[late][:, 0]
                share = inside.sum() / made.fired[late][:, 0].sum()
                with self.subTest(path=path, toward=toward):
                    self.assertAlmostEqual(share, math.erf(1 / math.sqrt(2)), delta=0.03)

    def test_constant_approach_is_foreseen(self) -> None:
        t = happens(PLAIN, 1, 1).t[:, 0]
        steady = follow(replace(PLAIN, toward_m_s=6.0, reads_d=1e-7), [way()], 4, 1)
        last = t > 0.8
        self.assertLess(float(np.abs(1 / steady.lens[last, 0] - 1 / steady.paths.at_frame[last]).max()), 0.001)

    def test_where_it_turns_the_lens_is_behind_by_what_a_forecast_at_one_pace_leaves_out(self) -> None:
        """Going by at one pace its distance is accelerated by v²/r where it is nearest. A filter of place and pace that has settled leaves a residual of
        a dt²/h each reading; what a forecast over the lag then misses follows from it, and is a half a L² for a loop that reads without end."""
        passing = replace(PLAIN, across_m_s=8.0, distance_m=10.0, reads_d=1e-9, tolerance_d=0.01)
        nearer = passing.across_m_s**2 / passing.distance_m
        for path, expects in PATHS.items():
            for lag, updates in ((0.05, 40.0), (0.1, 60.0)):
                dt, g, h = 1 / updates, 1 - expects.memory**2, (1 - expects.memory) ** 2
                behind = nearer * ((1 - g) / h * dt**2 + (g / h - 0.5) * dt * lag + lag**2 / 2)
                made = follow(replace(passing, lag_s=lag, updates_s=updates), [way(path=path)], 2, 1)
                k = len(made.paths.t) // 2
                with self.subTest(path=path, lag=lag):
                    self.assertAlmostEqual(float(1 / made.paths.at_frame[k, 0] - 1 / made.lens[k, 0, 0]), behind, delta=behind * 0.15)

    def test_waiting_catches_what_passes_within_depth(self) -> None:
        chase = replace(PLAIN, toward_m_s=8.0, tolerance_d=0.0008)
        near, far = 1 / (1 / 20 + 0.0008), 1 / (1 / 20 - 0.0008)
        self.assertAlmostEqual(caught_waiting(chase), (far - near) / 8.0 * chase.rate, delta=0.01)


def plainly(chase: Chase, one: Way, paths: Paths, b: int) -> tuple[list[float], list[bool]]:
    """One burst, reading by reading, written from the description alone: where the lens is at each frame, and when frames are fired."""
    area, expects = BY_AREA[one.area], PATHS[one.path]
    goes = SWITCHES[one.switching]
    half, catches = area.half * goes.reaches * 2 * chase.frame_wide, min(area.catches * goes.catches, 1.0)
    high = min(half, chase.frame_high)
    dt, n = 1 / chase.updates_s, len(paths.t)
    d = paths.draws

    def on(middle: float, reach: float, at: float, other: float) -> float:
        return max(0.0, min(middle + reach, at + other) - max(middle - reach, at - other))

    z, v, off, stands_off, lens = float(paths.d[0, b]), 0.0, 0.0, False, float(paths.d[0, b])
    due, at_frames, fired, blind = 0.0, [], [], np.float32(0.0)
    for k in range(n):
        t = float(paths.t[k, 0])
        x, y = float(paths.aim_x[k, b]) * area.wanders, float(paths.aim_y[k, b]) * area.wanders
        passing, seen = float(paths.passing[k, b]), 1 / 1e9
        covered = on(x, half, 0, chase.wide) * on(y, high, 0, chase.high) / (4 * half * high)
        enough = area.needs * (min(1.0, chase.wide * chase.high / (half * high)) if area.nearest else 1.0)
        covers = float(np.broadcast_to(paths.covers, paths.d.shape)[k, b])
        hidden = abs(passing) < covers
        crossed = on(x, half, passing, covers) / (2 * half) >= (0.15 if area.nearest else 0.5)
        clutter = d.before[k, b] < 1 - (1 - chase.before) ** (catches * 5)
        crowd = d.others[k, b] < 1 - math.exp(-chase.others * catches)
        stands, half_of = (float(np.broadcast_to(one, paths.d.shape)[k, b]) for one in (paths.other_at, paths.other_half))
        another = bool((crowd or on(x, half, stands, half_of) > 0) and paths.other_d[k, b] > paths.d[k, b] and area.nearest)
        finds = one.looks and not hidden and d.looks[k, b] < chase.found and abs(x) < half + chase.wide
        takes = {"nearest": d.apart[k, b] < -0.5, "middle": abs(x) > chase.wide, "known": False}[chase.prefers]
        nearer = (another and takes) if finds else (crossed or clutter or another)
        meets = 1 - (1 - chase.veil) ** (1 + 20 * catches) if area.nearest else 0.4 * chase.veil
        if d.before[k, b] > 1 - meets:
            seen = min(chase.veil_d, chase.nearest_d)
        elif nearer:
            seen = paths.passing_d[k, b] if crossed else paths.d[k, b] * 1.25 if clutter and not finds else paths.other_d[k, b]
        elif finds or (covered >= enough and not hidden):
            seen = paths.d[k, b]
        else:
            seen = chase.behind_d
        # forward in metres at one pace
        metres, speed = 1 / z, -v / (z * z)
        metres = min(max(metres + speed * dt, 1 / (2 * z)), 1e4)
        z = min(max(1 / metres, 1e-4), chase.nearest_d)
        v = -speed * z * z
        dark = t > 0 and (t + 1e-6) % (1 / chase.rate) < chase.blackout_s - 1e-6
        if not dark and d.fails[k, b] >= chase.unread:
            read = float(seen) + float(d.reads[k, b]) * chase.error_d
            if abs(read - z) > expects.allows * chase.tolerance_d + 4 * chase.error_d:
                off = np.float32(off) + np.float32(dt)  # a time that ends on its bound is told by single precision
                if off > np.float32(HOLDS[one.hold]):
                    z, v, off = read, 0.0, 0.0
            else:
                off = 0.0
                z, v = z + (1 - expects.memory**2) * (read - z), v + (1 - expects.memory) ** 2 / dt * (read - z)
            z = min(max(z, 1e-4), chase.nearest_d)
        stands_off = off > 0
        unread = dark or d.fails[k, b] < chase.unread
        blind = blind + np.float32(dt) if unread else np.float32(0.0)
        hunted = float(blind - np.float32(0.4))
        ahead = min(max(z * z / max(z - v * chase.lag_s, z / 4), 1e-4), chase.nearest_d)

        if hunted > 0:  # to the near end for half a second, then to the far one
            ahead = chase.nearest_d if hunted % 1.0 < 0.5 else 1e-4

        def towards(at: float, reach: float, ahead: float = ahead) -> float:
            return at + max(-reach, min(reach, ahead - at))

        lens = towards(lens, chase.travel_d_s * dt)
        at_frames.append(towards(lens, chase.travel_d_s * chase.lag_s))
        waits = PRIORITIES[one.priority]
        ready = abs(ahead - lens) < chase.tolerance_d and not stands_off and hunted <= 0
        fires = t >= -1e-6 and t >= due - dt / 2 and (ready or t >= due + (math.inf if waits is None else waits) - dt / 2)
        fired.append(fires)
        if fires:
            due = (t if t > due + dt / 2 else due) + 1 / chase.rate
    return at_frames, fired


class Plainly(TestCase):
    def test_every_burst_is_that_of_a_plain_simulation(self) -> None:
        """Obstacles, slips, turns, blackouts, slow lenses and waiting, for ways and chases drawn by lot."""
        rng = random.Random(26)
        agrees, bursts = 0, 0
        for _ in range(24):
            chase = replace(
                WILD,
                toward_m_s=rng.uniform(-8, 8),
                distance_m=rng.uniform(8, 60),
                turns_m_s2=rng.uniform(0, 12),
                tolerance_d=rng.uniform(0.0004, 0.004),
                travel_d_s=rng.choice((0.2, 5.0)),
                updates_s=rng.choice((20.0, 40.0)),
                rate=rng.choice((5.0, 10.0)),
                lag_s=rng.uniform(0.03, 0.1),
                aim=rng.uniform(0.001, 0.04),
                light=rng.uniform(5.0, 14.0) if rng.random() < 0.7 else 3.5,
                veil=rng.choice((0.0, 0.02, 0.3)),
                prefers=rng.choice(("nearest", "middle", "known")),
            )
            one = way(
                rng.choice(AREAS).slug, rng.choice(list(HOLDS)), rng.choice(list(PATHS)), rng.choice(list(PRIORITIES)), rng.random() < 0.5
            )._replace(switching=rng.choice(list(SWITCHES)))
            made = follow(chase, [one], 6, rng.randrange(50))
            for b in range(6):
                lens, fired = plainly(chase, one, made.paths, b)
                bursts += 1
                agrees += fired == made.fired[:, 0, b].tolist() and np.allclose(lens, made.lens[:, 0, b], rtol=2e-3, atol=1e-5)
        self.assertGreaterEqual(agrees, bursts - 4, "single precision may tip a reading that lies on its bound")

    def test_what_is_drawn_of_a_burst_is_what_was_followed(self) -> None:
        for number in range(6):
            burst = bursts_of(WILD, (way("zone"),), number)[0]
            made = follow(WILD, [way("zone")], 64, 3)
            self.assertEqual(len(burst.frames), int(made.fired[:, 0, number].sum()))
            self.assertEqual(burst.kept, int((made.fired & made.sharp)[:, 0, number].sum()))
            for frame in burst.frames:
                self.assertEqual(frame.came is Came.SHARP, abs(frame.off) <= 1 and max(map(abs, frame.aim)) < 0.85)


class Drawn(TestCase):
    def test_a_straight_way_is_followed_as_one_that_was_not_drawn(self) -> None:
        for toward, across in ((5.0, 0.0), (0.0, 6.0), (-3.0, 4.0)):
            chase = replace(PLAIN, toward_m_s=toward, across_m_s=across)
            pace = math.hypot(toward, across)
            ends = tuple((across / pace * s, 20.0 - toward / pace * s) for s in (-4.0, 4.0))
            one, other = happens(chase, 3, 1), happens(replace(chase, way=ends), 3, 1)
            middle = int(np.argmin(np.abs(one.t[:, 0] - BURST_S / 2)))
            self.assertAlmostEqual(1 / float(other.d[middle, 0]), 20.0, delta=0.2)
            gone = [1 / float(paths.d[-1, 0]) - 1 / float(paths.d[middle, 0]) for paths in (one, other)]
            self.assertAlmostEqual(gone[0], gone[1], delta=0.15 + 0.06 * pace)
            self.assertAlmostEqual(float(other.x[-1, 0] - other.x[0, 0]), across * float(other.t[-1, 0] - other.t[0, 0]), delta=0.2)

    def test_what_was_drawn_hides_it_exactly_where_the_line_of_sight_meets_it(self) -> None:
        """Against segments that are cut with each other, ray by ray."""
        rng, hid = random.Random(8), 0
        for _ in range(40):
            way_of = tuple((rng.uniform(-8, 8), rng.uniform(6, 30)) for _ in range(rng.randint(2, 5)))
            things = tuple((rng.uniform(-5, 5), rng.uniform(2, 30), rng.uniform(0.05, 0.6), rng.random() < 0.4) for _ in range(4))
            chase = replace(PLAIN, across_m_s=7.0, way=way_of, things=things)
            paths = happens(chase, 1, 2)
            for k in range(0, len(paths.t), 7):
                x, y = float(paths.x[k, 0]), float(paths.y[k, 0])
                met = []
                for across, along, half, alike in things:
                    away = math.hypot(across, along)
                    if away < math.hypot(x, y) and not alike:
                        off = abs(math.atan2(across, along) - math.atan2(x, y))
                        met.append(math.tan(off) * away - half if off < 1.5 else 1.0)
                covered = abs(float(paths.passing[k, 0])) < float(np.broadcast_to(paths.covers, paths.d.shape)[k, 0])
                if met and abs(min(met)) > 1e-4:
                    self.assertEqual(covered, min(met) < 0, (way_of, things, k))
                    hid += covered
        self.assertGreater(hid, 10)

    def test_a_post_before_it_costs_what_the_post_hides_and_one_of_its_kind_draws_what_is_nearest(self) -> None:
        chase = replace(PLAIN, across_m_s=4.0, way=((-5.0, 20.0), (5.0, 20.0)), aim=0.002, large=0.9)
        free, post, twin = chase, replace(chase, things=((0.0, 8.0, 0.8, False),)), replace(chase, things=((0.0, 16.0, 1.5, True),))
        one = [way("small_group", "short"), way("small_group", "long"), way("whole_frame", "short")]
        kept = [follow(c, one, 32, 1).kept.mean(axis=1) for c in (free, post, twin)]
        self.assertLess(kept[1][0], kept[0][0] - 0.5, "focus goes to the post")
        self.assertGreater(kept[1][1], kept[1][0], "and stays where it holds on")
        self.assertLess(kept[2][2], kept[0][2], "the nearest of its kind is taken")
        self.assertGreater(kept[2][0], kept[2][2], "a small area is not drawn to it")


class WhatMatters(TestCase):
    def test_every_figure_of_a_chase_changes_what_is_kept(self) -> None:
        ways = [
            way(area.slug, hold, priority=p, looks=looks)
            for area in AREAS
            for hold in HOLDS
            for p in ("release", "focus")
            for looks in (False, True)
        ]
        drawn = {
            "prefers": "known",
            "way": ((-6.0, 24.0), (0.0, 18.0), (6.0, 24.0)),
            "things": ((0.0, 9.0, 1.0, False), (0.5, 12.0, 0.5, True)),
        }
        usual = follow(WILD, ways, 32, 1)
        for one in fields(Chase):
            now = getattr(WILD, one.name)
            other = {
                **drawn,
                "across_m_s": 9.0,
                "updates_s": 20.0,
                "nearest_d": 0.04,
                "veil_d": 0.06,
                "crossed": 0.1,
            }.get(one.name)
            other = (now * 3 if now else 0.3) if other is None else other
            changed = follow(replace(WILD, **{one.name: other}), ways, 32, 1)
            with self.subTest(one.name):
                self.assertGreater(float(np.abs(changed.kept - usual.kept).max()), 0.0)

    @settings(max_examples=30, deadline=None)
    @given(st.floats(1.1, 4.0), st.sampled_from([area.slug for area in AREAS]), st.booleans())
    def test_what_makes_it_easier_never_surely_keeps_less(self, times: float, area: str, looks: bool) -> None:
        """Less that crosses, stands before it, turns or shakes: in the mean over the same bursts, within what chance leaves; nothing is kept that was not fired."""
        one = [way(area, looks=looks)]
        usual = follow(WILD, one, 160, 4).kept
        for name in ("crossed", "before", "turns_m_s2", "aim"):
            made = follow(replace(WILD, **{name: getattr(WILD, name) / times}), one, 160, 4)
            differences = (made.kept - usual)[0]
            with self.subTest(name):
                self.assertGreaterEqual(float(differences.mean()), -4 * float(differences.std()) / math.sqrt(160) - 0.1)
                self.assertTrue((made.kept <= made.shots + 1e-6).all())

    def test_the_rate_is_kept_where_nothing_waits_and_nothing_is_fired_faster(self) -> None:
        for rate in (3.0, 7.0, 10.0, 20.0):
            made = follow(replace(PLAIN, rate=rate), [way(priority=p) for p in PRIORITIES], 8, 2)
            self.assertTrue(np.allclose(made.shots[0], rate, rtol=1e-6))
            self.assertTrue((made.shots <= rate + 1e-6).all())
            for burst in range(8):
                times = made.paths.t[made.fired[:, 2, burst], 0]
                self.assertTrue((np.diff(times) >= 1 / rate - 1.01 / PLAIN.updates_s).all())

    def test_where_nothing_is_read_for_long_the_lens_hunts_and_where_all_is_read_it_never_does(self) -> None:
        chase = replace(PLAIN, light=-4.0, nearest_d=0.5, travel_d_s=2.0)
        dark, light = (follow(one, [way()], 24, 1).lens[:, 0] for one in (chase, replace(chase, light=20.0)))
        self.assertLess(float(np.abs(light - 1 / 20).max()), 0.01)
        self.assertGreater(float(dark.max()), 0.4, "it has been to the near end")
        self.assertLess(float(dark[:8].max()), 0.1, "and begins only after a while")

    def test_a_face_that_is_known_is_never_taken_for_another(self) -> None:
        crowd = replace(WILD, others=6.0, large=0.95, light=20.0, against=0.0, faint=0.0, pane=0.0, crossed=0.0, veil=0.0)
        one = [way("whole_frame", "short", looks=True)]
        nearest, middle, known = (follow(replace(crowd, prefers=p), one, 200, 3).kept.mean() for p in ("nearest", "middle", "known"))
        self.assertGreater(known, nearest + 0.1)
        self.assertGreaterEqual(known, middle)
        blind = [follow(replace(crowd, prefers=p), [way("whole_frame", "short")], 64, 3).kept.mean() for p in ("nearest", "known")]
        self.assertEqual(blind[0], blind[1], "who looks for nobody prefers nobody")

    def test_what_costs_frames_is_named_and_what_does_not_is_not(self) -> None:
        self.assertEqual(causes_of(PLAIN, way()), ())
        for slug, change in (
            ("crossing", {"crossed": 3.0, "covers": 0.08}),
            ("clutter", {"before": 0.6}),
            ("aim", {"aim": 0.06}),
            ("near", {"toward_m_s": 5.0, "distance_m": 5.0, "nearest_d": 0.4, "tolerance_d": 0.02}),
            ("dark", {"light": -1.25, "reads_d": 0.0005, "toward_m_s": 4.0}),
            ("lens", {"travel_d_s": 0.002, "toward_m_s": 9.0}),
        ):
            found = causes_of(replace(PLAIN, **change), way("zone", "short"))
            with self.subTest(slug):
                self.assertEqual(found[0].cause.slug, slug)
                self.assertTrue(all(0 < one.share <= 1 for one in found))
        self.assertEqual(len({cause.slug for cause in CAUSES}), len(CAUSES))

    def test_bursts_are_the_same_each_time_and_other_seeds_are_others(self) -> None:
        first, again, other = (happens(WILD, 8, seed) for seed in (1, 1, 2))
        self.assertTrue(np.array_equal(first.d, again.d))
        self.assertFalse(np.array_equal(first.d, other.d))
        self.assertAlmostEqual(float(first.t[-1, 0]), BURST_S, delta=1.5 / WILD.updates_s)
