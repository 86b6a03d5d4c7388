"""How a flash is used in a situation, as far as a person says."""

from __future__ import annotations

from dataclasses import dataclass

from craft.vocabulary.terms import FlashAim, FlashLights


@dataclass(frozen=True, slots=True)
class Further:
    """A flash beside the one that leads. name: of one at hand; lights: what it lights; under_stops: its light there under that of the one that
    leads on the subject, less than 0 where it is brighter; distance_m: from it to what it lights, None for its usual place; aim: None for what the
    place offers.
    """

    name: str
    lights: FlashLights = FlashLights.SUBJECT
    under_stops: float = 2.0
    distance_m: float | None = None
    aim: FlashAim | None = None


@dataclass(frozen=True, slots=True)
class FlashUse:
    """What is said of the flash. name: of one at hand, None for the strongest; aim: None for what the place offers; distance_m: from it to
    the subject, None where it sits on the camera; metered_aperture: what a flash meter reads at the subject at ISO 100, as it is set up;
    gelled: a filter gives it the colour of the light that is there; further: flashes that burn with it.
    """

    name: str | None = None
    aim: FlashAim | None = None
    distance_m: float | None = None
    metered_aperture: float | None = None
    gelled: bool = False
    further: tuple[Further, ...] = ()


AS_USUAL = FlashUse()
