"""The frames of a day: when each was taken by the day's clock, by which body, and to which picture it belongs."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from django.contrib.auth.models import User

from craft.review.cast import Balance
from craft.review.clock import assigned, off_by_zone
from craft.review.frame import Frame as Taken
from craft.review.sharpness import Sharpness
from craft.vocabulary.terms import Mode
from frames.models import BodyClock, Frame, KnownBody
from images.values import REJECTED
from kit.models import Piece
from outings.models import Outing, Situation


def judged(kept: bool | None, rating: int | None) -> bool | None:
    """Whether a frame is kept: as it was judged here, else as its file is rated; None where nobody judged.

    >>> judged(None, 3), judged(None, -1), judged(False, 5), judged(None, None)
    (True, False, False, None)
    """
    if kept is not None or rating is None:
        return kept
    return rating != REJECTED


@dataclass(frozen=True, slots=True)
class Row:
    """A frame of a day. situation: the number of the picture that it belongs to, None for none; by_hand: somebody put it there; body: the person's own that
    its file means, empty where nobody knows; said: as the file names it; rating: as its file or a sidecar has it."""

    pk: int
    name: str
    said: str
    lens: str
    body: str
    situation: int | None
    by_hand: bool
    frame: Taken
    rating: int | None = None

    def may_be_by(self, body: str) -> bool:
        """Whether a body of the person's took it, or nobody knows which did: then it stands beside that body's plan."""
        return self.body in ("", body)


@dataclass(frozen=True, slots=True)
class Clock:
    """A body's clock on a day. body: the person's own that it is, empty where nobody knows; off_s: seconds it was ahead; how: hand, zone, or none where it is taken as it is."""

    said: str
    body: str
    frames: int
    off_s: float
    how: str


@dataclass(frozen=True, slots=True)
class Day:
    """An outing's frames in the order of their hours, and its bodies' clocks."""

    rows: tuple[Row, ...]
    clocks: tuple[Clock, ...]

    def of(self, situation: int | None) -> list[Row]:
        """The frames of one picture, or of none."""
        return [row for row in self.rows if row.situation == situation]


def known_bodies(person: User) -> dict[str, str]:
    """The person's bodies by what files call them: as they said, else by the name that the body has in the kit."""
    pieces = Piece.objects.filter(person=person, kind="body", deleted_at=None).order_by("-pk").values_list("slug", "document__name")
    found = {str(name).casefold(): slug for slug, name in pieces}
    there = {slug for slug, _ in pieces}
    said = KnownBody.objects.filter(person=person).values_list("said", "slug")
    return found | {name.casefold(): slug for name, slug in said if slug in there}


def day_of(outing: Outing) -> Day:
    """The frames of an outing, each with its hour by the day's clock and the picture it belongs to."""
    rows = list(outing.came.defer("full"))
    bodies = known_bodies(outing.person)
    hand = dict(BodyClock.objects.filter(outing=outing).values_list("said", "off_s"))
    many = Counter(row.body for row in rows)
    zones = {row.body: row.zone_min for row in rows if row.zone_min is not None}
    clocks = {
        said: _clock(said, bodies.get(said.casefold(), ""), count, hand, zones, outing.utc_offset_min) for said, count in many.items()
    }
    pictures = outing.in_order()
    found = [_row(row, clocks[row.body], outing.day, pictures) for row in rows]
    return Day(tuple(sorted(found, key=lambda row: (row.frame.at_s, row.pk))), tuple(clocks[said] for said in sorted(clocks)))


def _clock(said: str, body: str, frames: int, hand: Mapping[str, float], zones: Mapping[str, int], day_min: int | None) -> Clock:
    if said in hand:
        return Clock(said, body, frames, hand[said], "hand")
    if said in zones and day_min is not None:
        return Clock(said, body, frames, off_by_zone(zones[said], day_min), "zone")
    return Clock(said, body, frames, 0.0, "none")


NO_HOUR = -1e9
"""Seconds of a frame whose file tells no hour: before every day."""


AUTOMATIC, SET = "automatic", "set"
"""How a frame's white stood, as its row has it."""


def _row(row: Frame, clock: Clock, day: dt.date, pictures: Sequence[Situation]) -> Row:
    midnight = dt.datetime.combine(day, dt.time(), dt.UTC)
    at_s = NO_HOUR if row.taken is None else (row.taken - midnight).total_seconds() - clock.off_s
    dials = (row.shutter_s, row.aperture, row.iso, row.focal_mm)
    frame = Taken(
        at_s,
        *dials,
        row.mean_stops,
        row.burnt,
        judged(row.kept, row.rating),
        _sharp(row),
        None if row.red_stops is None or row.blue_stops is None else Balance(row.red_stops, row.blue_stops),
        row.distance_m,
        Mode(row.mode) if row.mode else None,
        {AUTOMATIC: True, SET: False}.get(row.white),
    )
    by_hand = any(picture.pk == row.situation_id for picture in pictures)
    return Row(
        row.pk,
        row.name,
        row.body,
        row.lens,
        clock.body,
        row.situation_id if by_hand else _by_hour(at_s, clock.body, pictures),
        by_hand,
        frame,
        row.rating,
    )


def _sharp(row: Frame) -> Sharpness | None:
    """How sharp a frame came out; None where its file was not read pixel by pixel."""
    if not row.smeared:
        return None
    figures = (row.soft_px, row.focus_px, row.smear_px, row.smear_deg)
    return Sharpness.of_figures(row.smeared, *figures, max(row.wide, row.high))


def _by_hour(at_s: float, body: str, pictures: Sequence[Situation]) -> int | None:
    """The picture that a frame belongs to by its hour: of those by its own body, if the day has any."""
    mine = [picture for picture in pictures if body and picture.document["body"] == body] or list(pictures)
    at = assigned([picture.begins for picture in mine], at_s / 60)
    return None if at is None else mine[at].pk
