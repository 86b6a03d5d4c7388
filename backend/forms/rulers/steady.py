"""How steady a series is, in JSON."""

from __future__ import annotations

from pydantic import BaseModel

from craft.decisions.schools.exposure_mode import EXPOSURE_MODE
from craft.render.steady import series_of
from craft.tones.metered import metered
from craft.tones.patterns import LABELS
from craft.vocabulary.terms import Pattern
from forms.rehearsal_form import RehearseIn, Theirs
from forms.rulers.asked import SignStrip, asked_of


class SteadyRowOut(BaseModel):
    """Twelve frames by one way; pattern: null where the exposure is held; spread: stops between the brightest and the darkest."""

    pattern: Pattern | None
    label: str
    stops: list[float]
    spread: float
    chosen: bool
    strip: str


class SteadyOut(BaseModel):
    """How steady a series would be."""

    light_swing: float
    tone_spread: float
    because: str
    rows: list[SteadyRowOut]


def series_form(asked: RehearseIn, sign: SignStrip, theirs: Theirs) -> SteadyOut:
    """How steady a series of a situation would be, held and by each pattern.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    seen, setup = metered(of.situation, of.tones), of.setup
    floats = setup.iso_limits.automatic or len(setup.exposure.mode.by_hand) < 2
    because = next(one.because for one in setup.decisions if one.decision == EXPOSURE_MODE.slug)
    rows = series_of(seen, of.situation.light_swing)
    return SteadyOut(
        light_swing=of.situation.light_swing,
        tone_spread=of.situation.subject.tone_spread,
        because=because,
        rows=[
            SteadyRowOut(
                pattern=row.pattern,
                label="held" if row.pattern is None else LABELS[row.pattern],
                stops=[tile.stops for tile in row.tiles],
                spread=row.spread,
                chosen=row.pattern is (setup.metering.pattern if floats else None),
                strip=sign(of.shot, of.size, row.tiles),
            )
            for row in rows
            if row.pattern is None or row.pattern.value in of.situation.body.patterns
        ],
    )
