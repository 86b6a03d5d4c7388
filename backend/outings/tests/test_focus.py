"""Focus over HTTP: the ruler of distance against rays and against pixels, following against itself, and what is refused."""

from __future__ import annotations

import io
import math
from typing import Any

import numpy as np
from PIL import Image

from demo.kit import BODIES, LENSES
from outings.models import Situation
from outings.tests.test_rehearse import question
from outings.tests.test_ruler import TITLES, OnScene

TERNS = "Terns over the bar"


def ray_disc(focal: float, aperture: float, focus: float, at: float) -> float:
    """Diameter on the sensor of a point's disc, by two rays through the edges of the pupil and the sensor's plane."""
    pupil = focal / aperture
    sensor = 1 / (1 / focal - 1 / focus)
    image = focal if math.isinf(at) else 1 / (1 / focal - 1 / at)
    edges = [half * (1 - sensor / image) for half in (pupil / 2, -pupil / 2)]
    return abs(edges[0] - edges[1])


class OnFocus(OnScene):
    def refused(self, what: str, change: dict[str, Any], **more: Any) -> dict[str, str]:
        answer = self.caller.post(f"/api/rehearse/{what}", {"situation": question(TERNS, **change), **more})
        self.assertEqual(answer.status_code, 422, answer.content)
        return {one["pointer"]: one["detail"] for one in answer.json()["errors"]}


