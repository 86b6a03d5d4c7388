"""A frame under the sky of its place: stars draw as that sky turns, a recipe keeps it, and the frame tells of the sky it has."""

from __future__ import annotations

import math
import unittest
from typing import Any

import numpy as np

from craft.day.stars import TRACKED_S, in_a_line, night_frame
from craft.errors import CraftError
from craft.examples import situation as some
from craft.kit.lens import Lens
from craft.render.compose import framing_of, sky_moves
from craft.render.shot import Shot, exposed, from_recipe, on_own, shot_of
from craft.scene.light import light_from_condition
from craft.scene.situation import Motion, Situation
from craft.setup.advise import advise
from craft.sky.overhead import Overhead, catalogue, turned
from craft.tones.framing import View
from craft.tones.heavens import camera_of, pointing_of
from craft.tones.tonemap import map_of
from craft.vocabulary.terms import Genre

WIDE = Lens("Wide", 14, 35, 1.8, 1.8, 22, 0.3, slug="wide")
VIEW = View(1200, 800, 1200.0)


def night(at: str = "2027-01-12T21:00", toward: float | None = 180.0, place: bool = True, **change: Any) -> Situation:
    """Stars over land on a winter's evening."""
    over = Overhead(54.4, 0.6, at, toward) if place else None
    light = light_from_condition("moonless")
    return some(
        **{
            "genre": Genre.NIGHT_SKY,
            "lens": WIDE,
            "light": light,
            "subject_slug": "stars_over_land",
            "overhead": over,
            "focal_length_mm": 20,
        }
        | change
    )


def taken(situation: Situation) -> Shot:
    return shot_of(situation, advise(situation))


class UnderHeavens(unittest.TestCase):
    def test_stars_draw_to_where_they_stand_a_minute_later(self) -> None:
        """Of the drawn motion of every place of the frame against two projections of the sky, a minute apart."""
        for toward, subject in ((180.0, "stars_over_land"), (0.0, "trails"), (95.0, "galaxy")):
            shot = taken(night(toward=toward, subject_slug=subject))
            heavens = shot.heavens or self.fail("no sky")
            framing = framing_of(shot, VIEW)
            pointing, seen = pointing_of(framing), camera_of(heavens, pointing_of(framing))
            scale, x0, y0 = framing.scale(math.inf)
            later = Overhead(54.4, 0.6, "2027-01-12T21:01", toward)
            minute = exposed(shot, time_stops=math.log2(shot.time_s / 60))
            (u, v, ahead), (u1, v1, _) = (seen.image(catalogue().toward @ turned(at).T) for at in (heavens.over, later))
            x, y = (start + scale * (middle + pointing.focal * of) for start, middle, of in ((x0, pointing.x, u), (y0, pointing.y, v)))
            inside = (ahead > 0) & (x > 0) & (x < 1200) & (y > 0) & (y < 800)
            across, down = sky_moves(minute, VIEW, x[inside], y[inside])
            for drawn, one, other in ((across, u, u1), (down, v, v1)):
                moved = scale * pointing.focal * (other - one)[inside]
                self.assertLess(float(np.abs(drawn - moved).max()), 0.06, (toward, subject))

    def test_a_recipe_keeps_the_sky_and_an_older_one_has_none(self) -> None:
        shot = taken(night())
        self.assertEqual(from_recipe(shot.recipe()), shot)
        older = {name: value for name, value in shot.recipe().items() if name not in ("heavens", "star_way")}
        self.assertIsNone(from_recipe(older).heavens)
        broken = shot.recipe() | {
            "heavens": {"over": {"latitude_deg": 99.0, "longitude_deg": 0.0, "at": "2027-01-12T21:00"}, "ev100": -8.0}
        }
        with self.assertRaises(CraftError):
            from_recipe(broken)
        self.assertEqual(on_own(shot, None), shot)

    def test_no_tone_of_an_invented_sky_has_a_name_where_the_sky_is_known(self) -> None:
        names = [{tone.name for tone in map_of(night(place=place)).named} for place in (True, False)]
        self.assertEqual(names[1] - names[0], {"planet", "galaxy"})
        self.assertTrue(names[0])

    def test_what_is_told_of_a_frame_is_of_that_frame(self) -> None:
        here = night()
        told = night_frame(here, advise(here)) or self.fail("no stars")
        self.assertAlmostEqual(told.longest_px / told.shot.time_s, told.frame.fastest_px_s)
        away = night(place=False)
        self.assertIsNone((night_frame(away, advise(away)) or self.fail("no stars")).looks)
        up = told.looks or self.fail("nowhere")
        self.assertAlmostEqual(up.bearing_deg, 180.0, delta=1e-6)
        north = night(toward=0.0)
        slower = night_frame(north, advise(north)) or self.fail("no stars")
        self.assertLess(slower.frame.middle_px_s, told.frame.middle_px_s, "stars by the pole are slower than those on the equator")
        self.assertGreaterEqual(told.faintest(16), told.faintest() + 1.4, "four times the signal to noise is a magnitude and a half")
        self.assertLess(told.isos[0].snr, told.isos[-1].snr)
        sky_noise = told.light().of_sky()
        gained = told.isos[-1].snr / told.isos[0].snr
        self.assertLess(gained, 1.5 if sky_noise > 0.9 else 9.0, "ISO gains little where the sky is the noise")
        self.assertIn(f"points to {told.schools[-1].time_s:.1f} s", in_a_line(told))
        by_hand = night(motion=Motion(declination_deg=60.0))
        turned = night_frame(by_hand, advise(by_hand)) or self.fail("no stars")
        self.assertAlmostEqual(turned.schools[1].time_s, 2 * told.schools[1].time_s, msg="the rule goes by the declination that is typed")
        trails = night(toward=0.0, subject_slug="trails")
        arcs = night_frame(trails, advise(trails)) or self.fail("no stars")
        self.assertRegex(in_a_line(arcs), f"^{arcs.series.frames if arcs.series else 0} frames in .* min draw arcs of ")
        minute = told.light(TRACKED_S / told.shot.time_s, 0.0)
        self.assertAlmostEqual(minute.sky_e / told.light().sky_e, TRACKED_S / told.shot.time_s, delta=1e-6)
