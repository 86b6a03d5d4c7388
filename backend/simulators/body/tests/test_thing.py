"""The stand-in as a thing: what it refuses, what it keeps, what it takes, and how it wears down."""

from __future__ import annotations

import datetime as dt
import math
import tempfile
import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.review.bands import Banded, banded
from craft.review.mid_grey import mid_grey, stops_to_clip
from craft.scales.series import Dial, stops_of, value_of
from craft.vocabulary.checker import violations
from demo.day import DAY
from demo.kit import BODIES, LENSES
from forms.dialect_form import of_demo
from forms.outing_form import OutingFile
from images.reading import came_back, counts_of
from simulators.body.even import Even
from simulators.body.filled import thing_of
from simulators.body.holds import RefusedError
from simulators.body.takes import offsets_of, taken
from simulators.body.thing import Thing

NOW = dt.datetime(2027, 6, 14, 12, 0, tzinfo=dt.UTC)
USED = {one["body"] for one in DAY["situations"]}
FILE = OutingFile.model_validate({**DAY, "bodies": {slug: BODIES[slug] for slug in USED}, "lenses": LENSES})


class World:
    """A clock that a test moves."""

    def __init__(self) -> None:
        self.at = NOW

    def __call__(self) -> dt.datetime:
        return self.at

    def goes_on(self, seconds: float) -> None:
        self.at += dt.timedelta(seconds=seconds)


def a_thing(slug: str = "merrow-swift-20", world: World | None = None) -> Thing:
    return thing_of(FILE, slug, of_demo(slug), now=world or World())


class UnderALamp(unittest.TestCase):
    def banded(self, readout_s: float, mains_hz: int, shutter: str) -> tuple[Banded, float]:
        """What eight raws of a wall under a lamp tell of a body that is built to be read so long, and by how much the mains say."""
        built = BODIES["merrow-swift-20"] | {"readout_s": readout_s, "sync_s": 0.012}
        day = {**DAY, "mains_hz": mains_hz}
        file = OutingFile.model_validate(
            {**day, "bodies": {slug: built if slug == "merrow-swift-20" else BODIES[slug] for slug in USED}, "lenses": LENSES}
        )
        it = thing_of(file, "merrow-swift-20", of_demo("merrow-swift-20"), now=World())
        for setting, value in (("exposure_mode", "manual"), ("shutter_type", shutter), ("shutter_time", 0.001), ("file_format", "raw")):
            it.write(setting, value)
        it.look_at(Even.LAMP)
        lines = []
        for _ in range(8):
            [made] = it.fire(1)
            with tempfile.NamedTemporaryFile(suffix=".DNG") as kept:
                kept.write(it.content(made.name))
                kept.flush()
                lines.append(counts_of(kept.name).lines.astype(float))
        return banded(lines), it.mains_hz

    def test_its_bands_tell_how_long_it_is_read_by_the_mains_where_it_is_or_how_long_its_curtains_travel(self) -> None:
        for readout_s, shutter, is_s in ((0.0137, "electronic", 0.0137), (0.06, "electronic", 0.06), (0.06, "mechanical", 0.012)):
            found, mains = self.banded(readout_s, 60, shutter)
            self.assertEqual((found.lacks, mains), ("", 60))
            seconds, off = found.read_in_s(mains)
            self.assertLess(abs(seconds - is_s), 3 * off + 0.001 * is_s, (shutter, found))
        self.assertIn("read too fast", self.banded(0.004, 50, "electronic")[0].lacks)


