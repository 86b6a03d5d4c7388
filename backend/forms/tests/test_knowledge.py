"""Knowledge at work: every row can win, every reason can flip, every input matters."""

from __future__ import annotations

import ast
import itertools
import json
import re
from pathlib import Path
from typing import Any
from unittest import TestCase, mock

from craft.decisions.choice import By
from craft.decisions.facts import When
from craft.decisions.reasons import Reasoned
from craft.decisions.schools import DECISIONS, Decision, School
from craft.decisions.schools.row import Desk, said_by_hand
from craft.scene.works import SUBJECT
from demo.kit import BODIES, FLASHES, LENSES
from forms.answer import answer_to
from forms.problems import InputError
from forms.setup_form import setup_of
from forms.situation_form import SituationForm, read_situation
from forms.tests.situations import BODY, LENS
from forms.tests.test_contract import SPORT, said

SCHOOLS = [(decision.slug, school) for decision in DECISIONS.values() for school in decision.schools]


def decisions(raw: dict[str, Any]) -> dict[str, Reasoned]:
    """What is decided of a situation, without the rest of the body's settings: those are made from it in tests of their own."""
    return {made.decision: made for made in answer_to(read_situation(raw)).setup.decisions}


class AddedInOnePlace(TestCase):
    def test_a_decision_is_a_row_it_is_taken_said_set_on_the_body_answered_and_fixed_by_a_person(self) -> None:
        far = When("distance_m", ">", 20.0)
        marks = Decision(
            slug="marks",
            label="marks",
            sets=("crop_mark",),
            by_hand=said_by_hand("It is {distance_m}.", "At {distance_m} it is what you see."),
            desk=Desk(minutes=0.5, reason="a cut of each picture"),
            schools=(
                School(
                    slug="marked",
                    label="marked",
                    value=("on",),
                    when=(far,),
                    brief="It will be cut.",
                    because="At {distance_m} it will be cut.",
                    costs="a busy finder",
                ),
                School(
                    slug="bare",
                    label="bare",
                    value=("off",),
                    brief="It fills it.",
                    because="It fills the frame.",
                    costs="cutting",
                    desk="{minutes} min of cutting.",
                ),
            ),
        )
        with mock.patch.dict(DECISIONS, marks=marks):
            for metres, more, school, because, value in (
                (40, {}, "marked", "At 40 m it will be cut.", "on"),
                (10, {}, "bare", "It fills the frame.", "off"),
                (
                    10,
                    {"profile": {"schools": {"marks": "marked"}}},
                    "marked",
                    "You fixed this way. By the numbers it wins when: distance over 20 m. At 10 m it is what you see.",
                    "on",
                ),
                (40, {"settings": {"crop_mark": "off"}}, "bare", "You set crop mark to off. At 40 m it is what you see.", "off"),
                (10, {"settings": {"crop_mark": "off"}}, "bare", "You set crop mark to off. It fills the frame.", "off"),
            ):
                told = json.loads(
                    setup_of(SituationForm.model_validate({**SPORT, "motion": {"distance_m": metres}, **more})).model_dump_json()
                )
                made = told["decisions"][-1]
                self.assertEqual((made["decision"], made["school"], made["because"]), ("marks", school, because))
                row = told["configuration"]["crop_mark"]
                self.assertEqual((row["value"], row["by"]), (value, "" if "settings" in more else "marks"))
                self.assertEqual(bool(made["minutes_afterwards"]), school == "bare" and metres == 10)
        with self.assertRaisesRegex(InputError, "there is no such decision"):
            read_situation({**SPORT, "profile": {"schools": {"marks": "marked"}}})