class Distances(OnFocus):
    def test_every_situation_of_the_day_has_its_ruler_and_its_ends_are_those_of_rays(self) -> None:
        for title in TITLES:
            told = self.ask("distance", title)
            figures = self.ask("frame", title)["frame"]["figures"]
            aperture = 2 ** (round(2 * math.log2(figures["aperture"]) * 3) / 6)
            self.assertTrue(told["nearest_m"] <= told["near_m"] <= told["focus_m"] + 1e-6, title)
            self.assertEqual([one["distance_m"] is None or one["distance_m"] > 0 for one in told["things"]], [True] * len(told["things"]))
            focal = math.sqrt(told["hyperfocal_m"] * aperture * told["coc_um"] * 1e-6)  # f + f^2/(N c), f small
            for end in (told["near_m"], told["far_m"] or math.inf):
                disc = ray_disc(focal, aperture, told["focus_m"], end)
                if math.isinf(end):
                    self.assertLessEqual(disc, told["coc_um"] * 1e-6 * 1.02, title)
                else:
                    self.assertAlmostEqual(disc / (told["coc_um"] * 1e-6), 1.0, delta=0.06)

    def test_the_zone_table_holds_what_rays_say_and_grows_as_the_aperture_closes(self) -> None:
        told = self.ask("distance", "First light on the causeway")
        reach = [[(one["near_m"], one["far_m"] or math.inf) for one in row["reach"]] for row in told["zone"]]
        for row, closer in zip(reach, reach[1:], strict=False):
            for (near, far), (near_next, far_next) in zip(row, closer, strict=True):
                self.assertTrue(near_next <= near and far_next >= far)
        caught = [one["share"] for one in self.ask("distance", change={"genre": "street", "subject": "passers_by"})["caught"]]
        self.assertEqual(caught, sorted(caught, reverse=True))

    def test_focus_that_is_put_somewhere_moves_the_plane_through_the_picture(self) -> None:
        """What lies at that distance is sharper in the drawn frame than with focus on the subject, and the subject is softer."""

        def edges(focus_m: float) -> tuple[float, float]:
            change = {"locks": {"aperture": 2.8}, "motion": {"distance_m": 6.0, "focus_m": focus_m}, "settings": {"focus_mode": "manual"}}
            token = self.ask("frame", "Boathouse wedding, one bright doorway", change=change)["frame"]["token"]
            answer = self.caller.get(f"/api/frames/{token}.jpg?width=696&marks=false")
            grey = np.asarray(Image.open(io.BytesIO(answer.content)).convert("L"), float)
            slope = np.abs(np.diff(grey, axis=1))
            high = grey.shape[0]
            return float(np.percentile(slope[: high // 2], 99.5)), float(np.percentile(slope[int(0.86 * high) :, 200:500], 99.5))

        subject, near = edges(6.0), edges(2.6)
        self.assertGreater(near[1], subject[1], "the guests before come into focus")
        self.assertGreater(subject[0], near[0], "and the couple go out of it")
        told = self.ask(
            "distance", "Boathouse wedding, one bright doorway", change={"motion": {"focus_m": 2.6}, "settings": {"focus_mode": "manual"}}
        )
        self.assertEqual((told["focus_m"], told["by_hand"], told["follows"]), (2.6, True, False))
        refused = self.refused("distance", {"motion": {"focus_m": 0.05}, "settings": {"focus_mode": "manual"}})
        self.assertIn("/situation/motion/focus_m", refused)
        self.assertIn("focuses from", refused["/situation/motion/focus_m"])

    def test_a_lens_that_stands_still_says_so_and_has_no_handle(self) -> None:
        fixed = {**LENSES["merrow-24-70"], "autofocus": False, "ring": False, "fixed_m": 2.0}
        told = self.ask("distance", change={"lens": fixed, "body": {**BODIES["merrow-swift-20"], "fixed_lens": None}})
        self.assertEqual((told["puts"], told["focus_m"]), (False, 2.0))


class Following(OnFocus):
    def test_the_pane_the_bench_and_the_settings_tell_the_same_figures(self) -> None:
        told = self.ask("following", TERNS)
        whole = self.caller.post("/api/advise", question(TERNS)).json()
        follows = whole["focus"]["following"]
        self.assertTrue(told["follows"])
        area = next(choice for choice in told["choices"] if choice["setting"] == "focus_area")
        now = next(row for row in area["rows"] if row["as_set"])
        self.assertEqual((now["kept"], now["fired"]), (follows["kept"], follows["fired"]))
        self.assertIn(f"{follows['kept']:g} of {follows['fired']:g}", told["words"][0])
        presets = next(choice for choice in told["choices"] if choice["setting"] == "preset")
        named = [row["value"] for row in presets["rows"] if row["as_set"]]
        self.assertEqual(named, [whole["focus"]["preset"]] if whole["focus"]["preset"] else [])
        self.assertIn(whole["focus"]["preset_words"], told["words"])
        for choice in (choice for choice in told["choices"] if choice is not presets):
            (now,) = (row for row in choice["rows"] if row["as_set"])
            value = whole["configuration"][choice["setting"]]["value"]
            self.assertEqual(now["value"], value if isinstance(value, str) else f"{value:g}")
        made = next(made for made in whole["decisions"] if made["decision"] == "focus")
        self.assertTrue(any(way["figure"] for way in made["other_ways"]))
        for way in made["other_ways"]:
            if way["figure"]:
                self.assertIn(float(way["figure"].split()[0]), [row["kept"] for row in area["rows"]])

    def test_at_once_the_figures_stand_without_what_is_simulated_and_nothing_else_differs(self) -> None:
        row = Situation.objects.get(outing=self.day, document__title=TERNS)
        body = {"outing": self.day.pk, "document": row.document}
        first, then = (self.caller.post(f"/api/bench/figures?at_once={once}", body).json() for once in ("true", "false"))
        self.assertEqual((first["focus"]["following"]["simulated"], then["focus"]["following"]["simulated"]), (0, 128))
        for part in ("exposure", "white", "metering", "drive", "iso_limits", "range"):
            self.assertEqual(first[part], then[part])

    def test_setting_what_a_row_offers_is_what_it_said(self) -> None:
        told = self.ask("following", TERNS)
        for choice in told["choices"]:
            row = next(row for row in choice["rows"] if not row["as_set"])
            again = self.ask("following", TERNS, change={"settings": row["set"]})
            if row["way"] is None:  # found once: the same figures in its sentence, and those of following beside
                self.assertIn(f"{row['kept']:g} of {row['fired']:g} frames a second", again["words"][1])
                best = max(one["kept"] for other in told["choices"] for one in other["rows"])
                self.assertIn(f"ollowing would keep {best:g}", again["words"][1])
                continue
            now = next(one for one in again["choices"] if one["setting"] == choice["setting"])
            self.assertEqual([one["value"] for one in now["rows"] if one["as_set"]], [row["value"]])

    def test_a_way_drawn_from_above_is_where_it_was_drawn_costs_what_stands_in_it_and_is_refused_at_its_place(self) -> None:
        across = [{"x_m": -8, "y_m": 24}, {"x_m": 8, "y_m": 24}]
        post = {"x_m": 0, "y_m": 12, "wide_m": 1.2}
        free, hidden = (self.ask("following", TERNS, change={"motion": {"plan": {"way": across, "things": t}}}) for t in ([], [post]))
        for told in (free, hidden):
            self.assertTrue(told["plan"]["drawn"])
            self.assertEqual(told["plan"]["way"], [{"x_m": float(at["x_m"]), "y_m": float(at["y_m"])} for at in across])
        areas = [next(one for one in told["choices"] if one["setting"] == "focus_area")["rows"] for told in (free, hidden)]
        best = [max(row["kept"] for row in rows) for rows in areas]
        self.assertLess(best[1], best[0] - 0.3)
        self.assertIsNone(free["seen"][0]["passes"])
        at = hidden["seen"][0]["passes"]
        self.assertAlmostEqual(at["at_m"], 12.0, delta=0.1)
        self.assertLess(at["from_s"], 0.8)
        self.assertGreater(at["to_s"], 0.8)
        whole = self.caller.post("/api/advise", question(TERNS, motion={"plan": {"way": across}})).json()
        self.assertEqual((whole["taken"]["distance_m"], round(whole["taken"]["angle_deg"])), (24.0, 90))
        twice = self.ask("following", TERNS, change={"motion": {"plan": {"way": across}, "distance_m": 48}})
        self.assertEqual(twice["plan"]["way"][0], {"x_m": -16.0, "y_m": 48.0})
        for motion, place, said in (
            ({"plan": {"way": across[:1]}}, "/motion/plan/way", "at least 2"),
            ({"plan": {"way": [across[0], {"x_m": 1, "y_m": -3}]}}, "/motion/plan/way/1", "behind the camera"),
            ({"plan": {"way": [across[0], across[0]]}}, "/motion/plan/way/1", "the one before"),
            ({"plan": {"way": [across[0], {"x_m": "far", "y_m": 3}]}}, "/motion/plan/way/1/x_m", "number"),
            ({"plan": {"way": across, "things": [{**post, "wide_m": -1}]}}, "/motion/plan/things/0/wide_m", "0.01"),
            ({"plan": {"way": [{"x_m": -1, "y_m": 1}, {"x_m": 1, "y_m": 1}]}}, "/motion/plan", "too close"),
            ({"plan": {"way": across}, "angle_deg": 30}, "/motion/angle", "not both"),
        ):
            with self.subTest(place, said=said):
                refused = self.refused("following", {"motion": motion})
                found = next((detail for where, detail in refused.items() if place in where), None)
                self.assertIsNotNone(found, refused)
                self.assertIn(said, str(found))

    def test_another_way_goes_through_the_same_burst_and_one_that_is_not_there_is_refused(self) -> None:
        way = {"focus_area": "point", "tracking_hold": "short", "subject_path": "steady", "priority_continuous": "release"}
        told = self.ask("following", TERNS, burst=5, beside=way)
        mine, other = told["seen"]
        self.assertEqual((mine["subject"], mine["at_s"]), (other["subject"], other["at_s"]))
        self.assertNotEqual(mine["plane_m"], other["plane_m"])
        self.assertEqual(len(mine["frames"]), len(other["frames"]))
        self.assertNotEqual(self.ask("following", TERNS, burst=6)["seen"][0]["subject"], mine["subject"])
        blind = {**BODIES["merrow-swift-20"], "detects": []}
        for change, more, place in (
            ({"body": blind}, {"beside": {**way, "focus_area": "tracking"}}, "/beside/focus_area"),
            ({}, {"burst": 64}, "/burst"),
            ({}, {"beside": {**way, "tracking_hold": "for ever"}}, "/beside/tracking_hold"),
        ):
            answer = self.caller.post("/api/rehearse/following", {"situation": question(TERNS, **change), **more})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(place, [one["pointer"] for one in answer.json()["errors"]])

    def test_what_is_not_followed_says_why(self) -> None:
        told = self.ask("following", "First light on the causeway")
        self.assertEqual((told["follows"], told["choices"], told["seen"]), (False, [], []))
        self.assertIn("Nothing is followed here", told["words"][0])


class Everywhere(OnScene):
    def test_one_setup_has_one_way_of_following_on_the_bench_the_card_the_file_and_the_walk(self) -> None:
        row = Situation.objects.get(outing=self.day, document__title=TERNS)
        figures = self.caller.post("/api/bench/figures", {"outing": self.day.pk, "document": row.document}).json()
        focus = figures["focus"]
        made = self.caller.get(f"/api/situations/{row.pk}/setup.json").json()
        card = self.caller.post(f"/api/situations/{row.pk}/cards").json()["snapshot"]["setup"]
        for other in (made, card):
            self.assertEqual(other["focus"], focus)
        values = {
            slug: made["configuration"][slug]["value"] for slug in ("focus_area", "tracking_hold", "subject_path", "priority_continuous")
        }
        self.assertEqual(list(values.values()), [focus["area"], focus["hold"], focus["path"], focus["priority"]])
        walk = self.caller.get(f"/api/situations/{row.pk}/walk?fresh=true").json()
        steps = {step["setting"]: step for step in walk["steps"] if step["setting"] in values}
        self.assertTrue(steps, "some of them are on the way through the menus of a body that has just been reset")
        for slug, step in steps.items():
            self.assertEqual(step["value"], values[slug])
        self.assertIn(
            steps["tracking_hold"]["shown"],
            [f"{values['tracking_hold'].replace('_', ' ')}: {step}" for step in ("-2", "-1", "0", "+1", "+2")],
        )

    def test_areas_worth_a_place_on_the_list_are_named_on_the_card_on_paper_and_on_the_walk(self) -> None:
        row = Situation.objects.get(outing=self.day, document__title=TERNS)
        made = self.caller.post(f"/api/situations/{row.pk}/cards").json()
        areas = made["snapshot"]["setup"]["focus"]["areas"]
        self.assertIn(made["snapshot"]["setup"]["focus"]["area"], areas)
        named = ", ".join(area.replace("_", " ") for area in areas)
        self.assertIn(named, self.caller.get(f"/api/cards/{made['id']}/card.html").content.decode())
        walk = self.caller.get(f"/api/situations/{row.pk}/walk?fresh=true").json()
        (step,) = (step for step in walk["steps"] if step["setting"] == "area_list")
        self.assertTrue(step["shown"].endswith(f": {named}"), step["shown"])

    def test_the_fewest_areas_of_the_day_are_areas_that_the_body_has(self) -> None:
        for body in self.caller.get(f"/api/outings/{self.day.pk}/fingers").json()["bodies"]:
            has = {area.replace("_", " ") for area in body["areas"]}
            self.assertLessEqual(set(body["needed_areas"]), has)
            self.assertEqual(len(set(body["needed_areas"])), len(body["needed_areas"]))
