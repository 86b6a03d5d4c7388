"""Files that people exported with an earlier version (kept in ``before/``): each is read, and still says what it said."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from cards.models import Card
from forms.advise_command import answer
from outings.models import Outing, Situation
from people.tests.caller import Caller, pointers

FOLDER = Path(__file__).parent / "before"

CALLED_NOW = {"facts": "traits"}
"""What has been given another name since; it is read under the old one."""


def file(name: str) -> Any:
    return json.loads((FOLDER / f"{name}.json").read_text())


def within(old: Any, new: Any, at: str = "") -> list[str]:
    """What the older document says and the newer does not, or says otherwise; what only the newer says is no loss."""
    if isinstance(old, dict) and isinstance(new, dict):
        return [lost for key, value in old.items() for lost in within(value, new.get(CALLED_NOW.get(key, key), "nothing"), f"{at}/{key}")]
    if isinstance(old, list) and isinstance(new, list) and len(old) == len(new):
        return [lost for k, value in enumerate(old) for lost in within(value, new[k], f"{at}/{k}")]
    return [] if old == new else [f"{at}: {old!r} became {new!r}"]


class FromBefore(TestCase):
    def setUp(self) -> None:
        self.wren = get_user_model().objects.create_user("wren")
        self.caller = Caller(self.wren)

    def day(self) -> Any:
        made = self.caller.post("/api/outings/import", file("outing"))
        self.assertEqual(made.status_code, 200, made.content[:300])
        return made.json()

    def test_an_outing_comes_in_and_goes_out_with_all_it_said(self) -> None:
        made = self.day()
        again = self.caller.get(f"/api/outings/{made['id']}/export").json()
        self.assertEqual(within(file("outing"), again), [])
        self.assertEqual(Situation.objects.filter(outing__person=self.wren).count(), len(file("outing")["situations"]))

    def test_a_situation_is_answered_by_itself_and_in_a_day(self) -> None:
        self.assertTrue(json.loads(answer(file("situation")).model_dump_json())["ladder"])
        outing = Outing.objects.create(person=self.wren, title="Mine", day="2027-06-12")
        made = self.caller.post(f"/api/outings/{outing.pk}/situations/import", file("situation"))
        self.assertEqual(made.status_code, 200, made.content[:300])
        back = self.caller.get(f"/api/situations/{made.json()['id']}/situation.json").json()
        asked = {key: value for key, value in file("situation").items() if key != "profile"}
        self.assertEqual(within(asked, back), [])

    def test_a_body_with_its_words_comes_in_and_goes_out(self) -> None:
        made = self.caller.post("/api/kit/bodies/import", file("body"))
        self.assertEqual(made.status_code, 200, made.content[:300])
        at = f"/api/kit/bodies/{made.json()['slug']}"
        self.assertEqual(within(file("body"), self.caller.get(f"{at}/profile.json").json()), [])
        version = self.caller.get(f"{at}/dialect").json()["version"]
        pasted = {"kind": "json", "text": json.dumps(file("dialect"))}
        taken = self.caller.send("POST", f"{at}/dialect/import", pasted, version)
        self.assertEqual(taken.status_code, 200, taken.content[:300])
        self.assertEqual(within(file("dialect"), self.caller.get(f"{at}/dialect.json").json()), [])

    def test_a_recipe_is_carried_over(self) -> None:
        row = self.day()["situations"][0]
        fits = self.caller.post(f"/api/situations/{row['id']}/fits", {"recipe": file("recipe")})
        self.assertEqual(fits.status_code, 200, fits.content[:300])
        self.assertEqual({item["setting"] for item in fits.json()["items"]}, set(file("recipe")["values"]))

    def test_a_card_is_shown_and_printed(self) -> None:
        situation = Situation.objects.get(pk=self.day()["situations"][0]["id"])
        card = Card.objects.create(situation=situation, fingerprint="of then", snapshot=file("card"))
        shown = self.caller.get(f"/api/cards/{card.pk}")
        before = file("card")
        for made, now in zip(before["setup"]["decisions"], shown.json()["snapshot"]["setup"]["decisions"], strict=True):
            self.assertEqual(now["set_by"] != "numbers", made.pop("fixed"), "who took it is said in another way since")
        self.assertEqual(within(before, shown.json()["snapshot"]), [])
        for kind in ("card.html", "card.pdf", "ladder.csv"):
            self.assertEqual(self.caller.get(f"/api/cards/{card.pk}/{kind}").status_code, 200, kind)

    def test_one_value_spoilt_and_nothing_of_a_file_comes_in(self) -> None:
        spoilt = file("outing")
        spoilt["situations"][-1]["light"] = {"condition": "no such light"}
        refused = self.caller.post("/api/outings/import", spoilt)
        self.assertEqual(refused.status_code, 422)
        last = len(spoilt["situations"]) - 1
        self.assertEqual({at for at in pointers(refused) if at.startswith(f"/situations/{last}/light")}, pointers(refused))
        self.assertEqual((Outing.objects.count(), Situation.objects.count()), (0, 0))
