"""The sky in a scene: stars are drawn where they stand, the moon where and as it is lit, and nothing of an invented sky is left."""

from __future__ import annotations

import datetime as dt
import math
import unittest
from dataclasses import replace

import astronomy
import numpy as np

from craft.sky.brightness import apart_deg
from craft.sky.night import Stands
from craft.sky.overhead import Overhead, camera, catalogue, stands, turned, wanderers
from craft.stage.stage import Moves
from craft.stage.stages import BY_SLUG
from craft.tones.boxes import Tuning, cutouts_in
from craft.tones.colours import colours_of
from craft.tones.framing import Framing, Heavens, View
from craft.tones.heavens import camera_of, carried, places_of, pointing_of, radius_of, star_stops

STARS = BY_SLUG["stars"]
WINTER = Overhead(54.4, 0.6, "2027-01-12T21:00", 180.0)
NIGHT = Tuning(3.0, 3.0, 4800.0, "night_sky")


def seen(over: Overhead = WINTER, focal_mm: float = 20.0, ev100: float = -8.0, distance_m: float = 12.0, wide: int = 480) -> Framing:
    """The night over land as a lens frames it."""
    view = View(wide, round(wide / 1.5), float(wide))
    return Framing(STARS, focal_mm, distance_m, 1.5, view, heavens=Heavens(over, ev100))


def by_second_library(over: Overhead, toward: np.ndarray) -> Stands:
    x, y, z = toward
    astronomy.DefineStar(astronomy.Body.Star1, math.degrees(math.atan2(y, x)) % 360 / 15, math.degrees(math.asin(z)), 1e6)
    at = dt.datetime.fromisoformat(over.at)
    time = astronomy.Time.Make(at.year, at.month, at.day, at.hour, at.minute, 0)
    there = astronomy.Observer(over.latitude_deg, over.longitude_deg, 0.0)
    found = astronomy.Equator(astronomy.Body.Star1, time, there, True, True)
    up = astronomy.Horizon(time, there, found.ra, found.dec, astronomy.Refraction.Airless)
    return Stands(up.altitude, up.azimuth)


class Drawn(unittest.TestCase):
    def test_stars_are_drawn_within_a_pixel_of_where_a_second_library_projects_them(self) -> None:
        """At several focal lengths and distances: the camera is level, its axis through the middle of the frame, its horizon where the scene has it."""
        for focal, distance in ((14.0, 12.0), (20.0, 12.0), (20.0, 1000.0), (35.0, 1000.0)):
            framing = seen(focal_mm=focal, distance_m=distance, wide=1200)
            scale, x0, y0 = framing.scale(math.inf)
            drawn = [
                (box.centerX() * scale + x0, box.centerY() * scale + y0)
                for cutout in cutouts_in(framing)
                if cutout.name.startswith("stars to")
                for box in (path.computeTightBounds() for path in cutout.shape or ())
            ]
            level = STARS.vanishing[1] * scale + y0
            focal_px = focal / 36 * 1200
            up = math.atan2(level - 400, focal_px)
            found = 0
            for k in range(200):
                at = by_second_library(WINTER, catalogue().toward[k])
                height, beside = math.radians(at.height_deg), math.radians(at.bearing_deg - 180.0)
                ahead = math.cos(height) * math.cos(beside) * math.cos(up) + math.sin(height) * math.sin(up)
                x = 600 + focal_px * math.cos(height) * math.sin(beside) / ahead
                y = 400 + focal_px * (math.cos(height) * math.cos(beside) * math.sin(up) - math.sin(height) * math.cos(up)) / ahead
                if ahead > 0.1 and 0 < x < 1200 and 0 < y < level:
                    found += 1
                    self.assertLess(min(math.hypot(x - one, y - other) for one, other in drawn), 1.0, (focal, distance, k))
            self.assertGreater(found, 3, (focal, distance))

    def test_the_middle_looks_where_it_says(self) -> None:
        framing = seen()
        middle = stands(camera_of(framing.heavens or self.fail(), pointing_of(framing)).axes[2])
        self.assertLess(apart_deg(middle, Stands(pointing_of(framing).up_deg, 180.0)), 1e-6)
        self.assertLess(apart_deg(stands(camera(77.0, 20.0).axes[2]), Stands(20.0, 77.0)), 1e-6)

    def test_the_moon_is_the_brightest_thing_where_it_stands(self) -> None:
        over = Overhead(44.4, 0.6, "2027-07-18T22:30", 160.0)
        moon = wanderers(over)[0]
        framing = seen(over, ev100=-3.0)
        light = colours_of(framing, NIGHT).max(-1)[:230]
        down, across = np.unravel_index(int(light.argmax()), light.shape)
        pointing = pointing_of(framing)
        scale, x0, y0 = framing.scale(math.inf)
        u, v = ((px + 0.5 - start) / scale - middle for px, start, middle in ((across, x0, pointing.x), (down, y0, pointing.y)))
        at = camera_of(Heavens(over, -3.0), pointing).directions(np.array(u / pointing.focal), np.array(v / pointing.focal))
        self.assertLess(apart_deg(stands(at), moon.at), 0.4)
        away = replace(over, toward_deg=330.0)
        self.assertLess(colours_of(seen(away, ev100=-3.0), NIGHT).max(-1)[:100].max(), 0.5 * light.max(), "it is behind one")

    def test_nothing_invented_is_left_under_a_real_sky(self) -> None:
        names = {cutout.name for cutout in cutouts_in(seen())}
        self.assertFalse({"planet", "bright stars", "warm stars", "stars in the lake"} & names)
        self.assertTrue({"sky", "faint stars", "watcher", "town"} <= names)
        self.assertEqual(STARS.invented - {"galaxy"}, {one.name for one in STARS.draw()} & STARS.invented, "each name is of something")

    def test_stars_pale_as_the_light_grows_and_brighter_ones_are_larger(self) -> None:
        for dimmer, brighter in ((5.0, 2.0), (2.0, -1.0)):
            self.assertLess(radius_of(dimmer), radius_of(brighter))
            self.assertLess(star_stops(dimmer, -8.0, 533.0, 0.5), star_stops(brighter, -8.0, 533.0, 0.5))
        self.assertAlmostEqual(star_stops(3.0, -8.0, 533.0, 0.5) - star_stops(3.0, 0.0, 533.0, 0.5), 8.0)
        dark, dusk = (colours_of(seen(ev100=ev, wide=240), NIGHT).max(-1)[:90] for ev in (-8.0, 3.0))
        self.assertGreater(dark.max() / np.median(dark), 2 * dusk.max() / np.median(dusk))

    def test_the_moon_of_its_own_scene_is_lit_as_it_is(self) -> None:
        """Share of the disc that is lit, from the waxing crescent on; on the right in the north as it grows."""
        moon, plain = BY_SLUG["moon"], Tuning(1.0, 2.0, 4100.0, "moonlight")
        for at, right in (("2027-06-09T21:00", True), ("2027-06-12T21:00", True), ("2027-06-25T03:00", False)):
            over = Overhead(54.4, 0.6, at, 180.0)
            view = View(240, 160, 240.0)
            framing = Framing(moon, moon.usual_mm, moon.distance_m, 1.5, view, heavens=Heavens(over, 14.0))
            light = colours_of(framing, plain).max(-1)
            y, x = np.mgrid[0:160, 0:240]
            disc = np.hypot(x + 0.5 - 125, y + 0.5 - 75) < 51
            lit = light[disc] > 0.05
            self.assertAlmostEqual(float(lit.mean()), wanderers(over)[0].lit, delta=0.08, msg=at)
            self.assertEqual(bool(light[disc & (x > 125)].sum() > light[disc & (x < 125)].sum()), right, at)


