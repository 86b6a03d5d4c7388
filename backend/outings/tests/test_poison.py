"""What is stored can be read: nothing is accepted that would later make a person's pages fail, and what is merged keeps its limits."""

from __future__ import annotations

from typing import Any
from unittest import TestCase

from pydantic import ValidationError

from craft.configuration.habits import HABITS
from craft.decisions.schools import DECISIONS
from forms.outing_form import SituationDocument
from forms.problems import from_pydantic
from forms.profile_form import PersonForm
from kit.models import Dialect, Layout, Piece
from outings.models import Situation
from outings.tests.test_outings import Day
from people.models import Profile
from people.tests.caller import pointers

NOBODY = {"schools": {"white": "by_guess", "focus": "no_such"}, "habits": {"sounds": "loudly", "no_such_habit": "yes"}}


class Refused(TestCase):
    def test_an_answer_that_there_is_not_is_refused_at_its_place_with_what_is_accepted(self) -> None:
        for form, more in (
            (PersonForm, {}),
            (SituationDocument, {"title": "a", "starts_at": "12:00", "genre": "street", "body": "b", "lens": "l", "light": {"ev100": 9}}),
        ):
            with self.assertRaises(ValidationError) as caught:
                form.model_validate({**more, **NOBODY})
            told = {problem.pointer: problem.detail for problem in from_pydantic(caught.exception)}
            self.assertEqual(set(told), {"/schools/white", "/schools/focus", "/habits/sounds", "/habits/no_such_habit"})
            self.assertIn("automatic", told["/schools/white"])
            self.assertIn("silence", told["/habits/sounds"])

    def test_every_way_of_every_habit_and_every_school_is_accepted_all_at_once(self) -> None:
        for k in range(max(len(habit.ways) for habit in HABITS)):
            habits = {habit.slug: habit.ways[min(k, len(habit.ways) - 1)].slug for habit in HABITS}
            self.assertEqual(PersonForm.model_validate({"habits": habits}).habits, habits)
        for decision in DECISIONS.values():
            for school in decision.schools:
                PersonForm.model_validate({"schools": {decision.slug: school.slug}})


class Stored(Day):
    """Rows that are there all the same: of an older version, or edited by hand."""

    def pages(self) -> list[str]:
        row = self.day["situations"][0]["id"]
        day = f"/api/outings/{self.day['id']}"
        return [
            "/api/outings",
            *(f"{day}/{what}" for what in ("day", "slots", "fingers", "checks", "traffic", "alike", "export")),
            *(f"/api/situations/{row}{tail}" for tail in ("", "/walk", "/recipe", "/situation.json", "/setup.json")),
            "/api/kit/bodies/merrow-swift-20/first",
            "/api/settings/grid/uses",
        ]

    def told(self) -> dict[str, Any]:
        found = {}
        for path in self.pages():
            answer = self.caller.get(path)
            self.assertLess(answer.status_code, 500, (path, answer.content[:200]))
            found[path] = answer
        return found

    def test_a_profile_that_answers_what_nobody_asks_is_told_on_every_page_and_breaks_none(self) -> None:
        Profile.objects.filter(person=self.ilse).update(document={"habits": {"no_such_habit": "yes"}, "schools": {"white": "by_guess"}})
        slots = self.told()[f"/api/outings/{self.day['id']}/slots"].json()
        self.assertEqual(len(slots["problems"]), len(self.day["situations"]))
        self.assertIn("no_such_habit", slots["problems"][0])
        read = self.caller.get("/api/profile").json()
        self.assertEqual(read["document"]["habits"], {}, "the rest of it can be read, and changed")
        self.assertEqual(len(read["unread"]), 2)
        self.assertEqual(self.caller.put("/api/profile", {**read["document"], "noise_bar": 30}, read["version"]).status_code, 200)
        self.assertEqual(self.caller.get("/api/profile").json()["unread"], [])
        self.assertEqual(self.caller.get(f"/api/outings/{self.day['id']}/slots").json()["problems"], [])

    def test_a_row_that_cannot_be_read_is_told_while_the_rest_of_the_day_works_and_can_be_removed(self) -> None:
        row = Situation.objects.get(pk=self.day["situations"][0]["id"])
        Situation.objects.filter(pk=row.pk).update(document={**row.document, "habits": {"no_such_habit": "yes"}})
        told = self.told()
        slots = told[f"/api/outings/{self.day['id']}/slots"].json()
        self.assertEqual(len(slots["problems"]), 1)
        self.assertIn("habits", slots["problems"][0])
        self.assertEqual(sum(len(body["reached"]) for body in slots["bodies"]), len(self.day["situations"]) - 1)
        picture = next(p for p in told[f"/api/outings/{self.day['id']}/day"].json()["pictures"] if p["situation"] == row.pk)
        self.assertTrue(picture["problem"])
        self.assertEqual(pointers(told[f"/api/situations/{row.pk}"]), {"/habits/no_such_habit"})
        self.assertEqual(self.caller.delete(f"/api/situations/{row.pk}").status_code, 204)
        self.assertEqual(self.caller.get(f"/api/outings/{self.day['id']}/slots").json()["problems"], [])

    def test_kit_that_cannot_be_read_is_told_and_removed_and_the_rest_works(self) -> None:
        mine = Piece.objects.filter(person=self.ilse)
        row = next(one for one in self.day["situations"] if one["body"] == "merrow-swift-20")
        mine.filter(kind="body", slug="merrow-swift-20").update(document={"name": "Old", "format": "of another time"})
        mine.filter(kind="lens", slug="merrow-70-200").update(document={})
        Dialect.objects.filter(piece__person=self.ilse, piece__slug="oxwick-plate-60").update(document={"entries": [{"no": "label"}]})
        Layout.objects.update_or_create(piece=mine.get(slug="oxwick-plate-60"), defaults={"document": {"prefix": 3, "author": "I. D."}})
        told = self.told()
        kit = self.caller.get("/api/kit").json()
        self.assertEqual({(one["kind"], one["slug"]) for one in kit["unread"]}, {("body", "merrow-swift-20"), ("lens", "merrow-70-200")})
        self.assertTrue(all(one["problem"] for one in kit["unread"]))
        slots = told[f"/api/outings/{self.day['id']}/slots"].json()
        self.assertTrue(slots["problems"] and slots["bodies"])
        self.assertNotIn("merrow-swift-20", {body["body"] for body in slots["bodies"]})
        layout = self.caller.get("/api/kit/bodies/oxwick-plate-60/layout").json()["document"]
        self.assertEqual((layout["prefix"], layout["author"]), ("", "I. D."), "what can be read of it stays")
        self.assertEqual(self.caller.get("/api/kit/bodies/oxwick-plate-60/dialect").json()["document"]["entries"], [])
        for one in kit["unread"]:
            self.assertEqual(self.caller.delete(f"/api/kit/{one['kind']}/{one['slug']}").status_code, 204)
        self.assertEqual(self.caller.get("/api/kit").json()["unread"], [])
        self.assertEqual(self.caller.get(f"/api/situations/{row['id']}").status_code, 200)
