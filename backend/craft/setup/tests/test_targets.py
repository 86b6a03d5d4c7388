"""What a situation asks of the dials, found again by search and by the plain formulas."""

from __future__ import annotations

import math
from collections.abc import Callable
from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.exposure.bounds import Dials
from craft.exposure.solver import Rung
from craft.exposure.targets import LIMBS, SMEAR, Asked, ask, rungs_of
from craft.kit.body import Shutter
from craft.kit.dials import aperture_axis, iso_axis, time_axis
from craft.optics import sharpness
from craft.optics.sharpness import Acuity
from craft.scene.imaged import MONOPOD_STOPS, PAN_RESIDUE, SWAY_M_S, lens_loss_stops, stabiliser_stops
from craft.scene.light import Light
from craft.scene.situation import Aims, Concession, Delivery, Locks, Motion, Output, Person, Situation
from craft.sensor import noise
from craft.setup.advise import advise
from craft.setup.steps import exposed
from craft.setup.tests.things import STARS, situation
from craft.vocabulary.terms import AimDepth, AimMotion, Genre, Intent, Limit, Support


def dials_of(s: Situation) -> Dials:
    return Dials(time_axis(s.body, Shutter.MECHANICAL), aperture_axis(s.body, s.lens, s.focal_mm), iso_axis(s.body))


def asked(**change: object) -> tuple[Situation, Dials, Asked]:
    s = situation(**change)
    dials = dials_of(s)
    return s, dials, ask(s, dials)


def longest_sharp(speed: float, coc: float) -> float:
    """The time at which a line of this speed blurs like a disc of this width, by bisection on the standard deviations."""
    short, long = 1e-9, 1e9
    for _ in range(200):
        middle = math.sqrt(short * long)
        if speed * middle / math.sqrt(12) < coc / 4:
            short = middle
        else:
            long = middle
    return -math.log2(short)


