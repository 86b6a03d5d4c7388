"""The bench asks in parts: the parts say what the whole says, and what is wrong is said by the part it belongs to."""

from __future__ import annotations

from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from outings.actions import load_demo_people
from outings.models import Situation
from people.tests.caller import Caller, pointers
from studio.tests.browser import BrowserCase

CLASH = {"silent": "on", "shutter_type": "mechanical"}


class Parts(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)
        rows = Situation.objects.filter(outing__person=self.ilse)
        self.questions = [self.caller.get(f"/api/situations/{row.pk}/situation.json").json() for row in rows]

    def ask(self, part: str, question: dict[str, Any]) -> Any:
        return self.caller.post(f"/api/advise{part}", question)

    def test_each_part_of_every_demo_situation_is_what_the_whole_says(self) -> None:
        for question in self.questions:
            whole, decided, clashes = (self.ask(part, question).json() for part in ("", "/decided", "/clashes"))
            self.assertEqual(decided, {key: whole[key] for key in decided})
            self.assertEqual(set(whole) - set(decided), {"configuration", "violations", "change", "handing_over", "bundles"})
            self.assertEqual(clashes, {"settings": len(whole["configuration"]), "violations": whole["violations"]})

    def test_figures_come_though_settings_clash_and_the_clash_is_told_by_its_part(self) -> None:
        question = self.questions[1] | {"settings": CLASH}
        self.assertEqual(self.ask("/decided", question).status_code, 200)
        told = self.ask("/clashes", question).json()["violations"]
        self.assertTrue(any(set(CLASH) <= set(violation["settings"]) for violation in told), told)

    def test_a_setting_that_cannot_be_is_refused_where_it_stands_and_costs_no_figures(self) -> None:
        question = self.questions[1] | {"settings": {"grid": "plenty"}}
        self.assertEqual(self.ask("/decided", question).status_code, 200)
        for part in ("", "/clashes"):
            refused = self.ask(part, question)
            self.assertEqual((refused.status_code, pointers(refused)), (422, {"/settings/grid"}))

    def test_a_part_is_answered_with_fewer_bytes_than_the_whole(self) -> None:
        question = self.questions[1]
        whole, decided = (len(self.ask(part, question).content) for part in ("", "/decided"))
        self.assertLess(decided, whole / 2)


class AtTheBench(BrowserCase):
    def test_figures_change_as_one_types_and_the_clash_is_said_once_typing_pauses(self) -> None:
        asked: list[str] = []
        page = self.open(f"/situations/{self.situation.pk}")
        page.on("request", lambda request: asked.append(request.url.rsplit("/api", 1)[-1]))
        page.get_by_role("textbox", name="speed").press_sequentially("12.5", delay=30)
        self.stored(page, lambda d: d["motion"].get("speed_m_s") == 12.5)
        self.answered(page)
        self.assertEqual(asked.count("/advise"), 0, "the whole setup is not asked for at the bench")
        self.assertGreaterEqual(asked.count("/advise/decided"), 2)
        page.wait_for_timeout(400)
        self.answered(page)
        self.assertTrue(1 <= asked.count("/advise/clashes") <= asked.count("/advise/decided"), asked)
        self.assertEqual(self.wrong, [])
