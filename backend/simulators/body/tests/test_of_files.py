"""A stand-in made from files: those of the demo, those of any day that was exported, and those that are none."""

from __future__ import annotations

import json
import tempfile
import unittest
from pathlib import Path

from craft.errors import CraftError
from demo.day import DAY, HELD
from demo.kit import BODIES, LENSES
from forms.dialect_form import DialectForm
from forms.outing_form import OutingFile
from simulators.body.filled import thing_of
from simulators.body.of_demo import environment, of_demo_day
from simulators.body.process import command
from simulators.body.tests.test_thing import NOW


def made(env: dict[str, str]):
    day, words, held = (json.loads(Path(env[f"APERTURE_BODY_{name}"]).read_text()) for name in ("DAY", "WORDS", "HELD"))
    return thing_of(
        OutingFile.model_validate(day), env["APERTURE_BODY_SLUG"], DialectForm.model_validate(words), held, lambda: NOW, "204816"
    )


class OfFiles(unittest.TestCase):
    def test_each_of_the_demos_bodies_stands_in_as_its_owner_left_it(self) -> None:
        for slug in sorted({one["body"] for one in DAY["situations"]}):
            with self.subTest(slug), tempfile.TemporaryDirectory() as folder:
                it = made(of_demo_day(Path(folder), slug, "204816"))
                self.assertEqual([one.title for one in it.before], [one["title"] for one in DAY["situations"] if one["body"] == slug])
                self.assertEqual((it.code, it.settings.body.name), ("204816", BODIES[slug]["name"]))
                left = next((of[slug][0] for of in HELD.values() if slug in of), {})
                there = {s: v for s, v in left.items() if v is not None and s in it.settings.values}
                self.assertEqual({s: it.settings.values[s] for s in there}, there)
                self.assertTrue(all(it.settings.label(s) and it.settings.word(s) for s in it.settings.values))
                self.assertEqual(it.clock(), it.before[0].begins)

    def test_a_body_without_words_says_plain_ones_and_one_without_pictures_is_none(self) -> None:
        [first] = [one for one in DAY["situations"] if one["body"] == "quillon-lane-32"]
        day = {**DAY, "situations": [first], "bodies": BODIES, "lenses": LENSES}
        plain = thing_of(OutingFile.model_validate(day), "quillon-lane-32", now=lambda: NOW)
        self.assertEqual(plain.settings.label("aperture"), "aperture")
        self.assertRegex(plain.code, r"\A\d{6}\Z")
        with self.assertRaisesRegex(CraftError, "none of this day's pictures"):
            thing_of(OutingFile.model_validate(day), "merrow-swift-20", now=lambda: NOW)

    def test_what_is_left_out_is_not_written_and_the_command_needs_nothing_else(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            env = environment(Path(folder), "a", {"one": 1}, None, {})
            self.assertEqual(sorted(env), ["APERTURE_BODY_CODE", "APERTURE_BODY_DAY", "APERTURE_BODY_HELD", "APERTURE_BODY_SLUG"])
            self.assertEqual(json.loads(Path(env["APERTURE_BODY_DAY"]).read_text()), {"one": 1})
        self.assertEqual(command("python", 7)[:4], ["python", "-m", "gunicorn", "simulators.body.wsgi:application"])
        self.assertIn("fd://7", command("python", 7))
