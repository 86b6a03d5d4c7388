"""Metering, range, sets and series over HTTP: each true of the frame beside it, refused where it is wrong, signed where it is drawn."""

from __future__ import annotations

import io
import math
from typing import Any

import numpy as np
from PIL import Image

from demo.day import DAY
from demo.kit import BODIES
from jobs.actions import work
from jobs.models import Job
from outings.rehearse.longer import _best
from outings.tests.test_rehearse import Rehearsing, question
from people.tests.caller import Caller

HALL = "Boathouse wedding, one bright doorway"
TITLES = [row["title"] for row in DAY["situations"]]


class OnScene(Rehearsing):
    def ask(self, what: str, title: str = HALL, status: int = 200, **more: Any) -> dict[str, Any]:
        changes = more.pop("change", {})
        answer = self.caller.post(f"/api/rehearse/{what}", {"situation": question(title, **changes), **more})
        self.assertEqual(answer.status_code, status, answer.content[:300])
        return answer.json()

    def picture(self, token: str, of: str = "frames", query: str = "?width=96&marks=false") -> np.ndarray:
        answer = self.caller.get(f"/api/{of}/{token}.jpg{query if of == 'frames' else ''}")
        self.assertEqual(answer.status_code, 200)
        return np.asarray(Image.open(io.BytesIO(answer.content)).convert("L"), float)

    def brightness(self, token: str) -> float:
        return float(self.picture(token).mean())


