"""One quantity has one value wherever it is shown: bench, rehearse and its rulers, card, page, table, files."""

from __future__ import annotations

import csv
import io
import json
import re
from typing import Any

from django.contrib.auth import get_user_model
from django.test import TestCase

from craft.scales.series import Dial, label
from outings.demo_people import load_demo_people
from outings.models import Situation
from people.tests.caller import Caller

HANDS: tuple[dict[str, Any], ...] = (
    {},
    {"settings": {"white_kelvin": 4300, "metering_pattern": "centre_weighted", "compensation": -1}},
    {"locks": {"iso": 800}},
    {"light": {"ev100": 6, "stops_above": 5, "stops_below": 6, "holds_above": 4, "kelvin": 2900}},
)
"""What is changed of each situation of the day: nothing, values by hand, a dial that is held, another light."""


class OneTeller(TestCase):
    @classmethod
    def setUpTestData(cls) -> None:
        load_demo_people("unused-here-9")
        cls.ilse = get_user_model().objects.get(username="demo.ilse")

    def setUp(self) -> None:
        self.caller = Caller(self.ilse)

    def places(self, row: Situation, change: dict[str, Any]) -> dict[str, Any]:
        """Every place that tells of a situation, as JSON or text."""
        document = {**row.document, **change}
        now = {"outing": row.outing_id, "document": document}
        at = self.caller.get(f"/api/situations/{row.pk}")
        kept = self.caller.put(f"/api/situations/{row.pk}", document, at["ETag"])
        self.assertEqual(kept.status_code, 200, kept.content[:300])
        card = self.caller.post(f"/api/situations/{row.pk}/cards").json()
        answers = {
            "bench": self.caller.post("/api/bench/whole", now),
            "rehearse": self.caller.post("/api/rehearse", {"situation": now}),
            "range": self.caller.post("/api/rehearse/range", {"situation": now}),
            "metering": self.caller.post("/api/rehearse/metering", {"situation": now}),
            "file": self.caller.get(f"/api/situations/{row.pk}/setup.json"),
        }
        for name, answer in answers.items():
            self.assertEqual(answer.status_code, 200, (name, answer.content[:300]))
        page = self.caller.get(f"/api/cards/{card['id']}/card.html").content.decode()
        table = self.caller.get(f"/api/cards/{card['id']}/ladder.csv").content.decode()
        found = {name: json.loads(answer.content) for name, answer in answers.items()}
        return found | {"card": card["snapshot"], "page": page, "table": list(csv.DictReader(io.StringIO(table)))}

    def told(self, places: dict[str, Any], name: str) -> Any:
        """A number that the bench's reasons give; the same in every reason that gives it."""
        given = {made["numbers"][name] for made in places["bench"]["decisions"] if name in made["numbers"]}
        self.assertLessEqual(len(given), 1, (name, given))
        return next(iter(given), None)

    def check(self, places: dict[str, Any], of: str) -> None:
        bench, told, card = places["bench"], places["rehearse"], places["card"]["setup"]
        for name in (
            "exposure",
            "iso_limits",
            "white",
            "focus",
            "drive",
            "range",
            "metering",
            "bracketing",
            "decisions",
            "sharpness_stops",
        ):
            self.assertEqual(card[name], bench[name], (of, name))
            self.assertEqual(places["file"][name], bench[name], (of, name))
        figures = told["frame"]["figures"]
        self.assertEqual(
            [figures[d] for d in ("shutter_s", "aperture", "iso")], [bench["exposure"][d] for d in ("shutter_s", "aperture", "iso")]
        )
        now = places["table"][(len(places["table"]) - 1) // 3]
        self.assertEqual(
            [float(now[d]) for d in ("shutter_s", "aperture", "iso")], [bench["exposure"][d] for d in ("shutter_s", "aperture", "iso")]
        )
        for dial, name in ((Dial.TIME, "shutter_s"), (Dial.APERTURE, "aperture"), (Dial.ISO, "iso")):
            self.assertIn(label(dial, bench["exposure"][name]), places["page"])
        for made in bench["decisions"]:
            if made["decision"] != "metering":
                self.assertIn(made["value"].replace("'", "&#x27;"), places["page"], (of, made["decision"]))
        noise = next(v["words"] for v in told["verdicts"] if v["what"] == "noise")
        if (snr := self.told(places, "snr")) is not None:
            self.assertEqual(int(re.match(r"\d+", noise)[0]), round(snr), of)
        blur = next(v["words"] for v in told["verdicts"] if v["what"] == "blur")
        self.assertIn(f"{2 ** bench['sharpness_stops']:.1f} times the circle", blur)
        self.assertAlmostEqual(told["offset"], bench["range"]["exposure_offset_ev"], places=6)
        self.assertAlmostEqual(places["range"]["offset"], bench["range"]["exposure_offset_ev"], places=6)
        clips = self.told(places, "clips_stops")
        if clips is not None and bench["bracketing"]["merge"] is None:
            self.assertAlmostEqual(told["window"]["clips"], clips, places=2, msg=of)
        self.assertAlmostEqual(places["range"]["now"]["clips"], told["window"]["clips"], places=4)
        self.assertAlmostEqual(places["range"]["now"]["lost_share"], told["lost"]["raw_share"], places=6)
        reads = {row["pattern"]: row for row in places["metering"]["patterns"]}[bench["metering"]["pattern"]]
        for name, value in (("pattern_reads_stops", reads["reads"]), ("pattern_swing_stops", reads["swing"])):
            if bench["metering"]["pattern"] != "spot" and (said := self.told(places, name)) is not None:
                self.assertAlmostEqual(said, value, places=6, msg=(of, name))
        holds = self.told(places, "holds_stops")
        if holds is not None:
            self.assertEqual(bench["light"]["holds_above"], holds)

    def test_every_number_of_every_situation_of_the_day_whatever_is_set_by_hand(self) -> None:
        rows = list(Situation.objects.filter(outing__person=self.ilse))
        self.assertGreater(len(rows), 6)
        for k, row in enumerate(rows):
            change = HANDS[k % len(HANDS)]
            self.check(self.places(row, change), f"{row.document['title']}, {change}")
