"""Schools: the ways good photographers take each decision, as data, one module for each decision.

Per decision the first school whose *wins when* holds is taken, unless the person has fixed one; the
last of each decision is taken when none does.
"""

from __future__ import annotations

from craft.decisions.schools.bracketing import BRACKETING
from craft.decisions.schools.drive import DRIVE
from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.decisions.schools.file import FILE
from craft.decisions.schools.focus import FOCUS
from craft.decisions.schools.iso_limits import ISO_LIMITS
from craft.decisions.schools.metering import METERING
from craft.decisions.schools.range import RANGE
from craft.decisions.schools.row import Also, School
from craft.decisions.schools.shutter_type import SHUTTER_TYPE
from craft.decisions.schools.stabiliser import STABILISER
from craft.decisions.schools.white import WHITE
from craft.vocabulary.terms import Decision

__all__ = ["BY_DECISION", "SCHOOLS", "Also", "School"]

SCHOOLS: tuple[School, ...] = (
    *EXPOSURE_MODE,
    *METERING,
    *ISO_LIMITS,
    *RANGE,
    *BRACKETING,
    *WHITE,
    *FOCUS,
    *DRIVE,
    *SHUTTER_TYPE,
    *STABILISER,
    *FILE,
)

BY_DECISION: dict[Decision, tuple[School, ...]] = {d: tuple(s for s in SCHOOLS if s.decision is d) for d in Decision}
