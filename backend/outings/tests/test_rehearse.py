"""Rehearsing over the API: frames by signed address, what is told of them, frames that are kept."""

from __future__ import annotations

import io
import json
import threading
from typing import Any

from django.contrib.auth import get_user_model
from django.core import signing
from django.test import TestCase
from PIL import Image

from craft.kept import forget
from craft.render.picture import Look
from craft.stage.stages import STAGES
from demo.day import DAY
from demo.kit import BODIES
from outings.demo_people import load_demo_people
from outings.models import KeptFrame, Outing, Situation
from outings.rehearse import actions
from outings.rehearse.actions import KEPT_FRAMES, SALT, Looked, SupersededError, drawn_if_wanted, shot_of_token, word_of
from people.tests.caller import TOKEN, Caller, pointers

OWN_SCENES = {
    "First light on the causeway": "causeway_before",
    "Terns over the bar": "terns_sky",
    "Early ferry queue": "ferry",
    "Sprint heats off the quay": "regatta",
    "Sail-loft portrait by the window": "loft",
    "Boathouse wedding, one bright doorway": "hall",
    "The causeway under the stars": "stars",
}


def question(title: str, **changes: Any) -> dict[str, Any]:
    row = next(s for s in DAY["situations"] if s["title"] == title)
    asked = {key: value for key, value in row.items() if key not in ("title", "starts_at", "note")}
    asked["body"] = {**BODIES[row["body"]], "fixed_lens": None} if row["body"] == "quillon-lane-32" else row["body"]
    return {**asked, **changes}


class Rehearsing(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        people = get_user_model().objects
        cls.ilse, cls.bram = people.get(username="demo.ilse"), people.get(username="demo.bram")
        cls.day = Outing.objects.get(person=cls.ilse)
        cls.situation = Situation.objects.get(outing=cls.day, document__title="Boathouse wedding, one bright doorway")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)

    def told(self, title: str = "Boathouse wedding, one bright doorway", **more: Any) -> dict[str, Any]:
        answer = self.caller.post("/api/rehearse", {"situation": question(title, **more.pop("change", {})), **more})
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def frame(self, token: str, **query: Any) -> Any:
        return self.caller.get(f"/api/frames/{token}.jpg?" + "&".join(f"{key}={value}" for key, value in query.items()))


