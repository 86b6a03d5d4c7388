"""The scene follows light and subject: every subject in every described light."""

from __future__ import annotations

import unittest

from craft.examples import situation
from craft.scene.conditions import CONDITIONS
from craft.scene.light import light_from_condition
from craft.scene.works import SUBJECT
from craft.tones.staging import ROWS, stage_for
from craft.vocabulary.terms import Genre

UNDER_LAMPS = {"court", "pitch_lamps", "dance", "hall", "kitchen", "lanterns", "loft", "studio", "underground"}
IN_THE_SUN = {"salt", "terns_sky", "causeway_after", "green", "pitch", "garden"}
UNDER_A_ROOF = {"court", "dance", "hall", "kitchen", "loft", "studio", "underground"}
BY_A_WINDOW = {"loft"}
PARTIES = {"dancing", "group", "details"}


class Staged(unittest.TestCase):
    def test_no_lamps_under_a_bright_sky_no_sun_in_the_dark_and_nobody_dances_at_a_ceremony(self) -> None:
        seen = set()
        for genre, slug in SUBJECT:
            for condition in CONDITIONS:
                stage = stage_for(
                    situation(genre=genre, subject_slug=slug, light=light_from_condition(condition.slug), focal_length_mm=None)
                ).slug
                seen.add(stage)
                with self.subTest(genre=genre, subject=slug, light=condition.slug, stage=stage):
                    self.assertFalse(stage in UNDER_LAMPS and condition.ev100 >= 12)
                    self.assertFalse(stage in IN_THE_SUN and condition.ev100 < 9)
                    self.assertFalse(stage in UNDER_A_ROOF and genre is Genre.PORTRAIT and not condition.indoors)
                    self.assertFalse(
                        stage in BY_A_WINDOW and condition.mains and not condition.sources > 1, "no window where lamps are all there is"
                    )
                    self.assertFalse(
                        condition.mains and genre in (Genre.LANDSCAPE, Genre.STREET) and stage.startswith(("causeway", "salt", "ferry"))
                    )
                    self.assertFalse(stage == "dance" and slug not in PARTIES)
                    self.assertFalse(genre is Genre.NIGHT_SKY and stage not in ("moon", "stars"))
        self.assertEqual(seen, {row.stage for row in ROWS}, "a row that no described light ever takes")
