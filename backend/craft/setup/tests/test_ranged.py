"""Range and sets as they are decided: against every way made by hand and weighed with the sums written out, and against pixels."""

from __future__ import annotations

import math
from dataclasses import replace
from itertools import product
from unittest import TestCase

import numpy as np
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.bracketing.of_exposure import SINGLE, Lit, covers_of, fewest, sets_as_metered
from craft.examples import situation as usual
from craft.kit.body import BracketOffer
from craft.scene.imaged import output_gain
from craft.scene.light import Light, light_from_condition
from craft.scene.situation import Aims, Person, Situation
from craft.setup.advise import advise
from craft.setup.deciding.ranging import open_range, swing_kept
from craft.setup.setup import Setup
from craft.setup.solving.ranged import PRIORITIES, Opened, best, searched, weigh
from craft.setup.steps import as_metered
from craft.setup.tests.things import BODY, SENSOR, situation
from craft.tones.spread import spread_of
from craft.tones.tonemap import NOWHERE, Named, Oval, ToneMap, map_of
from craft.tones.wanted import must_hold, wanted_of
from craft.vocabulary.terms import File, Genre, RangeFirst, Support
from craft.white.lights import spectrum_of
from craft.white.response import neutral

STEP, SEEN, CLIP = 1 / 3, 1 / 6, math.log2(7.8)
SETS = (BracketOffer(3, 1.0), BracketOffer(3, 2.0), BracketOffer(5, 1.0), BracketOffer(5, 2.0))


def snr(electrons: float, gain_stops: float, time_s: float) -> float:
    """Signal to noise of one pixel of the test body, by EMVA 1288's sum."""
    full, pre = 60000 * min(1.0, 2.0**-gain_stops), 1.5 if gain_stops >= math.log2(6.4) - 0.1 else 3.0
    fixed = pre**2 + (5 * 2.0**-gain_stops) ** 2 + (full / 2**14) ** 2 / 12 + 0.02 * time_s
    return electrons / math.sqrt(electrons + fixed + (0.004 * electrons) ** 2)


@st.composite
def places(draw: st.DrawFn) -> Situation:
    """Situations whose light reaches over the clip or not, on bodies that protect, with every kind of file and priority."""
    genre = draw(st.sampled_from((Genre.LANDSCAPE, Genre.WEDDING, Genre.STREET)))
    light = Light(
        draw(st.sampled_from((4.0, 8.0, 12.0))),
        above=draw(st.sampled_from((1.0, 3.0, 6.0))),
        below=4.0,
        holds_above=draw(st.sampled_from((None, None, 2.9, 3.6))),
        kelvin=draw(st.sampled_from((3000.0, 5500.0))),
        swing=draw(st.sampled_from((0.0, 1.5))),
    )
    return situation(
        genre=genre,
        focal_length_mm=35,
        light=light,
        body=replace(BODY, protection_stops=draw(st.sampled_from(((), (1.0, 2.0))))),
        file=draw(st.sampled_from(File)),
        support=draw(st.sampled_from((Support.TRIPOD, Support.HANDHELD))),
        person=Person(range_first=draw(st.sampled_from(RangeFirst))),
    )


