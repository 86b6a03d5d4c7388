"""A body's own words: what is refused and where, and that they come back from CSV and JSON as they went."""

from __future__ import annotations

import csv
import io
import json
from typing import Any
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.configuration.around import settings_of
from craft.errors import CraftError
from craft.kit.dialect import Dialect, Entry, in_menu_order, value_key
from craft.kit.traits import Traits
from craft.vocabulary.setting import Reach
from craft.vocabulary.settings import BY_SLUG
from demo.dialects import MENUS
from demo.kit import BODIES, LENSES
from forms.dialect_form import DialectForm, EntryForm, checked, from_csv, of_demo, read_dialect, to_csv
from forms.kit_form import BodyForm, LensForm
from forms.problems import InputError

ANY = st.text(st.characters(codec="utf-8", exclude_characters="\0") | st.sampled_from(">;=' \\\n\r\t＝+"), min_size=1, max_size=20).filter(
    str.strip
)


@st.composite
def dialects(draw: st.DrawFn) -> DialectForm:
    slugs = draw(st.lists(st.sampled_from(sorted(BY_SLUG)), min_size=1, max_size=8, unique=True))
    rows = []
    for k, slug in enumerate(slugs):
        tokens = [v for v in BY_SLUG[slug].values if isinstance(v, str)]
        named = draw(st.lists(st.sampled_from(tokens), max_size=2, unique=True)) if tokens else []
        rows.append(
            EntryForm(
                setting=slug,
                label=f"{draw(ANY)}{k}",
                menu=draw(st.lists(ANY, min_size=1, max_size=3)),
                values={token: draw(ANY) for token in named},
            )
        )
    return checked(DialectForm(entries=rows, firmware=draw(st.just("") | ANY)))


class Words(TestCase):
    @settings(max_examples=120, deadline=None)
    @given(dialects())
    def test_words_come_back_from_csv_and_json_as_they_went(self, form: DialectForm) -> None:
        table = to_csv(form)
        self.assertEqual(from_csv(table), form)
        for cell in (cell for row in csv.reader(io.StringIO(table, newline="")) for cell in row):
            self.assertNotIn(cell.strip()[:1], tuple("=+-@＝＋－＠") if cell else ())
        self.assertEqual(read_dialect(form.model_dump_json(), "json"), form)

    def test_a_spreadsheet_takes_no_cell_for_a_formula(self) -> None:
        form = DialectForm(entries=[EntryForm(setting="beeps", label="=1+1", menu=["@page"])])
        self.assertIn("'=1+1", to_csv(form))
        self.assertEqual(from_csv(to_csv(form)).entries, form.entries)

    def test_every_row_that_is_wrong_is_named_by_its_row_and_nothing_is_taken(self) -> None:
        head = "setting,label,menu,values\n"
        for text, places in (
            (head + "beeps,Bell,Deck\nnonsense,x,Deck\n", ["/rows/3/setting"]),
            (head + "beeps,,Deck\ngrid,Lines,\n", ["/rows/2/label", "/rows/3/menu/0"]),
            (head + "beeps,Bell,Deck,loud=Aye\n", ["/rows/2/values"]),
            (head + "beeps,Bell,Deck,on\n", ["/rows/2"]),
            (head + "beeps,Bell,Deck\nbeeps,Chime,Deck\n", ["/rows/3/setting"]),
            (head + "beeps,Bell,Deck\ngrid,Bell,Deck\n", ["/rows/3/label"]),
            (head + "beeps,Bell,Deck,,more\n", ["/rows/2"]),
            (head + f"beeps,{'x' * 140_000},Deck\n", [""]),
            ("name,label\n", ["/rows/1"]),
            ("", [""]),
            ("x" * 500_001, [""]),
            (head + "beeps,Bell,Deck\n" * 1001, [""]),
        ):
            with self.assertRaises(InputError) as caught:
                from_csv(text)
            self.assertEqual([p.pointer for p in caught.exception.problems], places, text[:60])
        for bad in ("{", "[]", '{"entries": 3}', '{"format": "other"}', json.dumps({"version": 2})):
            with self.assertRaises(InputError):
                read_dialect(bad, "json")

    def test_a_paste_from_a_sheet_with_tabs_is_read_too(self) -> None:
        self.assertEqual(from_csv("setting\tlabel\tmenu\nbeeps\tBell\tDeck > Upkeep\n").entries[0].menu, ["Deck", "Upkeep"])

    def test_what_cannot_be_is_refused_at_its_place(self) -> None:
        good = Entry("beeps", "Bell", ("Deck",))
        for entry, where in (
            (Entry("beeps", " ", ("Deck",)), "label"),
            (Entry("grid", "x", ()), "menu"),
            (Entry("grid", "x", ("a",) * 6), "menu"),
            (Entry("", "x", ("a",), {"on": "Aye"}), "values"),
            (Entry("grid", "x", ("a",), {"off": ""}), "values"),
            (Entry("white_kelvin", "x", ("a",), {"warm": "5000"}), "values"),
            (Entry("white_kelvin", "x", ("a",), {"5000.0": "warm"}), "values"),
        ):
            with self.assertRaises(CraftError) as caught:
                Dialect((good, entry))
            self.assertEqual(caught.exception.where, ("entries", 1, where))

    def test_numbers_may_have_words_of_the_body_too(self) -> None:
        for setting, words in (("highlight_protection", {"1": "R1", "2": "R2", "automatic": "let it"}), ("white_kelvin", {"5000": "noon"})):
            self.assertEqual(Dialect((Entry(setting, "x", ("a",), words),)).by_setting()[setting].values, words)
        self.assertEqual((value_key(2.0), value_key(0.3333), value_key("automatic")), ("2", "0.3333", "automatic"))

    def test_pages_keep_together(self) -> None:
        rows = [Entry("", label, page) for label, page in (("a", ("P", "x")), ("b", ("Q",)), ("c", ("P", "y")), ("d", ("P", "x")))]
        self.assertEqual([e.label for e in in_menu_order(rows)], ["a", "d", "c", "b"])


class DemoWords(TestCase):
    def test_every_demo_body_has_words_for_every_setting_it_has_with_any_lens(self) -> None:
        trees = []
        for slug in BODIES:
            body = BodyForm.model_validate(BODIES[slug]).value(slug)
            form = of_demo(slug)
            words = form.value().by_setting()
            for name, row in LENSES.items():
                if body.fixed_lens in (None, name):
                    lens = LensForm.model_validate(row).value(name)
                    self.assertLessEqual({s.slug for s in settings_of(body, lens)}, set(words), (slug, name))
            trees.append({(e.label, *e.menu) for e in form.entries})
            self.assertEqual({s for _, page in MENUS[slug] for s in page}, set(words), slug)
        for k, tree in enumerate(trees):
            for other in trees[k + 1 :]:
                self.assertLess(len(tree & other), 5, "every body has a tree of its own")

    def test_traits_of_a_body_name_only_what_there_is(self) -> None:
        traits: list[dict[str, Any]] = [
            {"features": frozenset({"wings"})},
            {"absent": frozenset({"nonsense"})},
            {"defaults": {"grid": "plenty"}},
            {"offered": {"grid": ()}},
            {"offered": {"grid": ("plenty",)}},
            {"reach": {"nonsense": Reach.RAW}},
            {"defaults": {"grid": "fine"}, "offered": {"grid": ("off", "thirds")}},
        ]
        for bad in traits:
            with self.assertRaises(CraftError):
                Traits(**bad)
