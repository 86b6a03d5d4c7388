"""What a body's page says about it, and what then comes of it in a setup."""

from __future__ import annotations

from unittest import TestCase

from craft.configuration.configure import configure
from craft.errors import CraftError
from craft.examples import situation
from craft.scene.light import Light
from craft.scene.situation import Locks
from craft.setup.advise import advise


class EndsOfABody(TestCase):
    def test_white_ends_where_its_scale_does(self) -> None:
        candles, scale = Light(4.0, kelvin=1900.0, keeps=0.2), {"kelvin_lowest": 2500.0, "kelvin_highest": 9900.0}
        for body, kelvin in (({}, 2200.0), (scale, 2500.0)):
            made = advise(situation(light=candles, body=body, settings={"white_mode": "kelvin"}))
            self.assertEqual((made.white.kelvin, made.facts["kelvin_set"]), (kelvin, kelvin))
        with self.assertRaisesRegex(CraftError, "no white of 2000 K: 2500 to 9900 K is accepted") as caught:
            advise(situation(light=candles, body=scale, settings={"white_kelvin": 2000.0}))
        self.assertEqual(caught.exception.where, ("settings", "white_kelvin"))

    def test_sync_is_of_the_shutter_that_is_taken(self) -> None:
        with_flash = {"flash": "on", "high_speed_sync": "off", "iso_mode": "fixed"}
        for shutter, time_s, past in (("mechanical", 1 / 200, False), ("first_curtain", 1 / 200, True), ("electronic", 1 / 100, True)):
            body = {"sync_s": 1 / 200, "sync_first_curtain_s": 1 / 160, "sync_electronic_s": 1 / 60, "first_curtain": True}
            one = situation(body=body, settings={**with_flash, "shutter_type": shutter}, locks=Locks(shutter_s=time_s))
            broken = {violation.rule.slug for violation in configure(one, advise(one)).violations}
            self.assertEqual("flash_past_sync" in broken, past, shutter)
            self.assertNotIn("electronic_without_flash", broken, "this body says that it lights one")