class Times(TestCase):
    @given(st.floats(0.3, 40), st.floats(0, 180), st.floats(3, 200))
    def test_freeze_is_where_body_or_limbs_streak_past_what_each_may(self, speed: float, angle: float, distance: float) -> None:
        """The body as followed to one circle, limbs to two; whichever is shorter, and a stop beyond it while light is plenty."""
        for limb, followed in ((0.0, 1.0), (4.0, 0.3)):
            motion = Motion(speed, limb, followed, angle, distance, 0.2)
            s, _, a = asked(motion=motion, focal_length_mm=200)
            m = 0.2 / (distance - 0.2)
            images = [(followed * speed * abs(math.sin(math.radians(angle))) * m, 1.0), (limb * m, LIMBS)]
            asks = [longest_sharp(image, circles * s.coc_m) for image, circles in images if image > 1e-12]
            if asks:
                self.assertAlmostEqual(a.need, max(asks), places=6)
                self.assertAlmostEqual(a.targets.freeze, a.need + s.subject.spare_time_stops, places=6)
            if images[0][0] > 1e-12:
                self.assertAlmostEqual(a.smear, longest_sharp(images[0][0], SMEAR * s.coc_m), places=6)
        plain = asked(motion=motion, concessions=(Concession(Intent.ISO),))[2]
        self.assertEqual(plain.targets.freeze, plain.need)  # nothing beyond need where the list does not give it first

    def test_who_follows_and_how_closely(self) -> None:
        for change, left in (
            ({}, 0.2),
            ({"person": Person(practised=True)}, 0.1),
            ({"support": Support.TRIPOD}, 1.0),
            ({"motion": Motion(followed=0.5)}, 0.5),
            ({"genre": Genre.STREET, "focal_length_mm": 24, "light": Light(14.0)}, 1.0),
            ({"genre": Genre.STREET, "focal_length_mm": 24, "light": Light(4.0)}, 0.5),
        ):
            with self.subTest(change=change):
                self.assertEqual(situation(**change).followed, left)

    def test_what_keeps_still_asks_for_no_time(self) -> None:
        for motion in (Motion(speed_m_s=0), Motion(speed_m_s=0, angle_deg=45)):
            _, _, a = asked(motion=motion)
            self.assertEqual((a.targets.freeze, a.targets.motion_blur), (None, None))

    def test_followed_subjects_keep_a_tenth_and_blur_both_ways(self) -> None:
        frozen = asked(aims=Aims(motion=AimMotion.FREEZE), motion=Motion(limb_m_s=0.0, followed=1.0), concessions=())[2].targets
        panned = asked(aims=Aims(motion=AimMotion.PAN))[2].targets
        blurred = asked(aims=Aims(motion=AimMotion.BLUR))[2].targets
        self.assertAlmostEqual(frozen.freeze - panned.freeze, -math.log2(PAN_RESIDUE))
        self.assertEqual((frozen.motion_blur, blurred.freeze), (None, None))
        self.assertEqual(panned.motion_blur, blurred.motion_blur)
        s = situation()
        speed = s.subject.body_m_s * s.magnification
        self.assertAlmostEqual(2**-blurred.motion_blur * speed / 0.036, s.subject.blur_share)

    def test_shake_by_support_steadiness_and_stabiliser(self) -> None:
        def shake(**change: object) -> float | None:
            return asked(**change)[2].shake

        plain = shake(support=Support.HANDHELD)
        far = situation()
        turning, drifting = 0.030 * math.sqrt(12) / 4 * 0.2, SWAY_M_S * far.magnification
        self.assertAlmostEqual(plain, longest_sharp(math.hypot(turning, drifting), far.coc_m), places=6)
        self.assertAlmostEqual(plain - shake(support=Support.MONOPOD), MONOPOD_STOPS, places=3)
        self.assertIsNone(shake(support=Support.TRIPOD))
        self.assertAlmostEqual(plain - shake(support=Support.HANDHELD, person=Person(steadiness=2.0)), 1)
        self.assertAlmostEqual(plain - shake(support=Support.HANDHELD, body={"stabiliser_stops": 3.0}), 3, places=2)
        near = {"support": Support.HANDHELD, "motion": Motion(distance_m=0.6, depth_m=0.02), "focal_length_mm": 100}
        close = shake(**near, body={"stabiliser_stops": 5.0})
        self.assertGreater(close - shake(support=Support.HANDHELD, focal_length_mm=100, body={"stabiliser_stops": 5.0}), 0.1)

    def test_no_hand_holds_longer_than_the_person_says(self) -> None:
        still = {"genre": Genre.LANDSCAPE, "focal_length_mm": 24, "light": Light(2.0), "body": {"stabiliser_stops": 8.0}}
        for slowest, expected in ((1 / 15, 1 / 15), (1 / 60, 1 / 60), (0.5, 0.5)):
            by_hand = advise(situation(**still, support=Support.HANDHELD, person=Person(slowest_handheld_s=slowest)))
            self.assertEqual(by_hand.exposure.shutter_s, expected)
        self.assertGreater(advise(situation(**still, support=Support.TRIPOD)).exposure.shutter_s, 1.0)
        self.assertEqual(advise(situation(**still, support=Support.HANDHELD, locks=Locks(shutter_s=1.0))).exposure.shutter_s, 1.0)

    def test_the_better_of_two_stabilisers_unless_they_combine_and_none_on_a_tripod(self) -> None:
        both = {"body": {"stabiliser_stops": 4.0}, "support": Support.HANDHELD}
        self.assertEqual(stabiliser_stops(situation(**both, lens={"stabiliser_stops": 3.0})), 4)
        self.assertEqual(stabiliser_stops(situation(**both, lens={"stabiliser_stops": 5.0})), 5)
        self.assertEqual(stabiliser_stops(situation(**both, lens={"stabiliser_stops": 5.0, "combined_stabiliser_stops": 6.5})), 6.5)
        self.assertEqual(stabiliser_stops(situation(**both, lens={"combined_stabiliser_stops": 6.5})), 4)
        self.assertEqual(stabiliser_stops(situation(**{**both, "support": Support.TRIPOD})), 0)

    def test_stars_move_with_the_sky_and_slower_towards_the_pole(self) -> None:
        """15.041 arc seconds a second, times the focal length, times the cosine of the declination."""
        _, _, a = asked(**STARS)
        rate = math.radians(15.041 / 3600) * 0.024
        self.assertAlmostEqual(a.targets.freeze, longest_sharp(rate, situation(**STARS).coc_m), places=3)
        north = asked(**{**STARS, "motion": Motion(declination_deg=60)})[2]
        self.assertAlmostEqual(a.targets.freeze - north.targets.freeze, 1, places=6)
        self.assertAlmostEqual(a.trail - north.trail, 1, places=6)
        npf = (16.856 * 2.8 + 0.0997 * 24 + 13.713 * 6) / 24
        self.assertAlmostEqual(2**-a.trail, npf, delta=0.02 * npf)
        self.assertIsNone(asked()[2].trail)


