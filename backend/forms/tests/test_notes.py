"""What stands beside the figures: every way out of it, taken, mends what it says."""

from __future__ import annotations

from typing import Any

from django.test import SimpleTestCase as TestCase
from hypothesis import given, settings

from craft.errors import CraftError
from craft.setup.advise import advise
from craft.setup.setup import Setup
from forms.tests.situations import BODY, LENS, situations
from forms.tests.test_steps import value_of

LEFT = {"let_go": "past_clip_stops", "wanting": "wanting_stops", "flash_over": "flash_over_stops"}
"""The fact of what is left, by the kind of note."""


def patched(target: dict[str, Any], patch: dict[str, Any]) -> dict[str, Any]:
    """A document with a merge patch laid over it (RFC 7396)."""
    merged = {key: patched(target.get(key, {}), value) if isinstance(value, dict) else value for key, value in patch.items()}
    return {**target, **merged}


def taken(raw: dict[str, Any], patch: dict[str, Any]) -> Setup:
    """The setup once a way out is taken; what an outing says of ways of deciding is the profile's in a situation alone."""
    plain = {key: value for key, value in patch.items() if key != "schools"}
    schools = {**raw.get("profile", {}).get("schools", {}), **patch.get("schools", {})}
    return advise(value_of({**patched(raw, plain), "profile": {**raw.get("profile", {}), "schools": schools}}))


class Notes(TestCase):
    @settings(max_examples=200, deadline=None)
    @given(situations())
    def test_every_way_out_mends_what_its_note_says(self, raw: dict[str, Any]) -> None:
        setup = advise(value_of(raw))
        for note in setup.notes:
            self.assertFalse({"darker", "series"} & {note.kind} and note.ways)
            for way in note.ways:
                if way.place:
                    self.assertEqual((note.kind, way.place), ("depth", "sets"))
                    continue
                try:
                    after = taken(raw, dict(way.patch))
                except CraftError as error:
                    self.fail(f"{note.text} {way.label}: {error.message}")
                fact = LEFT.get(note.kind, "")
                if fact in setup.facts and way.label != "on a tripod":
                    self.assertLess(after.facts[fact], setup.facts[fact] - 0.1, (note.text, way.label, raw))
                if note.kind == "framing" or way.label == "on a tripod":
                    self.assertNotIn(note.text, [one.text for one in after.notes], way.label)

    def test_what_one_frame_does_not_hold_in_depth_is_said_with_the_set_that_does(self) -> None:
        far = {"genre": "landscape", "subject": "still", "focal_length_mm": 200, "light": {"ev100": 13.0}, "support": "tripod"}
        lens = {**LENS, "focal_max_mm": 400}
        for focal in (400, 350):
            made = advise(value_of({**far, "body": BODY, "lens": lens, "focal_length_mm": focal, "motion": {"near_m": 77, "speed_m_s": 0}}))
            (note,) = [one for one in made.notes if one.kind == "depth"]
            self.assertRegex(
                note.text,
                r"^77 m to infinity is not all sharp at f/\d+: one frame would take f/\d+, \d+ focused one behind the other hold it\.$",
            )
            self.assertEqual([way.place for way in note.ways], ["sets"])
        near = advise(value_of({**far, "body": BODY, "lens": lens, "focal_length_mm": 200, "motion": {"near_m": 77}}))
        self.assertEqual([one.kind for one in near.notes if one.kind == "depth"], [])
