"""Configurations carried over between the demo bodies: there and back, and each fate with its reason."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.day.fits import CARRIED, FIT_WORDS, OF_THE_LIGHT, Fit, Fitted, Other, fits
from craft.errors import CraftError
from craft.vocabulary.settings import BY_SLUG
from forms.tests.test_configuration import LENS, LIGHT, asked
from forms.tests.test_walk import made

BODIES = st.sampled_from(sorted(LENS))
GENRES = st.sampled_from(sorted(LIGHT))


def over(values: dict[str, Any], one: str, other: str, genre: str) -> dict[str, Fitted]:
    """What becomes of values of one body on another, by setting."""
    configuration, menus = made(other, genre)
    words = made(one, genre)[1].dialect.by_setting()
    found = fits(Other(values, words), configuration, menus.dialect.by_setting(), {})
    return {item.setting: item for item in found}


class ThereAndBack(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(BODIES, BODIES, GENRES, GENRES, st.data())
    def test_only_what_was_said_to_be_lost_is_lost(self, one: str, other: str, genre: str, there_genre: str, data: st.DataObject) -> None:
        rows = made(one, genre)[0].rows
        values = {row.setting.slug: row.value for row in rows}
        for row in data.draw(st.lists(st.sampled_from(rows), max_size=15, unique_by=lambda row: row.setting.slug)):
            if row.offered:
                values[row.setting.slug] = data.draw(st.sampled_from(row.offered))
        there = over(values, one, other, there_genre)
        self.assertEqual(set(there), set(values), "a fate for every setting")
        self.assertTrue(all(item.because for item in there.values()))
        came = {slug: item.value for slug, item in there.items() if item.fit not in (Fit.POINTLESS, Fit.IMPOSSIBLE)}
        self.assertEqual(came, {slug: values[slug] for slug in came}, "what can be had is had as it was")
        offered = {row.setting.slug: row.offered for row in made(other, there_genre)[0].rows}
        self.assertTrue(all(not offered[slug] or value in offered[slug] for slug, value in came.items()), "and this body has it")
        back = over(came, other, one, genre)
        returned = {slug: item.value for slug, item in back.items() if item.fit not in (Fit.POINTLESS, Fit.IMPOSSIBLE)}
        said = {slug for slug, item in (*there.items(), *back.items()) if item.fit in (Fit.POINTLESS, Fit.IMPOSSIBLE)}
        self.assertEqual({slug: value for slug, value in values.items() if slug not in said}, returned)

    def test_on_the_same_body_in_the_same_light_everything_fits_but_what_is_the_lights_own(self) -> None:
        for body in LENS:
            values = made(body, "street")[0].values
            found = over(values, body, body, "street")
            self.assertFalse({item.fit for item in found.values()} - {Fit.KEPT, Fit.POINTLESS}, body)
            self.assertTrue(all(item.already for item in found.values() if item.fit is Fit.KEPT))
            self.assertTrue(all(found[slug].fit is Fit.POINTLESS for slug in OF_THE_LIGHT & set(values)))


class Fates(TestCase):
    def test_each_fate_comes_with_its_own_reason(self) -> None:
        swift = made("merrow-swift-20", "sports")[0].values
        plate = over(swift, "merrow-swift-20", "oxwick-plate-60", "landscape")
        self.assertIs(plate["beeps"].fit, Fit.RENAMED)
        self.assertIn("here “Audible confirmation”", plate["beeps"].because)
        self.assertIs(plate["battery_order"].fit, Fit.IMPOSSIBLE)
        self.assertIn("a grip holds a second battery", plate["battery_order"].because)
        high = over({"iso_ceiling": 102400.0}, "merrow-swift-20", "oxwick-plate-60", "landscape")["iso_ceiling"]
        self.assertIs(high.fit, Fit.IMPOSSIBLE)
        offered = {row.setting.slug: row.offered for row in made("oxwick-plate-60", "landscape")[0].rows}
        self.assertEqual(high.value, max(offered["iso_ceiling"]), "the nearest that this body has")
        found = over({"highlight_protection": "automatic"}, "merrow-glass-36", "merrow-swift-20", "everyday")["highlight_protection"]
        self.assertNotEqual(found.fit, Fit.IMPOSSIBLE, "what the body offers is a value of its setting")
        shut = over(
            {"white_mode": "daylight", "bracket_kind": "off", "bracket_frames": 3.0}, "merrow-swift-20", "merrow-swift-20", "sports"
        )
        self.assertIs(shut["bracket_frames"].fit, Fit.POINTLESS, "it cannot be chosen while there are no sets")

    def test_what_goes_against_an_answer_or_a_finger_is_asked_first(self) -> None:
        situation = asked("sports", "merrow-swift-20", profile={"habits": {"focus_start": "rear_button"}})
        from craft.configuration.configure import configure
        from craft.setup.advise import advise

        setup = advise(situation)
        configuration = configure(situation, setup)
        other = Other({"focus_activation": "shutter_button", "front_dial": "iso", "beeps": "off"}, {})
        found = {item.setting: item for item in fits(other, configuration, {}, {"front_dial": "time"})}
        self.assertIs(found["focus_activation"].fit, Fit.AGAINST_PROFILE)
        self.assertIn("You answered", found["focus_activation"].because)
        self.assertIs(found["front_dial"].fit, Fit.BREAKS_HABIT)
        self.assertIn("Today it is time", found["front_dial"].because)
        self.assertIn(found["beeps"].fit, CARRIED)
        self.assertEqual(set(FIT_WORDS), set(Fit))

    def test_settings_and_values_that_there_are_not_are_refused(self) -> None:
        for values, where in (({"nonsense": "on"}, "nonsense"), ({"beeps": "loud"}, "beeps")):
            with self.assertRaises(CraftError) as caught:
                over(values, "merrow-swift-20", "merrow-swift-20", "sports")
            self.assertEqual(caught.exception.where[-1], where)
        self.assertTrue(set(BY_SLUG) >= OF_THE_LIGHT)
