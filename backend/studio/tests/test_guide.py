"""The settings guide tells what the tables hold, whole and in words."""

from __future__ import annotations

from django.test import SimpleTestCase

from craft.configuration.bundles import BUNDLES
from craft.configuration.habits import HABITS
from craft.kit.features import SHOWN, STATED
from craft.vocabulary.called import CALLED
from craft.vocabulary.dependencies import RULES
from craft.vocabulary.features import FEATURES
from craft.vocabulary.settings import BY_SLUG, SETTINGS
from craft.vocabulary.words import say_value
from people.tests.caller import Caller


class Guide(SimpleTestCase):
    def setUp(self) -> None:
        self.guide = Caller().get("/api/settings").json()
        self.settings = {row["slug"]: row for row in self.guide["settings"]}

    def test_every_setting_says_whether_it_touches_the_raw(self) -> None:
        self.assertEqual(list(self.settings), [s.slug for s in SETTINGS])
        for slug, words in {
            "white_mode": "finished file only",
            "aperture": "raw data",
            "metering_pattern": "what is exposed",
            "histogram": "only what you see",
            "beeps": "in the hand",
            "focus_area": "where the picture is sharp",
            "card_roles": "guards data",
        }.items():
            self.assertIn(words, self.settings[slug]["touches"], slug)

    def test_words_that_people_use_lead_to_one_setting_each(self) -> None:
        words = [word for row in self.guide["settings"] for word in (*row["called"], row["label"])]
        self.assertGreaterEqual(len(words) - len(SETTINGS), 80)
        self.assertEqual(len(words), len({word.lower() for word in words}), "no word has two meanings")
        self.assertEqual({slug for slug in CALLED if slug not in BY_SLUG}, set())
        self.assertTrue(all(word == word.lower() and word.strip() == word for row in CALLED.values() for word in row))

    def test_links_between_settings_rules_habits_and_bundles_lead_somewhere_and_back(self) -> None:
        rules = {row["slug"]: row for row in self.guide["dependencies"]}
        habits = {row["slug"]: row for row in self.guide["habits"]}
        bundles = {row["slug"]: row for row in self.guide["bundles"]}
        self.assertEqual((len(rules), len(habits), len(bundles)), (len(RULES), len(HABITS), len(BUNDLES)))
        for slug, row in self.settings.items():
            self.assertEqual(set(row["dependencies"]), {rule.slug for rule in RULES if slug in rule.settings})
            for name in row["dependencies"]:
                self.assertIn(slug, rules[name]["settings"])
            for name in row["habits"]:
                self.assertIn(slug, {c["setting"] for way in habits[name]["ways"] for c in way["sets"]})
            for name in row["bundles"]:
                self.assertIn(slug, {c["setting"] for c in bundles[name]["sets"]})
            for after in row["after"]:
                self.assertIn(after["setting"], self.settings)
        self.assertEqual({n for row in self.settings.values() for n in row["bundles"]}, set(bundles))
        self.assertEqual({n for row in self.settings.values() for n in row["dependencies"]}, set(rules))
        self.assertIn("pulses", rules["electronic_bands"]["applies"])
        self.assertIn("unless", rules["stabiliser_on_tripod"]["applies"])

    def test_when_a_way_wins_is_said_in_words_without_a_situation(self) -> None:
        for habit in self.guide["habits"]:
            for way in habit["ways"]:
                self.assertTrue(way["wins_when"] and way["costs"], way["slug"])
                self.assertNotRegex(way["wins_when"], r"[{}_]")
        lock = next(h for h in self.guide["habits"] if h["slug"] == "burst_exposure")["ways"][0]
        self.assertIn("the light's swing at most the meter's own swing", lock["wins_when"])

    def test_features_are_shown_by_figures_or_stated_by_the_owner_and_none_is_both_by_accident(self) -> None:
        stated = {row["slug"] for row in self.guide["features"] if row["stated"]}
        self.assertEqual(stated, set(STATED))
        self.assertEqual(set(SHOWN) | set(STATED), set(FEATURES))
        self.assertEqual(set(SHOWN) & set(STATED), {"electronic_flash", "live_view", "rear_button", "two_cards"})

    def test_values_are_written_as_people_write_them(self) -> None:
        for slug, value, words in (
            ("shutter_time", 0.002, "1/500"),
            ("iso_slowest_shutter", 0.0166667, "1/60"),
            ("aperture", 5.6, "f/5.6"),
            ("iso_ceiling", 12800.0, "12 800"),
            ("white_kelvin", 5600.0, "5600 K"),
            ("compensation", 0.0, "0"),
            ("compensation", -0.6667, "-0.67 stops"),
            ("highlight_protection", 0.0, "none"),
            ("highlight_protection", 1.0, "1 stop"),
            ("self_timer", 10.0, "10 s"),
            ("rate_high", 12.0, "12 a second"),
            ("bracket_frames", 5.0, "5"),
            ("stabiliser_focal_length", 0.0, "none typed"),
            ("stabiliser_focal_length", 50.0, "50 mm"),
            ("card_roles", "splits_by_format", "splits by format"),
            ("file_format", "rendered", "finished"),
        ):
            self.assertEqual(say_value(BY_SLUG[slug], value).replace("\u202f", " ").replace("\u2009", " "), words, slug)