class Told(Rehearsing):
    def test_each_demo_situation_has_a_scene_of_its_own(self) -> None:
        found = {title: self.told(title)["scene"]["slug"] for title in OWN_SCENES}
        self.assertEqual(found, OWN_SCENES)

    def test_what_is_told_is_of_the_frame_that_is_shown_at_once(self) -> None:
        told = self.told()
        now = self.caller.post("/api/rehearse/frame", {"situation": question("Boathouse wedding, one bright doorway")}).json()
        self.assertEqual(shot_of_token(now["frame"]["token"], self.ilse), shot_of_token(told["frame"]["token"], self.ilse))
        self.assertEqual(now["frame"]["figures"], told["frame"]["figures"])
        self.assertAlmostEqual(now["aspect"], 1.5, delta=0.02)

    def test_once_the_light_has_moved_the_picture_is_the_ladders_row_and_the_strip_has_each_of_its_lights(self) -> None:
        asked = {"situation": question("Boathouse wedding, one bright doorway")}
        told = self.caller.post("/api/rehearse/light", {**asked, "stops": -9}).json()
        rows = self.caller.post("/api/advise", asked["situation"]).json()["ladder"]
        row = next(row for row in rows if abs(row["ev100"] - rows[0]["ev100"] + 15) < 1e-6)
        self.assertEqual(
            {name: told["frame"]["figures"][name] for name in ("shutter_s", "aperture", "iso")},
            {k: row[k] for k in ("shutter_s", "aperture", "iso")},
        )
        planned = self.told()["frame"]["token"]
        small = [Image.open(io.BytesIO(self.frame(token, width=96).content)).convert("L") for token in (planned, told["frame"]["token"])]
        bright, dark = (sum(picture.tobytes()) / len(picture.tobytes()) for picture in small)
        self.assertLess(dark, bright * 0.8)
        lights = self.caller.post("/api/rehearse/lights", asked).json()
        self.assertEqual([round(stops) for stops in lights["stops"]], [6, 3, 0, -3, -6, -9, -12])
        strip = Image.open(io.BytesIO(self.caller.get(f"/api/strips/{lights['strip']}.jpg").content))
        self.assertEqual(strip.height % 7, 0)
        self.assertLess(abs(strip.width / (strip.height / 7) - lights["aspect"]), 0.1)
        self.assertEqual(self.caller.post("/api/rehearse/light", {**asked, "stops": -13}).status_code, 422)

    def test_in_the_dark_a_frame_is_lines_without_colour_the_same_in_any_light(self) -> None:
        token = self.told()["frame"]["token"]
        darker = self.caller.post(
            "/api/rehearse/light", {"situation": question("Boathouse wedding, one bright doorway"), "stops": -6}
        ).json()
        drawn = [
            Image.open(io.BytesIO(self.caller.get(address).content))
            for address in (
                f"/api/frames/{token}/lines.png?width=300",
                f"/api/frames/{darker['frame']['token']}/lines.png?width=300",
                f"/api/situations/{self.situation.pk}/lines.png?width=300",
            )
        ]
        for picture in drawn:
            *colours, cover = picture.split()
            self.assertEqual([band.getextrema() for band in colours], [(0, 0)] * 3)
            inked = sum(cover.tobytes()) / 255 / len(cover.tobytes())
            self.assertTrue(0.02 < inked < 0.2, inked)
        self.assertEqual(drawn[0].tobytes(), drawn[1].tobytes())
        self.assertEqual(Caller(self.bram).get(f"/api/situations/{self.situation.pk}/lines.png").status_code, 404)

    def test_figures_are_said_as_the_dials_print_them(self) -> None:
        figures = self.told(change={"locks": {"shutter_s": 0.008, "aperture": 2.8, "iso": 1600}})["frame"]["figures"]
        self.assertEqual(figures, {"shutter_s": 0.008, "aperture": 2.8, "iso": 1600, "said": "1/125 f/2.8 ISO 1600"})

    def test_another_scene_and_seed_can_be_asked_and_what_there_is_not_is_refused_where_it_stands(self) -> None:
        self.assertEqual(self.told(scene="moon")["scene"]["slug"], "moon")
        seeds = [shot_of_token(self.told(seed=seed)["frame"]["token"], self.ilse).seed for seed in (1, 77)]
        self.assertEqual(seeds, [1, 77])
        for wrong, where in (
            ({"scene": "opera"}, "/scene"),
            ({"seed": 0}, "/seed"),
            ({"seed": 10**9}, "/seed"),
            ({"scene": "x" * 50}, "/scene"),
            ({"unheard": 1}, "/unheard"),
        ):
            for path in ("/api/rehearse", "/api/rehearse/frame"):
                answer = self.caller.post(path, {"situation": question("Terns over the bar"), **wrong})
                self.assertEqual((answer.status_code, pointers(answer)), (422, {where}), wrong)
        opera = self.caller.post("/api/rehearse", {"situation": question("Terns over the bar"), "scene": "opera"}).json()
        self.assertIn("hall", opera["errors"][0]["detail"])

    def test_every_scene_is_offered_and_can_be_rehearsed_on(self) -> None:
        offered = [scene["slug"] for scene in self.caller.get("/api/scenes").json()]
        self.assertEqual(offered, [stage.slug for stage in STAGES])
        for slug in offered:
            now = self.caller.post("/api/rehearse/frame", {"situation": question("Early ferry queue"), "scene": slug})
            self.assertEqual(now.json()["scene"]["slug"], slug)

    def test_rehearsing_touches_no_row_of_a_day(self) -> None:
        with self.assertNumQueries(2):  # the session and who it is
            self.told()

    def test_a_setup_that_cannot_be_is_told_at_its_place(self) -> None:
        answer = self.caller.post("/api/rehearse/frame", {"situation": question("Terns over the bar", motion={"distance_m": 0.1})})
        self.assertEqual((answer.status_code, pointers(answer)), (422, {"/situation/motion/distance_m"}))


