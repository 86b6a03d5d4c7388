"""A stand-in made from files: a day with its kit, and the words of a body."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Mapping

from craft.errors import CraftError
from craft.vocabulary.setting import Value
from forms.answer import answer_to
from forms.dialect_form import DialectForm
from forms.outing_form import OfDay, OutingFile, begins_of, resolved
from forms.profile_form import PersonForm
from simulators.body.holds import Settings
from simulators.body.thing import Before, Thing


def utc() -> dt.datetime:
    """The time it is."""
    return dt.datetime.now(dt.UTC)


def thing_of(
    file: OutingFile,
    slug: str,
    words: DialectForm | None = None,
    held: Mapping[str, Value] | None = None,
    now: Callable[[], dt.datetime] = utc,
    code: str = "",
) -> Thing:
    """A body of a day that can be pointed at the day's situations that are its own; held: as it was left; code: that its screen shows first.

    Raises
    ------
    CraftError : none of the day's situations is this body's, or what stands first there has no setup.
    """
    body, person, of_day = file.bodies[slug], PersonForm(), OfDay(mains_hz=file.mains_hz)
    midnight = dt.datetime.combine(file.day, dt.time())
    before = tuple(
        Before(
            one.title,
            resolved(one, body, file.lenses[one.lens], person, of_day),
            midnight + dt.timedelta(minutes=begins_of(one.starts_at)),
        )
        for one in file.situations
        if one.body == slug and one.lens in file.lenses
    )
    if not before:
        raise CraftError(f"none of this day's pictures is taken with {slug}")
    first = answer_to(before[0].form, at_once=True)
    settings = Settings(first.situation.body, first.situation.lens, first.configuration, (words or DialectForm()).value(), dict(held or {}))
    letters = "".join(c for c in slug.upper() if c.isalpha())[:3]
    it = Thing(settings, before, now, letters, file.utc_offset_min, firmware=first.situation.body.traits.firmware)
    it.code = code or it.code
    return it
