"""Labels both ways, parsing, and light against published tables."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.scales import light
from craft.scales.conditions import BY_SLUG, CONDITIONS
from craft.scales.parsing import READERS, parse_stops
from craft.scales.series import MATCH_STOPS, Dial, label, position_of, printed, printed_table, stops_of, value_of

SERIES = [(dial, per_stop) for dial in Dial for per_stop in (1, 2, 3)]


class Labels(TestCase):
    def test_every_printed_value_leads_back_to_its_step_and_lies_near_it(self) -> None:
        for dial, per_stop in SERIES:
            table = printed_table(dial, per_stop)
            self.assertEqual(sorted(table), list(range(min(table), max(table) + 1)))
            for k, number in table.items():
                with self.subTest(dial=dial, per_stop=per_stop, k=k):
                    self.assertEqual(position_of(dial, number, per_stop), k)
                    self.assertEqual(position_of(dial, float(value_of(dial, k / per_stop)), per_stop), k)
                    self.assertEqual(printed(dial, k / per_stop, per_stop), number)
                    self.assertLess(abs(stops_of(dial, number) - k / per_stop), 0.2)

    def test_a_label_reads_back_as_the_same_step(self) -> None:
        for dial, per_stop in SERIES:
            for k, number in printed_table(dial, per_stop).items():
                with self.subTest(dial=dial, per_stop=per_stop, k=k):
                    self.assertEqual(position_of(dial, READERS[dial](label(dial, number)), per_stop), k)

    def test_halfway_between_steps_names_none(self) -> None:
        for dial, per_stop in SERIES:
            self.assertIsNone(position_of(dial, float(value_of(dial, 4 + 0.5 / per_stop + 0.01)), per_stop))
        self.assertEqual(position_of(Dial.ISO, float(value_of(Dial.ISO, 2 + MATCH_STOPS - 1e-6)), 3), 6)


class Parsing(TestCase):
    @given(st.text(max_size=60))
    def test_any_text_is_read_or_refused_with_what_is_accepted(self, text: str) -> None:
        for read in (*READERS.values(), parse_stops):
            try:
                self.assertIsInstance(read(text), float)
            except CraftError as error:
                self.assertIn("write", error.message)

    def test_ambiguous_and_foreign_spellings(self) -> None:
        for text in ("2", "15", "60", "1/250 min", "f/8", "0", "-4", ""):
            with self.subTest(text=text), self.assertRaises(CraftError):
                READERS[Dial.TIME](text)
        self.assertEqual(READERS[Dial.TIME]("1/1 000"), 0.001)
        self.assertEqual(READERS[Dial.TIME]("2 min"), 120)
        self.assertEqual(parse_stops("−⅓"), -1 / 3)
        self.assertEqual(parse_stops("2½"), 2.5)


class Light(TestCase):
    def test_sunny_sixteen_and_the_lux_of_ev(self) -> None:
        """Published: EV 15 is 1/125 at f/16 (1/128 exact), 82 000 lux; EV 0 is 2.5 lux and 0.125 cd/m2 (ISO 2720)."""
        self.assertAlmostEqual(float(light.ev100_of_settings(1 / 128, 16, 100)), 15)
        for ev, lux in ((0, 2.5), (5, 80), (10, 2560), (15, 81920)):
            self.assertAlmostEqual(float(light.lux_of_ev100(ev)), lux)
            self.assertAlmostEqual(float(light.ev100_of_lux(lux)), ev)
        self.assertAlmostEqual(float(light.luminance_of_ev100(0)), 0.125)

    def test_calibration_constants_imply_their_reflectance(self) -> None:
        """K and C together imply 15.7 % reflectance: pi L / E (ISO 2720)."""
        self.assertAlmostEqual(float(3.14159265 * light.luminance_of_ev100(9) / light.lux_of_ev100(9)), 0.157, places=3)

    def test_conditions_have_sources_and_span_the_day(self) -> None:
        self.assertEqual(len(BY_SLUG), len(CONDITIONS))
        self.assertTrue(all(row.reason and row.source for row in CONDITIONS))
        self.assertEqual((CONDITIONS[0].ev100, BY_SLUG["moonless"].ev100), (16, -8))
