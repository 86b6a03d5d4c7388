"""A shot is made of the setup's own figures: lengths, light and places agree with the room they come from."""

from __future__ import annotations

import math
import unittest
from dataclasses import replace

from craft.kit.body import Shutter
from craft.optics.movement import star_speed_m_s
from craft.render.in_light import in_light, level_at, moves_to
from craft.render.shot import shot_of
from craft.scene.imaged import hand_speed, image_speed, lens_loss_stops, limb_speed
from craft.scene.light import Light
from craft.scene.situation import Aims, Delivery, Locks, Motion, Situation
from craft.setup.advise import advise
from craft.setup.tests.things import BODY, LENS, situation
from craft.vocabulary.terms import AimMotion, Genre, Support


def made(one: Situation) -> tuple[object, object]:
    setup = advise(one)
    return setup, shot_of(one, setup)


class FromTheSetup(unittest.TestCase):
    def test_the_key_lies_where_brightness_says(self) -> None:
        """As metered the key is g under the clip; what the setup gives or takes moves it by so much."""
        for ev in (4.0, 8.0, 11.0, 14.0):
            for locks in (Locks(), Locks(0.004, 5.6, 800), Locks(0.02, 4.0, 200)):
                setup, shot = made(situation(light=Light(ev), locks=locks))
                x, n, s = -math.log2(shot.time_s), 2 * math.log2(shot.aperture), shot.iso_stops
                over = setup.light.ev100 - setup.light.lens_loss_stops - setup.exposure.nd_stops - (x + n - s)
                self.assertAlmostEqual(
                    shot.clip_above_key, BODY.sensor.clip_above_grey_stops - over + setup.range.highlight_protection_stops, places=6
                )

    def test_lengths_are_speeds_times_the_time(self) -> None:
        one = situation(support=Support.MONOPOD)
        _, shot = made(one)
        self.assertAlmostEqual(shot.shake_m, hand_speed(one) * shot.time_s)
        self.assertAlmostEqual(shot.limb_m, limb_speed(one) * shot.time_s)
        self.assertAlmostEqual(shot.body_m, one.followed * image_speed(one) * shot.time_s)

    def test_on_a_tripod_nothing_shakes_and_nobody_follows(self) -> None:
        one = situation(support=Support.TRIPOD)
        _, shot = made(one)
        self.assertEqual((shot.shake_m, shot.pan_m), (0.0, 0.0))
        self.assertAlmostEqual(shot.body_m, image_speed(one) * shot.time_s)

    def test_panned_the_subject_stays_and_what_is_behind_streaks(self) -> None:
        one = situation(aims=Aims(motion=AimMotion.PAN))
        _, shot = made(one)
        self.assertGreater(shot.pan_m, 5 * shot.body_m)
        turning = 0.9 * one.speed_m_s * math.sin(one.angle_rad) / one.distance_m
        self.assertAlmostEqual(shot.pan_m, turning * one.focal_mm / 1000 * shot.time_s)

    def test_the_sky_draws_what_the_earth_turns(self) -> None:
        one = Situation(Genre.NIGHT_SKY, BODY, LENS, Light(-7.0), "stars_over_land", 24.0, Motion(declination_deg=40.0))
        _, shot = made(one)
        self.assertAlmostEqual(shot.star_m, float(star_speed_m_s(0.024, math.radians(40.0))) * shot.time_s)
        self.assertEqual(shot.body_m, 0.0)

    def test_lines_read_late_only_with_an_electronic_shutter(self) -> None:
        for shutter in (Shutter.ELECTRONIC, Shutter.MECHANICAL):
            one = situation(settings={"shutter_type": shutter.value})
            _, shot = made(one)
            self.assertAlmostEqual(shot.skew_m, image_speed(one) * 0.02 if shutter is Shutter.ELECTRONIC else 0.0)

    def test_a_shape_that_is_asked_is_the_part_of_the_sensor_that_is_drawn(self) -> None:
        _, shot = made(situation(delivery=Delivery(shape=4 / 5)))
        self.assertEqual((shot.width_mm, shot.height_mm), (30.0, 24.0))
        self.assertAlmostEqual(shot.used_pixels, 5000.0)

    def test_glass_that_takes_light_takes_it_from_the_sensor(self) -> None:
        locks = Locks(0.004, 5.6, 800)
        slow = replace(LENS, transmission_stops=0.7)
        (_, clear), (_, dim) = made(situation(locks=locks)), made(situation(locks=locks, lens=slow))
        lost = lens_loss_stops(situation(lens=slow)) - lens_loss_stops(situation())
        self.assertAlmostEqual(math.log2(clear.key_e / dim.key_e), lost, places=6)

    def test_once_the_light_has_moved_it_is_the_frame_of_that_light_with_the_rows_dials(self) -> None:
        for change in ({}, {"light": Light(3.0)}, {"body": {"per_stop": 2}}, {"genre": Genre.WEDDING, "focal_length_mm": 50}):
            one = situation(**change)
            setup, shot = made(one)
            for stops in (-9.0, -4.0, -1 / 3, 0.0, 2.0, 6.0):
                level = level_at(setup, stops)
                moved = in_light(shot, moves_to(setup, level))
                held = {"locks": Locks(level.shutter_s, level.aperture, level.iso), "light": replace(one.light, ev100=level.ev100)}
                _, there = made(replace(one, **held))
                for figure in ("time_s", "aperture", "iso_stops", "key_stops", "shake_m", "body_m"):
                    self.assertAlmostEqual(getattr(moved, figure), getattr(there, figure), places=9, msg=(stops, figure))
