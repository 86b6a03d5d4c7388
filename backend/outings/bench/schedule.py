"""A light schedule of a situation on its day: over the place, from when it begins to when the next one does."""

from __future__ import annotations

from dataclasses import replace

from craft.day.schedule import EVERY_MIN, LONGEST_MIN, Moment, schedule_of, sky_leads
from craft.scene.situation import Situation
from craft.setup.setup import Setup
from craft.sky.daylight import SkyLight, sky_over
from craft.sky.open_sky import ev_of_open_sky
from craft.sky.overhead import overhead_at
from craft.sky.sun import clock
from forms.answer import Answer
from forms.outing_form import OverThere, SituationDocument, begins_of
from outings.bench.schemas import MomentOut, ScheduleOut
from outings.models import Outing
from outings.reading import there_of

NO_PLACE = "Say on the day's page where it lies and by which clock: then this tells when which dial moves."


def _sky(there: OverThere, situation: Situation, minutes: list[int]) -> tuple[SkyLight, ...]:
    """The light at minutes of a day: of the open sky on the land, or, where the sky is what one photographs, its own where one looks."""
    on_land = sky_over(*there.day_and_place, minutes)
    looks = situation.looking
    if not situation.subject.sky or looks is None:
        return on_land
    moments = [overhead_at(*there.day_and_place, at, looks.toward_deg) for at in minutes]
    return tuple(replace(one, ev100=ev_of_open_sky(over, there.dark_mag)) for one, over in zip(on_land, moments, strict=True))


def moments_of(outing: Outing, situation: Situation, setup: Setup, begins: int) -> tuple[tuple[Moment, ...], float]:
    """The moments from a minute on, to the beginning of the day's next situation or for three hours, and when they end; none without a place and a clock."""
    later = [row.begins for row in outing.in_order() if row.begins > begins]
    until = min([*later, begins + LONGEST_MIN])
    there = there_of(outing)
    if there is None:
        return (), until
    minutes = [*range(begins, until, EVERY_MIN), until]
    return schedule_of(setup, _sky(there, situation, minutes)), until


def scheduled(outing: Outing, document: SituationDocument, answer: Answer) -> ScheduleOut:
    """The schedule of a situation as it stands on the bench."""
    why = sky_leads(answer.situation, answer.setup)
    if why:
        return ScheduleOut(told=why, moments=[])
    moments, until = moments_of(outing, answer.situation, answer.setup, begins_of(document.starts_at))
    if not moments:
        return ScheduleOut(told=NO_PLACE, moments=[])
    if len(moments) == 1:
        return ScheduleOut(told=f"The sky asks for nothing else until {clock(until)}.", moments=[_out(moments[0])])
    return ScheduleOut(
        told=f"As the sky goes, until {clock(until)}; its light leads, tones and colour are as at the beginning.",
        moments=[_out(one) for one in moments],
    )


def _out(one: Moment) -> MomentOut:
    return MomentOut(at=clock(one.minutes), stops=one.stops, ev100=one.ev100, words=one.words, moves=list(one.moves), gives=one.gives)
