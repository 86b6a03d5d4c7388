"""How truthful the preview is, in JSON."""

from __future__ import annotations

from pydantic import BaseModel

from craft.render.truth import MOVING, truth_of
from craft.vocabulary.settings import BY_SLUG as SETTING
from craft.vocabulary.words import say_value
from forms.rehearsal_form import FrameOut, RehearseIn, Sign, Theirs, triple
from forms.rulers.asked import asked_of


class MovedOut(BaseModel):
    """Thirds of a stop that the raw has left at the first warning with a setting at a value; setting: white_kelvin for another white; frame:
    so finished."""

    setting: str
    label: str
    value: str
    set_to: str | float
    thirds: float
    as_set: bool
    frame: FrameOut


class TruthOut(BaseModel):
    """The preview against the raw, in thirds of a stop; by_channel: red, green and blue of a neutral surface in this light.

    bundle: what makes it truthful, all or nothing; lacking: why it cannot be had here, or empty; sets: what is set for it;
    measured: thirds that a person found on this body with a look, null where nobody has measured.
    """

    thirds: float
    by_channel: list[float]
    moved: list[MovedOut]
    with_bundle: float
    bundle: str
    holds: bool
    lacking: str
    sets: dict[str, str | float]
    why_whole: str
    proof: str
    measured: float | None
    measured_look: str


BUNDLE = "truthful_preview"


def truth_form(asked: RehearseIn, sign: Sign, theirs: Theirs) -> TruthOut:
    """How truthful the preview of a situation's frame is.

    Raises
    ------
    CraftError : what the kit does not have or the numbers do not allow.
    InputError : a scene that there is not.
    """
    of = asked_of(asked, theirs)
    made = of.answer.configuration
    state = next(one for one in made.bundles if one.bundle.slug == BUNDLE)
    offered = {row.setting.slug: row.offered for row in made.rows if row.setting.slug in MOVING}
    body = of.situation.body
    exposure = of.setup.exposure
    dials = triple(exposure.shutter_s, exposure.aperture, exposure.iso)
    found = truth_of(of.shot, made.values, offered, state.sets)
    return TruthOut(
        thirds=found.stops * 3,
        by_channel=[stops * 3 for stops in found.by_channel],
        moved=[
            MovedOut(
                setting=one.setting,
                label=SETTING[one.setting].label,
                value=say_value(SETTING[one.setting], one.value),
                set_to=one.value,
                thirds=one.stops * 3,
                as_set=one.as_set,
                frame=FrameOut(token=sign(one.shot), figures=dials),
            )
            for one in found.moved
        ],
        with_bundle=found.with_bundle * 3,
        bundle=state.bundle.label,
        holds=state.holds,
        lacking=state.lacking,
        sets=dict(state.sets),
        why_whole=state.bundle.why_whole,
        proof=state.bundle.proof,
        measured=None if body.headroom_stops is None else body.headroom_stops * 3,
        measured_look=body.headroom_look,
    )
