"""Outings and situations: what is computed and written down."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from typing import Any

from django.db.models import OuterRef, Prefetch, QuerySet, Subquery

from craft.day.checks import Moment
from craft.errors import CraftError
from craft.scene.conditions import BY_SLUG
from craft.scene.skies import BY_CLOUD
from craft.setup.saying.brief import brief_of
from craft.sky.daylight import sky_over
from craft.sky.night import Night, night_over
from craft.sky.sun import sun_over
from forms.outing_form import OverThere, fingerprint, subject_of, under_the_sky
from forms.problems import InputError
from forms.setup_form import figures_of
from forms.situation_form import LightForm
from outings.checks.actions import checks_of
from outings.day.schemas import (
    BodyDayOut,
    DayOut,
    GlanceOut,
    NightOut,
    NightPointOut,
    NightSpanOut,
    OutingOut,
    SituationRow,
    SkyOut,
    SunMarkOut,
    SunOut,
    ToolsOut,
)
from outings.fingers.actions import clashes_on
from outings.models import Outing, Situation
from outings.reading import Kit, there_of
from outings.setups import Made, by_body, made_of
from outings.slots.actions import slots_of
from outings.slots.schemas import BodySlots
from outings.traffic.actions import traffic_of
from people.versions import tag

SKY_AT = tuple(range(3 * 60, 27 * 60 + 1, 15))
"""Minutes at which the sky of a day is told: a day is drawn from three to three at the most."""


def _ev(document: dict[str, Any], there: OverThere | None) -> float | None:
    try:
        hour = dt.time.fromisoformat(document["starts_at"])
        subject = subject_of(document["genre"], document.get("subject"))
        toward = (document.get("overhead") or {}).get("toward_deg")
        return under_the_sky(LightForm.model_validate(document["light"]), hour, there, subject, toward).value().ev100
    except (KeyError, ValueError, CraftError):
        return None


def _row(row: Any, outing: Outing, kit: Kit) -> SituationRow:
    document = row.document
    state = "none"
    if row.card_id is not None:
        try:
            state = "fresh" if fingerprint(kit.resolve_row(row, outing)) == row.card_fingerprint else "stale"
        except InputError:
            state = "stale"
    return SituationRow(
        id=row.pk,
        title=document["title"],
        starts_at=document["starts_at"][:5],
        genre=document["genre"],
        body=document["body"],
        lens=document["lens"],
        ev100=_ev(document, there_of(outing)),
        card=state,
        card_id=row.card_id,
        version=tag(row.revision),
    )


def outing_out(outing: Outing, kit: Kit) -> OutingOut:
    """An outing with its situations in their order."""
    rows = [_row(row, outing, kit) for row in sorted(outing.situations.all(), key=lambda row: row.begins)]
    return OutingOut(
        id=outing.pk,
        version=tag(outing.revision),
        title=outing.title,
        place=outing.place,
        mains_hz=outing.mains,
        utc_offset_min=outing.utc_offset_min,
        lies=outing.lies,
        faces=outing.faces,
        day=outing.day,
        situations=rows,
    )


def day_out(outing: Outing, kit: Kit) -> DayOut:
    """A day at a glance: every picture in a few words, and how far each tool is."""
    setups, _ = made_of(outing, kit)
    made = {one.pk: one for one in setups}
    bodies = slots_of(outing, kit).bodies
    slots = [slot for body in bodies for bank in body.banks for slot in bank.slots if slot.title]
    there = with_rows(Outing.objects.filter(pk=outing.pk))  # none, once it has been put aside
    rows = [row for one in there for row in outing_out(one, kit).situations]
    return DayOut(
        pictures=[_glance(row.id, made.get(row.id)) for row in rows],
        bodies=[_body_day(body) for body in bodies],
        tools=ToolsOut(
            to_load=sum(slot.now is None or slot.now.differs != 0 for slot in slots),
            slots=len(slots),
            clashes=sum(clashes_on(body, day, kit) for body, day in by_body(setups).items()),
            checks_open=sum(check.ticked_at is None and check.moment is Moment.LEAVING for check in checks_of(outing, kit).checks),
            came=outing.came.count(),
            room_gb=sum(leg.room_gb for body in traffic_of(outing, setups) for leg in body.legs),
            cards=sum(row.card == "fresh" for row in rows),
        ),
    )


def night_there(outing: Outing) -> Night | None:
    """The night over an outing's place, where that and its clock are known."""
    there = there_of(outing)
    if there is None:
        return None
    return night_over(*there.day_and_place, horizon=there.horizon)


def sun_of(outing: Outing) -> SunOut | None:
    """The sun over the day and the light of its sky, where its place and its clock are known."""
    there = there_of(outing)
    if there is None:
        return None
    lies = there.day_and_place
    sun = sun_over(*lies)
    itself = (sun.rises_min, sun.sets_min)
    marks = [SunMarkOut(minutes=minutes, told=told, twilight=minutes not in itself) for minutes, told in sun.marks]
    clouds = _clouds(outing.situations.filter(deleted_at=None))
    sky = sky_over(*lies, SKY_AT, clouds)
    return SunOut(told=sun.told, marks=marks, sky=[SkyOut(minutes=at.minutes, ev100=at.ev100, rgb=list(at.rgb)) for at in sky])


def night_of(outing: Outing) -> NightOut | None:
    """The night that begins on a day, where its place and its clock are known."""
    night = night_there(outing)
    if night is None:
        return None
    points = [
        NightPointOut(minutes=at.minutes, sun_deg=at.sun.height_deg, moon_deg=at.moon.height_deg, core_deg=at.core.height_deg)
        for at in night.points
    ]
    dark, windows = (
        [NightSpanOut(begins=one.begins, ends=one.ends, told=one.told) for one in spans] for spans in (night.dark, night.windows)
    )
    return NightOut(told=night.told, points=points, dark=dark, windows=windows, moon_lit=night.moon_lit)


def _clouds(rows: Iterable[Situation]) -> list[tuple[float, float]]:
    """What the day's situations say of cloud, each at its minute."""
    said = [(row.begins, row.document.get("light") or {}) for row in rows]
    described = [(at, BY_SLUG.get(light.get("condition") or "")) for at, light in said]
    under = [(at, BY_CLOUD.get((light.get("sky") or {}).get("cloud") or "")) for at, light in said]
    return sorted(
        [(at, condition.cloud) for at, condition in described if condition and condition.cloud is not None]
        + [(at, cloud.stops) for at, cloud in under if cloud]
    )


def _glance(situation: int, made: Made | None) -> GlanceOut:
    if made is None:
        return GlanceOut(situation=situation, figures="", told="", warns=True, problem="no setup as it stands")
    brief = brief_of(made.setup)
    return GlanceOut(situation=situation, figures=figures_of(made.setup), told=brief.text, warns=brief.warns, problem="")


def _body_day(body: BodySlots) -> BodyDayOut:
    held = {slot.situation for bank in body.banks for slot in bank.slots if slot.situation and not slot.special}
    return BodyDayOut(body=body.body, changes=max(0, len(body.reached) - 1), held=len(held))


def with_rows(outings: QuerySet[Outing]) -> QuerySet[Outing]:
    """Outings with their situations and each one's latest card, in a fixed number of queries."""
    latest = Situation.objects.filter(pk=OuterRef("pk")).order_by("-cards__id")
    rows = Situation.objects.filter(deleted_at=None).annotate(
        card_id=Subquery(latest.values("cards__id")[:1]), card_fingerprint=Subquery(latest.values("cards__fingerprint")[:1])
    )
    return outings.prefetch_related(Prefetch("situations", rows))