def shortfalls(of: Situation, made: Setup, offset: float, margin: float) -> dict[str, float]:
    """What a setup is short of on its scene, with the sums written out."""
    exact = (
        -round(3 * math.log2(made.exposure.shutter_s)) / 3,
        round(12 * math.log2(made.exposure.aperture)) / 6,
        round(3 * math.log2(made.exposure.iso / 100)) / 3,
    )
    x, n, s = exact
    ev = made.light.ev100 - made.light.lens_loss_stops - made.exposure.nd_stops
    key, gain = 60000 * 2 ** (-CLIP + ev - (x + n)), output_gain(of)
    amplified = s - made.range.highlight_protection_stops
    clips = math.log2(60000 * min(1.0, 2.0**-amplified) / key) - math.log2(max(neutral(spectrum_of(of.light.kind, of.light.kelvin))))
    tones = map_of(of)
    held = [one.ev for one in tones.named if one.skin or one.ev <= of.holds_above]
    held += [] if of.light.holds_above is None else [of.light.holds_above]
    brightest = max(held, default=of.holds_above)
    skins = [one.ev for one in tones.named if one.skin]
    dark = min((one.ev for one in tones.named), default=-of.light.below)
    shadow = snr(key * 2**dark, amplified, made.exposure.shutter_s) * gain
    skin = math.log2(40 / (snr(key * 2 ** min(skins), amplified, made.exposure.shutter_s) * gain)) if skins else 0.0
    return {
        "past": max(0.0, brightest + margin + (1 / 3 if offset > 0 else 0) - clips),
        "darker": max(0.0, -offset),
        "skin": max(0.0, skin),
        "shadow": max(0.0, math.log2(10 / shadow)),
        "spare": -math.log2(shadow),
    }


ORDERS = {
    "brightest": ("past", "darker", "skin", "shadow", "spare"),
    "skin": ("darker", "past", "skin", "shadow", "spare"),
    "shadows": ("shadow", "past", "skin", "darker", "spare"),
}


