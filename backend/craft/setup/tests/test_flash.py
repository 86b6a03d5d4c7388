"""Flash against the guide-number and inverse-square laws, reckoned here in plain metres, f-numbers and shares."""

from __future__ import annotations

import math
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.decisions.choice import wins
from craft.decisions.schools import DECISIONS
from craft.errors import CraftError
from craft.examples import advised
from craft.exposure.flash import AIM_LOSS, CEILING_M, pulsed_loss
from craft.kit.flash import Flash, guide_of_energy
from craft.scales.series import Dial
from craft.scene.flashed import FlashUse, Further
from craft.scene.light import Light
from craft.scene.situation import Locks, Person
from craft.setup.saying.brief import brief_of
from craft.setup.setup import Setup
from craft.setup.tests.things import STARS
from craft.vocabulary.terms import FlashAim, FlashLights, FlashRole, Genre, Support

SYNCED = {"sync_s": 1 / 200}
CLIP_ON, STROBE = Flash("clip-on", 40.0, high_speed=True), Flash("strobe", 60.0, recycle_s=1.0, mains=True, turns=False)
ROOM = {"genre": Genre.PORTRAIT, "subject_slug": "group_portrait", "light": Light(5.0, indoors=True), "body": SYNCED}
SUN = {"genre": Genre.PORTRAIT, "subject_slug": "standing", "light": Light(14.0), "body": SYNCED}
KEYED, FILLED = {**ROOM, "flashes": (CLIP_ON,)}, {**SUN, "flashes": (CLIP_ON,)}
ALONE = {**ROOM, "flashes": (CLIP_ON, STROBE), "flash": FlashUse(name="strobe")}


def on_subject(setup: Setup, guide_m: float) -> float:
    """Light of the flash over a full exposure of it: (G / (N d))^2 of its power, by ISO, and by what is lost on the way."""
    taken, exposure = setup.flash, setup.exposure
    assert taken is not None
    way = math.hypot(taken.distance_m, 2 * CEILING_M) if taken.aim is FlashAim.BOUNCED else taken.distance_m
    loss = AIM_LOSS[taken.aim] + taken.loss_stops
    return (guide_m / way / exposure.aperture) ** 2 * exposure.iso / 100 * taken.power / 2**loss


def decided(setup: Setup) -> str:
    """The way that flash took."""
    return next(one.school for one in setup.decisions if one.decision == "flash")


