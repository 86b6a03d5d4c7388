"""What may be chosen from short lists, in the words that every screen shows: one list for one field, wherever it stands."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType

from craft.configuration.around import RAW_PACKINGS
from craft.optics.sharpness import Acuity
from craft.scene.skies import CLOUDS
from craft.vocabulary.terms import AimDepth, AimMotion, File, FlashAim, FlashLights, Outline, RangeFirst, Support, Through
from craft.white.lights import KINDS
from forms.configuration_form import ChoiceOut

CHOICES: Mapping[str, Mapping[str, str] | Mapping[int, str]] = MappingProxyType(
    {
        "motion": {
            AimMotion.FREEZE.value: "frozen",
            AimMotion.BLUR.value: "blurred",
            AimMotion.PAN.value: "followed",
        },
        "depth": {
            AimDepth.ENOUGH.value: "enough",
            AimDepth.SHALLOW.value: "background melts",
        },
        "cloud": {cloud.slug: cloud.label for cloud in CLOUDS},
        "support": {one.value: one.value for one in Support},
        "through": {Through.GLASS.value: "glass", Through.FENCE.value: "a fence", Through.LEAVES.value: "leaves"},
        "outline": {Outline.FAINT.value: "hardly: mist, or alike what is behind", Outline.DARK.value: "dark before the light"},
        "aim": {
            FlashAim.DIRECT.value: "straight",
            FlashAim.SOFTENED.value: "through an umbrella or a box",
            FlashAim.BOUNCED.value: "at the ceiling",
        },
        "lights": {FlashLights.SUBJECT.value: "the subject", FlashLights.BEHIND.value: "what is behind"},
        "file": {
            File.RAW.value: "raw",
            File.RENDERED.value: "finished",
            File.BOTH.value: "both",
        },
        "acuity": {
            Acuity.TRADITIONAL.value: "as prints are (0.2 mm at 25 cm)",
            Acuity.KEEN.value: "keenly (one minute of arc)",
            Acuity.PIXEL.value: "pixel by pixel",
        },
        "range_first": {
            RangeFirst.BRIGHTEST.value: "the brightest that must hold: darker for it, within that",
            RangeFirst.SKIN.value: "skin: nothing is darkened for what is bright",
            RangeFirst.SHADOWS.value: "shadows: clean before highlights are held",
        },
        "colour_space": {
            "srgb": "standard colours",
            "wide": "wide colours",
        },
        "mains_hz": {
            50: "50 Hz: they pulse 100 times a second",
            60: "60 Hz: they pulse 120 times a second",
        },
        "units": {
            "metres": "metres",
            "feet": "feet",
        },
        "finder": {
            "electronic": "electronic",
            "optical": "optical",
            "screen": "screen only",
        },
        "raw_opens": RAW_PACKINGS,
        "made_of": {one.slug: one.label for one in KINDS},
    }
)
"""Field of a form -> what it takes and how it is read; that these are all that it takes is a test."""


def choices_out() -> dict[str, list[ChoiceOut]]:
    """Every list, as a screen offers it.

    >>> [one.shown for one in choices_out()["depth"]]
    ['enough', 'background melts']
    """
    return {field: [ChoiceOut(value=value, shown=shown) for value, shown in rows.items()] for field, rows in CHOICES.items()}
