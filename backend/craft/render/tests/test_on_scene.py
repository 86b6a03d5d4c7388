"""Range, sets and series on whole situations: against every way tried by the whole setup, and against pixels of the frame itself."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

import numpy as np

from craft.bracketing.of_exposure import fewest
from craft.kit.body import BracketOffer
from craft.render.compose import as_it_is
from craft.render.develop import lost_in_raw
from craft.render.expose import frame
from craft.render.field import field_lines
from craft.render.range import against_plain, fares, guarded, lifts, place_of, shot_in, ways_of
from craft.render.rehearsal import small_view, window_of
from craft.render.sets import covers_on, drifts, optimal
from craft.render.shot import Shot, exposed, shot_of
from craft.render.steady import series_of, strip, subjects_of
from craft.scene.imaged import output_gain
from craft.scene.light import Light
from craft.scene.situation import Person, Situation
from craft.sensor.noise import ACCEPTABLE
from craft.setup.advise import advise
from craft.setup.deciding.ranging import swing_kept
from craft.setup.setup import Setup
from craft.setup.solving.ranged import PRIORITIES, best
from craft.setup.steps import as_metered
from craft.setup.tests.things import BODY, situation
from craft.tones.metered import metered
from craft.tones.tonemap import ToneMap, map_of
from craft.tones.wanted import must_hold, wanted_of
from craft.vocabulary.terms import File, Genre, Pattern, RangeFirst, Support
from craft.white.response import brightness
from craft.white.screen import LUMINANCE

SETS = (BracketOffer(3, 1.0), BracketOffer(3, 2.0), BracketOffer(5, 1.0), BracketOffer(5, 2.0))
ABLE = replace(BODY, protection_stops=(1.0, 2.0), bracket_offers=SETS, patterns=("multi_zone", "centre_weighted", "spot"))
DOORWAY = Light(6.0, above=6.4, below=4.0, kelvin=3200.0)


def hall(**changes: object) -> tuple[Situation, Setup, Shot, ToneMap]:
    one = situation(genre=Genre.WEDDING, body=ABLE, light=DOORWAY, file=File.RAW, **changes)
    setup = advise(one)
    return one, setup, shot_of(one, setup), map_of(one)


class Ranges(unittest.TestCase):
    def test_each_way_is_what_the_whole_setup_comes_to_with_it_set_by_hand(self) -> None:
        one, _, _, tones = hall()
        ways = [way for way in ways_of(one, tones, must_hold(one, tones)) if not way.lift]
        for way in ways:
            by_hand = replace(one, settings={"highlight_protection": way.protection}, aims=replace(one.aims, brighter_stops=way.offset))
            made = advise(by_hand)
            self.assertEqual(
                (made.exposure.shutter_s, made.exposure.aperture, made.exposure.iso), (way.shutter_s, way.aperture, way.iso), way
            )
            self.assertEqual(made.range.highlight_protection_stops, way.protection)

    def test_a_way_on_the_picture_is_the_way_that_was_weighed(self) -> None:
        """Clip, skin and shadow of the frame that a way takes are those that it was chosen by."""
        one, _, shot, tones = hall()
        gain, brightest = output_gain(one), max(tone.ev for tone in tones.named if tone.name in must_hold(one, tones))
        for way in ways_of(one, tones, must_hold(one, tones)):
            found = fares(shot_in(shot, way), tones, gain)
            self.assertAlmostEqual(found.shadow, way.shadow, places=3)
            self.assertAlmostEqual(found.skin, way.skin, places=3)
            if not way.past:
                self.assertGreaterEqual(found.window.clips, brightest - 1e-6)

    def test_shares_are_those_of_the_frame_itself(self) -> None:
        one, _, shot, tones = hall()
        for stops in (-2.0, 0.0, 2.0):
            moved = exposed(shot, time_stops=stops)
            counted = float(lost_in_raw(frame(moved, small_view(moved))).mean())
            self.assertAlmostEqual(fares(moved, tones, output_gain(one)).lost, counted, delta=0.03)

    def test_the_best_run_past_a_habit_until_what_must_hold_does(self) -> None:
        one, _, shot, tones = hall()
        every, gain = tuple(tone.name for tone in tones.named), output_gain(one)
        row = next(row for row in PRIORITIES if row.slug is RangeFirst.BRIGHTEST)
        found = []
        for most in (0.5, 3.0):
            asked = replace(one, person=replace(one.person, darker_cap_stops=most))
            way = best(tuple(way for way in ways_of(asked, tones, every) if not way.lift), row)
            self.assertEqual(advise(asked).facts["darkest_stops"], most)
            self.assertFalse(set(fares(shot_in(shot, way), tones, gain).over) & set(every))
            found.append(way.offset)
        self.assertEqual(*found)
        self.assertLess(found[0], -0.5)

    def test_what_must_hold_moves_the_choice(self) -> None:
        one, _, shot, tones = hall()
        brightest = next(row for row in PRIORITIES if row.slug is RangeFirst.BRIGHTEST)
        some, every = (
            best(tuple(way for way in ways_of(one, tones, holds) if not way.lift), brightest)
            for holds in (must_hold(one, tones), tuple(tone.name for tone in tones.named))
        )
        gain = output_gain(one)
        clips = [fares(shot_in(shot, way), tones, gain).window.clips for way in (every, some)]
        self.assertGreater(*clips)

    def test_protection_reads_the_sensor_as_a_lower_iso_does(self) -> None:
        """The raw of ISO 800 with two stops of it has the counts of ISO 200: the same clip, floor and shares."""
        one, _, shot, tones = hall()
        protected, plain = replace(shot, protection=2.0), replace(shot, iso_stops=shot.iso_stops - 2.0)
        gain = output_gain(one)
        this, that = fares(protected, tones, gain), fares(plain, tones, gain)
        self.assertEqual((this.lost, this.window.clips, this.shadow), (that.lost, that.window.clips, that.shadow))
        self.assertNotAlmostEqual(this.window.warns - this.window.clips, that.window.warns - that.window.clips, places=2)

    def test_under_each_protection_the_picture_is_as_bright_and_by_itself_takes_the_least_that_keeps_what_must_hold(self) -> None:
        for ev, above in ((5.0, 3.0), (5.0, 4.5), (9.0, 3.6), (14.0, 2.0), (15.0, 6.0)):
            one = replace(hall()[0], body=replace(ABLE, protection_automatic=True), light=Light(ev, above=above, holds_above=above))
            setup, tones = advise(one), map_of(one)
            rows = {row.value: row.setup for row in guarded(one, setup) if row.setup}
            self.assertEqual(list(rows), [0.0, 1.0, 2.0, "automatic"])
            shots = {value: shot_of(one, made) for value, made in rows.items()}
            keys = [shot.key_stops + shot.iso_stops for shot in shots.values()]
            self.assertLess(max(keys) - min(keys), 0.34, "as bright, to the dial's third")
            takes, room = rows["automatic"].range.highlight_protection_stops, setup.exposure.iso / one.body.base_iso
            brightest = wanted_of(one, tones).brightest + swing_kept(as_metered(one))
            keeps = [p for p in (0.0, 1.0, 2.0) if 2**p <= room * 1.01 and window_of(shots[p], 1.0).clips >= brightest - 1e-6]
            self.assertLessEqual(takes, min(keeps, default=2.0), (ev, above))
            if keeps:
                self.assertIn(takes, keeps, (ev, above))

    def test_a_tone_is_looked_at_where_it_is(self) -> None:
        _, _, _, tones = hall()
        for tone in tones.named:
            x, y = place_of(tones, tone.ev)
            about = np.log2(tones.framed(tones.luminance)[int(y * tones.height), int(x * tones.width)])
            self.assertAlmostEqual(float(about), tone.ev, delta=1.5, msg=tone.name)
        light = tones.framed(tones.luminance)
        x, y = place_of(tones, 30.0)
        self.assertGreater(float(light[int(y * tones.height), int(x * tones.width)]), float(light.max()) / 2, "the nearest there is")

    def test_at_base_there_is_no_lower_iso_and_that_is_said(self) -> None:
        _, _, shot, _ = hall()
        self.assertIn("lifts the lowest ISO to 400, so the sensor gets 2 stops less light", against_plain(shot, 2.0, 100.0, 100.0))
        self.assertIn("the raw is that of ISO 200, 2 under", against_plain(shot, 2.0, 800.0, 100.0))

    def test_a_body_that_switches_gain_by_the_dial_keeps_the_quiet_one_under_protection(self) -> None:
        """ISO 800 with two stops of it clips as ISO 200 does; the dial stands past the switch at 640, so its read noise is the lower."""
        one, _, _, tones = hall()
        by_dial = replace(one, body=replace(ABLE, sensor=replace(ABLE.sensor, gain_by_dialled_iso=True)))
        protected = 0
        for ev in (4.0, 5.0, 6.0, 7.0):
            dimmed = {"file": File.BOTH, "light": replace(DOORWAY, ev100=ev)}
            plain, dialled = (ways_of(replace(of, **dimmed), tones, must_hold(one, tones)) for of in (one, by_dial))
            for way, other in zip(plain, dialled, strict=True):
                kept = 2**way.s >= 6.1 > 2 ** (way.s - way.protection)
                protected += kept
                (self.assertGreater if kept else self.assertEqual)(other.shadow, way.shadow, (ev, way))
        self.assertGreater(protected, 0)
        shot = shot_of(by_dial, advise(by_dial))
        self.assertIn("keeps the quieter gain of ISO 800", against_plain(shot, 2.0, 800.0, 100.0))
        self.assertIn("the raw is that of ISO 800", against_plain(shot, 2.0, 3200.0, 100.0))

    def test_a_lifted_shadow_is_seen_where_its_noise_passes_the_bar(self) -> None:
        _, _, shot, tones = hall()
        clean, noisy = (lifts(exposed(shot, time_stops=stops), tones, 2.0) for stops in (-3.0, 3.0))
        self.assertEqual([row[1] for row in clean], sorted(row[1] for row in clean))
        for good, bad in zip(clean, noisy, strict=True):
            self.assertGreater(good[2], bad[2])
            self.assertGreaterEqual(good[3], bad[3])
            self.assertLessEqual(good[3], -good[1] + 1e-9)


class Sets(unittest.TestCase):
    def test_what_a_set_holds_is_what_some_frame_of_it_holds(self) -> None:
        """Pixel by pixel over the map, each frame by itself."""
        one, _, shot, tones = hall(support=Support.TRIPOD)
        found = next(one for one in covers_on(one, shot, tones) if one.offer == BracketOffer(3, 2.0))
        highest, lowest = np.log2(tones.framed(tones.highest)), np.log2(tones.framed(tones.luminance))
        held = np.zeros(highest.shape, bool)
        for part in found.frames:
            clip = exposed(shot, time_stops=-part.longer).clip_above_key
            held |= (highest < clip) & (lowest >= part.floor)
        self.assertAlmostEqual(found.missed, float((~held).mean()), places=6)

    def test_fewest_frames_then_nearest_to_the_meter_of_all_that_hold_it(self) -> None:
        one, setup, shot, tones = hall(support=Support.TRIPOD)
        covers = covers_on(one, shot, tones)
        self.assertEqual({(c.offer.frames, c.offer.step_ev) for c in covers}, {(1, 0.0), *((o.frames, o.step_ev) for o in SETS)})
        least = fewest(covers)
        for other in covers:
            if other.whole:
                self.assertLessEqual((least.offer.frames, abs(least.middle)), (other.offer.frames, abs(other.middle) + 1e-6))
        self.assertTrue(least.whole and least.snr >= ACCEPTABLE)
        best_one = optimal(one, setup, shot, tones, least)
        self.assertIsNotNone(best_one)
        self.assertGreaterEqual(best_one.gain_db, -0.2)

    def test_by_hand_no_frame_is_longer_than_it_can_be_held(self) -> None:
        one, _, shot, tones = hall(support=Support.HANDHELD)
        for found in covers_on(one, shot, tones):
            longest = max(shot.time_s * 2**part.longer for part in found.frames)
            self.assertLessEqual(longest, max(one.person.slowest_handheld_s, shot.time_s) * 1.001)

    def test_what_moves_goes_as_far_as_it_moves_in_the_time(self) -> None:
        one, _, shot, _ = hall(support=Support.HANDHELD)
        (short, crop), (long, wider) = drifts(one, shot, 0.1), drifts(one, shot, 0.4)
        self.assertEqual([part.what for part in short], [part.what for part in long])
        for before, after in zip(short, long, strict=True):
            self.assertAlmostEqual(after.pixels, 4 * before.pixels)
        self.assertTrue(0 < crop <= wider)
        still, none = drifts(replace(one, support=Support.TRIPOD), shot, 0.4)
        self.assertNotIn("the hand", [part.what for part in still])
        self.assertEqual(none, 0.0)


class Steadiness(unittest.TestCase):
    def test_a_held_series_swings_as_the_light_and_a_metered_one_as_its_meter(self) -> None:
        one, _, _, tones = hall()
        seen = metered(one, tones)
        for swing in (0.0, 3.0):
            held, *others = series_of(seen, swing)
            self.assertAlmostEqual(held.spread, swing, places=6)
            by_pattern = {series.pattern: series.spread for series in others}
            self.assertEqual(set(by_pattern), set(Pattern))
            self.assertGreater(by_pattern[Pattern.SPOT], by_pattern[Pattern.MULTI_ZONE])
            for series in others:
                self.assertAlmostEqual(sum(tile.stops for tile in series.tiles), 0.0, places=4)

    def test_small_pictures_are_as_bright_as_they_are_said_to_be(self) -> None:
        one, _, shot, tones = hall()
        seen = metered(one, tones)
        pictured = dict(subjects_of(seen, Pattern.SPOT))
        self.assertGreater(pictured["tarred hull"].stops, pictured["white cloth"].stops)
        drawn = strip(shot, tones, tuple(pictured.values()))
        width = drawn.shape[1] // len(pictured)
        means = [float((drawn[:, k * width : k * width + tones.width] @ LUMINANCE).mean()) for k in range(len(pictured))]
        order = [tile.stops for tile in pictured.values()]
        self.assertEqual(int(np.argmax(means)), int(np.argmax(order)))
        self.assertEqual(int(np.argmin(means)), int(np.argmin(order)))

    def test_the_field_is_told_what_is_let_go_and_nothing_where_all_holds(self) -> None:
        one, setup, shot, _ = hall()
        lines = " ".join(field_lines(one, setup, shot))
        self.assertIn("sky outside", lines)
        plain = situation(genre=Genre.EVERYDAY, body=ABLE, light=Light(13.0, above=1.5, below=2.0))
        made = advise(plain)
        self.assertNotIn("Let go", " ".join(field_lines(plain, made, shot_of(plain, made))))

    def test_the_field_is_told_where_to_point_a_spot_and_what_another_pattern_does(self) -> None:
        one, setup, _, _ = hall()
        spot = replace(one, settings={"metering_pattern": "spot", "iso_mode": "automatic"}, light=replace(DOORWAY, swing=6.0))
        made = advise(spot)
        self.assertTrue(made.exposure.meters)
        lines = " ".join(field_lines(spot, made, shot_of(spot, made)))
        self.assertRegex(lines, rf"Spot: point it at .*, place it \{made.exposure.compensation_ev:+.1f}; exposure lock, then recompose")
        zones = replace(spot, settings={"metering_pattern": "multi_zone"})
        made = advise(zones)
        told = " ".join(field_lines(zones, made, shot_of(zones, made)))
        reads = metered(zones).read(Pattern.MULTI_ZONE).stops
        self.assertIn(f"Multi-zone reads {abs(reads):.1f} stop", told)
        self.assertIn(f"comes out as much too {'dark' if reads > 0 else 'pale'}", told)

    def test_a_set_of_the_setup_is_told_to_be_off_again(self) -> None:
        one, _, _, _ = hall(settings={"bracket_frames": 3.0, "bracket_step": 2.0}, person=Person(schools={"bracketing": "bracket"}))
        made = advise(one)
        lines = " ".join(field_lines(one, made, shot_of(one, made)))
        self.assertIn("The set is 3 frames, 2 stops apart: see that it is off again", lines)
        self.assertNotIn("Let go", lines)

    def test_the_map_is_the_scene(self) -> None:
        """Its mean luminance is that of the scene drawn for the eye."""
        _, _, shot, tones = hall()
        drawn = float((as_it_is(shot, small_view(shot)) @ brightness()).mean())
        self.assertAlmostEqual(math.log2(float(tones.framed(tones.luminance).mean()) / drawn), 0.0, delta=0.1)
