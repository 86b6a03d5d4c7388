"""Files brought off a body's cards: frames to a day, raws to measure a sensor by. A few at a time; nothing half, none twice."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from time import monotonic
from typing import NamedTuple

from forms.problems import InputError
from frames.actions import bring, named, room_for_frames
from images.reading import came_back, counts_of
from images.values import LARGEST_BYTES, CameBack
from kit import sensor
from links.actions import speaking
from links.models import Link
from links.schemas import FetchedOut
from outings.models import Outing
from people.turns import begin

FETCH_S = 3.0
"""After this long a request brings no further file."""


class Brought(NamedTuple):
    """How far a request has come. after: the last of the body's files that was looked at; more: there are others."""

    after: str
    more: bool


def _each(link: Link, after: str, wanted: Callable[[str, set[str]], bool], read: Callable[[str, str, str], None]) -> Brought:
    """Fetch files one by one for as long as a request may take, and one in any case, or it would never come on. wanted: by its name and those of all finished files, without their endings;
    read: what is made of one: its name, where it lies, its digest."""
    ends, more = monotonic() + FETCH_S, False
    with speaking(link) as body:
        listed = body.frames(after)
        beyond = body.frames(listed.frames[-1].name).frames[:1] if listed.more and listed.frames else []
        finished = {_stem(name) for name in (after, *(one.name for one in (*listed.frames, *beyond))) if _is_finished(name)}
        looked_at = 0
        for one in listed.frames:
            if looked_at and monotonic() > ends:
                more = True
                break
            after = one.name
            if not wanted(one.name, finished):
                continue
            looked_at += 1
            with tempfile.TemporaryFile() as kept:
                digest = body.fetch(one.name, kept, LARGEST_BYTES)
                read(one.name, f"/dev/fd/{kept.fileno()}", digest)
    return Brought(after, more or listed.more)


def fetch(link: Link, outing: Outing, after: str) -> FetchedOut:
    """Bring files off a body's cards to a day: one of each frame, the finished one where there is one. None is brought twice.

    Raises
    ------
    InputError : the body does not answer, the link drops, a file is none that is read, or there is no room.
    """
    again = 0
    found: list[tuple[CameBack, str, str]] = []

    def read(name: str, path: str, digest: str) -> None:
        nonlocal again
        if outing.came.filter(digest=digest).exists():
            again += 1
        else:
            found.append((came_back(path), named(name), digest))

    room_for_frames(outing.person)
    far = _each(link, after, lambda name, finished: _is_finished(name) or _stem(name) not in finished, read)
    begin()
    for came, name, digest in found:
        bring(outing, came, name, digest)
    said = f"{len(found)} brought" + (f", {again} had come already" if again else "")
    return FetchedOut(brought=len(found), again=again, after=far.after, more=far.more, said=said)


def fetch_to_measure(link: Link, after: str, lamp: bool) -> FetchedOut:
    """Bring raws off a body's cards that its sensor is measured by, of even light or of none, or of a wall under a lamp; what tells nothing true of it is named with why, and left
    where it is.

    Raises
    ------
    InputError : the body does not answer, or the link drops.
    """
    brought, told = 0, []
    found = []
    far = _each(
        link,
        after,
        lambda name, finished: not _is_finished(name),
        lambda name, path, digest: found.append((counts_of(path), name, digest)),
    )
    begin()
    for counted, name, digest in found:
        try:
            sensor.bring(link.piece, counted, name, digest, lamp=lamp)
            brought += 1
        except InputError as error:
            told.append(error.problems[0].detail)
    return FetchedOut(brought=brought, again=0, after=far.after, more=far.more, said="; ".join(told))


def _stem(name: str) -> str:
    return name.rsplit(".", 1)[0]


def _is_finished(name: str) -> bool:
    return name.upper().endswith((".JPG", ".JPEG"))