class Knowledge(TestCase):
    def test_every_subject_on_every_demo_body_answers_and_decisions_vary(self) -> None:
        seen: dict[str, set[str]] = {}
        own = {
            "tamsel-heron": ["tamsel-heron-lens"],
            "tamsel-matchbox": ["tamsel-matchbox-lens"],
            "quillon-lane-32": ["quillon-18", "quillon-16-80"],
        }
        lights = {
            "night_sky": {"condition": "moonless"},
            "wedding": {"condition": "lamps_and_window"},
            "landscape": {"condition": "backlit_dawn", "stops_below": 8, "stops_above": 5},
        }
        for (j, (genre, subject)), (k, body) in itertools.product(enumerate(SUBJECT), enumerate(BODIES)):
            lenses = own.get(body, ["merrow-70-200", "oxwick-20", "fenwright-50"])
            for lens in (lenses[(j + k) % len(lenses)],):  # every body has every lens, with another subject
                found = decisions(
                    {
                        "genre": genre.value,
                        "subject": subject,
                        "body": body,
                        "lens": lens,
                        "focal_length_mm": LENSES[lens]["focal_max_mm"],
                        "light": lights.get(genre.value, {"condition": "overcast"}),
                        "flashes": list(FLASHES.values()),
                    }
                )
                for decision, made in found.items():
                    seen.setdefault(decision, set()).add(made.school)
                    self.assertTrue(made.because)
        for hours, count in ((6, 400), (6, 5000)):
            seen["file"].add(decisions({**SPORT, "genre": "wildlife", "delivery": {"deadline_h": hours, "count": count}})["file"].school)
        for decision, schools in seen.items():
            self.assertGreaterEqual(len(schools), 3, f"{decision} only ever takes {schools}")

    def test_every_school_can_win_by_profile_and_says_so(self) -> None:
        for decision, school in SCHOOLS:
            if school.slug in ("first_curtain", "silent", "past_mechanical", "only_electronic"):
                continue
            made = decisions({**SPORT, "profile": {"schools": {decision: school.slug}}})[decision]
            self.assertEqual((made.school, made.set_by), (school.slug, By.PROFILE))
            self.assertIn("You fixed this way", made.origin)
            for text in (made.because, made.rules_out, made.would_see, made.minutes_afterwards, school.costs, school.label):
                self.assertNotIn("{", text, (decision, school.slug))

    def test_reasons_flip_with_their_predicate(self) -> None:
        flips = {
            "exposure_mode": (
                {"light": {"ev100": 11, "swing_stops": 0.2}},
                "hold_in_steady_light",
                {"light": {"ev100": 11, "swing_stops": 3}},
                "float_iso",
            ),
            "range": (
                {"light": {"ev100": 11, "stops_above": 1, "swing_stops": 3}},
                "as_metered",
                {"light": {"ev100": 15, "stops_above": 4, "holds_above": 4}},
                "protect",
            ),
            "white": ({"light": {"ev100": 11}}, "fixed_kelvin", {"light": {"ev100": 11, "sources": 3}}, "automatic"),
            "stabiliser": ({}, "at_release", {"support": "tripod"}, "off_on_tripod"),
            "drive": ({}, "high", {"genre": "wedding", "subject": "ceremony"}, "low"),
            "focus": ({}, "small_zone", {"subject": "court_games"}, "tracking"),
            "metering": (
                {
                    "genre": "wedding",
                    "subject": "procession",
                    "lens": "merrow-85",
                    "focal_length_mm": 85,
                    "motion": {"distance_m": 6},
                    "light": {"ev100": 7, "stops_above": 3.5, "stops_below": 6},
                },
                "centre_weighted",
                {
                    "genre": "sports",
                    "subject": "court_games",
                    "lens": "merrow-85",
                    "focal_length_mm": 85,
                    "light": {"ev100": 7, "stops_above": 3.5, "holds_above": 3.5},
                },
                "highlight_guard",
            ),
            "iso_limits": (
                {"light": {"ev100": 11, "swing_stops": 3}},
                "ceiling_by_noise",
                {"light": {"ev100": 11, "swing_stops": 3}, "profile": {"iso_ceiling": 1600}},
                "ceiling_by_taste",
            ),
            "shutter_type": (
                {},
                "mechanical",
                {"light": {"ev100": 18}, "subject": "sprint", "locks": {"aperture": 2.8}},
                "past_mechanical",
            ),
            "file": ({}, "raw_and_finished", {"file": "raw"}, "raw"),
            "bracketing": (
                {"genre": "landscape", "light": {"ev100": 11}},
                "none",
                {"genre": "landscape", "light": {"ev100": 11, "stops_above": 6, "stops_below": 9}},
                "bracket",
            ),
        }
        for decision, (first, before, second, after) in flips.items():
            for change, school in ((first, before), (second, after)):
                with self.subTest(decision=decision, school=school):
                    self.assertEqual(decisions({**SPORT, **change})[decision].school, school)

    def test_every_input_matters(self) -> None:
        base = {
            **SPORT,
            "body": {
                **BODY,
                "shortest_electronic_s": 1 / 32000,
                "read_noise_pre_e": 9,
                "dual_gain_iso": 640,
                "dual_gain_read_noise_e": 2,
                "readout_s": 0.02,
            },
            "lens": LENS,
            "profile": {},
            "focal_length_mm": 100,
        }
        changes: list[dict[str, Any]] = [
            {"genre": "portrait"},
            {"subject": "cycling"},
            {"focal_length_mm": 200},
            {"light": {"ev100": 9}},
            {"light": {"lux": 500}},
            {"light": {"condition": "dusk"}},
            {"light": {"metered": {"shutter_s": 0.01, "aperture": 4, "iso": 100}}},
            *(
                {"light": {"ev100": 11, **one}}
                for one in (
                    {"stops_below": 9},
                    {"stops_above": 4},
                    {"kelvin": 3000},
                    {"swing_stops": 3},
                    {"flicker_hz": 100},
                    {"sources": 2},
                    {"holds_above": 3.5, "stops_above": 6},
                    {"keeps_colour": 0.5, "kelvin": 2000},
                )
            ),
            {"light": {"ev100": 11, "sources": 2, "indoors": True}, "genre": "landscape"},
            {"filters_stops": [6], "aims": {"motion": "blur"}, "light": {"ev100": 13}},
            *({"motion": one} for one in ({"limb_m_s": 20}, {"followed": 1}, {"near_m": 20}, {"near_m": 30, "far_m": 40})),
            *({"motion": one} for one in ({"speed_m_s": 2}, {"angle_deg": 10}, {"distance_m": 9}, {"depth_m": 6})),
            {"motion": {"declination_deg": 70}},
            *({"other_lights": [one]} for one in ({"ev100": 15, "kelvin": 3000}, {"condition": "hall_bright"})),
            *({"other_subjects": [{"distance_m": 20, **one}]} for one in ({}, {"depth_m": 3}, {"speed_m_s": 9})),
            {"aims": {"depth": "shallow"}},
            {"aims": {"motion": "blur"}},
            {"support": "tripod"},
            *(
                {"delivery": one}
                for one in ({"shape": "1:1"}, {"colour_space": "wide"}, {"count": 9000}, {"deadline_h": 3}, {"frames": 5000})
            ),
            *({"output": one} for one in ({"width_cm": 150}, {"viewing_distance_cm": 25}, {"acuity": "pixel"})),
            {"file": "raw"},
            *({"locks": one} for one in ({"shutter_s": 0.01}, {"aperture": 8}, {"iso": 800})),
            *(
                {"profile": one}
                for one in (
                    {"iso_ceiling": 400},
                    {"steadiness": 0.2},
                    {"noise_bar": 20},
                    {"schools": {"white": "automatic"}},
                    {"practised_follower": True},
                )
            ),
            {"profile": {"slowest_handheld_s": 0.008}, "light": {"ev100": 2}},
            {"profile": {"mains_hz": 60}, "light": {"condition": "hall_bright"}},
            {"profile": {"darkest_stops": 0}, "light": {"ev100": 3}},
            {"concessions": [{"intent": "iso", "up_to_stops": 1}]},
            {"concessions": [{"intent": "depth", "to": "widest"}]},
            *(
                {"body": {**base["body"], **one}}
                for one in (
                    {"sensor_width_mm": 24},
                    {"sensor_height_mm": 16},
                    {"pixels_wide": 9000},
                    {"pixels_high": 2000},
                    {"base_iso": 400},
                    {"max_iso": 6400},
                    {"full_well_e": 9000},
                    {"read_noise_pre_e": 20},
                    {"read_noise_post_e": 900},
                    {"dual_gain_iso": 6400},
                    {"dual_gain_read_noise_e": 30},
                    {"shortest_mechanical_s": 0.002},
                    {"shortest_electronic_s": None},
                    {"longest_s": 1},
                    {"readout_s": 0.1},
                    {"step_ev": 1},
                    {"stabiliser_stops": 5},
                    {"frames_per_second": 3},
                    {"bits": 8},
                )
            ),
            *(
                {"lens": {**LENS, **one}}
                for one in (
                    {"focal_min_mm": 90},
                    {"focal_max_mm": 95},
                    {"widest_aperture": [1.4, 4]},
                    {"narrowest_aperture": 8},
                    {"stabiliser_stops": 4},
                    {"transmission_stops": 1.0},
                    {"circle_mm": 28},
                    {"autofocus": False},
                )
            ),
        ]
        night = {"genre": "night_sky", "focal_length_mm": 24}
        settings_of = [
            base,
            {**base, "light": {"ev100": 3}},
            {**base, "light": {"ev100": 8}},
            {**base, **night, "light": {"ev100": -7}},
            {**base, "light": {"ev100": 18}, "subject": "sprint", "locks": {"aperture": 2.8}},
        ]
        for change in changes:
            same = all(said({**one, **change}) == said(one) for one in settings_of)
            self.assertFalse(same, f"{change} changes nothing")

    def test_every_figure_of_a_flash_changes_something(self) -> None:
        clip_on = {"name": "clip-on", "guide_number_m": 40, "charge": 200}
        room = {"genre": "portrait", "subject": "group_portrait", "light": {"ev100": 4, "indoors": True}, "flashes": [clip_on]}
        room |= {"body": {**BODY, "sync_s": 0.005}, "lens": {**LENS, "focal_min_mm": 24}}
        short = {**room, "light": {"ev100": 14}, "settings": {"flash": "on", "high_speed_sync": "on"}}
        weak = {**room, "profile": {"schools": {"flash": "key"}}, "motion": {"distance_m": 1.5}}
        flashes = (
            *(
                {"flashes": [{**clip_on, **one}]}
                for one in ({"guide_number_m": 20}, {"recycle_s": 9}, {"lowest_share": 0.5}, {"charge": 2})
            ),
            *({"flashes": [{**clip_on, **one}]} for one in ({"high_speed": True}, {"turns": False}, {"duration_s": 0.01}, {"mains": True})),
            {"flashes": [{"name": "strobe", "energy_ws": 400}]},
            {"flashes": [{**clip_on, "name": "another"}]},
            *({"flash": one} for one in ({"aim": "softened"}, {"distance_m": 1}, {"metered_aperture": 8}, {"gelled": True})),
        )
        for change in (*flashes, {"flashes": [clip_on, {**clip_on, "name": "other", "guide_number_m": 12}], "flash": {"name": "other"}}):
            same = all(said({**one, **change}) == said(one) for one in (room, short, weak))
            self.assertFalse(same, f"{change} changes nothing")

    def test_data_has_reasons_and_sources_and_no_two_alike(self) -> None:
        for _, row in SCHOOLS:
            self.assertFalse(
                re.search(r"\d", re.sub(r"{.*?}", "", row.brief + row.because + row.costs)), f"{row.slug}: numbers come from facts"
            )
        for attribute in ("because", "label"):
            words = [(decision, getattr(s, attribute)) for decision, s in SCHOOLS]
            self.assertEqual(len(set(words)), len(words))
        for (_, slug), subject in SUBJECT.items():
            self.assertTrue(len(subject.source) > 10, slug)
        genres = [genre for genre, _ in SUBJECT]
        self.assertTrue(all(genres.count(genre) >= 4 for genre in set(genres)) and len(set(genres)) == 8)


class Sources(TestCase):
    def test_what_is_cited_is_in_the_bibliography_and_everything_there_is_cited(self) -> None:
        craft = Path(__file__).resolve().parents[2] / "craft"
        cited = {key for file in craft.rglob("*.py") for key in re.findall(r"\[([a-z_]+\d+)\]", _docstrings(file))}
        entries = (craft.parents[1] / "docs" / "sources.bib").read_text()
        known = set(re.findall(r"^@\w+\{(\w+),", entries, re.M))
        self.assertEqual(cited, known)
        for entry in entries.split("\n@")[1:]:
            self.assertRegex(entry, r"year = \{\d{4}\}")


def _docstrings(file: Path) -> str:
    """All that stands alone as text in a module: what is said of it and of its parts."""
    tree = ast.parse(file.read_text())
    return " ".join(
        n.value.value
        for n in ast.walk(tree)
        if isinstance(n, ast.Expr) and isinstance(n.value, ast.Constant) and isinstance(n.value.value, str)
    )
