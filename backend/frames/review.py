"""A day's pictures beside what came back of them."""

from __future__ import annotations

import math
from collections.abc import Sequence

from craft.review.beside import Beside, Drift, beside
from craft.review.following import expected_of, seen_of
from craft.review.frame import Frame as Taken
from craft.review.frame import Usual, usual_of
from craft.review.learning import wilson
from craft.review.lost import Cause, lost_of
from craft.review.sharpness import How
from craft.review.slowed import slowed_of
from craft.review.stood import stood_of
from craft.scales.series import Dial, label
from forms.setup_form import WayOutOut
from frames.actions import most_kept
from frames.course import course_of, together_on
from frames.day import Clock, Row, day_of
from frames.hours import hour
from frames.schemas import (
    AtLightOut,
    BesidePlan,
    ClockOut,
    DotOut,
    LostToOut,
    ReviewOut,
    StoodOtherwise,
)
from outings.models import Outing, Situation
from outings.reading import Kit
from outings.setups import Made, made_of
from outings.traffic.actions import planned_burst

MOST_DOTS = 800
"""Points that are drawn of a picture: more would lie on each other."""


def review_of(outing: Outing, kit: Kit) -> ReviewOut:
    """A day beside what came back of it."""
    day = day_of(outing)
    setups, _ = made_of(outing, kit) if day.rows else ([], [])
    made = {one.pk: one for one in setups}
    pictures = [_picture(row, day.of(row.pk), made.get(row.pk)) for row in outing.in_order()]
    return ReviewOut(
        title=outing.title,
        frames=len(day.rows),
        left_over=len(day.of(None)),
        most=most_kept(),
        clocks=[clock_out(clock) for clock in day.clocks],
        together=together_on(day),
        pictures=pictures,
    )


def clock_out(clock: Clock) -> ClockOut:
    """A body of the files, as it goes out."""
    return ClockOut.from_orm(clock)


def _picture(situation: Situation, rows: Sequence[Row], made: Made | None) -> BesidePlan:
    body = str(situation.document["body"])
    own = [row for row in rows if row.may_be_by(body)]
    usual = usual_of([row.frame for row in rows])
    judged = [row.frame.kept for row in rows if row.frame.kept is not None]
    found = beside(made.setup, [row.frame for row in own]) if made and own else None
    exposure = made.setup.exposure if made else None
    values = ((Dial.TIME, exposure.shutter_s), (Dial.APERTURE, exposure.aperture), (Dial.ISO, exposure.iso)) if exposure else ()
    every = math.ceil(len(rows) / MOST_DOTS) or 1
    return BesidePlan(
        id=situation.pk,
        title=str(situation.document["title"]),
        starts_at=str(situation.document["starts_at"])[:5],
        body=body,
        problem="" if made or not rows else "It has no setup to lay frames beside: the bench says why.",
        frames=len(rows),
        judged=len(judged),
        kept=sum(judged),
        burnt=sum(usual.burns(row.frame) for row in rows),
        others=len(rows) - len(own),
        as_planned=found.as_planned if found else 0,
        untold=found.untold if found else 0,
        over_ceiling=found.over_ceiling if found else 0,
        under_slowest=found.under_slowest if found else 0,
        left_dark=found.left_dark if found else 0,
        soft=sum(row.frame.sharp.shows(made.situation.hidden_share) for row in rows if row.frame.sharp) if made else 0,
        shaken=sum(row.frame.sharp.how is How.ALL for row in rows if row.frame.sharp),
        in_focus=_in_focus(own, made) if made else "",
        stood=[*stood_of(made.setup, [row.frame for row in own]), *_slowed(own, made)] if made else [],
        course=course_of(rows),
        lost=[
            LostToOut(cause=cause.value, words=LOST[cause], frames=many)
            for cause, many in lost_of([row.frame for row in rows], made.situation.hidden_share if made else None).items()
        ],
        planned=", ".join(("ISO " if dial is Dial.ISO else "") + label(dial, value) for dial, value in values),
        planned_ev=Taken(0.0, exposure.shutter_s, exposure.aperture, exposure.iso).exposed_ev if exposure else None,
        begins_min=float(situation.begins),
        drifts=[_drift(one) for one in found.drifts] if found else [],
        levels=[AtLightOut.from_orm(one) for one in found.levels] if found else [],
        dots=_dots(own, found, usual)[::every],
        every=every,
        ways=[WayOutOut.model_validate(way) for way in found.ways] if found else [],
    )


LOST = {
    Cause.EXPOSED: "exposed otherwise than the rest",
    Cause.SHAKEN: "shaken",
    Cause.FOCUS: "out of focus",
    Cause.MOVED: "blurred by a movement",
    Cause.NOTHING: "for what no figure tells",
}


def _in_focus(rows: Sequence[Row], made: Made) -> str:
    """How many of a picture's frames are sharp beside how many are expected in focus; empty where nothing was followed or nothing tells."""
    expected = expected_of(made.setup)
    seen = seen_of([row.frame for row in rows], made.situation.hidden_share)
    if expected is None or not seen.told:
        return ""
    low, high = wilson(seen.in_focus, seen.told)
    share = f"{100 * seen.in_focus / seen.told:.0f} % ({100 * low:.0f} to {100 * high:.0f})"
    return f"{seen.in_focus} of {seen.told} that tell are in focus, {share}; {100 * expected:.0f} % were expected."


def _slowed(rows: Sequence[Row], made: Made) -> list[str]:
    """Where bursts slowed, beside what buffer and cards were to take."""
    found = slowed_of([row.frame for row in rows])
    burst = planned_burst(made) if found and found.slowed else None
    words = found.words(burst.frames if burst else None) if found else ""
    return [words] if words else []


def _drift(one: Drift) -> StoodOtherwise:
    told = {name: getattr(one, name) for name in ("text", "frames", "stops", "kept", "judged")}
    return StoodOtherwise(
        **told,
        dial=one.dial.value,
        begins=hour(one.begins_s)[:5],
        ends=hour(one.ends_s)[:5],
        begins_min=one.begins_s / 60,
        ends_min=one.ends_s / 60,
    )


def _dots(rows: Sequence[Row], found: Beside | None, usual: Usual) -> list[DotOut]:
    """Frames as points; of those by the planned body that tell their dials and their hour."""
    places = found.placed if found else (None,) * len(rows)
    return [
        DotOut(
            id=row.pk,
            minutes=row.frame.at_s / 60,
            exposed_ev=row.frame.exposed_ev,
            apart=max((abs(stops) for stops in place.apart), default=0.0) if place else 0.0,
            kept=row.frame.kept,
            burnt=usual.burns(row.frame),
        )
        for row, place in zip(rows, places, strict=True)
        if row.frame.exposed_ev is not None and row.frame.at_s >= 0
    ]
