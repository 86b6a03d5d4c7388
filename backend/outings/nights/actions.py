"""Nights over an outing's place, and their calendar."""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable
from dataclasses import replace

from icalendar import Calendar, Event

from craft.sky.night import Span
from craft.sky.windows import BY_KIND, KINDS, Waiting, in_words, waiting_for
from forms.outing_form import Coordinates
from outings.models import Outing
from outings.nights.schemas import NightsIn, NightsOut, WaitingOut, WaitKind
from outings.reading import there_of

NO_PLACE = "Say on the day's page where it lies and by which clock: then its nights are told."
MOST_BEST = 8
"""Nights that are offered to be planned: the longest."""


def there(outing: Outing, asked: NightsIn) -> tuple[Waiting, ...]:
    """The nights over an outing's place, from its day on; none where nobody said where it lies, or its clock.

    Raises
    ------
    CraftError : heights between which there is none.
    """
    value = asked.value()
    over = there_of(outing)
    if over is None:
        return ()
    place = over.latitude_deg, over.longitude_deg, over.utc_offset_min
    found = waiting_for(asked.kind, over.day, asked.nights, *place, value, over.horizon)
    clock = _clock(outing)
    return tuple(_later(one, clock(one.day) - over.utc_offset_min) for one in found)


def _clock(outing: Outing) -> Callable[[dt.date], int]:
    """Minutes that a place's clock is ahead of universal time, day by day: it changes in a year where its zone is known."""
    lies = Coordinates.model_validate(outing.lies) if outing.lies else None
    usual = outing.utc_offset_min or 0
    return lambda day: usual if lies is None else lies.clock_on(day, usual) or 0


def _later(one: Waiting, minutes: int) -> Waiting:
    """A night by a clock that is so much further on."""

    def moved(spans: tuple[Span, ...]) -> tuple[Span, ...]:
        return tuple(Span(span.begins + minutes, span.ends + minutes) for span in spans)

    return replace(one, dark=moved(one.dark), moon=moved(one.moon), windows=moved(one.windows)) if minutes else one


def _pairs(spans: tuple[Span, ...]) -> list[tuple[float, float]]:
    return [(round(span.begins, 2), round(span.ends, 2)) for span in spans]


def nights_out(outing: Outing, asked: NightsIn) -> NightsOut:
    """The nights of a sheet, with the longest of them."""
    found = there(outing, asked)
    longest = sorted((k for k, one in enumerate(found) if one.windows), key=lambda k: -found[k].minutes)[:MOST_BEST]
    return NightsOut(
        told=in_words(found) if found else NO_PLACE,
        kinds=[WaitKind(slug=kind.slug, label=kind.label, because=kind.because, asks=list(kind.asks)) for kind in KINDS],
        nights=[
            WaitingOut(
                day=one.day,
                dark=_pairs(one.dark),
                moon=_pairs(one.moon),
                moon_lit=round(one.moon_lit, 3),
                windows=_pairs(one.windows),
                told=", ".join(span.told for span in one.windows),
                minutes=round(one.minutes, 1),
            )
            for one in found
        ],
        best=sorted(longest),
    )


def calendar_of(outing: Outing, asked: NightsIn) -> bytes:
    """What is waited for as a calendar (RFC 5545), an event for each span, in universal time: as right where summer time begins as where it does not."""
    calendar, label = Calendar(), BY_KIND[asked.kind].label
    calendar.add("prodid", "-//Wide Aperture//nights//EN")
    calendar.add("version", "2.0")
    clock = _clock(outing)
    for one in there(outing, asked):
        midnight = dt.datetime.combine(one.day, dt.time(), dt.UTC) - dt.timedelta(minutes=clock(one.day))
        for k, span in enumerate(one.windows):
            event = Event()
            event.add("uid", f"{asked.kind}-{one.day}-{k}-{outing.pk}@wide-aperture")
            event.add("dtstamp", midnight)
            event.add("dtstart", midnight + dt.timedelta(minutes=round(span.begins)))
            event.add("dtend", midnight + dt.timedelta(minutes=round(span.ends)))
            event.add("summary", f"{label[0].upper()}{label[1:]}")
            event.add("location", outing.place or outing.title)
            event.add("description", f"{span.told} by the clock there; the moon is {one.moon_lit:.0%} lit.")
            calendar.add_component(event)
    return bytes(calendar.to_ical())
