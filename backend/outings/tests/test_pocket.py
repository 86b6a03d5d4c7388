"""The way there on a pocket card, followed to the end; tables that no spreadsheet runs; a body that goes out as a file and comes back."""

from __future__ import annotations

import csv
import io

from forms.layout_form import LayoutForm
from outings.alike.actions import A_SECOND, warnings_of
from outings.models import Outing
from outings.pocket import MOST_CHANGES, pocket_of
from outings.reading import Kit
from outings.setups import made_of
from outings.slots.actions import slots_of
from outings.tests.test_outings import Day

SWIFT, PLATE = "merrow-swift-20", "oxwick-plate-60"


class TheWayThere(Day):
    def test_whoever_follows_a_card_has_the_setup_in_hand(self) -> None:
        outing, kit = Outing.objects.get(pk=self.day["id"]), Kit(self.ilse)
        setups = made_of(outing, kit)[0]
        plan = {body.body: body for body in slots_of(outing, kit).bodies}
        followed = 0
        for made in setups:
            pocket = pocket_of(outing, made.pk, kit)
            day = [one for one in setups if one.body == made.body]
            at = day.index(made)
            self.assertEqual(pocket.before, day[at - 1].title if at else "")
            if not at:
                self.assertEqual(pocket.changes, [])
                continue
            now = dict(day[at - 1].configuration.values)
            reached = plan[made.body].reached[at]
            for bank, number in zip(plan[made.body].banks, reached.slots, strict=False):
                if number is not None:
                    kept = next(one for one in day if one.pk == bank.slots[number - 1].situation)
                    holds = made.situation.body.traits.all_banks[bank.bank - 1].holds
                    now |= {slug: value for slug, value in kept.configuration.values.items() if holds(slug)}
            self.assertEqual(len(pocket.turns), sum(number is not None for number in reached.slots))
            closed = {row.setting.slug for row in made.configuration.rows if row.closed}
            missing = {slug for slug, value in made.configuration.values.items() if now.get(slug) != value} - closed
            self.assertEqual(len(pocket.changes) + pocket.more, len(missing), made.title)
            self.assertLessEqual(len(pocket.changes), MOST_CHANGES)
            self.assertEqual(pocket.more, max(0, len(missing) - MOST_CHANGES))
            followed += 1
        self.assertGreaterEqual(followed, 3)
        self.assertIsNone(pocket_of(outing, 10**6, kit))

    def test_a_label_that_looks_like_a_formula_is_written_so_that_none_is_run(self) -> None:
        path = f"/api/kit/bodies/{SWIFT}/dialect"
        read = self.caller.get(path)
        entries = [{**e, "label": "=1+1"} if e["setting"] == "exposure_mode" else e for e in read.json()["document"]["entries"]]
        self.assertEqual(self.caller.put(path, {**read.json()["document"], "entries": entries}, read["ETag"]).status_code, 200)
        row = next(s for s in self.caller.get("/api/outings").json()[0]["situations"] if s["body"] == SWIFT)
        for name in ("walk", "recipe"):
            table = self.caller.get(f"/api/situations/{row['id']}/{name}.csv").content.decode()
            cells = [cell for line in csv.reader(io.StringIO(table)) for cell in line]
            self.assertIn("'=1+1", cells, name)
            self.assertFalse([cell for cell in cells if cell.startswith(("=", "+", "@"))], name)

    def test_a_body_with_its_controls_goes_out_as_a_file_and_comes_back_the_same(self) -> None:
        for slug in (SWIFT, PLATE, "tamsel-heron"):
            file = self.caller.get(f"/api/kit/bodies/{slug}/profile.json").json()
            back = self.caller.post("/api/kit/bodies/import", file)
            self.assertEqual(back.status_code, 200, back.content[:200])
            again = self.caller.get(f"/api/kit/bodies/{back.json()['slug']}/profile.json").json()
            self.assertEqual(again, file, slug)
            self.assertTrue(file["body"]["traits"]["controls"])

    def test_prefixes_and_clocks_are_warned_of_exactly_when_they_can_go_wrong(self) -> None:
        def layout(prefix: str, clock: float | None) -> LayoutForm:
            return LayoutForm.model_validate({"prefix": prefix, "clock_offset_s": clock})

        for one, other, count in (
            (layout("A", 0.0), layout("B", 0.0), 0),
            (layout("A", 0.0), layout("A", 0.0), 1),
            (layout("A", 0.0), layout("B", A_SECOND), 0),
            (layout("A", 0.0), layout("B", A_SECOND + 0.1), 1),
            (layout("A", -0.6), layout("B", 0.6), 1),
            (layout("", 0.0), layout("B", 0.0), 1),
            (layout("", 0.0), layout("", 0.0), 1),
            (layout("A", None), layout("B", 0.0), 1),
            (layout("A", None), layout("A", None), 2),
        ):
            self.assertEqual(len(warnings_of(one, other)), count, (one, other))
            self.assertEqual(len(warnings_of(other, one)), count)