class Powers(TestCase):
    @given(st.floats(8, 80), st.floats(1.2, 12), st.sampled_from(list(FlashAim)), st.floats(3.0, 15.5), st.sampled_from(list(FlashRole)))
    @settings(max_examples=60, deadline=None)
    def test_the_power_that_is_told_gives_what_its_role_asks_by_guide_number_and_inverse_square(
        self, guide: float, away: float, aim: FlashAim, ev: float, role: FlashRole
    ) -> None:
        way = {FlashRole.FILL: "fill", FlashRole.KEY: "key", FlashRole.ALONE: "alone", FlashRole.NONE: "enough"}[role]
        setup = advised(
            **{**ROOM, "light": Light(ev, indoors=True)},
            flashes=(Flash("one", guide, lowest_share=1 / 4096),),
            flash=FlashUse(aim=aim, distance_m=away),
            person=Person(schools={"flash": way}),
        )
        taken = setup.flash
        if role is FlashRole.NONE:
            self.assertIsNone(taken)
            return
        asked = {FlashRole.FILL: 2 ** (-4 / 3), FlashRole.KEY: 1 - 2 ** (-4 / 3), FlashRole.ALONE: 1 - 2**-4}[role]
        gives = on_subject(setup, guide)
        self.assertEqual(taken.role, role)
        self.assertAlmostEqual(math.log2(gives), taken.gives_stops, delta=0.12, msg="as f-numbers and ISO are printed")
        if taken.lacks_stops > 0.05:
            self.assertAlmostEqual(taken.power, 1.0)
            self.assertAlmostEqual(math.log2(asked / gives), taken.lacks_stops, delta=0.12)
        elif taken.power > 1 / 4096 + 1e-9:
            self.assertAlmostEqual(gives / asked, 1.0, delta=0.09)

    @given(
        st.lists(st.tuples(st.floats(8, 80), st.floats(0.5, 8), st.floats(-1, 4), st.booleans()), min_size=1, max_size=3),
        st.floats(20, 80),
        st.sampled_from((FlashRole.KEY, FlashRole.ALONE)),
    )
    @settings(max_examples=40, deadline=None)
    def test_several_give_together_what_one_would_and_each_its_share(
        self, others: list[tuple[float, float, float, bool]], guide: float, role: FlashRole
    ) -> None:
        """Each by its own guide number and way; summed as light is."""
        bag = tuple(Flash(f"flash {k}", other[0], lowest_share=1 / 4096) for k, other in enumerate(others))
        further = tuple(
            Further(f"flash {k}", FlashLights.BEHIND if behind else FlashLights.SUBJECT, under, away)
            for k, (_, away, under, behind) in enumerate(others)
        )
        setup = advised(
            **ROOM,
            flashes=(Flash("first", guide, lowest_share=1 / 4096), *bag),
            flash=FlashUse(name="first", aim=FlashAim.DIRECT, distance_m=2.0, further=further),
            person=Person(schools={"flash": "key" if role is FlashRole.KEY else "alone"}),
        )
        taken, exposure = setup.flash, setup.exposure
        assert taken is not None
        leads = on_subject(setup, guide)
        total = leads
        for one, (other, away, under, behind) in zip(taken.further, others, strict=True):
            gives = (other / away / exposure.aperture) ** 2 * exposure.iso / 100 * one.power / 2**taken.loss_stops
            self.assertAlmostEqual(math.log2(gives), one.gives_stops, delta=0.12)
            total += 0.0 if behind else gives
            if taken.lacks_stops < 0.02 and one.lacks_stops < 0.02 and min(one.power, taken.power) > 1 / 4000:
                self.assertAlmostEqual(math.log2(leads / gives), under, delta=0.05)
            if one.lacks_stops > 0.02:
                self.assertEqual(one.power, 1.0)
        room = 2**-taken.room_under_stops
        self.assertAlmostEqual(math.log2(total + room), taken.together_stops, delta=0.12)
        powers = [taken.power, *(one.power for one in taken.further)]
        if max(taken.lacks_stops, *(one.lacks_stops for one in taken.further)) < 0.02 and min(powers) > 1 / 4000:
            asked = {FlashRole.KEY: 1 - 2 ** (-4 / 3), FlashRole.ALONE: 1 - 2**-4}[role]
            self.assertAlmostEqual(math.log2(total / asked), 0.0, delta=0.13)
        slowest = max(2.5 * power for power in powers)
        self.assertAlmostEqual(taken.recycle_s, slowest, delta=0.02 * slowest, msg="the last that is full again")

    def test_a_further_flash_is_one_of_the_bag_and_stands_in_one_place(self) -> None:
        for further, place, why in (
            ((Further("lantern"),), 0, "is not at hand"),
            ((Further("strobe"),), 0, "in use already"),
            ((Further("clip-on"), Further("clip-on")), 1, "in use already"),
        ):
            with self.assertRaisesRegex(CraftError, why) as caught:
                advised(**{**ALONE, "flash": FlashUse(name="strobe", further=further)})
            self.assertEqual(caught.exception.where, ("flash", "further", place, "name"))
        both = FlashUse(name="clip-on", further=(Further("strobe", distance_m=2.0),))
        quick = advised(**{**FILLED, "flashes": (CLIP_ON, STROBE), "flash": both}, locks=Locks(shutter_s=1 / 1000))
        [said] = [note.text for note in quick.notes if note.kind == "flash"]
        self.assertIn("covers a part of the frame while strobe burns, which cannot pulse", said)
        metered = advised(
            **{**ALONE, "flash": FlashUse(name="strobe", metered_aperture=8.0, further=(Further("clip-on", under_stops=1.0),))}
        )
        taken = metered.flash
        assert taken is not None
        self.assertEqual((taken.further[0].power_words, taken.further[0].lacks_stops), ("", 0.0))
        self.assertAlmostEqual(taken.gives_stops - taken.further[0].gives_stops, 1.0)
        self.assertAlmostEqual(2**taken.gives_stops * 1.5, 8.0**2 / metered.exposure.aperture**2 * metered.exposure.iso / 100, delta=0.05)

    def test_twice_as_far_takes_four_times_the_power_and_no_time_to_sync_takes_any(self) -> None:
        shares, times = [], []
        for away in (1.5, 3.0):
            setup = advised(**FILLED | {"flash": FlashUse(distance_m=away, aim=FlashAim.DIRECT)})
            shares.append(setup.flash.power)
            for shutter_s in (1 / 200, 1 / 60, 1 / 15):
                held = advised(**FILLED | {"flash": FlashUse(distance_m=away), "locks": Locks(shutter_s, 8.0, 100.0)})
                times.append((away, round(held.flash.power, 6)))
        self.assertAlmostEqual(shares[1] / shares[0], 4.0, places=6)
        self.assertEqual(len(set(times)), 2, "one power for each distance")
        short = advised(**FILLED | {"flash": FlashUse(distance_m=1.5), "locks": Locks(1 / 800, 8.0, 100.0)})
        self.assertAlmostEqual(short.flash.power / times[0][1], 2 ** pulsed_loss(1 / 800, 1 / 200), delta=0.01)
        self.assertAlmostEqual(short.flash.loss_stops, 3.0, places=6)
        dearer, cheaper = CLIP_ON.recycles_s(0.5), CLIP_ON.recycles_s(0.25)
        self.assertEqual((dearer / cheaper, CLIP_ON.charge_lasts(0.25) / CLIP_ON.charge_lasts(0.5)), (2.0, 2.0))
        self.assertAlmostEqual(guide_of_energy(800) / guide_of_energy(200), 2.0)


