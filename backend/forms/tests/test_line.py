"""A line becomes a situation that can be stored and advised on, whatever was said."""

from __future__ import annotations

from typing import Any

from django.test import SimpleTestCase
from hypothesis import example, given, settings
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.line.figures import LensSaid
from craft.line.tests.lines import LINES
from demo.kit import BODIES, LENSES
from forms.answer import answer_to
from forms.kit_form import BodyForm, LensForm
from forms.line_form import glasses_of, lens_form, line_of
from forms.outing_form import SituationDocument, resolved
from forms.profile_form import PersonForm

BODY = "merrow-swift-20"
PIECES = [
    "0",
    "1",
    "2",
    "4",
    "8",
    "50",
    "70-200",
    "135",
    "999999",
    "0.0",
    "1,8",
    "/",
    "-",
    "–",
    ":",
    "f",
    "f/",
    "f/1.8",
    "f/45",
    "iso",
    "mm",
    "m",
    "km",
    "s",
    "at",
    "pm",
    "raw",
    "tripod",
    "İ",
    "ß",
    "1/0",
    "f/0",
    "0mm",
    "3000-9000",
    "'",
]
GLASSES = glasses_of({slug: LensForm(**document) for slug, document in LENSES.items()})


def begun(line: str) -> tuple[SituationDocument, LensForm]:
    """The situation that a line begins with the demo's kit, and its lens."""
    told = line_of(line, GLASSES, {BODY: str(BODIES[BODY]["name"])})
    rest: dict[str, Any] = {"genre": "everyday", "light": {"condition": "overcast"}, "starts_at": "12:00", **told.document}
    document = SituationDocument.model_validate({**rest, "title": line[:100], "body": BODY, "lens": rest.get("lens", "merrow-70-200")})
    return document, told.lens or LensForm(**LENSES[document.lens])


class Begun(SimpleTestCase):
    def test_every_line_is_a_situation_and_what_it_says_is_what_is_advised(self) -> None:
        """Or the kit's own refusal, where a line asks of a lens what that does not have."""
        advised = 0
        for line, _ in LINES:
            document, lens = begun(line)
            with self.subTest(line=line):
                self.assertEqual(document.stored().get("note"), document.note or None)
                form = resolved(document, BodyForm(**BODIES[BODY]), lens, PersonForm())
                try:
                    answer = answer_to(form)
                except CraftError as error:
                    self.assertRegex(str(error), "it has|the two nearest|is accepted|closest")
                    continue
                advised += 1
                setup, locks = answer.setup, document.locks
                for dial in ("shutter_s", "aperture", "iso"):
                    if (held := getattr(locks, dial)) is not None:
                        self.assertEqual(getattr(setup.exposure, dial), held)
                if document.support is not None:
                    self.assertIs(answer.situation.carried_by, document.support)
                if document.focal_length_mm is not None:
                    self.assertEqual(setup.taken.focal_length_mm, document.focal_length_mm)
                if document.motion.distance_m is not None:
                    self.assertEqual(setup.taken.distance_m, document.motion.distance_m)
        self.assertGreater(advised, len(LINES) * 0.7)

    @settings(max_examples=400, deadline=None)
    @example(["1/0", "70-200 f/45", "50 f/0.1"], " ")
    @example(["4", "f/1.8", "70-200"], "")
    @given(st.lists(st.sampled_from(PIECES), max_size=9), st.sampled_from(("", " ")))
    def test_whatever_is_typed_is_an_answer_and_a_lens_that_comes_of_it_is_one(self, pieces: list[str], between: str) -> None:
        text = between.join(pieces)
        told = line_of(text, GLASSES, {})
        for chip in told.chips:
            self.assertIn(chip.said, text)
        if told.lens:
            self.assertGreater(told.lens.value("one").closest_m, 0)
            self.assertLessEqual(told.lens.focal_min_mm, told.lens.focal_max_mm)

    def test_a_lens_of_which_only_figures_were_said_is_one_with_the_rest_marked_as_assumed(self) -> None:
        for short, long, wide, end in ((14, 14, 2.8, 2.8), (24, 105, 4, 4), (100, 400, 4.5, 5.6), (8, 8, None, None), (600, 600, 4, 4)):
            form = lens_form(LensSaid(short, long, wide, end))
            self.assertEqual((form.focal_min_mm, form.focal_max_mm), (short, long))
            self.assertEqual("widest_aperture" in form.assumed, wide is None)
            self.assertIn("closest_m", form.assumed)
            lens = form.value("one")
            self.assertTrue(0.1 < lens.closest_m < 5)
            self.assertEqual((form.widest_aperture == [wide, end]), wide != end)

    def test_a_body_and_a_lens_are_taken_by_their_names(self) -> None:
        name = next(str(document["name"]) for slug, document in LENSES.items() if slug == "merrow-70-200")
        told = line_of(f"otters at dusk, {name}, {BODIES[BODY]['name']}".replace("\u2013", "-"), GLASSES, {BODY: str(BODIES[BODY]["name"])})
        self.assertEqual(told.document["lens"], "merrow-70-200")
        self.assertEqual(told.document["subject"], "otter")
        self.assertIsNone(told.lens)
