"""Lines as people say them: what is understood is right, what is not is shown, and nothing is taken for something else without a word."""

from __future__ import annotations

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.line.tests.lines import LINES
from craft.line.understood import Glass, understood
from craft.line.words import SAID
from craft.scene.conditions import BY_SLUG as CONDITION
from craft.scene.works import WORKS
from craft.vocabulary.terms import AimMotion, File, Support

KIT = (
    Glass("seventy", "Merrow 70-200 f/2.8", 70, 200, 2.8),
    Glass("mid", "Merrow 24-70 f/2.8", 24, 70, 2.8),
    Glass("fifty", "Oxwick 50 f/1.8", 50, 50, 1.8),
    Glass("long", "Oxwick 100-400", 100, 400, 4.5),
    Glass("thirty", "Oxwick 35 f/2", 35, 35, 2.0),
)
KINDS = (
    "new lens",
    "subject",
    "work",
    "light",
    "support",
    "file",
    "motion",
    "hour",
    "shape",
    "lens",
    "focal",
    "aperture",
    "time",
    "iso",
    "distance",
    "count",
    "deadline",
)


def wanted(said: str) -> dict[str, str]:
    """What a line should come to: `kind meaning; kind meaning`."""
    out = {}
    for part in said.split("; "):
        kind = next(kind for kind in KINDS if part.startswith(kind + " "))
        out[kind] = part[len(kind) + 1 :]
    return out


def told(line: str) -> dict[str, str]:
    """What it comes to; a work that its subject says by itself is left out, and so is what is only noted."""
    found = {c.of: f"{c.means:g}" if isinstance(c.means, float) else str(c.means) for c in understood(line, KIT).chips if not c.unused}
    found.pop("place", None)
    if "subject" in found:
        found.pop("work", None)
    return found


def alike(one: str | None, other: str | None) -> bool:
    try:
        return one is not None and other is not None and abs(float(one) / float(other) - 1) < 0.03
    except ValueError:
        return one == other


class Lines(unittest.TestCase):
    def test_seventy_of_eighty_lines_are_understood_wholly_and_none_wrongly_without_showing_it(self) -> None:
        self.assertGreaterEqual(len(LINES), 80)
        whole = 0
        for line, said in LINES:
            asked, found = wanted(said), told(line)
            right = all(alike(found.get(kind), means) for kind, means in asked.items())
            whole += right and set(found) == set(asked) and not understood(line, KIT).rest
            for kind in set(found) & set(asked):
                if not alike(found[kind], asked[kind]):
                    chip = next(c for c in understood(line, KIT).chips if c.of == kind and not c.unused)
                    self.assertTrue(
                        chip.close or any(c.unused for c in understood(line, KIT).chips if c.of == kind), (line, kind, found[kind])
                    )
        self.assertGreaterEqual(whole, 70)

    def test_every_meaning_is_one_that_there_is(self) -> None:
        subjects = {f"{work.genre.value}/{one.slug}" for work in WORKS for one in work.subjects}
        known = {
            "subject": subjects,
            "work": {work.genre.value for work in WORKS},
            "light": set(CONDITION),
            "support": {one.value for one in Support},
            "file": {one.value for one in File},
            "motion": {one.value for one in AimMotion},
        }
        for row in SAID:
            self.assertIn(row.means, known.get(row.of, {row.means}), row)
        self.assertEqual(subjects - {row.means for row in SAID}, set(), "each subject can be said")
        self.assertGreaterEqual(sum(len(row.phrases) for row in SAID), 400)

    def test_a_slip_of_the_pen_is_taken_and_said(self) -> None:
        chips = understood("footbal under floodlights, tripdo").chips
        self.assertEqual([(c.means, c.close) for c in chips], [("sports/field_game", True), ("hall_bright", False), ("tripod", True)])

    def test_a_lens_that_is_not_in_the_kit_is_offered_with_its_figures_and_one_that_is_is_taken(self) -> None:
        new = understood("100-300 f/4-5.6, gulls", KIT)
        self.assertEqual((new.lens and new.lens.widest, new.lens and new.lens.widest_long), (4.0, 5.6))
        self.assertIsNone(new.told("lens"))
        self.assertEqual(understood("gulls with the oxwick 100-400", KIT).told("lens"), "long")

    @settings(max_examples=300, deadline=None)
    @given(
        st.lists(
            st.sampled_from([phrase for row in SAID for phrase in row.phrases] + ["zither", "f/4", "1/250", "70-200", ",", "85 mm"]),
            max_size=9,
        )
    )
    def test_whatever_is_said_every_word_is_either_told_or_shown_and_one_of_each_is_used(self, parts: list[str]) -> None:
        line = " ".join(parts)
        found = understood(line, KIT)
        self.assertEqual(line.count("zither"), sum(line[a:b] == "zither" for a, b in found.rest))
        used = [chip.of for chip in found.chips if not chip.unused and chip.of != "place"]
        self.assertEqual(len(used), len(set(used)))
        for chip in found.chips:
            self.assertTrue(0 <= chip.start < chip.end <= len(line))
