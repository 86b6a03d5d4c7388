"""The published schemas hold for what goes in and what comes out, by an independent validator; the demo kit is plausible."""

from __future__ import annotations

import json
import re
from functools import cache
from itertools import product
from pathlib import Path
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from jsonschema_rs import Draft202012Validator, meta

from demo.day import DAY, PEOPLE
from demo.kit import BODIES, LENSES
from forms.advise_command import answer
from forms.kit_form import BodyForm, LensForm
from forms.outing_form import OutingFile
from forms.tests.situations import situations

FORMATS = Path(__file__).resolve().parents[3] / "docs" / "formats"


@cache
def validator(name: str) -> Draft202012Validator:
    schema = json.loads((FORMATS / f"{name}.schema.json").read_text())
    meta.validate(schema)
    return Draft202012Validator(schema)


def unbounded(schema: Any, at: str) -> list[str]:
    """Where a schema lets a list, an object of any keys, or a text be of any length."""
    if isinstance(schema, list):
        return [place for k, part in enumerate(schema) for place in unbounded(part, f"{at}/{k}")]
    if not isinstance(schema, dict):
        return []
    kind, found = schema.get("type"), []
    if kind == "array" and "maxItems" not in schema:
        found.append(at)
    if kind == "object" and schema.get("additionalProperties") and "maxProperties" not in schema:
        found.append(at)
    if kind == "string" and not {"maxLength", "enum", "const", "pattern", "format"} & set(schema):
        found.append(at)
    return found + [place for key, part in schema.items() if key not in ("default", "examples") for place in unbounded(part, f"{at}/{key}")]


class Schemas(TestCase):
    def test_nothing_that_is_sent_may_be_of_any_length(self) -> None:
        api = json.loads((FORMATS / "openapi.json").read_text())
        forms, seen = api["components"]["schemas"], set()
        left = [o["requestBody"] for methods in api["paths"].values() for o in methods.values() if "requestBody" in o]
        while left:
            for name in re.findall(r"#/components/schemas/(\w+)", json.dumps(left.pop())):
                if name not in seen:
                    seen.add(name)
                    left.append(forms[name])
        self.assertGreater(len(seen), 40)
        self.assertEqual([place for name in sorted(seen) for place in unbounded(forms[name], name)], [])

    @settings(max_examples=40, deadline=None)
    @given(situations())
    def test_what_is_accepted_and_answered_is_valid(self, raw: dict[str, Any]) -> None:
        validator("situation").validate(raw)
        validator("setup").validate(json.loads(answer(raw).model_dump_json()))

    def test_what_is_refused_for_its_shape_is_invalid(self) -> None:
        good = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}
        check = validator("situation")
        self.assertTrue(check.is_valid(good))
        for change in (
            {"genre": "underwater"},
            {"light": {"ev100": "11"}},
            {"speed": 1},
            {"focal_length_mm": -1},
            {"locks": {"iso": 0}},
            {"support": "table"},
            {"delivery": {"shape": "wide"}},
            {"concessions": [{"intent": "luck"}]},
        ):
            self.assertFalse(check.is_valid({**good, **change}), change)

    def test_the_demo_day_is_a_valid_outing_and_its_kit_valid_kit(self) -> None:
        whole = {**DAY, "bodies": BODIES, "lenses": LENSES}
        validator("outing").validate(whole)
        self.assertEqual(OutingFile.model_validate(whole).title, DAY["title"])
        for name, rows in (("body", BODIES), ("lens", LENSES)):
            for row in rows.values():
                validator(name).validate(row)


class DemoKit(TestCase):
    def test_two_people_six_bodies_seven_situations_of_seven_kinds(self) -> None:
        self.assertEqual((len(PEOPLE), len(BODIES), len(DAY["situations"])), (2, 6, 7))
        self.assertEqual(len({row["genre"] for row in DAY["situations"]}), 7)
        for row, name in product(DAY["situations"], ("body", "lens")):
            self.assertIn(row[name], BODIES if name == "body" else LENSES)
        for person in PEOPLE.values():
            self.assertTrue(set(person["iso_ceilings"]) <= set(BODIES))

    def test_bodies_differ_as_those_of_a_real_bag_do(self) -> None:
        told = [BodyForm.model_validate(row).value(slug) for slug, row in BODIES.items()]
        self.assertEqual(len({body.finder for body in told}), 3)
        self.assertGreaterEqual(len({round(body.sensor.crop, 1) for body in told}), 4)
        self.assertTrue(any(body.fixed_lens for body in told) and any(body.only_with for body in told))
        self.assertTrue(any(body.shortest_mechanical_s is None for body in told) or any(body.nd_stops for body in told))

    def test_figures_are_those_of_sensors_that_could_be_built(self) -> None:
        """Full wells of 300 to 4000 electrons a square micrometre of pixel, read noise of 0.8 to 20, pitches of 1 to 9 um."""
        for slug, row in BODIES.items():
            with self.subTest(slug):
                sensor = BodyForm.model_validate(row).value(slug).sensor
                pitch = sensor.pitch_m * 1e6
                self.assertTrue(1 <= pitch <= 9, pitch)
                self.assertTrue(300 <= sensor.full_well_e / pitch**2 <= 4000, sensor.full_well_e / pitch**2)
                self.assertTrue(0.8 <= sensor.read_noise_pre_e <= 20)
                self.assertAlmostEqual(sensor.width_mm / sensor.height_mm, sensor.pixels_wide / sensor.pixels_high, delta=0.04)
        for slug, row in LENSES.items():
            lens = LensForm.model_validate(row).value(slug)
            self.assertTrue(lens.closest_m > lens.focal_max_mm / 1000 and lens.widest_short <= lens.widest_long + 1e-9, slug)

    def test_a_body_with_its_own_lens_has_that_lens(self) -> None:
        for row in BODIES.values():
            if row.get("fixed_lens"):
                self.assertIn(row["fixed_lens"], LENSES)
