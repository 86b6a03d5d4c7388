"""A picture whose light is the sky's: by its hour, its cloud and its day's place, everywhere the same; and why there is none without them."""

from __future__ import annotations

import math
import unittest
from typing import Any

from django.test import TestCase
from hypothesis import given
from hypothesis import strategies as st

from craft.scene.conditions import BY_SLUG
from craft.scene.skies import CLOUDS, LOOKS, light_of_sky
from craft.sky.daylight import kelvin_of_sky, lux_of_sun, sky_over
from outings.demo_people import load_demo_people
from outings.models import Outing, Situation
from people.tests.caller import Caller, pointers


def under(cloud: str, sun_deg: float) -> Any:
    """The light of a sky with the sun so high, by lux alone: EV = log2(lux / 2.5)."""
    return light_of_sky(cloud, math.log2((lux_of_sun(sun_deg) + 1e-3) / 2.5), sun_deg, kelvin_of_sky(sun_deg))


class Skies(unittest.TestCase):
    def test_described_lights_are_met_where_they_are_described(self) -> None:
        for cloud, sun_deg, described, within in (
            ("clear", 45.0, "bright_sun", 0.8),
            ("thin", 45.0, "hazy_sun", 0.8),
            ("broken", 45.0, "bright_cloud", 0.8),
            ("overcast", 45.0, "overcast", 0.8),
            ("clear", -0.8, "sunset_glow", 1.7),
            ("clear", -3.0, "dusk", 1.5),
            ("clear", -6.0, "blue_hour", 1.7),
        ):
            light, row = under(cloud, sun_deg), BY_SLUG[described]
            self.assertAlmostEqual(light.ev100, row.ev100, delta=within, msg=described)
            self.assertEqual((light.below, light.above, light.bright), (row.below, row.above, row.bright), described)

    @given(st.floats(-30, 90), st.floats(-30, 90))
    def test_a_higher_sun_is_brighter_and_cloud_takes_its_stops(self, one: float, other: float) -> None:
        low, high = sorted((one, other))
        for cloud in CLOUDS:
            self.assertLessEqual(under(cloud.slug, low).ev100, under(cloud.slug, high).ev100 + 0.011)
            self.assertAlmostEqual(under("clear", one).ev100 - under(cloud.slug, one).ev100, cloud.stops, delta=0.011)
            self.assertFalse(under(cloud.slug, one).indoors or under(cloud.slug, one).mains)

    def test_every_row_says_why(self) -> None:
        self.assertTrue(all(row.reason for row in (*CLOUDS, *LOOKS)) and all(row.source for row in CLOUDS))
        self.assertEqual([row.from_deg for row in LOOKS], sorted((row.from_deg for row in LOOKS), reverse=True))


class ByTheHour(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.day = Outing.objects.get(person__username="demo.ilse")
        cls.row = next(row for row in cls.day.in_order() if row.document["genre"] == "landscape")

    def setUp(self) -> None:
        self.caller = Caller(self.day.person)

    def figures(self, light: dict[str, Any], starts_at: str, status: int = 200) -> Any:
        body = {"outing": self.day.pk, "document": self.row.document | {"light": light, "starts_at": starts_at}}
        answer = self.caller.post("/api/bench/figures", body)
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer if status != 200 else answer.json()

    def test_its_figures_follow_the_hour_and_are_those_of_that_light_given_by_its_number(self) -> None:
        told = {hour: self.figures({"sky": {"cloud": "clear"}}, hour) for hour in ("04:20", "05:30", "12:00", "21:50", "00:30")}
        lights = [told[hour]["light"]["ev100"] for hour in told]
        self.assertEqual(sorted(lights[:3]), lights[:3])
        self.assertGreater(lights[2] - lights[3], 6)
        for hour, minutes in (("12:00", 720), ("21:50", 1310), ("00:30", 1470)):
            [sky] = sky_over(self.day.day, 54.4, 0.6, 60, (minutes,))
            self.assertAlmostEqual(told[hour]["light"]["ev100"], sky.ev100, delta=0.011)
        overcast = self.figures({"sky": {"cloud": "overcast"}}, "12:00")
        self.assertAlmostEqual(told["12:00"]["light"]["ev100"] - overcast["light"]["ev100"], 3.0, delta=0.02)
        given_so = self.figures({"condition": "overcast"}, "12:00")["exposure"]
        by_number = self.figures(
            {"ev100": overcast["light"]["ev100"], "stops_below": 3, "stops_above": 2, "kelvin": 6700, "made_of": "overcast"}, "12:00"
        )
        self.assertEqual(overcast["exposure"], by_number["exposure"], given_so)

    def test_moved_along_its_day_it_is_in_another_light_and_its_card_is_old(self) -> None:
        document = self.row.document | {"light": {"sky": {"cloud": "thin"}}, "starts_at": "12:00"}
        Situation.objects.filter(pk=self.row.pk).update(document=document)
        self.caller.post(f"/api/situations/{self.row.pk}/cards")

        def seen() -> tuple[float, str]:
            rows = next(day for day in self.caller.get("/api/outings").json() if day["id"] == self.day.pk)["situations"]
            return next((row["ev100"], row["card"]) for row in rows if row["id"] == self.row.pk)

        noon = seen()
        self.assertEqual(noon[1], "fresh")
        version = self.caller.get(f"/api/situations/{self.row.pk}")["ETag"]
        self.assertEqual(self.caller.put(f"/api/situations/{self.row.pk}/hour", {"starts_at": "21:30"}, version).status_code, 200)
        dusk = seen()
        self.assertGreater(noon[0] - dusk[0], 4)
        self.assertEqual(dusk[1], "stale")
        tide = self.caller.get(f"/api/outings/{self.day.pk}/sun").json()["sky"]
        clear = sky_over(self.day.day, 54.4, 0.6, 60, (tide[-1]["minutes"],))[0]
        self.assertAlmostEqual(clear.ev100 - tide[-1]["ev100"], 1.0, delta=0.01, msg="its thin cloud is on the day's tide")

    def test_without_a_place_it_is_told_where_it_was_typed_and_figures_may_be_said(self) -> None:
        said = {"cloud": "clear", "ev100": 7.0, "sun_deg": -1.5, "kelvin": 6400.0}
        asked = {"genre": "landscape", "body": "merrow-swift-20", "lens": "merrow-24-70", "light": {"sky": said}}
        self.assertEqual(Caller().post("/api/advise", asked).json()["light"]["ev100"], 7.0)
        alone = Caller().post("/api/advise", asked | {"light": {"sky": {"cloud": "clear"}}})
        self.assertEqual((alone.status_code, pointers(alone)), (422, {"/light/sky"}))
        Outing.objects.filter(pk=self.day.pk).update(lies=None)
        answer = self.figures({"sky": {"cloud": "clear"}}, "12:00", status=422)
        self.assertIn("wants the place and the clock of its day", answer.json()["errors"][0]["detail"])
        for wrong, pointer in (({"cloud": "fog"}, "/sky/cloud"), ({"cloud": "clear", "ev100": 99.0}, "/sky/ev100"), ({}, "/sky/cloud")):
            answer = self.figures({"sky": wrong}, "12:00", status=422)
            self.assertTrue(all(one.endswith(pointer) for one in pointers(answer)), pointers(answer))

    def test_a_further_light_may_be_the_sky_s_too(self) -> None:
        document = self.row.document | {
            "light": {"ev100": 6, "indoors": True},
            "other_lights": [{"sky": {"cloud": "overcast"}}],
            "starts_at": "12:00",
        }
        answer = self.caller.post("/api/bench/figures", {"outing": self.day.pk, "document": document})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
