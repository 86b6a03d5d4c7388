"""A person's profile in JSON."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field

from craft.optics.sharpness import Acuity
from craft.vocabulary.terms import RangeFirst
from forms.kit_form import FlashForms, Form, Iso
from forms.situation_form import MOST_BODIES, Darkest, FilterStops, Habits, HandheldSeconds, Mains, ProfileForm, RawOpens, Schools
from forms.traits_form import Flag

Steadiness = Annotated[float, Field(strict=True, allow_inf_nan=False, ge=0.1, le=16)]


class LearnedForm(Form):
    """A limit that was learned, and from how many judged frames: told as long as it is the one that stands; before: what stood there, null where it was computed."""

    value: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1e7)]
    frames: Annotated[int, Field(strict=True, ge=1, le=1_000_000)]
    before: Annotated[float, Field(strict=True, allow_inf_nan=False, gt=0, le=1e7)] | None = None


class PracticeForm(Form):
    """Whether somebody follows practisedly, as frames told; told as long as it is what stands; before: what stood there."""

    value: Flag
    frames: Annotated[int, Field(strict=True, ge=1, le=1_000_000)]
    before: Flag


class PersonForm(Form):
    """Taste and habits. ``iso_ceilings``: body slug -> ISO; ``ceilings_learned``: those of them that frames told; ``steadiness_learned``, ``practice_learned``: the same; ``steadiness_between``: from where to where it lies, where it was measured; ``schools``: decision -> a fixed way, absent is
    *decide for me*; ``habits``: habit -> a way, ``per_situation`` or ``unknown``; ``raw_opens``: packings of raw that your programs open;
    ``bodies``: how many you carry on a day; ``slowest_handheld_s``: nothing slower by hand; ``mains_hz``: of the
    lamps where you work; ``darkest_stops``: how far under the meter highlights may be saved;
    ``range_first``: what comes first where range cannot have everything; ``filters_stops``:
    the neutral filters in your bag; ``flashes``: the flashes in it."""

    iso_ceilings: dict[Annotated[str, Field(max_length=80)], Iso] = Field(default_factory=dict, max_length=80)
    ceilings_learned: dict[Annotated[str, Field(max_length=80)], LearnedForm] = Field(default_factory=dict, max_length=80)
    steadiness: Steadiness = 1.0
    steadiness_learned: LearnedForm | None = None
    steadiness_between: tuple[Steadiness, Steadiness] | None = None
    noise_bar: Annotated[float, Field(strict=True, allow_inf_nan=False, ge=2, le=100)] = 40.0
    acuity: Acuity = Acuity.TRADITIONAL
    units: Literal["metres", "feet"] = "metres"
    schools: Schools = Field(default_factory=dict)
    habits: Habits = Field(default_factory=dict)
    raw_opens: RawOpens | None = None
    bodies: Annotated[int, Field(strict=True, ge=1, le=MOST_BODIES)] = 1
    slowest_handheld_s: HandheldSeconds | None = None
    practised_follower: Flag = False
    practice_learned: PracticeForm | None = None
    mains_hz: Mains = 50
    darkest_stops: Darkest | None = None
    range_first: RangeFirst = RangeFirst.BRIGHTEST
    filters_stops: FilterStops = Field(default_factory=list)
    flashes: FlashForms = Field(default_factory=list)

    def beside(self, body_slug: str) -> ProfileForm:
        """The profile part of a situation with one of the person's bodies."""
        same = {name: getattr(self, name) for name in ProfileForm.model_fields.keys() & type(self).model_fields.keys()}
        ceiling, learned = self.iso_ceilings.get(body_slug), self.ceilings_learned.get(body_slug)
        frames = learned.frames if learned and learned.value == ceiling else None
        practice = self.practice_learned
        followed = practice.frames if practice and practice.value == self.practised_follower else None
        return ProfileForm.model_construct(iso_ceiling=ceiling, ceiling_frames=frames, following_frames=followed, **same)