class Metering(OnScene):
    def test_every_situation_of_the_day_is_read_by_every_pattern(self) -> None:
        for title in TITLES:
            told = self.ask("metering", title)
            self.assertEqual([row["pattern"] for row in told["patterns"]], ["multi_zone", "centre_weighted", "spot", "highlight_guard"])
            offered = BODIES[question(title)["body"] if isinstance(question(title)["body"], str) else "quillon-lane-32"].get("patterns")
            for row in told["patterns"]:
                if offered:
                    self.assertEqual(row["offered"], row["pattern"] in offered, (title, row["pattern"]))
                self.assertGreaterEqual(row["swing"], 0)
                for tone in row["lands"]:
                    self.assertEqual(tone["lost"], tone["stops"] > math.log2(7.8), (title, tone))
            self.assertLessEqual(sum(row["recommended"] for row in told["patterns"]), 1)

    def test_a_tone_lands_as_far_from_the_middle_as_it_lies_from_the_reading(self) -> None:
        told = self.ask("metering")
        named = {tone["name"]: tone["ev"] for tone in self.told()["named"]}
        for row in told["patterns"]:
            for tone in row["lands"]:
                self.assertAlmostEqual(tone["stops"], named[tone["name"]] - row["reads"], places=3)

    def test_left_to_a_pattern_that_reads_dark_the_frame_comes_out_pale(self) -> None:
        told = self.ask("metering")
        as_set = self.brightness(self.told()["frame"]["token"])
        for row in told["patterns"]:
            left = self.brightness(row["frame"]["token"])
            if abs(row["reads"]) > 0.5:
                self.assertEqual(left > as_set, row["reads"] < 0, row["pattern"])

    def test_a_spot_placed_locked_and_recomposed_gives_the_frame_as_set(self) -> None:
        as_set = self.brightness(self.told()["frame"]["token"])
        for x, y in ((0.36, 0.68), (0.2, 0.4), (0.6, 0.5)):
            spot = self.ask("metering", x=x, y=y)["spot"]
            self.assertEqual((spot["x"], spot["y"]), (x, y))
            self.assertAlmostEqual(spot["placed"] * 3, round(spot["placed"] * 3), places=6)
            self.assertAlmostEqual(self.brightness(spot["frame"]["token"]), as_set, delta=6)

    def test_the_best_place_is_no_worse_than_any_that_is_tried_by_hand(self) -> None:
        for title in (HALL, "Terns over the bar", "First light on the causeway"):
            best = self.ask("metering", title)["best"]
            for x in (0.1, 0.3, 0.5, 0.7, 0.9):
                for y in (0.2, 0.5, 0.8):
                    tried = self.ask("metering", title, x=x, y=y)["spot"]
                    if abs(tried["placed"]) <= 3:
                        self.assertLessEqual(best["off"], tried["off"] + 1 / 6, (title, x, y))

    def test_the_spot_on_what_must_hold_reads_it_and_so_exposed_it_just_holds(self) -> None:
        for title in (HALL, "Terns over the bar", "Sprint heats off the quay", "First light on the causeway"):
            told = self.ask("metering", title)["highlight"]
            tones = self.ask("range", title)
            brightest, name = max((tone["ev"], tone["name"]) for tone in tones["holds"] if tone["must"])
            typed = question(title)["light"].get("holds_above") or brightest
            if typed > brightest + 1 / 3:
                brightest, name = typed, "the brightest that must hold"
            self.assertEqual(told["name"], name)
            self.assertIn(f"Point it at {told['name']}", told["words"][0])
            self.assertLess(abs(told["reads"] - brightest), 1.01, (title, told))
            now, lands = tones["now"]["clips"] + tones["offset"], told["placed"] + max(0, brightest - told["reads"])
            self.assertTrue(-0.01 <= now - lands - 1 / 3 < 1 / 3, (title, now, told["placed"]))
            self.assertEqual("darker beside it" in " ".join(told["words"]), brightest - told["reads"] > 1 / 3, title)
            self.assertAlmostEqual(told["brighter"], told["placed"] - told["reads"])
            again = self.ask("metering", title, x=told["x"], y=told["y"])["spot"]
            self.assertAlmostEqual(again["reads"], told["reads"], places=5)
        for change, said in (
            ({"settings": {"meter_at_focus_point": "on"}}, "The spot goes with the focus point"),
            ({"settings": {"meter_at_focus_point": "off"}}, "The spot stays in the middle"),
            ({"settings": {"focus_activation": "rear_button"}}, "half a press meters and does not focus"),
            ({"settings": {"focus_activation": "shutter_button"}}, "Half a press focuses there too"),
            ({"settings": {"exposure_mode": "manual", "iso_mode": "fixed"}}, "Nothing floats"),
        ):
            self.assertIn(said, " ".join(self.ask("metering", "Terns over the bar", change=change)["highlight"]["words"]))

    def test_what_cannot_be_is_refused_at_its_place(self) -> None:
        for more, pointer in (
            ({"x": 1.2, "y": 0.5}, "/x"),
            ({"x": 0.2, "y": -3}, "/y"),
            ({"scene": "nowhere"}, "/scene"),
            ({"seed": 0}, "/seed"),
        ):
            problem = self.ask("metering", status=422, **more)
            self.assertEqual([error["pointer"] for error in problem["errors"]], [pointer], problem)
        problem = self.ask("metering", status=422, change={"motion": {"distance_m": 0.01}})
        self.assertTrue(problem["errors"][0]["pointer"].startswith("/situation"), problem)

    def test_every_scene_can_be_metered_and_each_reads_otherwise(self) -> None:
        reads = {}
        for scene in self.caller.get("/api/scenes").json():
            told = self.ask("metering", scene=scene["slug"])
            reads[scene["slug"]] = tuple(round(row["reads"], 3) for row in told["patterns"])
            self.assertTrue(all(math.isfinite(value) for value in reads[scene["slug"]]), scene["slug"])
        self.assertEqual(len(set(reads.values())), len(reads))
        self.assertEqual(self.ask("metering", scene="hall")["patterns"][0]["reads"], self.ask("metering")["patterns"][0]["reads"])

    def test_contrast_and_framing_move_the_readings_and_the_light_alone_does_not(self) -> None:
        light = question(HALL)["light"]
        plain = [row["reads"] for row in self.ask("metering")["patterns"]]

        def changed(**change: Any) -> list[float]:
            return [row["reads"] for row in self.ask("metering", change=change)["patterns"]]

        self.assertNotEqual(changed(light={**light, "stops_above": 1, "stops_below": 1}), plain)
        self.assertNotEqual(changed(motion={"distance_m": 9}), plain)
        as_ev = {"ev100": 6, "stops_above": 5, "stops_below": 5, "kelvin": 3000}
        for one, other in zip(changed(light=as_ev), changed(light={**as_ev, "ev100": 5}), strict=True):
            self.assertAlmostEqual(one, other, places=4)

    def test_nothing_named_where_no_face_is_and_a_face_is_judged_by_its_own_skin(self) -> None:
        self.assertIsNone(self.ask("metering", "The causeway under the stars")["face"])
        face = self.ask("metering")["face"]
        self.assertIn("skin", face["words"])
        self.assertTrue(0 < face["at"]["across"] < 0.2)


