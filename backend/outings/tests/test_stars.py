"""The stars in a frame on the bench: the demo's night over the causeway, what a press makes of it, and what is refused."""

from __future__ import annotations

import datetime as dt
import math
import re
from typing import Any

from django.test import TestCase

from craft.sky.brightness import disc_ev, ev_of_mag, mag_of_ev
from craft.sky.overhead import overhead_at, wanderers
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people.tests.caller import Caller, pointers


class StarsInAFrame(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.day = Outing.objects.get(person__username="demo.ilse")
        cls.row = next(row for row in cls.day.in_order() if row.document["genre"] == "night_sky")

    def setUp(self) -> None:
        self.caller = Caller(self.day.person)

    def now(self, **change: Any) -> dict[str, Any]:
        return {"outing": self.day.pk, "document": self.row.document | change}

    def stars(self, asked: dict[str, Any] | None = None, **change: Any) -> Any:
        answer = self.caller.post("/api/bench/stars", {"situation": self.now(**change), **(asked or {})})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def test_a_school_that_is_pressed_is_what_the_frame_then_is(self) -> None:
        told = self.stars()
        self.assertEqual([one["slug"] for one in told["schools"]], ["older", "npf", "pixels"])
        npf = told["schools"][1]
        held = self.stars(locks={"shutter_s": npf["takes_s"]})
        self.assertEqual((held["frame"]["takes_s"], held["frame"]["takes"]), (npf["takes_s"], npf["takes"]))
        self.assertLessEqual(held["frame"]["longest_px"], npf["longest_px"] * 1.06)
        self.assertLess(held["frame"]["longest_px"], told["frame"]["longest_px"])
        self.assertGreater(held["band"]["frames"], told["band"]["frames"], "shorter frames: more of them")

    def test_a_darker_place_is_that_light_and_takes_fewer_frames(self) -> None:
        frames = []
        for place in self.stars()["places"]:
            there = self.stars(light={"ev100": place["ev100"]}) if place["ev100"] < 0 else None
            if there is not None:
                self.assertEqual([one["slug"] for one in there["places"] if one["here"]], [place["slug"]])
                frames.append(there["band"]["frames"])
        self.assertEqual(frames, sorted(frames))
        self.assertGreater(frames[-1], frames[0])

    def test_frames_follow_what_is_wanted_as_its_square(self) -> None:
        some, more = (self.stars({"wanted": wanted})["band"] for wanted in (100, 200))
        self.assertAlmostEqual(more["frames"] / some["frames"], 4, delta=0.6)
        self.assertAlmostEqual(more["faintest_all"] - more["faintest_one"], 1.25 * math.log10(more["frames"]), delta=0.1)

    def test_the_moon_that_is_up_is_told_where_one_looks_and_not_without_a_place(self) -> None:
        moon = self.stars()["moon"]
        up = wanderers(overhead_at(self.day.day, 54.4, 0.6, 60, 23 * 60 + 45))[0]
        self.assertIn(f"{100 * up.lit:.0f} % lit, stands {up.at.height_deg:.0f}° up", moon["told"])
        self.assertAlmostEqual(mag_of_ev(moon["ev100"]), moon["mag"], delta=0.02)
        self.assertLess(moon["mag"], 21.5)
        toward_it = self.stars(overhead={"toward_deg": round(up.at.bearing_deg, 1)})
        self.assertLess(toward_it["moon"]["mag"], moon["mag"], "nearer to it the sky is lighter")
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        self.assertIsNone(self.stars()["moon"])

    def test_the_moons_own_disc_is_lit_by_the_hour(self) -> None:
        asked = self.now(subject="moon", lens="merrow-500", focal_length_mm=500, light={"sky": {"cloud": "clear"}}, starts_at="22:40")
        figures = self.caller.post("/api/bench/figures", asked).json()
        moon = wanderers(overhead_at(self.day.day, 54.4, 0.6, 60, 22 * 60 + 40))[0]
        self.assertAlmostEqual(figures["light"]["ev100"], disc_ev(moon.elongation_deg, moon.at.height_deg), delta=0.02)
        asked["document"] |= {"starts_at": "08:00"}
        down = self.caller.post("/api/bench/figures", asked)
        self.assertEqual(pointers(down), {"/document/light/sky"})
        self.assertContains(down, "the moon is not up at this hour", status_code=422)
        asked["document"] |= {"starts_at": "22:40"}
        schedule = self.caller.post("/api/bench/schedule", asked).json()
        self.assertEqual((schedule["moments"], schedule["told"]), ([], "The moon's disc is lit by the sun: the sky's light moves nothing."))

    def test_where_no_star_is_left_it_says_why_and_what_is_wrong_is_refused_at_its_place(self) -> None:
        for change in ({"light": {"condition": "dusk"}}, {"genre": "landscape", "subject": None}):
            told = self.stars(**change)
            self.assertIn("no star of it is left", told["told"])
            self.assertEqual((told["frame"], told["schools"], told["band"]), (None, [], None))
        for asked, place in (({"wanted": 0}, "/wanted"), ({"dark_mag": 30}, "/dark_mag")):
            wrong = self.caller.post("/api/bench/stars", {"situation": self.now(), **asked})
            self.assertEqual((wrong.status_code, pointers(wrong)), (422, {place}))
        for over in ({"toward_deg": 400}, {"at": "tonight"}, {"latitude_deg": 91}):
            wrong = self.caller.post("/api/bench/stars", {"situation": self.now(overhead=over)})
            self.assertEqual(wrong.status_code, 422)
            self.assertTrue(all(at.startswith("/situation/document/overhead/") for at in pointers(wrong)), pointers(wrong))
        other = Situation.objects.exclude(outing__person=self.day.person).first()
        stranger = Caller(other.outing.person) if other else self.fail("nobody else")
        self.assertEqual(stranger.post("/api/bench/stars", {"situation": self.now()}).status_code, 422)

    def test_the_day_leads_what_stands_over_a_picture(self) -> None:
        """A place that somebody typed into the document gives way to the day's own, and an hour to the picture's."""
        typed = {"latitude_deg": -30.0, "longitude_deg": 100.0, "at": "1999-01-01T00:00", "toward_deg": 10.0}
        self.assertEqual(self.stars(overhead=typed), self.stars(overhead={"toward_deg": 10.0}))
        later = dt.time(1, 30).isoformat("minutes")
        self.assertNotEqual(self.stars(starts_at=later)["moon"], self.stars()["moon"])

    def test_the_strip_shows_what_stands_about_over_the_land_of_the_place(self) -> None:
        land = [{"bearing_deg": 90.0, "height_deg": 12.0}, {"bearing_deg": 270.0, "height_deg": 0.0}]
        Outing.objects.filter(pk=self.day.pk).update(lies=self.day.lies | {"horizon": land})
        around = self.caller.post("/api/bench/around", self.now(overhead={"toward_deg": 236.0})).json()
        heights = {one["bearing_deg"]: one["height_deg"] for one in around["land"]}
        self.assertEqual((heights[90.0], heights[180.0], heights[270.0]), (12.0, 6.0, 0.0))
        moon = next(way for way in around["ways"] if way["name"] == "the moon")
        up = wanderers(overhead_at(self.day.day, 54.4, 0.6, 60, 23 * 60 + 45))[0]
        self.assertAlmostEqual(moon["at"]["height_deg"], up.at.height_deg, delta=0.01)
        self.assertEqual([one["clock"] for one in moon["hours"]][5:8], ["23:00", "00:00", "01:00"])
        bearings = [one["bearing_deg"] for one in around["frame"]]
        self.assertTrue(min(bearings) < 236 < max(bearings), "the lens looks where it was pressed")
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        nowhere = self.caller.post("/api/bench/around", self.now()).json()
        self.assertEqual((nowhere["stars"], nowhere["frame"]), ([], []))
        self.assertIn("Say on the day's page where it lies", nowhere["told"])

    def test_as_the_sky_goes_it_is_the_sky_that_is_photographed_that_goes(self) -> None:
        """From dusk into the night, to the darkness of the place and no further: a light town ends sooner than open country."""
        Outing.objects.filter(pk=self.day.pk).update(day=dt.date(2027, 1, 7))
        ends = []
        for dark in (21.5, 18.0):
            Outing.objects.filter(pk=self.day.pk).update(lies=self.day.lies | {"dark_mag": dark})
            asked = self.now(light={"sky": {"cloud": "clear"}}, starts_at="17:45")
            moments = self.caller.post("/api/bench/schedule", asked).json()["moments"]
            ends.append((len(moments), moments[-1]["ev100"], moments[-1]["stops"]))
        self.assertGreater(ends[0][0], ends[1][0])
        self.assertLess(ends[0][2], -4)
        self.assertAlmostEqual(ends[1][1], ev_of_mag(18.0), delta=1.1)

    def test_a_series_laid_together_is_drawn_and_as_long_as_asked(self) -> None:
        series = self.stars()["series"]
        self.assertEqual(series["minutes"], 60)
        self.assertAlmostEqual(series["degrees"], 15.0, delta=0.1)
        twice = self.stars({"minutes": 120})["series"]
        self.assertAlmostEqual(twice["frames"] / series["frames"], 2, delta=0.02)
        self.assertNotEqual(twice["token"], series["token"])
        picture = self.caller.get(f"/api/frames/{series['token']}.jpg?width=264")
        self.assertEqual((picture.status_code, picture["Content-Type"]), (200, "image/jpeg"))
        trails = self.stars(subject="trails")["series"]
        setup = self.caller.post("/api/bench/whole", self.now(subject="trails")).json()
        self.assertAlmostEqual(trails["minutes"], setup["series"]["hours"] * 60, delta=0.1)
        self.assertEqual(self.caller.post("/api/bench/stars", {"situation": self.now(), "minutes": 0}).status_code, 422)
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        self.assertEqual(self.stars()["series"]["token"], "")

    def test_land_that_is_none_is_refused_where_it_was_typed(self) -> None:
        day = next(one for one in self.caller.get("/api/outings").json() if one["id"] == self.day.pk)
        asked = {"title": "Elsewhere", "day": "2027-06-12", "utc_offset_min": 60}
        for land, place in (
            ([{"bearing_deg": 400, "height_deg": 3}], "/lies/horizon/0/bearing_deg"),
            ([{"bearing_deg": 90, "height_deg": None}], "/lies/horizon/0/height_deg"),
            ([{"bearing_deg": 90, "height_deg": 3}, {"bearing_deg": 90, "height_deg": 4}], "/lies/horizon"),
        ):
            wrong = self.caller.put(f"/api/outings/{self.day.pk}", asked | {"lies": self.day.lies | {"horizon": land}}, day["version"])
            self.assertEqual((wrong.status_code, pointers(wrong)), (422, {place}))

    def test_the_moon_in_its_frame_tells_of_the_land_of_its_hour(self) -> None:
        told = self.stars(subject="moon", lens="merrow-500", focal_length_mm=500, light={"sky": {"cloud": "clear"}}, starts_at="23:30")
        self.assertEqual((told["frame"], told["band"]), (None, None))
        moon = wanderers(overhead_at(self.day.day, 54.4, 0.6, 60, 23 * 60 + 30))[0]
        self.assertAlmostEqual(told["disc"]["now"]["ev100"], disc_ev(moon.elongation_deg, moon.at.height_deg), delta=0.06)
        self.assertIn(f"The disc is {told['disc']['across_px']:.0f} pixels wide", told["told"])
        self.assertIn("land and disc take a frame each", told["told"])
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        nowhere = self.stars(subject="moon", lens="merrow-500", focal_length_mm=500, light={"condition": "moon_disc"})
        self.assertIsNone(nowhere["disc"]["now"])
        self.assertNotIn("the land", nowhere["told"])

    def test_a_picture_of_the_sky_by_the_hour_is_lit_by_the_sky_it_looks_at(self) -> None:
        """As dark as the place is said to be, lighter towards the moon; and the light that is told is the one that leads."""
        by_the_sky = {"light": {"sky": {"cloud": "clear"}}, "starts_at": "02:10"}
        Outing.objects.filter(pk=self.day.pk).update(day=dt.date(2027, 11, 1))
        told = {}
        for dark in (21.5, 19.0):
            Outing.objects.filter(pk=self.day.pk).update(lies=self.day.lies | {"dark_mag": dark})
            told[dark] = self.stars(**by_the_sky)
            self.assertIn(f"{dark:.1f} magnitudes", told[dark]["told"])
        self.assertGreater(told[19.0]["band"]["frames"], told[21.5]["band"]["frames"])
        Outing.objects.filter(pk=self.day.pk).update(day=dt.date(2027, 1, 22), lies=self.day.lies)
        there = self.stars(light={"sky": {"cloud": "clear"}}, starts_at="23:00")
        has = float(re.search(r"([0-9.]+) magnitudes", there["told"])[1])
        self.assertAlmostEqual(has, there["moon"]["mag"], delta=0.3, msg="by the sky it has the moon in it already")

    def test_by_day_the_strip_has_the_sun_and_says_from_which_side_it_lights(self) -> None:
        dawn = next(row for row in self.day.in_order() if row.document["genre"] == "landscape")
        now = {"outing": self.day.pk, "document": dawn.document | {"starts_at": "06:20"}}
        around = self.caller.post("/api/bench/around", now).json()
        self.assertEqual(([way["name"] for way in around["ways"]][0], around["stars"], around["frame"]), ("the sun", [], []))
        sun = around["ways"][0]["at"]
        self.assertIn(f"The sun stands {sun['height_deg']:.0f}° up at {sun['bearing_deg']:.0f}°. Shadows are", around["told"])
        self.assertEqual(around["toward_deg"], round(sun["bearing_deg"], 1), "with nothing said it is drawn about the sun")
        for turned, said in ((0, "before you: against the light"), (90, "to the left"), (180, "behind you")):
            now["document"]["overhead"] = {"toward_deg": (sun["bearing_deg"] + turned) % 360}
            there = self.caller.post("/api/bench/around", now).json()
            self.assertIn(said, there["told"])
            self.assertGreater(len(there["frame"]), 4)
        behind = [{"bearing_deg": 0.0, "height_deg": 60.0}]
        Outing.objects.filter(pk=self.day.pk).update(lies=self.day.lies | {"horizon": behind})
        self.assertIn("behind the land, which stands 60°", self.caller.post("/api/bench/around", now).json()["told"])
