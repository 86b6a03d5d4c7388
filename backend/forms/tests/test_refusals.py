"""What cannot be, named at its place with what is accepted."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from forms.advise_command import answer
from forms.problems import InputError
from forms.tests.situations import BODY, LENS
from forms.tests.test_contract import SPORT


class Refusals(TestCase):
    def test_each_bad_input_names_its_place_and_what_is_accepted(self) -> None:
        cases: list[tuple[dict[str, Any], str, str]] = [
            ({"light": {"ev100": 1, "lux": 3}}, "/light", "exactly one way"),
            ({"light": {}}, "/light", "exactly one way"),
            ({"genre": "underwater"}, "/genre", "sports"),
            ({"locks": {"aperture": 3.0}}, "/locks/aperture", "f/2.8 and f/3.2"),
            ({"locks": {"iso": 10}}, "/locks/iso", "100 and 125"),
            ({"locks": {"shutter_s": -1}}, "/locks/shutter_s", "greater than 0"),
            ({"focal_length_mm": 400}, "/focal_length_mm", "70 to 200"),
            ({"motion": {"distance_m": 0.3}}, "/motion/distance_m", "from 1 m"),
            ({"motion": {"depth_m": 900}}, "/motion/depth_m", "twice the distance"),
            ({"body": "nothing"}, "/body", "merrow-swift-20"),
            ({"lens": "nothing"}, "/lens", "merrow-70-200"),
            ({"subject": "chess"}, "/subject", "rowing"),
            ({"light": {"condition": "fog"}}, "/light/condition", "overcast"),
            ({"concessions": [{"intent": "separation", "to": "widest"}]}, "/concessions/0/to", "body_limit"),
            ({"concessions": [{"intent": "iso"}]}, "/concessions/0", "either"),
            ({"profile": {"schools": {"white": "guess"}}}, "/profile/schools/white", "automatic"),
            ({"light": {"ev100": "11"}}, "/light/ev100", "number"),
            ({"speed": 1}, "/speed", "not known"),
            ({"body": {**BODY, "step_ev": 0.7}}, "/body", "0.333"),
            ({"body": {**BODY, "max_iso": 50}}, "/body", "at least base_iso"),
            ({"body": "tamsel-heron"}, "/lens", "tamsel-heron-lens"),
            ({"lens": {**LENS, "widest_aperture": [2.8]}}, "/lens/widest_aperture", "2 items"),
            ({"delivery": {"shape": "wide"}}, "/delivery/shape", "3:2"),
        ]
        for change, place, accepted in cases:
            with self.subTest(change=change), self.assertRaises(InputError) as caught:
                answer({**SPORT, **change})
            found = {problem.pointer: problem.detail for problem in caught.exception.problems}
            hit = next((detail for pointer, detail in found.items() if pointer.startswith(place)), None)
            self.assertIsNotNone(hit, f"{place} not in {found}")
            self.assertIn(accepted, hit or "")
        for junk in (None, [], 3, "x"):
            with self.assertRaises(InputError):
                answer(junk)