class Frames(Rehearsing):
    def test_a_frame_is_a_picture_of_the_size_and_shape_that_is_asked(self) -> None:
        told = self.told("Sail-loft portrait by the window")
        for view in ("finder", "raw", "scene", "pixels"):
            answer = self.frame(told["frame"]["token"], view=view, width=96)
            self.assertEqual((answer.status_code, answer["Content-Type"]), (200, "image/jpeg"))
            picture = Image.open(io.BytesIO(answer.content))
            self.assertEqual(picture.width, 96)
            self.assertAlmostEqual(picture.width / picture.height, told["aspect"], delta=0.03)

    def test_a_frame_that_one_has_is_not_sent_again_and_another_is(self) -> None:
        token = self.told()["frame"]["token"]
        first = self.frame(token, width=96)
        path = f"/api/frames/{token}.jpg?width=96"
        again = self.caller.client.get(path, headers={"If-None-Match": first["ETag"]})
        self.assertEqual((again.status_code, again.content), (304, b""))
        self.assertIn("private", first["Cache-Control"])
        for other in ({"width": 97}, {"view": "raw"}, {"marks": "false"}, {"lift": 1}):
            self.assertNotEqual(self.frame(token, **{"width": 96, **other})["ETag"], first["ETag"], other)

    def test_only_what_this_server_signed_is_drawn(self) -> None:
        token = self.told()["frame"]["token"]
        recipe = shot_of_token(token, self.ilse).recipe()
        forged = signing.Signer(key="another", salt=f"{SALT} at any time").sign_object({**recipe, "stage": "opera"}, compress=True)
        dated = signing.dumps(recipe, salt=SALT, compress=True)
        for wrong in ("x", token[:-2], token + "a", forged, dated, word_of("other", recipe)):
            self.assertEqual(self.frame(wrong).status_code, 404, wrong[:20])
        self.assertEqual(word_of(SALT, recipe), token, "whenever it is signed, the same frame has the same address")
        self.assertEqual(self.frame(word_of(SALT, {k: v for k, v in recipe.items() if k != "aperture"})).status_code, 404)

    def test_figures_that_cannot_be_are_refused(self) -> None:
        token = self.told()["frame"]["token"]
        for query in (
            {"width": 0},
            {"width": 100_000},
            {"x": -1},
            {"y": 2},
            {"lift": 40},
            {"view": "xray"},
            {"part": 0},
            {"part": 2},
            {"ticket": -1},
            {"lift": "nan"},
        ):
            self.assertEqual(self.frame(token, **query).status_code, 422, query)

    def test_an_address_fits_a_servers_line(self) -> None:
        tokens = [variant["frame"]["token"] for title in OWN_SCENES for variant in self.told(title)["variants"]]
        self.assertLess(max(map(len, tokens)), 2000)

    def test_of_two_frames_for_one_place_only_the_newer_is_drawn(self) -> None:
        shot = shot_of_token(self.told()["frame"]["token"], self.ilse)
        at = Looked(Look.FINDER, 64)
        done: list[str] = []

        def ask(place: str, ticket: int) -> None:
            try:
                drawn_if_wanted(1, place, ticket, shot, at)
                done.append(f"{place} {ticket}")
            except SupersededError:
                done.append(f"{place} {ticket} given up")

        with actions._brush:
            waiting = [threading.Thread(target=ask, args=one) for one in (("main", 1), ("main", 3), ("bench", 2))]
            for one in waiting:
                one.start()
            while (len(actions._newest) < 2 or actions._newest.get((1, "main")) != 3) and any(one.is_alive() for one in waiting):
                pass
        for one in waiting:
            one.join()
        self.assertEqual(sorted(done), ["bench 2", "main 1 given up", "main 3"])

    def test_a_stored_situation_has_a_small_picture_that_follows_it(self) -> None:
        at = f"/api/situations/{self.situation.pk}/scene.jpg?width=96"
        first = self.caller.get(at)
        self.assertEqual((first.status_code, first["Content-Type"]), (200, "image/jpeg"))
        self.assertEqual(self.caller.client.get(at, headers={"If-None-Match": first["ETag"]}).status_code, 304)
        self.situation.document["light"] = {"condition": "candles"}
        self.situation.save()
        self.assertNotEqual(self.caller.get(at)["ETag"], first["ETag"])
        self.situation.document["body"] = "nobodys"
        self.situation.save()
        self.assertEqual(self.caller.get(at).status_code, 404)

    def test_nobody_sees_anothers_picture(self) -> None:
        at = f"/api/situations/{self.situation.pk}/scene.jpg"
        self.assertEqual(Caller(self.bram).get(at).status_code, 404)
        self.assertEqual(Caller().get(at).status_code, 401)


