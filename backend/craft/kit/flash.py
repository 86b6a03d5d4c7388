"""Flashes: what one gives, how soon again, and how long it burns."""

from __future__ import annotations

import math
from dataclasses import dataclass

from craft.errors import CraftError

GUIDE_OF_ENERGY = 3.1
"""Guide number in metres at ISO 100 for the root of a watt-second, behind a reflector of about 60 degrees (an estimate: flashes that run
on the mains are sold with 60 to 65 for 400 Ws; the efficiency of tube and reflector is in it)."""


@dataclass(frozen=True, slots=True)
class Flash:
    """A flash. guide_number_m: at full power, ISO 100 and the head's usual angle [iso1230]; recycle_s: until it is full again after full power.

    lowest_share: of its power that it can be turned down to; high_speed: pulses for times shorter than sync; turns: its head can be turned
    at a ceiling; duration_s: that full power burns over half of its peak (t0.5); mains: it stands on a stand and runs on the mains;
    charge: flashes of full power, None where it runs on the mains.
    """

    name: str
    guide_number_m: float
    recycle_s: float = 2.5
    lowest_share: float = 1 / 128
    high_speed: bool = False
    turns: bool = True
    duration_s: float = 1 / 1000
    mains: bool = False
    charge: int | None = 200

    def __post_init__(self) -> None:
        """Refuse a flash that gives nothing, or cannot be turned down to what is said."""
        if not 0.5 <= self.guide_number_m <= 500:
            raise CraftError(f"a guide number of {self.guide_number_m:g} m is no flash's: 0.5 to 500 is accepted", ("guide_number_m",))
        if not 1 / 4096 <= self.lowest_share <= 1:
            raise CraftError("the least power is a share from 1/4096 to 1 (0.0078 for 1/128)", ("lowest_share",))

    def recycles_s(self, share: float) -> float:
        """Seconds until it is full again after a share of its power: energy is taken out in proportion, and put back at one rate.

        >>> Flash("clip-on", 40.0).recycles_s(0.25)
        0.625
        """
        return self.recycle_s * share

    def burns_s(self, share: float) -> float:
        """Seconds for which a share of its power burns over half of its peak: one that runs on a charge is cut off sooner, one on the
        mains is charged less and burns rather longer (estimates from what makers print).

        >>> Flash("clip-on", 40.0).burns_s(1 / 8) < 1 / 5000, Flash("strobe", 60.0, mains=True).burns_s(1 / 8) > 1 / 1000
        (True, True)
        """
        return self.duration_s * (share**-0.2 if self.mains else max(share, 1 / 64))

    def charge_lasts(self, share: float) -> float:
        """Flashes of a share of its power that one charge gives; infinite on the mains.

        >>> Flash("clip-on", 40.0).charge_lasts(0.5)
        400.0
        """
        return math.inf if self.charge is None else self.charge / share


def guide_of_energy(energy_ws: float) -> float:
    """The guide number in metres at ISO 100 that a flash of so many watt-seconds comes to.

    >>> round(guide_of_energy(400.0))
    62
    """
    return GUIDE_OF_ENERGY * math.sqrt(energy_ws)