class AsItMeters(unittest.TestCase):
    def test_a_wall_tells_where_the_body_places_grey_in_each_mode_that_meters_and_nothing_in_the_one_that_does_not(self) -> None:
        for built in (2.4, 3.37):
            body = BODIES["merrow-swift-20"] | {"clip_above_grey_stops": built}
            day = {**DAY, "bodies": {slug: body if slug == "merrow-swift-20" else BODIES[slug] for slug in USED}, "lenses": LENSES}
            it = thing_of(OutingFile.model_validate(day), "merrow-swift-20", of_demo("merrow-swift-20"), now=World())
            it.write("file_format", "raw")
            it.write("highlight_protection", 0.0)
            it.look_at(Even.WALL)
            found: list[float] = []
            for mode, brighter in (("manual", 0.0), ("program", 0.0), ("aperture_priority", -1.0), ("shutter_priority", 2 / 3)):
                it.write("exposure_mode", mode)
                it.write("iso_mode", "fixed")
                if mode != "manual":
                    it.write("compensation", brighter)
                [made] = it.fire(1)
                with tempfile.NamedTemporaryFile(suffix=".DNG") as kept:
                    kept.write(it.content(made.name))
                    kept.flush()
                    of = counts_of(kept.name)
                self.assertEqual(of.metered_ev is None, mode == "manual")
                if of.metered_ev is not None:
                    self.assertAlmostEqual(of.metered_ev, brighter, places=2)
                    found.append(stops_to_clip(float(of.counts.mean()) - of.black, of.white - of.black, of.metered_ev))
            told = mid_grey(found)
            self.assertEqual((told.frames, told.lacks), (3, ""), found)
            self.assertAlmostEqual(told.stops, built, delta=1 / 6, msg=f"its dials click in thirds: {found}")


class Holds(unittest.TestCase):
    def test_a_value_between_clicks_is_refused_with_the_nearest(self) -> None:
        it = a_thing()
        with self.assertRaises(RefusedError) as caught:
            it.write("iso_value", 333.0)
        self.assertEqual(caught.exception.nearest, 320.0)
        with self.assertRaisesRegex(RefusedError, "no such item"):
            it.write("cup_holder", "out")

    def test_what_is_shut_is_refused_until_it_is_opened(self) -> None:
        it = a_thing()
        it.write("white_mode", "automatic")
        with self.assertRaisesRegex(RefusedError, "only when white is in kelvin"):
            it.write("white_kelvin", 4300.0)
        it.write("white_mode", "kelvin")
        self.assertEqual(it.write("white_kelvin", 4300.0), 4300.0)

    def test_what_excludes_another_value_is_refused_and_changes_nothing(self) -> None:
        it = a_thing()
        it.write("file_format", "rendered")
        it.write("merge", "two_stops")
        it.write("bracket_kind", "off")
        before = dict(it.settings.values)
        with self.assertRaisesRegex(RefusedError, "both want the release"):
            it.write("bracket_kind", "exposure")
        self.assertEqual(it.settings.values, before)

    def test_each_firmware_brings_something_and_leaves_all_else_as_it_is_set_until_there_is_none(self) -> None:
        for slug in sorted(USED):
            it, seen = a_thing(slug), set[str]()
            if it.settings.slots:
                it.keep(1, 1, "dawn")
            for _ in range(60):
                held, kept, was = dict(it.settings.values), dict(it.settings.kept), it.firmware
                try:
                    it.update()
                except RefusedError:
                    break
                brought = it.settings.values.keys() - held.keys()
                with self.subTest(slug, firmware=it.firmware):
                    self.assertTrue(brought and not brought & seen)
                    self.assertEqual({name: it.settings.values[name] for name in held}, held)
                    self.assertEqual((it.settings.kept, violations(it.settings.values, it.settings.around)), (kept, ()))
                    self.assertNotEqual(it.firmware, was)
                    self.assertIn(it.settings.label(min(brought)), it.events[-1].words)
                seen |= brought
            else:
                self.fail(f"{slug} never ends")
            self.assertTrue(seen, slug)

    def test_a_body_that_only_goes_wrong_in_use_lets_one_do_it(self) -> None:
        it = a_thing()
        it.write("silent", "on")
        self.assertEqual(it.write("beeps", "on"), "on")

    @given(st.data())
    @settings(max_examples=30, deadline=None)
    def test_a_slot_brings_back_what_it_holds_and_nothing_else(self, data: st.DataObject) -> None:
        it = SHARED
        bank, number = data.draw(st.sampled_from(it.settings.slots))
        slugs = st.sampled_from([slug for slug, row in it.settings.rows.items() if len(row.offered) > 1])

        def fiddle() -> None:
            for slug in data.draw(st.lists(slugs, max_size=6)):
                try:
                    it.write(slug, data.draw(st.sampled_from(it.settings.rows[slug].offered)))
                except RefusedError:
                    continue

        fiddle()
        it.keep(bank, number, "one")
        kept = dict(it.settings.values)
        fiddle()
        before, holds = dict(it.settings.values), it.settings.bank(bank, number).holds
        it.turn(bank, number)
        for slug, value in it.settings.values.items():
            self.assertEqual(value, kept[slug] if holds(slug) else before[slug], slug)

    def test_every_demo_body_stands_as_it_can_be_set(self) -> None:
        for slug in sorted(USED):
            it = a_thing(slug)
            self.assertEqual(violations(it.settings.values, it.settings.around), (), slug)

    def test_a_slot_that_there_is_not_is_refused(self) -> None:
        it = a_thing()
        for at in ((0, 1), (1, 0), (1, 99), (3, 1)):
            with self.assertRaises(RefusedError):
                it.turn(*at)


