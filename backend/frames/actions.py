"""What can be done with frames that came back: bring, judge, move, take out, set clocks."""

from __future__ import annotations

import datetime as dt
from collections.abc import Sequence
from pathlib import PurePath

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet

from craft.review.clock import MOST_OFF_S, off_by
from forms.outing_form import YEARS
from forms.problems import InputError, Problem
from frames.day import day_of
from frames.kept import FINE, SMALL, balance_fields, blur_fields, kept_as
from frames.models import BodyClock, FinePiece, Frame, KnownBody, SmallPicture
from frames.schemas import CameOut, ClockIn
from images.values import REJECTED, CameBack
from kit.models import Piece
from outings.models import Outing
from people.limits import LIMITS, room_for
from people.turns import begin

SIDECAR = ".xmp"
LONGEST_NAME = 120


def mine(person: User) -> QuerySet[Frame]:
    """A person's frames, of days that are there."""
    return Frame.objects.filter(outing__person=person, outing__deleted_at=None)


def room_for_frames(person: User) -> None:
    """Whether another frame may be kept.

    Raises
    ------
    InputError : there are as many as are kept.
    """
    room_for("frame", Frame.objects.filter(outing__person=person).count())


def bring(outing: Outing, found: CameBack, name: str, digest: str) -> CameOut:
    """Keep what a frame's file told, with a small picture; one that has come already is not kept twice.

    Raises
    ------
    InputError : there is no room for another.
    """
    small, fine = kept_as(found.small, SMALL), found.detail
    piece = kept_as(fine.levels, FINE) if fine else b""
    begin(digest)
    before = outing.came.filter(digest=digest).first()
    if before is not None:
        return CameOut(id=before.pk, again=True, rated=0, said=f"{before.name} had come already")
    told = found.told
    with transaction.atomic():
        room_for_frames(outing.person)
        row = Frame.objects.create(
            outing=outing,
            digest=digest,
            name=name,
            kind=found.kind,
            body=str(told.get("name", "")),
            lens=str(told.get("lens_name", "")),
            taken=_taken(str(told.get("taken_at", "")), float(told.get("part_s", 0.0))),
            zone_min=round(float(told["utc_offset_min"])) if "utc_offset_min" in told else None,
            wide=found.wide,
            high=found.high,
            rating=found.rating,
            mean_stops=found.mean_stops,
            burnt=found.burnt,
            full=list(found.full),
            mode=str(told.get("mode", "")),
            white=str(told.get("white", "")),
            **blur_fields(fine),
            **balance_fields(found.balance),
            **{field: _number(told.get(entry)) for field, entry in DIALS.items()},
        )
        SmallPicture.objects.create(frame=row, data=small)
        if fine:
            FinePiece.objects.create(frame=row, data=piece, place=list(fine.place), times=fine.times)
    return CameOut(id=row.pk, again=False, rated=0, said=f"{name} brought")


DIALS = {"shutter_s": "time_s", "aperture": "aperture", "iso": "iso", "focal_mm": "focal_mm", "distance_m": "distance_m"}
"""Fields of a frame, by what a file's reader calls them."""


def _number(told: float | str | None) -> float | None:
    return float(told) if isinstance(told, int | float) and told > 0 else None


def _taken(told: str, part_s: float) -> dt.datetime | None:
    """The hour by the body's clock; None where there is none, or none of this calendar."""
    try:
        at = dt.datetime.strptime(told, "%Y:%m:%d %H:%M:%S").replace(tzinfo=dt.UTC)
    except ValueError:
        return None
    return at + dt.timedelta(seconds=part_s) if YEARS[0] <= at.year <= YEARS[1] else None


def is_sidecar(name: str) -> bool:
    """Whether a file lies beside a frame and only tells of it.

    >>> is_sidecar("TSA_0012.XMP"), is_sidecar("TSA_0012.JPG")
    (True, False)
    """
    return name.lower().endswith(SIDECAR)


def rate_by_sidecar(outing: Outing, rating: int | None, name: str, digest: str) -> CameOut:
    """Take a sidecar's rating for the frames beside which it lay: those of its name, whatever they end in.

    Raises
    ------
    InputError : no frame of that name is here.
    """
    stem = PurePath(name).name[: -len(SIDECAR)]
    begin(digest)
    rows = outing.came.filter(name__istartswith=f"{stem}.") | outing.came.filter(name__iexact=stem)
    there = rows.count()
    if not there:
        raise InputError([Problem("", f"no frame called {stem} has come: bring the frames first, then what lies beside them")])
    rows.update(rating=rating)
    said = "no rating" if rating is None else "thrown away" if rating == REJECTED else f"rated {rating}"
    return CameOut(id=None, again=False, rated=there, said=f"{stem}: {said}")


