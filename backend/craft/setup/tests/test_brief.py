"""What a day says of a setup in a handful of words: the worst first, and true of it."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.scales.words import in_thirds
from craft.scene.light import Light
from craft.scene.situation import Aims, Locks, Motion
from craft.setup.advise import advise
from craft.setup.saying.brief import SEEN_STOPS, brief_of
from craft.setup.tests.things import situation
from craft.vocabulary.terms import AimMotion, Genre, Support


class Told(TestCase):
    @settings(max_examples=40, deadline=None)
    @given(st.floats(-4, 16), st.floats(0, 7), st.sampled_from(list(Genre)))
    def test_whatever_is_asked_it_says_the_worst_that_stands_against_the_picture(self, ev100: float, above: float, genre: Genre) -> None:
        setup = advise(situation(genre=genre, light=Light(ev100, above=above), focal_length_mm=100))
        brief = brief_of(setup)
        now = min(setup.ladder, key=lambda row: abs(row.ev100 - setup.light.ev100))
        lost, wanting = setup.facts["unheld_stops"], setup.facts["wanting_stops"]
        self.assertEqual(brief.warns, now.out_of_reach or lost > SEEN_STOPS or wanting > SEEN_STOPS)
        if wanting > SEEN_STOPS:
            self.assertEqual(brief.text, f"{in_thirds(wanting)} of filter wanting")
        elif now.out_of_reach:
            self.assertIn("out of reach", brief.text)
        elif lost > SEEN_STOPS:
            self.assertEqual(brief.text, f"{in_thirds(lost)} past the clip")
        elif setup.bracketing.frames > 1:
            self.assertIn(f"{setup.bracketing.frames} frames", brief.text)
        elif setup.exposure.darker_stops > SEEN_STOPS:
            self.assertEqual(brief.text, f"{in_thirds(setup.exposure.darker_stops)} darker on purpose")
        else:
            given_up = [one for one in setup.concessions if one.gave_stops > SEEN_STOPS]
            self.assertEqual(brief.text == "nothing given", not given_up)
            self.assertEqual(brief.text.count("stop"), len(given_up))

    def test_a_filter_that_is_wanting_and_a_light_out_of_reach_are_warned_of(self) -> None:
        streaks = situation(
            genre=Genre.LANDSCAPE, light=Light(15.0), support=Support.TRIPOD, aims=Aims(motion=AimMotion.BLUR), motion=Motion(speed_m_s=1.0)
        )
        self.assertRegex(brief_of(advise(streaks)).text, "of filter wanting$")
        held = situation(light=Light(-4.0), locks=Locks(shutter_s=1 / 4000, aperture=22, iso=100))
        self.assertEqual((brief_of(advise(held)).text, brief_of(advise(held)).warns), ("out of reach in this light", True))

    def test_thirds_are_said_as_people_say_them(self) -> None:
        said = {0.0: "0 stop", 0.34: "1/3 stop", 1.0: "1 stop", 1.3: "1 1/3 stops", 2.68: "2 2/3 stops", 3.0: "3 stops"}
        for value, words in said.items():
            self.assertEqual(in_thirds(value), words)