class Roles(TestCase):
    def test_what_leads_is_not_dark_and_keeps_the_room_where_it_belongs(self) -> None:
        key, fill, alone = advised(**KEYED), advised(**FILLED), advised(**ALONE)
        self.assertEqual([one.flash.role for one in (key, fill, alone)], [FlashRole.KEY, FlashRole.FILL, FlashRole.ALONE])
        self.assertAlmostEqual(key.flash.room_under_stops, 4 / 3, delta=0.2)
        self.assertGreaterEqual(alone.flash.room_under_stops, 4.0)
        self.assertLess(abs(fill.flash.room_under_stops), 0.2)
        self.assertLess(abs(alone.exposure.darker_stops), 0.2, "the flash is the light that is metered")
        self.assertIn("the flash lights the subject", key.exposure.darker_words)
        plain = advised(**ROOM)
        self.assertLess(key.exposure.iso, plain.exposure.iso)
        self.assertEqual({one.exposure.mode.value for one in (key, alone)}, {"manual"})
        self.assertAlmostEqual(alone.exposure.shutter_s, 1 / 200)
        self.assertEqual((alone.exposure.iso, alone.white.kelvin), (100.0, 5900.0))
        self.assertGreaterEqual(fill.exposure.shutter_s, 1 / 201)

    def test_a_weak_flash_is_not_asked_for_more_than_it_has_where_an_aperture_or_iso_is_left(self) -> None:
        """Brute force: of everything on the dials, nothing that it reaches is left where it is told to lack."""
        for guide in (4.0, 6.0, 9.0, 14.0):
            setup = advised(**KEYED | {"flashes": (Flash("weak", guide),)}, person=Person(schools={"flash": "key"}))
            taken, dials = setup.flash, setup.dials
            way = math.hypot(taken.distance_m, 2 * CEILING_M)
            reached = [
                (n, iso)
                for n in dials[Dial.APERTURE]
                for iso in dials[Dial.ISO]
                if (guide / way / n) ** 2 * iso / 100 / 2 ** AIM_LOSS[taken.aim] >= (1 - 2 ** (-4 / 3)) * 1.03
            ]
            self.assertEqual(taken.lacks_stops < 0.1, bool(reached), (guide, taken.lacks_stops, len(reached)))

    def test_a_light_given_as_flash_is_met_by_aperture_and_iso_at_any_time_to_sync(self) -> None:
        for metered in (4.0, 5.6, 8.0, 11.0):
            for iso in (None, 100.0, 400.0):
                use = FlashUse(name="strobe", metered_aperture=metered)
                setup = advised(**ALONE | {"flash": use}, locks=Locks(iso=iso))
                told = math.log2(setup.exposure.aperture**2 / metered**2 / setup.exposure.iso * 100)
                self.assertAlmostEqual(told, 0.0, delta=0.35, msg=f"f/{metered:g} at ISO 100, {setup.exposure}")
                self.assertEqual(decided(setup), "as_metered")
                self.assertEqual(setup.flash.power_words, "")

    def test_each_way_wins_when_it_says_and_off_says_why(self) -> None:
        seen = {}
        for change in (
            ROOM,
            KEYED,
            FILLED,
            ALONE,
            ALONE | {"flash": FlashUse(name="strobe", metered_aperture=8.0)},
            KEYED | {"body": {"sync_s": None}},
            KEYED | {"genre": Genre.WEDDING, "subject_slug": "ceremony"},
            FILLED | {"genre": Genre.SPORTS, "subject_slug": "rowing"},
            KEYED | {"light": Light(9.0, indoors=True)},
            KEYED | {"flashes": (Flash("weak", 2.0),)},
            FILLED | {"flashes": (Flash("weak", 3.0),)},
            FILLED | {"light": Light(9.0)},
            STARS | {"flashes": (CLIP_ON,), "body": SYNCED},
        ):
            setup = advised(**change)
            way = decided(setup)
            row = next(row for row in DECISIONS["flash"].schools if row.slug == way)
            self.assertTrue(wins(row, setup.facts), way)
            self.assertEqual(setup.flash is None, row.value[0] == "off", way)
            self.assertEqual(setup.settled["flash"], row.value[0])
            seen[way] = next(one.because for one in setup.decisions if one.decision == "flash")
        self.assertEqual(seen.keys(), {row.slug for row in DECISIONS["flash"].schools})
        self.assertEqual(len(set(seen.values())), len(seen))

    def test_one_that_is_not_at_hand_is_refused_and_the_strongest_on_the_camera_is_usual(self) -> None:
        with self.assertRaisesRegex(CraftError, "is not at hand: clip-on, strobe"):
            advised(**ALONE | {"flash": FlashUse(name="lamp")})
        both = (Flash("small", 12.0), CLIP_ON, STROBE)
        self.assertEqual(advised(**KEYED | {"flashes": both}).flash.name, "clip-on")
        for wrong in ({"guide_number_m": 0.0}, {"guide_number_m": math.nan}, {"guide_number_m": 30.0, "lowest_share": 2.0}):
            with self.assertRaises(CraftError):
                Flash("odd", **wrong)

    def test_a_tripod_and_a_hand_keep_the_room_sharp_while_the_flash_freezes_who_moves(self) -> None:
        dancing = KEYED | {"genre": Genre.WEDDING, "subject_slug": "dancing", "light": Light(3.0, indoors=True)}
        for support in (Support.HANDHELD, Support.TRIPOD):
            by_room = advised(**dancing | {"flashes": ()}, support=support)
            lit = advised(**dancing, support=support)
            self.assertLess(lit.exposure.iso, by_room.exposure.iso)
            self.assertLess(lit.flash.burns_s, by_room.exposure.shutter_s)

    def test_in_a_handful_of_words_it_is_the_flash_that_counts(self) -> None:
        self.assertRegex(brief_of(advised(**KEYED)).text, r"^flash: lights the subject, 1/\d+")
        weak = brief_of(advised(**FILLED | {"flashes": (Flash("weak", 6.0),)}, person=Person(schools={"flash": "fill"})))
        self.assertRegex(weak.text, "the flash lacks .* stop")
        self.assertTrue(weak.warns)
        far = FlashUse(name="strobe", further=(Further("clip-on", FlashLights.BEHIND, 0.0, 60.0),))
        self.assertRegex(brief_of(advised(**ALONE | {"flash": far})).text, "^clip-on lacks .* stops$")
        strong = brief_of(advised(**ROOM | {"flashes": (Flash("strong", 90.0),)}, person=Person(schools={"flash": "fill"})))
        self.assertRegex(strong.text, "the flash, turned down, gives .* too much")

    def test_one_that_cannot_pulse_is_said_to_leave_a_part_dark_and_no_press_offers_it(self) -> None:
        for pulses in (True, False):
            flash = Flash("clip-on", 40.0, high_speed=pulses)
            kept = advised(**FILLED | {"flashes": (flash,)})
            [told] = [note for note in kept.notes if note.kind == "flash"]
            self.assertEqual([way.label for way in told.ways], ["high-speed sync"] if pulses else [])
            short = advised(**FILLED | {"flashes": (flash,)}, locks=Locks(shutter_s=1 / 1600))
            [told] = [note for note in short.notes if note.kind == "flash"]
            self.assertIn("pulses" if pulses else "covers a part of the frame", told.text)
            self.assertIn("1/200" if not pulses else "1/1600", told.text)

    def test_its_row_says_what_the_room_asks_and_what_the_flash_gives_of_it(self) -> None:
        lit = advised(**KEYED)
        row = next(one for one in lit.decisions if one.decision == "flash")
        self.assertGreater(row.numbers["dim_stops"], 0)
        self.assertEqual(row.numbers["flash_power"], lit.flash.power)
        self.assertIn(f"with {lit.flash.power_words} of its power", row.because)
        self.assertAlmostEqual(lit.flash.together_stops, 0.0, delta=0.15, msg="room and flash come to one exposure")
        reaches = [one.reach_m for one in lit.flash.powers]
        self.assertEqual(sorted(reaches, reverse=True), reaches)
        inside = [one.share for one in lit.flash.powers if one.reach_m >= lit.flash.distance_m]
        self.assertLess(min(inside) / lit.flash.power, 2.01, "the power that is told is the least that reaches, within a half")