SHARED = a_thing("oxwick-plate-60")


class Takes(unittest.TestCase):
    def shot(self, it: Thing, light: float = 0.0):
        return taken(it.before[it.at].form, it.settings.values, light)[0]

    def held_by_hand(self, it: Thing, **values: float | str) -> None:
        for slug, value in {"exposure_mode": "manual", "iso_mode": "fixed", "white_mode": "daylight", **values}.items():
            it.write(slug, value)

    def test_by_hand_the_dials_are_taken_as_they_stand_and_the_light_goes_into_the_tone(self) -> None:
        it = a_thing()
        self.held_by_hand(it, shutter_time=1 / 1000, aperture=8.0, iso_value=800.0)
        one, darker = self.shot(it), self.shot(it, -2.0)
        self.assertEqual((one.time_s, one.aperture, one.iso_stops), (darker.time_s, darker.aperture, darker.iso_stops))
        self.assertAlmostEqual(one.aperture, 8.0)
        self.assertAlmostEqual(darker.key_stops - one.key_stops, -2.0)
        self.assertAlmostEqual(one.iso_stops, 3.0)
        it.write("iso_value", 1600.0)
        self.assertAlmostEqual(self.shot(it).gain_stops - one.gain_stops, 1.0)

    @given(
        st.floats(-8, 4), st.sampled_from(["aperture_priority", "shutter_priority", "program", "manual"]), st.sampled_from([-1.0, 0.0, 1.0])
    )
    @settings(max_examples=40, deadline=None)
    def test_automatics_keep_the_tone_where_no_limit_is_met(self, light: float, mode: str, compensation: float) -> None:
        """The exposure equation, computed here: light less time, aperture and gain is the same for every light, but for a click and the limits."""
        it = a_thing()
        for slug, value in {"exposure_mode": mode, "iso_mode": "automatic", "iso_floor": 100.0, "iso_ceiling": 12800.0}.items():
            it.write(slug, value)
        it.settings.values["compensation"] = compensation
        base, moved = self.shot(it), self.shot(it, light)
        tone = [shot.key_stops + shot.iso_stops for shot in (base, moved)]
        at_end = any(abs(shot.iso_stops - end) < 0.4 for shot in (base, moved) for end in (0.0, 7.0))
        if not at_end:
            self.assertAlmostEqual(tone[0], tone[1], delta=0.34)

    def test_compensation_makes_brighter_and_protection_leaves_the_dial(self) -> None:
        it = a_thing()
        for slug, value in {"exposure_mode": "aperture_priority", "iso_mode": "fixed", "aperture": 8.0, "iso_value": 800.0}.items():
            it.write(slug, value)
        one = self.shot(it)
        it.write("compensation", 1.0)
        self.assertAlmostEqual(math.log2(self.shot(it).time_s / one.time_s), 1.0, delta=0.02)
        it.write("highlight_protection", 2.0)
        self.assertEqual([self.shot(it).protection, self.shot(it).iso_stops], [2.0, one.iso_stops])

    def test_another_lens_brings_its_apertures_and_leaves_the_rest_as_it_stood(self) -> None:
        it = a_thing()
        self.held_by_hand(it, shutter_time=1 / 500, aperture=11.0, iso_value=400.0)
        before = dict(it.settings.values)
        for at in (1, 2, 0, 1):
            it.stand(at)
            self.assertIn(it.settings.values["aperture"], it.settings.rows["aperture"].offered)
            self.assertEqual(violations(it.settings.values, it.settings.around), ())
            self.assertEqual(self.shot(it).focal_mm, it.before[at].form.value().focal_mm)
            for slug in ("shutter_time", "iso_value", "exposure_mode", "file_format"):
                self.assertEqual(it.settings.values[slug], before[slug])
        self.assertEqual(it.settings.values["aperture"], 11.0)
        it.write("aperture", 2.8)
        it.stand(0)
        self.assertEqual(it.settings.values["aperture"], 5.6)

    def test_a_set_goes_around_the_middle_one(self) -> None:
        it = a_thing()
        for slug, value in {"merge": "off", "bracket_kind": "exposure", "bracket_frames": 5.0, "bracket_step": 1.0}.items():
            it.write(slug, value)
        self.assertEqual(offsets_of(it.settings.values), (0.0, -1.0, 1.0, -2.0, 2.0))
        shots = taken(it.before[0].form, it.settings.values)
        self.assertEqual([round(math.log2(shot.time_s / shots[0].time_s), 3) for shot in shots], [0, -1, 1, -2, 2])

    def test_a_file_says_what_was_dialled_and_when_by_its_own_clock(self) -> None:
        it = a_thing()
        it.clock_off_s = 95.0
        self.held_by_hand(it, shutter_time=1 / 500, aperture=5.6, iso_value=400.0, file_format="rendered", drive_mode="single")
        [file] = it.fire(1)
        with tempfile.NamedTemporaryFile() as out:
            out.write(it.content(file.name))
            out.flush()
            told = came_back(out.name).told
        self.assertAlmostEqual(stops_of(Dial.TIME, told["time_s"]), stops_of(Dial.TIME, 1 / 500), places=3)
        self.assertAlmostEqual(told["aperture"], 5.6, delta=0.1)
        self.assertEqual([told["iso"], told["name"]], [400, it.settings.body.name])
        begins = it.before[0].begins + dt.timedelta(seconds=95)
        self.assertEqual(told["taken_at"], begins.strftime("%Y:%m:%d %H:%M:%S"))
        self.assertGreater(float(value_of(Dial.ISO, it.files[file.name].shot.iso_stops)), 399)


