"""Each feature is there with the kit that has it and gone with the kit that has not."""

from __future__ import annotations

from dataclasses import replace
from typing import Any
from unittest import TestCase

from craft.kit.body import Body, BracketOffer, Finder, Sensor, Shutter
from craft.kit.controls import Control, Use
from craft.kit.features import SHOWN, features_of
from craft.kit.lens import Lens
from craft.kit.own_steps import Scale
from craft.kit.traits import Traffic, Traits
from craft.vocabulary.features import FEATURES, lacking

BODY = Body(
    "Plain",
    Sensor(36, 24, 6000, 4000, 60000, 3, 5),
    100,
    25600,
    30,
    shortest_mechanical_s=0.000125,
    patterns=("multi_zone",),
)
LENS = Lens("Plain", 50, 50, 2, 2, 16, 0.5)

# feature -> a change of body, a change of lens, after which it is there; it is not there on the plain kit
ADDS: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "area_switching": ({"traits": Traits(scales={"area_switching": Scale(0, 2)})}, {}),
    "body_stabiliser": ({"stabiliser_stops": 5.0}, {}),
    "brackets": ({"bracket_offers": (BracketOffer(3, 1.0),)}, {}),
    "bursts": ({"frames_per_second": 5.0}, {}),
    "circle_small": ({}, {"circle_mm": 28.0}),
    "detection": ({"detects": ("people",)}, {}),
    "electronic": ({"shortest_electronic_s": 0.00003}, {}),
    "electronic_flash": ({"sync_electronic_s": 0.02}, {}),
    "flash": ({"sync_s": 0.004}, {}),
    "lens_manual": ({}, {"autofocus": False}),
    "lens_switch": ({}, {"stabiliser_switch": True}),
    "lens_unreported": ({}, {"autofocus": False, "ring_reported": False}),
    "nd": ({"nd_stops": (3.0,)}, {}),
    "nothing_steers": ({"traits": Traits(controls=(Control("top", "top key", "top_behind"),))}, {}),
    "protection": ({"protection_stops": (1.0,)}, {}),
    "rear_button": ({"traits": Traits(controls=(Control("rear", "thumb key", "thumb_rest", (Use.PRESS,)),))}, {}),
    "slots": ({"traits": Traits(slots=3)}, {}),
    "two_cards": ({"traits": Traits(traffic=Traffic(card_mb_s=(100, 90)))}, {}),
    "several_patterns": ({"patterns": ("multi_zone", "spot")}, {}),
    "several_shutters": ({"first_curtain": True}, {}),
    "stabiliser": ({}, {"stabiliser_stops": 4.0}),
}
# feature -> a change after which it is gone; it is there on the plain kit
TAKES: dict[str, tuple[dict[str, Any], dict[str, Any]]] = {
    "autofocus": ({"autofocus": False}, {}),
    "direct_iso": ({"sets_iso_by_limits_only": True}, {}),
    "electronic_finder": ({"finder": Finder.OPTICAL}, {}),
    "eye_finder": ({"finder": Finder.SCREEN}, {}),
    "focuses": ({}, {"autofocus": False, "ring": False, "fixed_m": 3.0}),
    "interchangeable": ({"traits": Traits(features=frozenset({"one_piece"}))}, {}),
    "lens_known": ({}, {"autofocus": False, "ring_reported": False}),
    "live_view": ({"finder": Finder.OPTICAL}, {}),
    "mechanical": ({"shortest_mechanical_s": None, "shortest_electronic_s": 0.0001}, {}),
    "ring_reported": ({}, {"ring_reported": False}),
    "several_apertures": ({}, {"widest_short": 2.0, "widest_long": 2.0, "narrowest_aperture": 2.0}),
}


class Features(TestCase):
    def features(self, change: tuple[dict[str, Any], dict[str, Any]]) -> frozenset[str]:
        return features_of(replace(BODY, **change[0]), replace(LENS, **change[1]))

    def test_figures_show_a_feature_exactly_where_it_is(self) -> None:
        plain = features_of(BODY, LENS)
        for token, change in ADDS.items():
            self.assertNotIn(token, plain)
            self.assertIn(token, self.features(change))
        for token, change in TAKES.items():
            self.assertIn(token, plain)
            self.assertNotIn(token, self.features(change))
        self.assertEqual(set(ADDS) | set(TAKES) | {"raw_files"}, set(SHOWN))

    def test_what_the_profile_states_is_there_beside_what_the_figures_show(self) -> None:
        stated = replace(BODY, traits=Traits(features=frozenset({"touch", "live_view"})), finder=Finder.OPTICAL)
        found = features_of(stated, LENS)
        self.assertTrue({"touch", "live_view", "mechanical"} <= found)
        self.assertNotIn("two_cards", found)

    def test_a_lens_in_one_piece_with_its_body_is_never_too_small(self) -> None:
        one_piece = replace(BODY, fixed_lens="own")
        self.assertNotIn("circle_small", features_of(one_piece, replace(LENS, circle_mm=10.0)))
        whole = (36**2 + 24**2) ** 0.5
        self.assertNotIn("circle_small", features_of(BODY, replace(LENS, circle_mm=whole - 0.1)))
        self.assertIn("circle_small", features_of(BODY, replace(LENS, circle_mm=whole - 0.3)))

    def test_what_is_lacking_is_said_in_words(self) -> None:
        for token, words in FEATURES.items():
            self.assertIn(words, lacking((token,), frozenset()))
            self.assertEqual(lacking((token,), frozenset({token})), "")
        self.assertEqual(lacking(("touch", "slots"), frozenset()).count(" that "), 2)

    def test_the_highest_rate_is_the_least_of_what_shutter_and_file_allow(self) -> None:
        traits = Traits(raw_rate=8.0, mechanical_rate=12.0)
        body = replace(BODY, frames_per_second=20.0, shortest_electronic_s=0.0001, traits=traits)
        for shutter, raw, rate in (
            (Shutter.ELECTRONIC, False, 20.0),
            (Shutter.ELECTRONIC, True, 8.0),
            (Shutter.MECHANICAL, False, 12.0),
            (Shutter.MECHANICAL, True, 8.0),
        ):
            self.assertEqual(body.highest_rate(shutter, raw), rate)
        self.assertEqual(replace(body, traits=Traits()).highest_rate(Shutter.MECHANICAL, True), 20.0)
        self.assertIsNone(BODY.highest_rate(Shutter.MECHANICAL, True))
