"""The decisions of a setup, and the ways good photographers take them, as data: one module for each decision.

Per decision the first school whose *wins when* holds is taken, unless the person has fixed one; the
last of each decision is taken when none does.
"""

from __future__ import annotations

from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.file import FILE
from craft.decisions.schools.flash import FLASH
from craft.decisions.schools.focus import FOCUS
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.decisions.schools.row import Also, Decision, School
from craft.decisions.schools.shutter_type import SHUTTER_TYPE
from craft.decisions.schools.stabiliser import STABILISER
from craft.decisions.schools.white import WHITE

__all__ = ["DECISIONS", "Also", "Decision", "School"]

DECISIONS: dict[str, Decision] = {
    decision.slug: decision
    for decision in (
        EXPOSURE_MODE,
        METERING,
        ISO_LIMITS,
        RANGE,
        BRACKETING,
        FLASH,
        WHITE,
        FOCUS,
        DRIVE,
        SHUTTER_TYPE,
        STABILISER,
        FILE,
    )
}
"""Every decision by its name, in the order of the screens. Those that exposure does not ask for are taken in this order too."""