class Depth(TestCase):
    def test_the_interval_shrinks_with_what_is_asked_and_melts_when_shallow(self) -> None:
        wide = asked(motion=Motion(depth_m=4, distance_m=35))[2].targets
        thin = asked(motion=Motion(depth_m=1, distance_m=35))[2].targets
        self.assertLess(thin.depth[0], wide.depth[0])
        s, dials, a = asked(aims=Aims(depth=AimDepth.SHALLOW))
        self.assertIsNone(a.targets.depth)
        disc = sharpness.defocus_disc_m(0.2, 2 ** (a.targets.separation / 2), s.distance_m, math.inf)
        self.assertAlmostEqual(disc / 0.024, s.subject.background_share)
        self.assertEqual(a.n_best, min(dials.aperture.lowest + 2, a.targets.separation))

    def test_the_aperture_to_settle_on_is_two_stops_down_within_the_depth(self) -> None:
        for depth, expected in ((0.01, None), (6.0, "low"), (60.0, "reach")):
            _, dials, a = asked(motion=Motion(depth_m=depth, distance_m=35))
            settled = dials.aperture.lowest + 2
            low, high = a.targets.depth
            self.assertEqual(a.n_best, min(max(settled, low), high))
            self.assertEqual(a.depth_reachable, expected != "reach")
        shallow_asks = asked(motion=Motion(depth_m=0, distance_m=35))[2].targets.depth
        self.assertLess(shallow_asks[0], asked()[1].aperture.lowest)

    def test_when_pixels_alone_are_wider_than_the_circle_the_widest_aperture_is_asked(self) -> None:
        _, dials, a = asked(output=Output(width_m=10.0, viewing_m=0.25), motion=Motion(depth_m=0.0))
        self.assertFalse(a.depth_reachable)
        self.assertEqual(a.targets.depth, (dials.aperture.lowest,) * 2)


