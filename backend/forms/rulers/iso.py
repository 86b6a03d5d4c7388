"""ISO at the size of the output, in JSON: the noise of each, what makes the ceiling, one's bodies beside each other."""

from __future__ import annotations

from pydantic import BaseModel

from craft.exposure.comfort import comfort_of
from craft.scales.series import Dial, label
from craft.sensor.noise import SHADOW_SHARE
from forms.rehearsal_form import RehearseIn, Theirs, answer_under

ENDS = {
    "tone": "a step more would take the mid-tone under its bar",
    "shadow": "a step more would take the shadow under its bar",
    "least": "people use their bodies three stops over base, whatever the bars say",
    "end": "the body ends there, and both bars are kept",
}


class NoiseAtIsoOut(BaseModel):
    """Signal to noise that a metered mid-tone and the shadow have in the output."""

    iso: float
    label: str
    tone: float
    shadow: float


class IsoMarkOut(BaseModel):
    """Something at an ISO, in words."""

    iso: float
    label: str


class IsoComfortOut(BaseModel):
    """ISO of a body at the size of an output. bar, shadow_bar: signal to noise that is asked of the mid-tone and of the shadow, shadow_stops under it; comfort:
    the highest ISO that keeps both; ceiling: as set here; now: in use."""

    body: str
    rows: list[NoiseAtIsoOut]
    bar: float
    shadow_bar: float
    shadow_stops: float
    comfort: float
    ends: str
    ceiling: float
    now: float
    marks: list[IsoMarkOut]
    words: list[str]


def iso_comfort(asked: RehearseIn, theirs: Theirs) -> IsoComfortOut:
    """What each ISO comes to in a situation.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    """
    answer = answer_under(asked, theirs, at_once=True)
    situation, setup = answer.situation, answer.setup
    found, gain, bar = comfort_of(situation), situation.body.sensor.dual_gain_iso, situation.person.noise_bar
    own = situation.person.iso_ceiling
    marks = [
        (situation.body.base_iso, "base"),
        *([(gain, "second gain from here")] if gain else []),
        *([(own, "your ceiling")] if own else []),
    ]
    beyond = f"Comfortable to {label(Dial.ISO, found.iso)} at {situation.output.width_m * 100:.0f} cm wide, seen from {situation.output.viewing_m * 100:.0f} cm: {ENDS[found.ends]}."
    return IsoComfortOut(
        body=situation.body.name,
        rows=[
            NoiseAtIsoOut(iso=row.iso, label=label(Dial.ISO, row.iso), tone=round(row.tone, 2), shadow=round(row.shadow, 2))
            for row in found.rows
        ],
        bar=bar,
        shadow_bar=bar * SHADOW_SHARE,
        shadow_stops=situation.light.below,
        comfort=found.iso,
        ends=found.ends,
        ceiling=setup.iso_limits.ceiling,
        now=setup.exposure.iso,
        marks=[IsoMarkOut(iso=at, label=word) for at, word in marks],
        words=[beyond],
    )