def named(name: str) -> str:
    """A file's own name, as it is shown: without the folders before it, and nothing that does not print.

    >>> named("card 1/TSA_0012.JPG")
    'TSA_0012.JPG'
    """
    last = PurePath(name.replace("\\", "/")).name
    return "".join(letter for letter in last if letter.isprintable())[:LONGEST_NAME] or "a frame"


def chosen(outing: Outing, frames: Sequence[int]) -> QuerySet[Frame]:
    """Frames of an outing by their numbers.

    Raises
    ------
    InputError : not all of them are there.
    """
    rows = outing.came.filter(pk__in=frames)
    if rows.count() != len(set(frames)):
        raise InputError([Problem("/frames", "not all of these frames are here any more: ask for them again")])
    return rows


def judge(outing: Outing, frames: Sequence[int], kept: bool | None) -> int:
    """Say of frames whether they are kept.

    Raises
    ------
    InputError : not all of them are there.
    """
    return chosen(outing, frames).update(kept=kept)


def the_rest_is_not(outing: Outing, situation: int) -> int:
    """Of a picture's frames, those that nobody judged are not kept.

    Raises
    ------
    InputError : the picture is none of this day.
    """
    _there(outing, situation)
    open_ones = [row.pk for row in day_of(outing).of(situation) if row.frame.kept is None]
    changed = 0
    for k in range(0, len(open_ones), 500):
        changed += outing.came.filter(pk__in=open_ones[k : k + 500]).update(kept=False)
    return changed


def _there(outing: Outing, situation: int | None) -> None:
    if situation is not None and not outing.situations.filter(pk=situation, deleted_at=None).exists():
        raise InputError([Problem("/situation", "this picture is none of this day's: choose one of those that are")])


def move(outing: Outing, frames: Sequence[int], situation: int | None) -> int:
    """Put frames to a picture by hand; None: their hour decides again.

    Raises
    ------
    InputError : not all of them, or not the picture, are there.
    """
    _there(outing, situation)
    return chosen(outing, frames).update(situation_id=situation)


def drop(outing: Outing, frames: Sequence[int]) -> int:
    """Take frames out again.

    Raises
    ------
    InputError : not all of them are there.
    """
    there = chosen(outing, frames)
    count = there.count()
    there.delete()
    return count


def set_clock(outing: Outing, asked: ClockIn) -> int:
    """Say how a body's clock stood, and which of one's own it is; how many frames that is told of.

    Raises
    ------
    InputError : no such body, frame, or body of one's own.
    """
    there = outing.came.filter(body=asked.said)
    count = there.count()
    if not count:
        raise InputError([Problem("/said", "no frame of a body of this name has come")])
    off_s = asked.off_s
    if asked.frame is not None or asked.same_moment is not None:
        off_s = _off_of(outing, asked)
    with transaction.atomic():
        if asked.is_body is not None:
            _name(outing.person, asked.said, asked.is_body)
        elif off_s is None:
            BodyClock.objects.filter(outing=outing, said=asked.said).delete()
        if off_s is not None:
            BodyClock.objects.update_or_create(outing=outing, said=asked.said, defaults={"off_s": off_s})
    return count


def _off_of(outing: Outing, asked: ClockIn) -> float:
    if asked.off_s is not None:
        raise InputError([Problem("/off_s", "give seconds, or two frames of one moment, not both")])
    day = day_of(outing)
    rows = {row.pk: row for row in day.rows if row.frame.at_s >= 0}
    here, other = rows.get(asked.frame or 0), rows.get(asked.same_moment or 0)
    if here is None or here.said != asked.said:
        raise InputError([Problem("/frame", "a frame of this body whose file tells its hour is accepted")])
    if other is None or other.said == asked.said:
        raise InputError([Problem("/same_moment", "a frame of another body whose file tells its hour is accepted")])
    clock = next(one for one in day.clocks if one.said == asked.said)
    off = off_by(here.frame.at_s + clock.off_s, other.frame.at_s)
    if abs(off) > MOST_OFF_S:
        raise InputError([Problem("/same_moment", f"these two are {abs(off) / 3600:.0f} hours apart: frames of one moment are accepted")])
    return off


def _name(person: User, said: str, slug: str) -> None:
    if slug and not Piece.objects.filter(person=person, kind="body", slug=slug, deleted_at=None).exists():
        raise InputError([Problem("/is_body", f"“{slug}” is not in your kit")])
    if slug:
        KnownBody.objects.update_or_create(person=person, said=said, defaults={"slug": slug})
    else:
        KnownBody.objects.filter(person=person, said=said).delete()


def most_kept() -> int:
    """How many frames of all days are kept for a person.

    >>> most_kept() > 5000
    True
    """
    return LIMITS["frame"].most