class Compared(Rehearsing):
    def compared(self, one: str, other: str) -> dict[str, Any]:
        return self.caller.post("/api/rehearse/compare", {"one": one, "other": other}).json()

    def test_two_isos_at_one_exposure_have_the_same_light(self) -> None:
        locks = {"shutter_s": 0.008, "aperture": 2.8, "iso": 1600}
        tokens = [self.told(change={"locks": {**locks, "iso": iso}})["frame"]["token"] for iso in (1600, 400)]
        found = self.compared(*tokens)
        self.assertIn("the same light", found["words"])
        self.assertAlmostEqual(found["lift_stops"], 2.0, delta=0.01)

    def test_a_tiny_sensor_has_less_light_and_that_is_what_is_said(self) -> None:
        large = self.told("Sail-loft portrait by the window")["frame"]["token"]
        matchbox = {**BODIES["tamsel-matchbox"], "fixed_lens": None}
        small = self.told("Sail-loft portrait by the window", change={"body": matchbox, "focal_length_mm": 85})["frame"]["token"]
        found = self.compared(large, small)
        self.assertRegex(found["words"], r"The first has \d+\.\d stops more light .* missing light makes the noise")
        self.assertIn("do not frame alike", found["words"])

    def test_what_is_no_frame_is_refused(self) -> None:
        token = self.told()["frame"]["token"]
        self.assertEqual(self.caller.post("/api/rehearse/compare", {"one": token, "other": "x"}).status_code, 422)