class Noise(TestCase):
    def by_loop(self, s: Situation, bar: float) -> float:
        """The highest ISO whose mid-tone and deepest tone hold their bars; gain from averaging pixels into the output."""
        across = 1681.3 * (0.40 / 0.24) * (0.25 / 0.50)
        gain = math.sqrt(24e6 / (across * across / 1.5))
        best = 0.0
        for k in range(25):
            iso = k / 3
            mid = noise.electrons(s.body.sensor, -iso)
            dark = noise.electrons(s.body.sensor, -iso - s.light.below)
            if (
                noise.snr_pixel(s.body.sensor, mid, iso, 0.0) * gain >= bar
                and noise.snr_pixel(s.body.sensor, dark, iso, 0.0) * gain >= bar / 4
            ):
                best = iso
        return best

    def test_comfort_falls_with_the_bar_and_the_ceiling_is_taste_on_the_dial(self) -> None:
        found = []
        for bar in (10.0, 20.0, 40.0, 80.0):
            _, _, a = asked(person=Person(noise_bar=bar))
            found.append(a.comfort)
            self.assertEqual(a.ceiling, a.comfort)
            self.assertAlmostEqual(a.comfort, max(3.0, self.by_loop(situation(), bar)))
        self.assertEqual(found, sorted(found, reverse=True))
        self.assertGreater(found[0], found[-1])
        for iso, stops in ((3200, 5.0), (100, 0.0), (50, 0.0), (51200, 8.0), (1250, 11 / 3)):
            self.assertAlmostEqual(asked(person=Person(iso_ceiling=iso))[2].ceiling, stops)

    def test_noise_is_weighed_only_when_it_may_give(self) -> None:
        self.assertIsNone(asked(concessions=(Concession(Intent.ISO),))[2].targets.noise)
        _, _, a = asked(concessions=(Concession(Intent.NOISE),))
        self.assertEqual(a.targets.noise, a.comfort)


class Rungs(TestCase):
    def shares(self, *rungs: Concession, **change: object) -> list[Rung]:
        s, dials, a = asked(concessions=rungs, **change)
        return list(rungs_of(s, a, dials))

    def test_named_limits_run_to_where_they_say(self) -> None:
        s, dials, a = asked(support=Support.HANDHELD, person=Person(iso_ceiling=3200))
        expected: list[tuple[Intent, Limit, float]] = [
            (Intent.DEPTH, Limit.WIDEST, a.targets.depth[0] - dials.aperture.lowest),
            (Intent.ISO, Limit.CEILING, 5.0),
            (Intent.ISO, Limit.BODY_LIMIT, 8.0),
            (Intent.FREEZE, Limit.SPARE, 1.0),
            (Intent.FREEZE, Limit.SMEAR, a.need - a.smear),
            (Intent.FREEZE, Limit.SHAKE, a.need - a.shake),
            (Intent.DEPTH, Limit.F4, a.targets.depth[0] - 4.0),
            (Intent.FREEZE, Limit.BODY_LIMIT, a.need - dials.time.lowest),
            (Intent.SHAKE, Limit.BODY_LIMIT, a.shake - dials.time.lowest),
        ]
        for intent, limit, share in expected:
            with self.subTest(intent=intent, limit=limit):
                (rung,) = self.shares(Concession(intent, to=limit), support=Support.HANDHELD, person=Person(iso_ceiling=3200))
                self.assertAlmostEqual(rung.share, max(0.0, share), places=6)
                self.assertIs(rung.limit, limit)
        self.assertEqual(s.rungs, situation().rungs)

    def test_limits_of_blur_separation_noise_and_trails(self) -> None:
        cases: list[tuple[Concession, dict[str, object], Callable[[Dials, Asked], float]]] = [
            (
                Concession(Intent.MOTION_BLUR, to=Limit.BODY_LIMIT),
                {"aims": Aims(motion=AimMotion.BLUR)},
                lambda d, a: d.time.highest - a.targets.motion_blur,
            ),
            (
                Concession(Intent.SEPARATION, to=Limit.BODY_LIMIT),
                {"aims": Aims(depth=AimDepth.SHALLOW)},
                lambda d, a: d.aperture.highest - a.targets.separation,
            ),
            (Concession(Intent.NOISE, to=Limit.BODY_LIMIT), {}, lambda d, a: 8.0 - a.comfort),
            (Concession(Intent.NOISE, to=Limit.CEILING), {"person": Person(iso_ceiling=25600)}, lambda d, a: 8.0 - a.comfort),
            (Concession(Intent.FREEZE, to=Limit.TRAIL), STARS, lambda d, a: a.targets.freeze - a.trail),
        ]
        for rung, change, share in cases:
            with self.subTest(rung=rung):
                s, dials, a = asked(concessions=(rung,), **change)
                self.assertAlmostEqual(rungs_of(s, a, dials)[0].share, max(0.0, share(dials, a)), places=6)

    def test_shares_of_one_intent_add_up_to_its_limit(self) -> None:
        first, second, third = self.shares(
            Concession(Intent.ISO, 2.0), Concession(Intent.ISO, to=Limit.CEILING), Concession(Intent.ISO), person=Person(iso_ceiling=3200)
        )
        self.assertEqual((first.share, second.share, third.share), (2.0, 3.0, math.inf))
        past, none = self.shares(Concession(Intent.ISO), Concession(Intent.ISO, to=Limit.CEILING))
        self.assertEqual((past.share, none.share), (math.inf, 0.0))
        over, nothing = self.shares(Concession(Intent.ISO, 7.0), Concession(Intent.ISO, to=Limit.CEILING), person=Person(iso_ceiling=3200))
        self.assertEqual((over.share, nothing.share), (7.0, 0.0))

    def test_what_is_not_asked_has_nothing_to_give(self) -> None:
        still = {"motion": Motion(speed_m_s=0), "support": Support.TRIPOD}
        for intent in (Intent.FREEZE, Intent.SHAKE, Intent.MOTION_BLUR, Intent.SEPARATION):
            (rung,) = self.shares(Concession(intent, to=Limit.BODY_LIMIT), **still)
            self.assertEqual(rung.share, 0.0)

    def test_a_limit_that_is_not_the_intents_own_names_those_that_are(self) -> None:
        with self.assertRaisesRegex(CraftError, "iso cannot give to widest: ceiling, body_limit is accepted") as caught:
            self.shares(Concession(Intent.DEPTH), Concession(Intent.ISO, to=Limit.WIDEST))
        self.assertEqual(caught.exception.where, ("concessions", 1, "to"))
        with self.assertRaisesRegex(CraftError, "only up_to_stops"):
            self.shares(Concession(Intent.BRIGHTNESS, to=Limit.BODY_LIMIT))