class Ranges(OnScene):
    def test_what_must_hold_is_a_height_on_the_ruler(self) -> None:
        for holds in (0.0, 1.0, 3.0, 6.0):
            told = self.ask("range", change={"light": {**question(HALL)["light"], "holds_above": holds}})
            for tone in told["holds"]:
                self.assertEqual(tone["must"], tone["skin"] or tone["ev"] <= holds + 1e-6, (holds, tone))
            evs = [tone["ev"] for tone in told["holds"]]
            self.assertEqual(evs, sorted(evs, reverse=True))

    def test_shares_grow_from_the_top_down(self) -> None:
        shares = [tone["share"] for tone in self.ask("range")["holds"]]
        self.assertEqual(shares, sorted(shares))
        self.assertTrue(0 < shares[0] < shares[-1] <= 1)

    def test_a_way_that_is_taken_over_is_the_one_as_set(self) -> None:
        for title in (HALL, "Sprint heats off the quay", "First light on the causeway"):
            told = self.ask("range", title)
            for row in told["priorities"]:
                way = row["way"]
                by_hand = {"highlight_protection": way["protection"]} if way["protection"] else {}
                aims = {**(question(title).get("aims") or {}), "brighter_stops": way["offset"]}
                again = self.ask("range", title, change={"settings": by_hand, "aims": aims})
                self.assertAlmostEqual(again["offset"], way["offset"], places=3)
                self.assertAlmostEqual(again["now"]["clips"], way["fares"]["clips"], places=3, msg=(title, row["slug"]))

    def test_a_lift_is_beside_never_instead_and_is_seen_at_the_same_brightness(self) -> None:
        self.assertFalse(any(row["lifted"] for row in self.ask("range")["priorities"]), "what must hold holds as it is")
        told = self.ask("range", change={"light": {**question(HALL)["light"], "holds_above": 6.0}})
        lifted = [(row["way"], row["lifted"]) for row in told["priorities"] if row["lifted"]]
        self.assertTrue(lifted)
        for way, later in lifted:
            self.assertEqual(way["lift"], 0)
            self.assertGreater(later["lift"], 0)
            held, brighter = [(one["fares"]["clips"], one["offset"]) for one in (way, later)]
            self.assertGreater(brighter, held, "it holds more, or as much in a brighter picture")

    def test_people_first_only_where_people_are(self) -> None:
        self.assertEqual([row["slug"] for row in self.ask("range")["priorities"]], ["skin", "brightest", "shadows"])
        stars = self.ask("range", "The causeway under the stars")
        self.assertEqual([row["slug"] for row in stars["priorities"]], ["brightest", "shadows"])

    def test_each_stop_of_protection_is_told_against_plain_underexposure(self) -> None:
        told = self.ask("range", "Terns over the bar")
        *steps, own = told["plain"]
        self.assertEqual(len(steps), len(BODIES["merrow-swift-20"]["protection_stops"]))
        for line in steps:
            self.assertIn("the raw is that of ISO", line)
        self.assertRegex(own, "^Left to the body, it uses none at ISO .*: nothing that must hold is lost.$")

    def test_protection_is_set_side_by_side_and_what_is_taken_over_is_what_was_shown(self) -> None:
        for title in ("Terns over the bar", "Sprint heats off the quay"):
            told = self.ask("range", title)
            self.assertEqual([row["value"] for row in told["guarded"]], [0.0, 1.0, 2.0, "automatic"])
            self.assertEqual([row["value"] for row in told["guarded"] if row["as_set"]], [0.0])
            plain, one, two, own = told["guarded"]
            self.assertLess(two["fares"]["white"] - plain["fares"]["white"] - 2, 0.2)
            self.assertLessEqual(two["warned_share"], one["warned_share"])
            self.assertLess(one["warned_share"], plain["warned_share"])
            self.assertEqual(own["fares"], told["guarded"][int(own["takes"])]["fares"])
            shown = [self.brightness(row["frame"]["token"]) for row in told["guarded"]]
            self.assertLess(max(shown) - min(shown), 30, "at one brightness")
            at = "?width=96&marks=false&part=0.125&x={x}&y={y}"
            bright, dark = (self.picture(one["frame"]["token"], query=at.format(**told[end])) for end in ("brightest", "darkest"))
            self.assertGreaterEqual(float(bright.max()), float(dark.max()))
            self.assertGreater(float(bright.min()), float(dark.min()))
            taken = self.ask("range", title, change={"settings": {"highlight_protection": 2}, "aims": {"brighter_stops": told["offset"]}})
            self.assertEqual([row["value"] for row in taken["guarded"] if row["as_set"]], [2.0])
            self.assertEqual([taken["guarded"][2][key] for key in ("fares", "warned_share")], [two["fares"], two["warned_share"]])
        held = self.ask("range", "Terns over the bar", change={"locks": {"iso": 100, "shutter_s": 0.0005, "aperture": 5.6}})
        refused = [row for row in held["guarded"] if row["frame"] is None]
        self.assertTrue(all("ISO" in row["why"] for row in refused), refused)
        self.assertEqual({row["value"] for row in refused}, {1.0, 2.0}, [row["why"] for row in refused])


