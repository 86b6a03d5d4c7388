"""Where two frames differ: against every place of the frame, looked at one by one."""

from __future__ import annotations

import unittest
from dataclasses import replace

import numpy as np

from craft.render.differs import WHERE_CLIPPED, where_they_differ
from craft.render.picture import Look, brightened, lift_between, picture
from craft.render.rehearsal import rehearse, small, window_of
from craft.render.shot import exposed
from craft.render.tests.shots import a_shot
from craft.scene.light import light_from_condition
from craft.scene.situation import Situation
from craft.setup.advise import advise
from craft.setup.tests.things import BODY, LENS
from craft.stage.stages import STAGES
from craft.vocabulary.terms import Genre

CEREMONY = Situation(Genre.WEDDING, BODY, LENS, light_from_condition("lamps_and_window"), "ceremony", 50.0)


BARELY = 0.2


class Pieces(unittest.TestCase):
    def test_no_place_of_the_frame_has_lost_more(self) -> None:
        shot = a_shot("hall")
        over = exposed(shot, time_stops=-1.0)
        place = where_they_differ(shot, over)
        self.assertEqual((place.of, place.part), ("lost", WHERE_CLIPPED))
        (light, full), (theirs, filled) = (
            (raw.mean(-1) * 2**one.clip_above_key, raw.max(-1) >= 1) for one, raw in ((o, small(o)[0]) for o in (shot, over))
        )
        lost = ((full != filled) & (np.abs(np.log2(theirs / light)) > 0.1)) * 1.0
        high, wide = lost.shape
        down, across = round(WHERE_CLIPPED * high), round(WHERE_CLIPPED * wide)
        sums = {(x, y): lost[y : y + down, x : x + across].sum() for y in range(0, high - down, 3) for x in range(0, wide - across, 3)}
        here = lost[
            round(place.y * high - down / 2) : round(place.y * high + down / 2),
            round(place.x * wide - across / 2) : round(place.x * wide + across / 2),
        ].sum()
        self.assertGreaterEqual(here, max(sums.values()) * 0.9)

    def test_the_piece_lies_in_the_frame_and_differs_at_one_brightness(self) -> None:
        """Of every scene a frame with another aperture and one with more noise: the piece of one is not that of the other."""
        for stage in STAGES:
            shot = a_shot(stage.slug)
            for other, least in (
                (exposed(shot, time_stops=-2.0, aperture_stops=2.0), 0.02),
                (exposed(shot, time_stops=3.0, iso_stops=3.0), 0.3),
            ):
                place = where_they_differ(shot, other)
                if place.of == "noise" and other.iso_stops == shot.iso_stops:
                    continue  # nothing differs there that one would see
                with self.subTest(stage=stage.slug, of=place.of):
                    self.assertTrue(0 < place.x < 1 and 0 < place.y < 1 and 0 < place.part <= 1)
                    even = brightened(other, lift_between(shot, other))
                    pieces = [
                        picture(one, Look.FINDER, 120, centre=(place.x, place.y), part=place.part, marks=False) for one in (shot, even)
                    ]
                    self.assertGreater(float(np.abs(pieces[0].astype(float) - pieces[1]).mean()), least)

    def test_of_every_frame_one_might_take_it_is_what_its_words_say(self) -> None:
        found = rehearse(CEREMONY, advise(CEREMONY))
        for variant in found.variants:
            clips = [window_of(shot, 1.0).clips for shot in (found.shot, variant.shot)]
            if any(abs(one.ev - clip) < BARELY for one in found.named for clip in clips):
                continue  # a tone that is barely held may be barely lost in its own light
            of = where_they_differ(found.shot, variant.shot).of
            told = "lost" if any(word in variant.words for word in ("kept", "lost", "burnt")) else of
            self.assertEqual(of, told, variant.words)
        self.assertEqual(where_they_differ(found.shot, replace(found.shot, seed=2)).of, "noise")