class Kept(Rehearsing):
    def at(self) -> str:
        return f"/api/situations/{self.situation.pk}/kept"

    def keep(self, **more: Any) -> Any:
        return self.caller.post(self.at(), {"token": self.told(**more)["frame"]["token"], "name": ""})

    def test_what_is_kept_comes_back_as_the_same_frame(self) -> None:
        token = self.told(seed=5)["frame"]["token"]
        before = self.frame(token, width=64).content
        kept = self.caller.post(self.at(), {"token": token, "name": "  lanterns  "}).json()
        self.assertEqual((kept["name"], kept["scene"]), ("lanterns", "hall with one doorway"))
        listed = self.caller.get(self.at()).json()
        self.assertEqual([row["id"] for row in listed], [kept["id"]])
        forget(actions._drawn)
        self.assertEqual(self.frame(listed[0]["token"], width=64).content, before)

    def test_it_is_had_as_a_finished_file_and_as_a_raw_by_its_owner_alone(self) -> None:
        token = self.told()["frame"]["token"]
        kept = self.caller.post(f"/api/situations/{self.situation.pk}/kept", {"token": token, "name": "the bow"}).json()["id"]
        for kind, magic in (("jpg", b"\xff\xd8"), ("dng", b"II*\x00")):
            answer = self.caller.get(f"/api/kept/{kept}/frame.{kind}")
            self.assertEqual(answer.status_code, 200)
            self.assertTrue(answer.content.startswith(magic))
            self.assertIn(f"the bow.{kind}", answer["Content-Disposition"])
            told = self.caller.client.post(
                "/api/kit/picture", answer.content, content_type="application/octet-stream", headers={"X-CSRFToken": TOKEN}
            ).json()["told"]
            figures = self.told()["frame"]["figures"]
            for name, value in (("time_s", figures["shutter_s"]), ("aperture", figures["aperture"]), ("iso", figures["iso"])):
                self.assertAlmostEqual(told[name]["value"] / value, 1, delta=0.03, msg=(kind, name))
            self.assertEqual(Caller(self.bram).get(f"/api/kept/{kept}/frame.{kind}").status_code, 404)
        self.assertEqual(self.caller.get(f"/api/kept/{kept}/frame.exe").status_code, 422)

    def test_it_is_named_and_deleted_by_its_owner_alone(self) -> None:
        first, second = self.keep().json(), self.keep(seed=2).json()
        self.assertEqual([first["name"], second["name"]], ["frame 1", "frame 2"])
        now = self.told()
        step = next(one["frame"] for one in now["variants"] if one["frame"]["figures"]["said"] != now["frame"]["figures"]["said"])
        other = self.caller.post(self.at(), {"token": step["token"]}).json()
        figures = set(step["figures"]["said"].split()) - set(now["frame"]["figures"]["said"].split())
        named = {part.removeprefix("ISO ") for part in other["name"].split(", ")}
        self.assertTrue(named and all(part in figures or part.split()[0] in ("lifted", "protection", "a") for part in named), named)
        self.assertLessEqual(figures, named, "it is named by what differs")
        self.caller.delete(f"/api/kept/{other['id']}")
        at = f"/api/kept/{first['id']}"
        renamed = self.caller.put(at, {"name": "the one"}, first["version"])
        self.assertEqual(renamed.json()["name"], "the one")
        self.assertEqual(self.caller.put(at, {"name": "late"}, first["version"]).status_code, 412)
        unnamed = self.caller.put(at, {"name": "   "}, renamed.json()["version"])
        self.assertEqual(unnamed.json()["name"], "the one", "an empty name is none")
        stranger = Caller(self.bram)
        self.assertEqual({stranger.put(at, {"name": "x"}, first["version"]).status_code, stranger.delete(at).status_code}, {404})
        self.assertEqual(self.caller.delete(at).status_code, 204)
        self.assertEqual([row["name"] for row in self.caller.get(self.at()).json()], ["frame 2"])

    def test_forty_are_kept_and_the_next_is_refused_with_why(self) -> None:
        recipe = shot_of_token(self.told()["frame"]["token"], self.ilse).recipe()
        KeptFrame.objects.bulk_create(KeptFrame(situation=self.situation, name=str(k), recipe=recipe) for k in range(KEPT_FRAMES))
        refused = self.keep()
        self.assertEqual(refused.status_code, 422)
        self.assertIn("40 frames", json.dumps(refused.json()["errors"]))
        with self.assertNumQueries(4):  # session, person, situation, all frames
            self.assertEqual(len(self.caller.get(self.at()).json()), KEPT_FRAMES)

    def test_what_was_not_signed_is_not_kept(self) -> None:
        self.assertEqual(self.caller.post(self.at(), {"token": "x"}).status_code, 422)
        self.assertEqual(KeptFrame.objects.count(), 0)

    def test_one_of_another_version_says_so_and_can_be_deleted(self) -> None:
        good = self.keep().json()
        recipe = KeptFrame.objects.get(pk=good["id"]).recipe
        olds = ({**recipe, "stage": "opera"}, {k: v for k, v in recipe.items() if k != "aperture"}, {**recipe, "more": 1}, {})
        rows = [KeptFrame.objects.create(situation=self.situation, name=f"old {k}", recipe=old) for k, old in enumerate(olds)]
        listed = self.caller.get(self.at()).json()
        self.assertEqual([bool(row["token"]) for row in listed], [True, False, False, False, False])
        self.assertIn("another version", listed[1]["scene"])
        self.assertEqual(self.caller.delete(f"/api/kept/{rows[0].pk}").status_code, 204)

    def test_frames_go_with_their_situation(self) -> None:
        self.keep()
        self.situation.delete()
        self.assertEqual(KeptFrame.objects.count(), 0)

    def test_a_card_carries_its_picture_and_an_old_one_needs_none(self) -> None:
        made = self.caller.post(f"/api/situations/{self.situation.pk}/cards").json()
        start = "data:image/jpeg;base64,"
        self.assertTrue(made["snapshot"]["picture"].startswith(start))
        self.assertLess(len(made["snapshot"]["picture"]), 80_000)
        page = self.caller.get(f"/api/cards/{made['id']}/card.html")
        self.assertIn(made["snapshot"]["picture"][: len(start) + 60], page.content.decode())
