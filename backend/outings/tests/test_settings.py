"""Settings by hand in a stored situation, which setups use what, and what a new answer in the profile would change."""

from __future__ import annotations

import json
from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext

from outings.models import Situation
from outings.tests.test_outings import Day
from people.models import Profile
from people.tests.caller import Caller, pointers


class ByHand(Day):
    def setup_of(self, at: str | None = None) -> dict[str, Any]:
        return self.caller.get(f"{at or self.at}/setup.json").json()

    def test_a_setting_by_hand_is_stored_undone_and_sent_with_the_outing(self) -> None:
        before = self.setup_of()["configuration"]["grid"]
        self.assertEqual((before["value"], before["origin"]), ("thirds", "school"))
        self.save({"settings": {"grid": "fine"}, "habits": {"finder": "little"}})
        after = self.setup_of()["configuration"]
        self.assertEqual((after["grid"]["value"], after["grid"]["origin"], after["level"]["origin"]), ("fine", "locked", "profile"))
        file = self.caller.get(f"/api/outings/{self.day['id']}/export").json()
        self.assertEqual(file["situations"][0]["settings"], {"grid": "fine"})
        other = Caller(self.bram)
        came = other.post("/api/outings/import", file).json()
        document = other.get(f"/api/situations/{came['situations'][0]['id']}").json()["document"]
        self.assertEqual((document["settings"], document["habits"]), ({"grid": "fine"}, {"finder": "little"}))
        asked = self.caller.get(f"{self.at}/situation.json").json()
        self.assertEqual((asked["settings"], asked["profile"]["habits"]["finder"]), ({"grid": "fine"}, "little"))
        back = self.caller.post(f"/api/outings/{self.day['id']}/situations/import", asked).json()["document"]
        self.assertEqual((back["settings"], back["habits"]["finder"]), ({"grid": "fine"}, "little"))
        earlier = self.caller.get(f"{self.at}/earlier").json()
        self.assertNotIn("settings", earlier)

    def test_a_card_goes_stale_with_a_setting_and_fresh_again_without(self) -> None:
        self.caller.post(f"{self.at}/cards")
        fresh = [row["card"] for row in self.caller.get("/api/outings").json()[0]["situations"]]
        self.save({"settings": {"grid": "fine"}})
        stale = [row["card"] for row in self.caller.get("/api/outings").json()[0]["situations"]]
        self.save({"settings": {}})
        again = [row["card"] for row in self.caller.get("/api/outings").json()[0]["situations"]]
        self.assertEqual((fresh[0], stale[0], again[0]), ("fresh", "stale", "fresh"))

    def test_what_the_body_lacks_is_named_where_it_stands(self) -> None:
        self.save({"settings": {"touch_release": "on"}})
        refused = self.caller.get(f"{self.at}/setup.json")
        self.assertEqual((refused.status_code, pointers(refused)), (422, {"/settings/touch_release"}))
        self.assertIn("rear screen answers a touch", refused.json()["errors"][0]["detail"])
        self.assertEqual(self.save({"settings": {}}).status_code, 200)

    def test_the_smallest_change_taken_as_it_is_offered_clears_the_setup(self) -> None:
        self.save({"settings": {"white_mode": "automatic", "exposure_mode": "program", "long_exposure_noise_reduction": "on"}})
        self.assertEqual(self.setup_of()["violations"], [])
        self.save({"settings": {"merge": "automatic", "bracket_kind": "exposure"}})
        broken = self.setup_of()
        self.assertEqual([v["rule"] for v in broken["violations"]], ["set_or_merge"])
        self.assertEqual(len(broken["change"]["blocked"]), 1)
        self.save({"settings": {"bracket_kind": "focus"}})
        self.assertEqual(self.setup_of()["violations"], [])