class Previews(OnScene):
    def test_a_bar_of_the_preview_is_a_frame_with_its_own_histograms_and_taken_over_it_is_the_one_as_set(self) -> None:
        def histograms(token: str) -> Any:
            answer = self.caller.get(f"/api/frames/{token}/tones")
            self.assertEqual(answer.status_code, 200)
            return answer.json()

        told, title = self.ask("truth", "Terns over the bar"), "Terns over the bar"
        as_set = histograms(self.told(title)["frame"]["token"])
        for row in told["moved"]:
            seen = histograms(row["frame"]["token"])
            self.assertEqual(seen["tones"]["raw"] == as_set["tones"]["raw"], True, "no look moves the raw")
            self.assertAlmostEqual(seen["clips"], as_set["clips"])
            if row["as_set"] and row["setting"] != "white_kelvin":
                self.assertEqual(seen, as_set, row)
            if row["setting"] == "look" and not row["as_set"]:
                self.assertNotEqual(seen["tones"]["file"], as_set["tones"]["file"], row)
                after = self.ask("truth", title, change={"settings": {row["setting"]: row["set_to"]}})
                self.assertEqual([one["set_to"] for one in after["moved"] if one["setting"] == "look" and one["as_set"]], [row["set_to"]])
                self.assertAlmostEqual(after["thirds"], row["thirds"], delta=0.26)
        self.assertEqual(self.caller.get("/api/frames/nonsense/tones").status_code, 404)


class Sets(OnScene):
    def test_every_set_of_the_body_and_one_frame_alone(self) -> None:
        for title in TITLES:
            body = question(title)["body"]
            offers = (BODIES[body] if isinstance(body, str) else body).get("bracket_offers", [])
            told = self.ask("sets", title)
            found = {(row["frames"], round(row["step"], 3)) for row in told["covers"]}
            self.assertLessEqual(found, {(1, 0.0), *((o["frames"], round(o["step_ev"], 3)) for o in offers)}, title)
            self.assertEqual(sum(row["fewest"] for row in told["covers"]), 1)
            for row in told["covers"]:
                self.assertEqual(len(row["times"]), row["frames"])
                self.assertEqual(row["times"], sorted(row["times"]))
                self.assertTrue(0 <= row["above"] + row["below"] + row["gap"] <= 1.0001)

    def test_more_frames_in_like_steps_hold_no_less(self) -> None:
        told = self.ask("sets")
        steps = {row["step"] for row in told["covers"] if row["frames"] > 1}
        for step in steps:
            missed = [row["above"] + row["below"] + row["gap"] for row in told["covers"] if row["step"] == step]
            for fewer, more in zip(missed, missed[1:], strict=False):
                self.assertLessEqual(more, fewer + 0.002)

    def test_a_set_is_drawn_merged_and_fused_each_its_own_way(self) -> None:
        told = self.ask("sets")
        row = next(row for row in told["covers"] if row["frames"] == 3)
        merged, fused = (self.picture(row["frame"]["token"], query=f"?width=96&view={view}") for view in ("finder", "fused"))
        self.assertEqual(merged.shape, fused.shape)
        self.assertGreater(float(np.abs(merged - fused).mean()), 3)
        single = self.picture(self.told()["frame"]["token"])
        burnt = single > 250
        self.assertGreater(float(burnt.mean()), 0.03)
        for one in (merged, fused):
            self.assertLess(float(one[burnt].mean()), float(single[burnt].mean()) - 5)

    def test_the_set_that_noise_would_choose_is_never_worse_than_the_plain_one(self) -> None:
        for title in (HALL, "First light on the causeway"):
            found = self.ask("sets", title)["optimal"]
            if found:
                self.assertGreaterEqual(found["snr"], found["plain_snr"] * 0.97)
                self.assertAlmostEqual(found["gain_db"], 20 * math.log10(found["snr"] / found["plain_snr"]), places=3)
                self.assertLessEqual(len(found["frames"]), 4)
                self.assertGreater(found["weighed"], 1000)