class Filled(TestCase):
    def test_what_is_left_out_is_the_subjects_or_the_genres(self) -> None:
        s = situation()
        self.assertEqual((s.subject.slug, s.speed_m_s, s.distance_m, s.carried_by), ("rowing", 5.5, 35, Support.MONOPOD))
        self.assertEqual(situation(lens={"closest_m": 60}).distance_m, 60)
        self.assertEqual(situation(light=Light(11, swing=0.3)).light_swing, 0.3)
        self.assertEqual(s.light_swing, s.work.light_swing)
        self.assertEqual(situation(focal_length_mm=None).focal_mm, 200)
        for genre, usual in ((Genre.LANDSCAPE, 24), (Genre.STREET, 35), (Genre.PORTRAIT, 85), (Genre.NIGHT_SKY, 24)):
            self.assertEqual(situation(genre=genre).focal_mm, usual)
        far = situation(genre=Genre.WEDDING, lens={"focal_min_mm": 70})
        self.assertEqual(far.focal_mm, 135)  # a ceremony from afar
        self.assertAlmostEqual(situation(genre=Genre.PORTRAIT, focal_length_mm=170).distance_m, 4.0)  # one steps back
        band = situation(genre=Genre.LANDSCAPE, focal_length_mm=24, motion=Motion(near_m=3, far_m=12))
        self.assertEqual((band.band, band.distance_m, band.depth_m), ((3, 12), 2 * 3 * 12 / 15, 9))
        self.assertEqual(situation(genre=Genre.LANDSCAPE, focal_length_mm=24, motion=Motion(near_m=3)).distance_m, 6)
        near = situation(motion=Motion(distance_m=0.6), focal_length_mm=50)
        self.assertAlmostEqual(near.depth_m, 1.9 * 0.55)

    def test_the_shape_and_the_image_circle_take_their_part_of_the_sensor(self) -> None:
        self.assertEqual(situation().used_mm, (36, 24))
        self.assertEqual(situation(delivery=Delivery(shape=1.0)).used_mm, (24, 24))
        self.assertEqual(situation(delivery=Delivery(shape=2.0)).used_mm, (36, 18))
        self.assertEqual(situation(delivery=Delivery(shape=2 / 3)).used_mm, (36, 24))  # the body held upright
        self.assertEqual(situation(delivery=Delivery(shape=1 / 2)).used_mm, (36, 18))
        wide, high = situation(lens={"circle_mm": 28.8}).used_mm
        self.assertAlmostEqual(math.hypot(wide, high), 28.8)
        self.assertAlmostEqual(wide / high, 1.5)
        self.assertEqual(situation(lens={"circle_mm": 60}).used_mm, (36, 24))

    def test_the_circle_follows_the_output_and_the_eye(self) -> None:
        """0.2 mm at 25 cm, enlarged from 36 mm to 40 cm and seen from 50 cm: 36 um."""
        self.assertAlmostEqual(situation().coc_m, 36e-6, delta=0.2e-6)
        self.assertAlmostEqual(situation(output=Output(0.8, 0.5)).coc_m, 18e-6, delta=0.1e-6)
        self.assertLess(situation(output=Output(acuity=Acuity.KEEN)).coc_m, situation().coc_m)

    def test_what_cannot_be_a_picture_is_refused_at_its_place(self) -> None:
        for change, place, words in (
            ({"motion": Motion(distance_m=0.4)}, ("motion", "distance_m"), "from 0.5 m"),
            ({"motion": Motion(distance_m=10, depth_m=19.7)}, ("motion", "depth_m"), "twice the distance"),
            ({"motion": Motion(far_m=10)}, ("motion", "near_m"), "near_m too"),
            ({"motion": Motion(near_m=5, far_m=4)}, ("motion", "far_m"), "at least near"),
            ({"motion": Motion(near_m=5, depth_m=4)}, ("motion", "depth_m"), "not both"),
            ({"motion": Motion(near_m=0.1)}, ("motion", "near_m"), "focuses from"),
            ({"motion": Motion(near_m=5, far_m=9, distance_m=20)}, ("motion", "distance_m"), "from 5 m to 9 m"),
            ({"focal_length_mm": 201}, ("focal_length_mm",), "24 to 200"),
            ({"subject_slug": "chess"}, ("subject",), "rowing"),
            ({"body": {"fixed_lens": "its-own"}}, ("lens",), "its-own"),
        ):
            with self.subTest(place=place), self.assertRaisesRegex(CraftError, words) as caught:
                situation(**change)
            self.assertEqual(caught.exception.where, place)
        with self.assertRaisesRegex(CraftError, "from -20 to 24"):
            Light(25.0)

    def test_light_lost_in_the_lens_counts_only_when_the_reading_did_not_pass_it(self) -> None:
        glass = {"transmission_stops": 0.4}
        far = {"motion": Motion(distance_m=1e6, depth_m=1)}
        self.assertAlmostEqual(lens_loss_stops(situation(lens=glass, **far)), 0.4, places=4)
        self.assertEqual(lens_loss_stops(situation(lens=glass, light=Light(11, through_lens=True))), 0.0)
        near = situation(motion=Motion(distance_m=0.5, depth_m=0.01), focal_length_mm=100)
        self.assertAlmostEqual(lens_loss_stops(near), 2 * math.log2(1 + 0.1 / 0.4), places=6)

    def test_locks_must_exist_and_exist_together(self) -> None:
        with self.assertRaisesRegex(CraftError, "f/2.8 and f/3.2"):
            exposed(situation(locks=Locks(aperture=3.0)))
        plan = exposed(situation(locks=Locks(shutter_s=1 / 16000))).planned
        self.assertIs(plan.shutter, Shutter.ELECTRONIC)
        self.assertIs(exposed(situation(genre=Genre.SPORTS)).planned.shutter, Shutter.MECHANICAL)
