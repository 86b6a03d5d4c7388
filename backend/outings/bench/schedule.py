"""A light schedule of a situation on its day: over the place, from when it begins to when the next one does."""

from __future__ import annotations

from craft.day.schedule import EVERY_MIN, LONGEST_MIN, Moment, schedule_of, sky_leads
from craft.setup.setup import Setup
from craft.sky.daylight import sky_over
from craft.sky.sun import clock
from forms.answer import Answer
from forms.outing_form import YEARS, Coordinates, SituationDocument
from outings.bench.schemas import MomentOut, ScheduleOut
from outings.models import DAWN_MIN, Outing

NO_PLACE = "Say on the day's page where it lies and by which clock: then this tells when which dial moves."


def minutes_of(document: SituationDocument) -> int:
    """When a situation begins, in minutes from the midnight before the day; the small hours come after its evening."""
    since = document.starts_at.hour * 60 + document.starts_at.minute
    return since + 24 * 60 if since < DAWN_MIN else since


def moments_of(outing: Outing, setup: Setup, begins: int) -> tuple[tuple[Moment, ...], float]:
    """The moments from a minute on, to the beginning of the day's next situation or for three hours, and when they end; none without a place and a clock."""
    later = [row.begins for row in outing.in_order() if row.begins > begins]
    until = min([*later, begins + LONGEST_MIN])
    if outing.lies is None or outing.utc_offset_min is None or not YEARS[0] <= outing.day.year <= YEARS[1]:
        return (), until
    lies = Coordinates.model_validate(outing.lies)
    minutes = [*range(begins, until, EVERY_MIN), until]
    return schedule_of(setup, sky_over(outing.day, lies.latitude_deg, lies.longitude_deg, outing.utc_offset_min, minutes)), until


def scheduled(outing: Outing, document: SituationDocument, answer: Answer) -> ScheduleOut:
    """The schedule of a situation as it stands on the bench."""
    why = sky_leads(answer.situation, answer.setup)
    if why:
        return ScheduleOut(told=why, moments=[])
    moments, until = moments_of(outing, answer.setup, minutes_of(document))
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
