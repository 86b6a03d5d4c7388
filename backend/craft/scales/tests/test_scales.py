"""Labels both ways, parsing, and light against published tables."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from craft.errors import CraftError
from craft.scales import light
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

    def test_published_series(self) -> None:
        """The series engraved on light meters for a century, in whole stops, and their known oddities in parts of a stop."""
        whole = {
            Dial.TIME: (
                0,
                [1, 1 / 2, 1 / 4, 1 / 8, 1 / 15, 1 / 30, 1 / 60, 1 / 125, 1 / 250, 1 / 500, 1 / 1000, 1 / 2000, 1 / 4000, 1 / 8000],
            ),
            Dial.APERTURE: (0, [1, 1.4, 2, 2.8, 4, 5.6, 8, 11, 16, 22, 32, 45, 64]),
            Dial.ISO: (-2, [25, 50, 100, 200, 400, 800, 1600, 3200, 6400, 12800, 25600, 51200, 102400]),
        }
        for dial, (first, values) in whole.items():
            self.assertEqual([printed_table(dial, 1)[first + k] for k in range(len(values))], values)
        self.assertEqual([printed_table(Dial.TIME, 1)[-k] for k in range(1, 6)], [2, 4, 8, 15, 30])
        self.assertEqual([printed_table(Dial.TIME, 3)[k] for k in (1, 2, 4, 5, -1, -2)], [0.8, 0.6, 0.4, 0.3, 1.3, 1.6])
        self.assertEqual([printed_table(Dial.APERTURE, 3)[k] for k in (10, 11, 13, 14)], [3.2, 3.5, 4.5, 5.0])
        self.assertEqual([printed_table(Dial.APERTURE, 2)[k] for k in (3, 5, 7)], [1.7, 2.4, 3.3])
        self.assertEqual([printed_table(Dial.ISO, 3)[k] for k in (1, 2, 10, 11)], [125, 160, 1000, 1250])
        self.assertEqual([printed_table(Dial.ISO, 2)[k] for k in (1, 3, 7)], [140, 280, 1100])

    def test_off_the_series_two_figures_are_printed_and_labels_read_as_people_write(self) -> None:
        self.assertEqual(printed(Dial.APERTURE, stops_of(Dial.APERTURE, 1.23), 3), 1.2)
        self.assertEqual(printed(Dial.TIME, stops_of(Dial.TIME, 1 / 45.3), 3), 1 / 45.3)
        self.assertEqual(printed(Dial.TIME, stops_of(Dial.TIME, 0.34), 1), 0.34)
        self.assertEqual(printed(Dial.ISO, 30.0, 3), 1.1e11)
        for dial, value, words in (
            (Dial.TIME, 0.5, "0.5 s"),
            (Dial.TIME, 0.3, "0.3 s"),
            (Dial.TIME, 1 / 3, "1/3"),
            (Dial.TIME, 0.4, "0.4 s"),
            (Dial.TIME, 0.25, "1/4"),
            (Dial.TIME, 1.3, "1.3 s"),
            (Dial.TIME, 30.0, "30 s"),
            (Dial.TIME, 1 / 32000, "1/32000"),
            (Dial.APERTURE, 11.0, "f/11"),
            (Dial.APERTURE, 1.2, "f/1.2"),
            (Dial.ISO, 9999.6, "10000"),
            (Dial.ISO, 10000.0, "10 000"),
            (Dial.ISO, 102400.0, "102 400"),
        ):
            self.assertEqual(label(dial, value), words)

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

    def test_every_accepted_spelling_means_one_thing(self) -> None:
        for read, spellings in {
            READERS[Dial.TIME]: {
                "1/250": 0.004,
                " 1 / 250 s": 0.004,
                "1/250sec": 0.004,
                "250": 0.004,
                "61": 1 / 61,
                "0.5": 0.5,
                ",5": 0.5,
                "2.5": 2.5,
                "1": 1.0,
                "4s": 4.0,
                "4 SEC": 4.0,
                "4″": 4.0,
                "30 ms": 0.03,
                "2m": 120.0,
                "1.5 min": 90.0,
                "2'": 120.0,
                "1/2.5": 0.4,
            },
            READERS[Dial.APERTURE]: {"f/2.8": 2.8, "F 2,8": 2.8, "1:4": 4.0, "11": 11.0, ".95": 0.95},
            READERS[Dial.ISO]: {"iso400": 400.0, "12.800": 12800.0, "1,600": 1600.0, "102 400": 102400.0},
            parse_stops: {"2": 2.0, "+1": 1.0, "-0.7": -0.7, "- 1/3": -1 / 3, "+ ⅔ ev": 2 / 3, "1¼ stops": 1.25, "¾": 0.75, "0": 0.0},
        }.items():
            for text, value in spellings.items():
                with self.subTest(text=text):
                    self.assertAlmostEqual(read(text), value, places=12)

    def test_what_is_refused_is_quoted_with_what_is_accepted(self) -> None:
        for read, texts, accepted in (
            (READERS[Dial.TIME], ("half", "1/0", "1//2", "1/2 min", "1/30ms", "20000000", "0 s", "4 h", "x" * 41, "60", "1/1/2"), "1/"),
            (READERS[Dial.APERTURE], ("wide", "f/0", "2.8.1", "-2", "f", "1" * 41, "10000000"), "f/2.8"),
            (READERS[Dial.ISO], ("1.5", "12.80", "-100", "high", "iso", "1,0000", "0", "99999999", " " * 41 + "400"), "ISO 400"),
            (parse_stops, ("", "+", "one", "1/0", "2/3/4", "--1", "1 12/3", "0" * 41), "1 2/3"),
        ):
            for text in texts:
                with self.subTest(text=text), self.assertRaises(CraftError) as caught:
                    read(text)
                self.assertIn(accepted, caught.exception.message)
                self.assertIn(text[:40], caught.exception.message)


class Light(TestCase):
    def test_sunny_sixteen_and_the_lux_of_ev(self) -> None:
        """Published: EV 15 is 1/125 at f/16 (1/128 exact), 82 000 lux; EV 0 is 2.5 lux and 0.125 cd/m2 (ISO 2720)."""
        self.assertAlmostEqual(float(light.ev100_of_settings(1 / 128, 16, 100)), 15)
        for ev, lux in ((0, 2.5), (5, 80), (10, 2560), (15, 81920)):
            self.assertAlmostEqual(float(light.lux_of_ev100(ev)), lux)
            self.assertAlmostEqual(float(light.ev100_of_lux(lux)), ev)
        self.assertAlmostEqual(float(light.luminance_of_ev100(0)), 0.125)

    def test_settings_in_stops_and_in_numbers_are_one_light(self) -> None:
        """APEX by hand: f/3.5 at 1/45 and ISO 320 is log2(3.5^2 * 45) - log2 3.2 = 7.4283."""
        self.assertAlmostEqual(float(light.ev100_of_settings(1 / 45, 3.5, 320)), 7.4283, places=3)
        stops = [stops_of(dial, value) for dial, value in ((Dial.TIME, 1 / 45), (Dial.APERTURE, 3.5), (Dial.ISO, 320))]
        self.assertAlmostEqual(float(light.ev100_of_stops(*stops)), 7.4283, places=3)
        self.assertEqual(light.ev100_of_stops([1.5, 2.5], 3.25, [0.5, 1.0]).tolist(), [4.25, 4.75])

    def test_bellows_loss_of_published_factors(self) -> None:
        """Published exposure factors (1 + m)^2: at 1:4 1.5625, at 1:2 2.25, at 2:1 9; a retrofocus pupil of 1.5 at 1:1 2.778."""
        for m, pupil, factor in ((0.25, 1.0, 1.5625), (0.5, 1.0, 2.25), (2.0, 1.0, 9.0), (1.0, 1.5, 2.7778)):
            self.assertAlmostEqual(2 ** float(light.bellows_loss_stops(m, pupil)), factor, places=3)

    def test_calibration_constants_imply_their_reflectance(self) -> None:
        """K and C together imply 15.7 % reflectance: pi L / E (ISO 2720)."""
        self.assertAlmostEqual(float(3.14159265 * light.luminance_of_ev100(9) / light.lux_of_ev100(9)), 0.157, places=3)
