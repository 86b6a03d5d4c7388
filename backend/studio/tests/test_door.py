"""The door tells a stranger what a setup would tell whoever stood there."""

from __future__ import annotations

import io

from django.test import SimpleTestCase
from PIL import Image

from craft.scales.series import Dial, label
from demo.door import HOURS
from forms.answer import answer_to
from forms.situation_form import SituationForm
from people.tests.caller import Caller


class Door(SimpleTestCase):
    def test_light_only_falls_and_the_figures_are_those_of_each_situation(self) -> None:
        told = Caller().get("/api/door").json()
        lights = [hour["ev100"] for hour in told]
        self.assertEqual(lights, sorted(lights, reverse=True))
        self.assertEqual(len(set(lights)), len(HOURS), "a staff cannot show two of one light")
        self.assertEqual([hour["clock"] for hour in told], sorted(hour["clock"] for hour in told))
        for hour, (_, asked) in zip(told, HOURS, strict=True):
            setup = answer_to(SituationForm.model_validate(asked)).setup
            for part in (label(Dial.TIME, setup.exposure.shutter_s), f"ISO {label(Dial.ISO, setup.exposure.iso)}"):
                self.assertIn(part, hour["figures"]["said"])

    def test_each_hour_is_a_picture_and_one_in_lines_and_there_is_no_other(self) -> None:
        caller = Caller()
        for address, kind in (("/api/door/0.jpg", "JPEG"), (f"/api/door/{len(HOURS) - 1}.jpg", "JPEG"), ("/api/door/2/lines.png", "PNG")):
            picture = Image.open(io.BytesIO(caller.get(address).content))
            self.assertEqual((picture.format, picture.width), (kind, 960))
        for beyond in (len(HOURS), -1, "x"):
            self.assertEqual(caller.get(f"/api/door/{beyond}.jpg").status_code, 422, beyond)
