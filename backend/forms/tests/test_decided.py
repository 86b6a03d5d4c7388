"""What decisions set on the body is what the setup says, with the decision's own reason; and the command says what is wrong."""

from __future__ import annotations

import json
import math
from typing import Any
from unittest import TestCase

from hypothesis import given, settings

from craft.configuration.decided import of_settings
from craft.configuration.handing_over import FINISHED_BYTES, SIZE, frame_bytes
from craft.kit.body import PACKED
from craft.vocabulary.settings import BY_SLUG
from forms.advise_command import answer
from forms.situation_form import SituationForm
from forms.tests.situations import situations
from forms.tests.test_advise_command import Heard, here

SPORT: dict[str, Any] = {"genre": "sports", "body": "merrow-swift-20", "lens": "merrow-70-200", "light": {"ev100": 11}}


class Decided(TestCase):
    @settings(max_examples=80, deadline=None)
    @given(situations())
    def test_every_decided_setting_is_what_the_setup_says_and_why(self, raw: dict[str, Any]) -> None:
        setup = json.loads(answer(raw).model_dump_json())
        rows = setup["configuration"]
        exposure, limits = setup["exposure"], setup["iso_limits"]
        expected = {
            "exposure_mode": exposure["mode"],
            "aperture": exposure["aperture"],
            "compensation": exposure["compensation_ev"],
            "shutter_type": setup["shutter_type"],
            "iso_mode": "automatic" if limits["automatic"] else "fixed",
            "iso_floor": limits["floor"],
            "iso_ceiling": limits["ceiling"],
            "metering_pattern": setup["metering"]["pattern"],
            "highlight_protection": setup["range"]["highlight_protection_stops"],
            "bracket_kind": "exposure" if setup["bracketing"]["frames"] > 1 else "off",
            "white_mode": setup["white"]["mode"],
            "focus_mode": setup["focus"]["mode"],
            "focus_area": setup["focus"]["area"],
            "drive_mode": setup["drive"]["mode"],
            "stabiliser": setup["stabiliser"],
            "file_format": setup["file"],
        }
        reasons = {made["decision"]: made["because"] for made in setup["decisions"]}
        for slug, value in expected.items():
            if slug in rows and rows[slug]["origin"] == "decided":
                self.assertEqual(rows[slug]["value"], value, slug)
                self.assertEqual(rows[slug]["reason"], reasons[of_settings()[slug].slug], slug)
                self.assertEqual(rows[slug]["by"], of_settings()[slug].slug)
        held = {"shutter_time": "shutter_s", "aperture": "aperture", "iso_value": "iso"}
        for slug, lock in held.items():
            if lock in raw["locks"] and slug in rows:
                self.assertEqual(rows[slug]["origin"], "locked")
                self.assertTrue(math.isclose(rows[slug]["value"], raw["locks"][lock]))
        if limits["automatic"] and limits["slowest_shutter_s"]:
            self.assertEqual(rows["iso_slowest_shutter"]["value"], limits["slowest_shutter_s"])

    def test_room_for_every_kind_of_file_is_the_sum_of_its_parts(self) -> None:
        situation = SituationForm.model_validate(SPORT).value()
        pixels = 5520 * 3680
        for packing, packed in PACKED.items():
            for quality, finished in FINISHED_BYTES.items():
                for size, share in SIZE.items():
                    values = {"raw_compression": packing, "rendered_quality": quality, "rendered_size": size}
                    raw, plain = pixels * 14 / 8 * packed, pixels * share * finished
                    for kept, expected in (("raw", raw), ("rendered", plain), ("both", raw + plain)):
                        self.assertAlmostEqual(frame_bytes(situation, {**values, "file_format": kept}), expected)
        self.assertAlmostEqual(frame_bytes(situation, {}), pixels * 0.3, msg="a body without raw keeps finished files")


class Command(TestCase):
    def run_on(self, raw: dict[str, Any]) -> Heard:
        return here("-", json.dumps(raw).encode())

    def test_settings_and_answers_that_cannot_be_are_one_line_each_and_nothing_on_standard_output(self) -> None:
        for change, lines in (
            ({"settings": {"grid": "plenty"}}, ["settings.grid: grid is 'plenty': off, thirds, fine is accepted"]),
            ({"settings": {"nonsense": 1}}, ["settings.nonsense: “nonsense” is not a setting"]),
            (
                {"settings": {"built_in_nd": 3}},
                ["settings.built_in_nd: built-in filter: not here: it needs that a grey filter is built in"],
            ),
            ({"settings": {"shutter_time": 0.01}}, ["settings.shutter_time: hold it under locks.shutter_s"]),
            ({"profile": {"habits": {"review": "never"}}}, ["profile.habits.review: on_the_computer, off, short, long, none_needed"]),
            ({"settings": {"grid": None}, "profile": {"bodies": 0}}, ["settings.grid", "settings.grid", "profile.bodies"]),
        ):
            ran = self.run_on({**SPORT, **change})
            self.assertEqual((ran.code, ran.out), (2, ""), change)
            told = ran.err.strip().splitlines()
            self.assertEqual(len(told), len(lines), told)
            for said, line in zip(sorted(lines), sorted(told), strict=True):
                self.assertTrue(line.startswith(said), line)

    def test_a_good_one_prints_every_setting_of_the_body(self) -> None:
        ran = self.run_on({**SPORT, "settings": {"grid": "fine"}})
        self.assertEqual((ran.code, ran.err), (0, ""))
        setup = json.loads(ran.out)
        self.assertEqual(setup["configuration"]["grid"]["origin"], "locked")
        self.assertGreater(len(setup["configuration"]), 140)
        self.assertLessEqual(set(setup["configuration"]), set(BY_SLUG))
        self.assertEqual(setup["violations"], [])