class LaidTogether(unittest.TestCase):
    def test_directions_are_carried_to_where_the_sky_has_them_then(self) -> None:
        toward = catalogue().toward[:300]
        for at, seconds in (("2027-01-12T22:00", 3600.0), ("2027-01-13T03:00", 6 * 3600.0)):
            later = carried(toward @ turned(WINTER).T, WINTER.latitude_deg, np.array([seconds]))[0]
            self.assertLess(float(np.abs(later - toward @ turned(replace(WINTER, at=at)).T).max()), 2e-4)

    def test_each_star_draws_an_arc_from_where_it_stands_to_where_it_will_stand(self) -> None:
        """Of the brightest: both ends and the middle of its way are lit in the series, and in one frame only where it stands."""
        hour = replace(seen().heavens or self.fail("no sky"), series_s=3600.0, frame_s=20.0)
        one, series = seen(wide=900), replace(seen(wide=900), heavens=hour)
        lights = [colours_of(framing, NIGHT).max(-1) for framing in (one, series)]
        pointing, scale = pointing_of(one), one.scale(math.inf)
        camera = camera_of(hour, pointing)
        found = 0
        for minutes in (0, 30, 60):
            over = replace(WINTER, at=f"2027-01-12T{21 + minutes // 60}:{minutes % 60:02}")
            x, y, there = places_of(catalogue().toward[:40] @ turned(over).T, camera, pointing)
            for across, down in zip(x[there], y[there], strict=True):
                column, row = int(across * scale[0] + scale[1]), int(down * scale[0] + scale[2])
                if not (4 < column < 895 and 4 < row < 380):
                    continue
                found += 1
                about = slice(row - 2, row + 3), slice(column - 2, column + 3)
                level = np.median(lights[0][max(0, row - 25) : row + 25, max(0, column - 25) : column + 25])
                self.assertGreater(lights[1][about].max(), 2 * level, (minutes, column, row))
        self.assertGreater(found, 10)
        self.assertGreater((lights[1] > 3 * np.median(lights[1])).mean(), 4 * (lights[0] > 3 * np.median(lights[0])).mean())
        self.assertFalse([cutout for cutout in cutouts_in(series) if cutout.moves is Moves.SKY and cutout.shape and "stars" in cutout.name])