class LongerSearch(OnScene):
    def test_five_frames_are_looked_for_behind_the_page_and_kept(self) -> None:
        title, narrow = "Boathouse wedding, one bright doorway", {"light": {**question(HALL)["light"], "stops_above": 4, "stops_below": 3}}
        asked = {"situation": question(title, **narrow)}
        first = self.caller.post("/api/rehearse/sets/longer", asked).json()
        self.assertEqual((first["job"]["state"], first["found"]), ("waiting", None))
        told = []
        work(first["job"]["id"], lambda job, tell: _best(job, lambda part: (told.append(part), tell(part))[1]))
        again = self.caller.post("/api/rehearse/sets/longer", asked).json()
        self.assertEqual((again["job"]["id"], again["job"]["state"]), (first["job"]["id"], "done"))
        self.assertEqual(told[-1], 1.0)
        at_once = self.ask("sets", title, change=narrow)["optimal"]
        self.assertGreaterEqual(again["found"]["snr"], at_once["snr"] * 0.999)
        self.assertGreaterEqual(again["found"]["weighed"], at_once["weighed"])

    def test_whoever_asks_for_another_has_left_the_one_before(self) -> None:
        first = self.caller.post("/api/rehearse/sets/longer", {"situation": question(HALL)}).json()["job"]["id"]
        second = self.caller.post("/api/rehearse/sets/longer", {"situation": question("Early ferry queue")}).json()["job"]
        self.assertEqual((Job.objects.filter(pk=first).count(), second["state"]), (0, "waiting"))
        back = self.caller.post("/api/rehearse/sets/longer", {"situation": question(HALL)}).json()["job"]
        self.assertEqual(back["state"], "waiting", "who comes back has it looked for again")

    def test_it_can_be_stopped_and_is_nobody_elses(self) -> None:
        asked = {"situation": question(HALL)}
        job = self.caller.post("/api/rehearse/sets/longer", asked).json()["job"]["id"]
        self.assertEqual(Caller(self.bram).delete(f"/api/jobs/{job}").status_code, 404)
        self.assertEqual(self.caller.delete(f"/api/jobs/{job}").json()["state"], "stopped")
        work(job, lambda row, tell: self.fail("a search that was stopped has begun"))
        self.assertEqual(self.caller.post("/api/rehearse/sets/longer", asked).json()["job"]["state"], "stopped")


class Series(OnScene):
    def test_held_and_each_pattern_that_there_is(self) -> None:
        for title in (HALL, "Terns over the bar"):
            told = self.ask("series", title)
            self.assertIsNone(told["rows"][0]["pattern"])
            self.assertAlmostEqual(told["rows"][0]["spread"], told["light_swing"], places=4)
            for row in told["rows"]:
                self.assertEqual(len(row["stops"]), 12)
                self.assertAlmostEqual(row["spread"], max(row["stops"]) - min(row["stops"]), places=6)

    def test_the_strip_shows_what_the_numbers_say(self) -> None:
        row = next(row for row in self.ask("series")["rows"] if row["pattern"] == "spot")
        strip = self.picture(row["strip"], "strips")
        width = strip.shape[1] // 12
        means = [float(strip[:, k * width : (k + 1) * width].mean()) for k in range(12)]
        self.assertGreater(np.corrcoef(means, row["stops"])[0, 1], 0.8)

    def test_only_strips_that_this_server_signed_are_drawn(self) -> None:
        token = self.ask("series")["rows"][0]["strip"]
        self.assertLess(len(token), 4000)
        again = self.caller.get(f"/api/strips/{token}.jpg")
        tag = again["ETag"]
        self.assertEqual(self.caller.client.get(f"/api/strips/{token}.jpg", headers={"If-None-Match": tag}).status_code, 304)
        frame = self.told()["frame"]["token"]
        for bad in (token[:-3], "x", frame, token.replace(token[10], "A" if token[10] != "A" else "B", 1)):
            self.assertEqual(self.caller.get(f"/api/strips/{bad}.jpg").status_code, 404)


class OnTheCard(OnScene):
    def test_the_card_says_what_is_let_go_and_an_older_one_nothing(self) -> None:
        made = self.caller.post(f"/api/situations/{self.situation.pk}/cards").json()
        told = self.caller.get(f"/api/cards/{made['id']}").json()["snapshot"]
        self.assertTrue(any("sky outside" in line for line in told["on_scene"]), told["on_scene"])
        page = self.caller.get(f"/api/cards/{made['id']}/card.html").content.decode()
        self.assertIn("Let go", page)