class Uses(Day):
    def test_each_of_my_situations_shows_its_value_and_nobody_elses(self) -> None:
        uses = self.caller.get("/api/settings/focus_mode/uses").json()
        self.assertEqual([use["title"] for use in uses], self.titles())
        for use in uses:
            setup = self.caller.get(f"/api/situations/{use['situation']}/setup.json").json()
            row = setup["configuration"]["focus_mode"]
            self.assertEqual((use["value"], use["shown"], use["reason"]), (row["value"], row["shown"], row["reason"]))
        self.assertEqual(self.caller.get("/api/settings/nonsense/uses").status_code, 404)
        mirror = self.caller.get("/api/settings/silent/uses").json()[5]
        self.assertEqual((mirror["body"], mirror["problem"]), ("merrow-glass-36", "this body has no such setting"))

    def test_a_situation_without_a_setup_says_why_and_the_others_stand(self) -> None:
        Situation.objects.filter(pk=self.first["id"]).update(document={**self.first_document(), "motion": {"distance_m": 0.05}})
        uses = self.caller.get("/api/settings/grid/uses").json()
        self.assertIn("too close", uses[0]["problem"])
        self.assertTrue(all(use["problem"] == "" or use["body"] == "merrow-glass-36" for use in uses[1:]))

    def first_document(self) -> dict[str, Any]:
        return self.caller.get(self.at).json()["document"]

    def test_queries_do_not_grow_with_the_day(self) -> None:
        def queries(path: str, body: Any = None) -> int:
            with CaptureQueriesContext(
                connection,
            ) as seen:
                answer = self.caller.post(path, body) if body is not None else self.caller.get(path)
            self.assertEqual(answer.status_code, 200)
            return len(seen)

        person = self.caller.get("/api/profile").json()["document"]
        few = queries("/api/settings/grid/uses"), queries("/api/profile/preview", person)
        for _ in range(4):
            self.caller.post(f"{self.at}/duplicate")
        self.assertEqual((queries("/api/settings/grid/uses"), queries("/api/profile/preview", person)), few)


class Preview(Day):
    def test_it_tells_just_what_saving_would_change_and_saves_nothing(self) -> None:
        profile = self.caller.get("/api/profile").json()
        before = self.all_values()
        for change in (
            {"habits": {"review": "off"}},
            {"habits": {"lists": "pinned"}},
            {"schools": {"metering": "multi_zone"}},
            {"bodies": 1},
        ):
            asked = {**profile["document"], **change}
            answer = self.caller.post("/api/profile/preview", asked)
            self.assertEqual(self.caller.get("/api/profile").json(), profile)
            self.assertEqual(self.all_values(), before)
            told = {row["situation"]: {d["setting"]: d["after"] for d in row["differences"]} for row in answer.json() if not row["problem"]}
            Profile.objects.filter(person=self.ilse).update(document=asked)
            after = self.all_values()
            Profile.objects.filter(person=self.ilse).update(document=profile["document"])
            really = {
                pk: changed
                for pk, values in after.items()
                if (changed := {slug: shown for slug, shown in values.items() if before.get(pk, {}).get(slug) != shown})
            }
            self.assertEqual(told, really, change)

    def all_values(self) -> dict[int, dict[str, str]]:
        found = {}
        for row in self.day["situations"]:
            answer = self.caller.get(f"/api/situations/{row['id']}/setup.json")
            if answer.status_code == 200:
                found[row["id"]] = {slug: made["shown"] for slug, made in answer.json()["configuration"].items()}
        return found

    def test_each_difference_is_told_in_the_words_of_its_body(self) -> None:
        profile = self.caller.get("/api/profile").json()["document"]
        told = self.caller.post("/api/profile/preview", {**profile, "habits": {"sounds": "beeps"}}).json()
        self.assertGreaterEqual(len({row["body"] for row in told}), 2)
        for row in told:
            words = self.caller.get(f"/api/kit/bodies/{row['body']}/dialect").json()["document"]["entries"]
            own = {entry["setting"]: entry["label"] for entry in words}
            for difference in row["differences"]:
                self.assertEqual(difference["own"], own[difference["setting"]])
                self.assertNotEqual(difference["before"], difference["after"])

    def test_an_answer_that_there_is_not_is_refused_where_it_was_typed(self) -> None:
        profile = self.caller.get("/api/profile").json()["document"]
        answer = self.caller.post("/api/profile/preview", {**profile, "habits": {"review": "never"}})
        self.assertEqual((answer.status_code, pointers(answer)), (422, {"/habits/review"}))
        self.assertIn("off, short, long", answer.content.decode())
        for bad in ({"habits": {"review": 3}}, {"raw_opens": ["film"]}, {"bodies": 0}, {"habits": "none"}):
            refused = self.caller.post("/api/profile/preview", {**profile, **bad})
            self.assertEqual(refused.status_code, 422, json.dumps(bad))