class Wears(unittest.TestCase):
    def test_the_buffer_fills_and_empties_and_the_battery_falls_faster_in_the_cold(self) -> None:
        world = World()
        it = a_thing(world=world)
        it.write("drive_mode", "high")
        room, _ = it.burst()
        it.fire(20)
        after, _ = it.burst()
        self.assertLess(after, room - 15)
        world.goes_on(120)
        self.assertEqual(it.burst()[0], room)
        warm = it.battery
        it.celsius = -15.0
        self.assertLess(it.battery, warm)
        it.charge = 0.0
        with self.assertRaisesRegex(RefusedError, "battery"):
            it.fire(1)

    def test_cards_fill_fail_and_are_pulled(self) -> None:
        it = a_thing()
        it.write("fires_without_card", "off")
        it.cards[0].room = 1
        it.write("drive_mode", "single")
        it.write("file_format", "rendered")
        it.fire(1)
        it.fire(1)
        self.assertEqual([len(card.files) for card in it.cards], [1, 1])
        it.card(1, "out")
        self.assertEqual(len(list(it.listed())), 1)
        it.card(0, "failing")
        with self.assertRaisesRegex(RefusedError, "no card"):
            it.fire(1)

    def test_a_wrong_code_pairs_nothing_and_five_change_it(self) -> None:
        it = a_thing()
        shown = it.code
        for code in ("wrong", "", "２０４８１６", "é" * 20, shown + "0"):
            with self.assertRaises(RefusedError):
                it.pair(code)
        self.assertNotEqual(it.code, shown)
        token = it.pair(it.code)
        self.assertEqual(it.tokens, {token})

    def test_a_clock_drifts_and_what_happens_is_told_in_order(self) -> None:
        world = World()
        it = a_thing(world=world)
        begins = it.clock()
        world.goes_on(86400)
        self.assertAlmostEqual((it.clock() - begins).total_seconds() - 86400, 1.5, places=3)
        it.bump("iso_value", 3)
        it.stand(1)
        self.assertEqual([event.what for event in it.events_after(0)], ["moved", "stood"])
        self.assertEqual(it.events_after(2), [])
