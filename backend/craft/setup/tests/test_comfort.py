"""ISO at the size of an output: what falls with it, with smaller sensors and larger prints; the ceiling by brute force."""

from __future__ import annotations

from dataclasses import replace
from unittest import TestCase

from hypothesis import given, settings
from hypothesis import strategies as st

from craft.exposure.comfort import comfort_of
from craft.scene.light import Light
from craft.scene.situation import Output, Person, Situation
from craft.setup.advise import advise
from craft.setup.tests.things import SENSOR, situation
from craft.vocabulary.terms import Intent


def shown(width_m: float = 0.4, size: float = 1.0, bar: float = 40.0, below: float = 4.0) -> Situation:
    """A situation on a sensor so many times as wide, its pixels with it, at a width of print."""
    sensor = replace(
        SENSOR,
        width_mm=36 * size,
        height_mm=24 * size,
        full_well_e=SENSOR.full_well_e * size**2,
        dual_gain_iso=None,
        dual_gain_read_noise_e=None,
    )
    return situation(body={"sensor": sensor}, output=Output(width_m=width_m), person=Person(noise_bar=bar), light=Light(10.0, below=below))


class Comfort(TestCase):
    @settings(max_examples=60, deadline=None)
    @given(st.floats(0.1, 1.2), st.sampled_from((1.0, 0.66, 0.5)), st.floats(5, 90), st.floats(1, 6))
    def test_noise_grows_along_the_dial_and_the_ceiling_is_the_last_that_keeps_both_bars(
        self, width: float, size: float, bar: float, below: float
    ) -> None:
        found = comfort_of(shown(width, size, bar, below))
        for one, more in zip(found.rows, found.rows[1:], strict=False):
            self.assertLess(one.iso, more.iso)
            self.assertGreater(one.tone, more.tone)
            self.assertGreater(one.shadow, more.shadow)
            self.assertGreater(one.tone, one.shadow)
        kept = [row.iso for row in found.rows if row.tone >= bar and row.shadow >= bar / 4]
        least = [row.iso for row in found.rows if row.iso <= 800]
        self.assertEqual(found.iso, max([*kept, *least]))
        beyond = next((row for row in found.rows if row.iso > found.iso), None)
        if beyond is None:
            self.assertEqual(found.ends, "end")
        elif not kept or found.iso > max(kept):
            self.assertEqual(found.ends, "least")
        else:
            self.assertEqual(found.ends, "tone" if beyond.tone < bar else "shadow")

    def test_iso_that_was_given_is_called_comfortable_exactly_while_the_body_bears_it(self) -> None:
        met = set()
        for ev in (12.0, 9.0, 6.0, 4.0, 2.0, 0.0):
            one = replace(shown(), light=Light(ev, below=4.0))
            setup = advise(one)
            self.assertEqual(setup.iso_limits.comfort, comfort_of(one).iso)
            given = [c for c in setup.concessions if c.intent in (Intent.ISO, Intent.NOISE) and c.gave_stops > 0.01]
            for rung in given:
                self.assertEqual(rung.comfortable, setup.exposure.iso <= setup.iso_limits.comfort * 1.01)
                met.add(rung.comfortable)
            self.assertFalse(any(c.comfortable for c in setup.concessions if c not in given and c.gave_stops > 0.01))
        self.assertEqual(met, {True, False})
        held = replace(one, settings={"iso_ceiling": 400.0})
        self.assertEqual(advise(held).iso_limits.comfort, comfort_of(held).iso, "limits by hand change nothing of what the body bears")

    def test_ceilings_fall_with_smaller_sensors_larger_prints_and_higher_bars(self) -> None:
        for made in (
            [shown(size=size) for size in (1.0, 0.66, 0.5, 0.36)],
            [shown(width) for width in (0.15, 0.3, 0.6, 1.2)],
            [shown(bar=bar) for bar in (10.0, 25.0, 45.0, 80.0)],
            [shown(below=below) for below in (1.0, 3.0, 5.0, 7.0)],
        ):
            ceilings = [comfort_of(one).iso for one in made]
            self.assertEqual(ceilings, sorted(ceilings, reverse=True))
            self.assertGreater(ceilings[0], ceilings[-1])