class OfAllWays(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(places())
    def test_range_is_the_best_of_every_way_made_by_hand(self, s: Situation) -> None:
        s = replace(s, body=replace(s.body, bracket_offers=()))  # one frame has to do
        made = advise(s)
        raw, rendered = made.file is not File.RENDERED, made.file is not File.RAW
        plain = advise(replace(s, settings={"highlight_protection": 0.0}, aims=Aims(brighter_stops=0.0)))
        still = s.genre is Genre.LANDSCAPE and s.carried_by is Support.TRIPOD
        cap = 1.0 if raw else 1 / 3
        most = 5 / 3 if still and not rendered else 0.0
        room = math.log2(plain.exposure.iso / 100) + 0.05
        offsets = [k * STEP for k in range(-round(cap * 3), round(most * 3) + 1)]
        ways = {}
        for offset, protection in product(offsets, (0.0, *(p for p in s.body.protection_stops if rendered and p <= room))):
            by_hand = advise(replace(s, settings={"highlight_protection": protection}, aims=Aims(brighter_stops=offset)))
            margin = 0.0 if plain.facts["floats"] else min(s.light_swing / 2, 2 / 3)
            short = shortfalls(s, by_hand, offset, margin)
            key = tuple(math.floor(short[name] / SEEN + 1e-6) for name in ORDERS[s.person.range_first.value])
            ways[offset, protection] = (*key, protection, abs(offset), offset)
        found = min(ways, key=lambda way: ways[way])
        if "highlight_guard" not in made.metering.pattern.value and plain.exposure.nd_stops == 0 and made.facts["over_stops"] == 0:
            self.assertEqual(
                (round(made.range.exposure_offset_ev, 6), made.range.highlight_protection_stops), (round(found[0], 6), found[1]), ways
            )

    @settings(max_examples=20, deadline=None)
    @given(places())
    def test_nothing_is_missed_where_the_search_stops_early(self, s: Situation) -> None:
        course = as_metered(s)
        plan = course.planned
        tones = map_of(s)
        wanted, opened, margin = wanted_of(s, tones, must_hold(s, tones)), open_range(course), swing_kept(course)
        for priority in PRIORITIES:
            self.assertEqual(searched(plan, wanted, opened, margin, priority), best(weigh(plan, wanted, opened, margin), priority))

    def test_a_way_that_is_fixed_is_taken_and_no_other(self) -> None:
        high = Light(6.0, above=6.0, holds_above=3.5, swing=2.5)
        able = replace(BODY, protection_stops=(1.0, 2.0), protection_automatic=True)
        for slug, offset, protection, automatic in (
            ("as_metered", 0.0, 0.0, False),
            ("protect", -2 / 3, 0.0, False),
            ("highlight_protection", 0.0, 1.0, False),
            ("automatic_protection", 0.0, 1.0, True),
        ):
            s = situation(light=high, body=able, file=File.BOTH, person=Person(schools={"range": slug}))
            made = advise(s)
            self.assertAlmostEqual(made.range.exposure_offset_ev, offset, msg=slug)
            self.assertEqual((made.range.highlight_protection_stops, made.range.protection_automatic), (protection, automatic), slug)
            self.assertGreaterEqual(made.exposure.iso, 100 * 2**protection)
        self.assertEqual(Opened().offsets(3), (0.0,))

    def test_what_comes_first_for_a_person_decides_whether_their_picture_is_darkened(self) -> None:
        light = Light(12.0, above=6.0, holds_above=3.6)
        asked = {
            first: advise(situation(light=light, file=File.RAW, person=Person(range_first=first))).range.exposure_offset_ev
            for first in RangeFirst
        }
        self.assertLess(asked[RangeFirst.BRIGHTEST], 0)
        self.assertEqual(asked[RangeFirst.SKIN], 0.0)


def random_map(seed: int, named: int) -> ToneMap:
    """A picture of random tones, its first channel a little over its luminance, some of them with names."""
    rng = np.random.default_rng(seed)
    light = rng.normal(0, rng.uniform(1, 5), (16, 24)).astype(np.float32)
    over = light + np.float32(rng.choice((0.2, 12.0))) * rng.random((16, 24), dtype=np.float32)
    names = tuple(Named(f"tone {k}", Oval(0.5, 0.5, 0.1, 0.1), float(ev), False) for k, ev in enumerate(rng.normal(0, 4, named)))
    return ToneMap(np.exp2(light), np.exp2(over), light * 0, 0, NOWHERE, names)


class OfAllSets(TestCase):
    @settings(max_examples=25, deadline=None)
    @example(226, 1, 0.0, 0.5)  # half of the picture is missed, to the last bit
    @given(st.integers(0, 10**6), st.integers(1, 4), st.sampled_from((-2.0, 0.0, 2.0)), st.sampled_from((0.5, 3.0, 9.0)))
    def test_each_is_placed_best_and_the_least_is_taken_by_looking_at_every_pixel_of_every_middle(
        self, seed: int, named: int, key: float, most: float
    ) -> None:
        tones, gain, time_s, iso = random_map(seed, named), 2.0, 0.01, 1.0
        key_e = 60000 / 7.8 / 2 * 2**key
        found = covers_of(tones, Lit(SENSOR, key_e, time_s, iso, 0.0, most), SETS, gain, 0.1, 3, 0.0)
        evs = [one.ev for one in tones.named]
        needed = [k / 3 for k in range(math.floor(min(evs) * 3), math.ceil(max(evs) * 3) + 1)]
        high, low = np.log2(tones.highest), np.log2(tones.luminance)
        told = {one.offer: one for one in found}
        every = {}
        for offer in (SINGLE, *SETS):
            half = (offer.frames - 1) / 2
            middles = [0.0] if offer == SINGLE else [k / 3 for k in range(-12, 13) if k / 3 + half * offer.step_ev <= most + 1e-6]
            tried = {}
            for middle in middles:
                longer = [middle + (k - half) * offer.step_ev for k in range(offer.frames)]
                clips = [math.log2(30000 / key_e) - one for one in longer]
                floors = [self.floor(10 / gain, key_e, one, time_s, iso) for one in longer]
                shares = []
                for back in (0.0, 1 / 3):
                    top = high >= clips[0] - back
                    bottom = low < floors[-1]
                    held = np.any([(high < clip) & (low >= floor) for clip, floor in zip(clips, floors, strict=True)], axis=0)
                    between = ~held & ~(high >= clips[0]) & ~bottom
                    shares.append(float(top.mean() + bottom.mean() + between.mean()))
                got = [
                    math.sqrt(
                        sum(
                            snr(key_e * 2 ** (ev + one), iso, time_s * 2**one) ** 2
                            for one, clip in zip(longer, clips, strict=True)
                            if ev < clip - 1e-9
                        )
                    )
                    for ev in needed
                ]
                worst = min(got) * gain
                short = math.floor(3 * max(0.0, math.log2(20 / max(worst, 1e-3))) + 1e-9)
                tried[middle] = (math.floor(shares[1] / 0.002 + 1e-9), short, round(abs(middle), 9), middle), shares[0], worst
            if not tried:
                self.assertNotIn(offer, told)
                continue
            middle = min(tried, key=lambda one: tried[one][0])
            self.assertAlmostEqual(told[offer].middle, middle, msg=str(offer))
            self.assertAlmostEqual(told[offer].missed, tried[middle][1], places=9)
            self.assertAlmostEqual(told[offer].snr, tried[middle][2], places=6)
            every[offer] = (tried[middle][1], tried[middle][0][1], middle)
        least = min(missed for missed, _, _ in every.values())
        holding = {offer: row for offer, row in every.items() if row[0] <= max(0.002, least + 0.002)}
        clean = min(row[1] for row in holding.values())
        expected = min((offer for offer in holding if holding[offer][1] == clean), key=lambda o: (o.frames, round(abs(holding[o][2]), 6)))
        taken = fewest(found).offer
        self.assertEqual((taken.frames, abs(told[taken].middle)), (expected.frames, abs(told[expected].middle)))

    @staticmethod
    def floor(bar: float, key_e: float, longer: float, time_s: float, iso: float) -> float:
        """Stops from the key at which a pixel reaches a bar, by halving."""
        low, high = -40.0, 20.0
        for _ in range(80):
            middle = (low + high) / 2
            low, high = (middle, high) if snr(key_e * 2 ** (middle + longer), iso, time_s * 2**longer) < bar else (low, middle)
        return high

    def test_a_set_is_taken_where_one_frame_would_have_to_be_too_dark(self) -> None:
        """The body holds the scene in one frame more than two stops under the meter; that is not done, and a set is."""
        land = {"genre": Genre.LANDSCAPE, "focal_length_mm": 24, "support": Support.TRIPOD, "body": replace(BODY, bracket_offers=SETS)}
        wide = situation(**land, light=Light(11.0, below=6.0, above=5.5))
        made = advise(wide)
        self.assertEqual((made.bracketing.frames, made.bracketing.step_ev), (3, 2.0))
        single, least = sets_as_metered(wide, map_of(wide))
        self.assertGreater(single.missed, 0.02)
        self.assertLessEqual(least.missed, 0.002)
        self.assertAlmostEqual(made.range.exposure_offset_ev, least.middle)
        narrow = situation(**land, light=Light(11.0, below=4.0, above=2.0))
        self.assertEqual(advise(narrow).bracketing.frames, 1)
        self.assertIsNone(sets_as_metered(situation(**{**land, "body": BODY}, light=Light(11.0, below=6.0, above=5.5)), map_of(wide))[1])


class AllOfIt(TestCase):
    @settings(max_examples=25, deadline=None)
    @given(st.sampled_from(("sunset_glow", "backlit_dawn", "dusk", "overcast", "bright_sun")), st.sampled_from((24.0, 50.0, 135.0, 400.0)))
    def test_a_landscape_holds_what_is_in_its_frame_whether_it_has_a_name_or_none(self, light: str, focal: float) -> None:
        """A long lens frames the sky alone: what the field says must hold is what the frame is exposed for."""
        one = usual(
            genre=Genre.LANDSCAPE,
            subject_slug="still",
            light=light_from_condition(light),
            lens={"focal_min_mm": 16.0, "focal_max_mm": 400.0, "closest_m": 3.0},
            focal_length_mm=focal,
        )
        made = advise(one)
        brightest = spread_of(map_of(one)).ends[1]
        self.assertGreaterEqual(made.facts["holds_stops"], min(one.holds_above, brightest) - 0.01)
        if made.bracketing.frames == 1 and made.facts["holds_stops"] < made.facts["clip_above_stops"] + 0.3:
            self.assertLess(made.facts["lacking_stops"], 0.35)
