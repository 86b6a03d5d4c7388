"""Keeping a person's pictures of a place: brought, put together, found again."""

from __future__ import annotations

import json
from collections.abc import Callable
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import QuerySet, Sum

from craft.kept import kept
from craft.render.shot import no_pictures
from craft.tones.own import LEAST_SET, MOST_SET, Bracketed, OwnLight, headroom_of, put_together
from craft.tones.painted import base_name, with_distances
from forms.answer import answer_to
from forms.areas_form import AreasForm
from forms.kit_form import BodyForm
from forms.problems import InputError, Problem
from images.bundle import MOST, Bundle, PictureEntry, bundled
from images.store import as_bytes, from_bytes
from images.values import Brought
from kit.actions import keep_document
from kit.models import Piece
from outings.exchange import export, import_outing
from outings.models import Outing, Picture, PictureLight, Situation
from outings.reading import Kit
from people.guards import Somebody
from people.turns import begin

MOST_PICTURES, MOST_BYTES = MOST, 160_000_000
"""Pictures that a person keeps, and bytes of light in all."""

LONGEST_NAME = 80


def mine(person: Somebody) -> QuerySet[Picture]:
    """A person's pictures, of situations that are there."""
    return Picture.objects.filter(situation__outing__person_id=person.pk, situation__deleted_at=None, situation__outing__deleted_at=None)


def room_for_light(person: User, size: int = 0) -> None:
    """Whether there is room for a picture more, whose light is so many bytes.

    Raises
    ------
    InputError : there is none.
    """
    all_of_them = Picture.objects.filter(situation__outing__person=person)
    if all_of_them.count() >= MOST_PICTURES:
        raise InputError([Problem("", f"{MOST_PICTURES} pictures are kept for you: delete one first")])
    held = all_of_them.aggregate(held=Sum("size"))["held"] or 0
    if held + size > MOST_BYTES:
        raise InputError([Problem("", f"{held / 1e6:.0f} MB of {MOST_BYTES // 1_000_000} are taken by your pictures: delete one first")])


def _keep(situation: Situation, light: OwnLight, levels: Any, sent: str = "", **told: Any) -> Picture:
    """Keep light with a situation; the turn to write begins once it is packed."""
    data = as_bytes(light, levels)
    begin(sent)
    with transaction.atomic():
        room_for_light(situation.outing.person, len(data))
        row = Picture.objects.create(situation=situation, error=light.error, size=len(data), **told)
        PictureLight.objects.create(picture=row, data=data)
    return row


def bring(situation: Situation, found: Brought, name: str, digest: str) -> Picture:
    """Keep the light of a picture that was read from a file of this digest; the file is not kept.

    Raises
    ------
    InputError : there is no room for another.
    """
    named = name.strip()[:LONGEST_NAME] or f"picture {situation.pictures.count() + 1}"
    about = {"kind": found.kind, "wide": found.wide, "high": found.high, "ev100": found.ev100, "told": found.told}
    return _keep(situation, found.light, found.levels, digest, name=named, **about)


def together(situation: Situation, pictures: list[Picture], name: str) -> Picture:
    """Put a set of pictures together as one; the pictures themselves stay.

    Raises
    ------
    InputError : too few or too many, of different sizes or kinds, alike, or without their exposures.
    """
    if not LEAST_SET <= len(pictures) <= MOST_SET:
        raise InputError([Problem("/pictures", f"from {LEAST_SET} to {MOST_SET} pictures make a set, not {len(pictures)}")])
    if any(row.ev100 is None for row in pictures):
        raise InputError([Problem("/pictures", "a set needs the exposure of each of its pictures: their files do not tell it")])
    frames = [Bracketed(*light_and_levels(row), -float(row.ev100 or 0.0)) for row in pictures]
    try:
        light = put_together(frames)
    except ValueError as error:
        raise InputError([Problem("/pictures", str(error))]) from None
    middle = sorted(pictures, key=lambda row: -float(row.ev100 or 0.0))[len(pictures) // 2]
    named = name.strip()[:LONGEST_NAME] or f"set of {len(pictures)}"
    return _keep(situation, light, None, name=named, kind="set", wide=middle.wide, high=middle.high, ev100=middle.ev100, told=middle.told)


def named(row: Picture) -> str:
    """What tells a picture from any other there is or was: a number may be given again."""
    return f"{row.pk}-{row.made_at:%y%m%d%H%M%S%f}"


def light_and_levels(row: Picture) -> tuple[OwnLight, Any]:
    """The light of a picture, and the levels of a finished one."""
    return from_bytes(_data(row.pk, named(row)), named(row), row.name, row.error)


@kept
def _data(pk: int, name: str) -> bytes:
    return bytes(PictureLight.objects.values_list("data", flat=True).get(pk=pk))


@kept
def _light(pk: int, name: str, title: str, error: float, painted: str) -> OwnLight:
    light = from_bytes(_data(pk, name), name, title, error)[0]
    return with_distances(light, *AreasForm.model_validate_json(painted).value())


def _with_distances(row: Picture) -> OwnLight:
    return _light(row.pk, named(row), row.name, row.error, json.dumps(row.painted))


def _found(person: Somebody, pk: int) -> Picture | None:
    return mine(person).filter(pk=pk).first() if person.is_authenticated else None


def own_of(person: Somebody) -> Callable[[int], OwnLight]:
    """Finds a person's pictures by their number.

    Raises
    ------
    InputError : when there is none of this number that is theirs.
    """

    def find(pk: int) -> OwnLight:
        row = _found(person, pk)
        if row is None:
            raise InputError([Problem("/own", "this picture is not here: choose one of those below, or bring it again")])
        return _with_distances(row)

    return find


def own_named(person: Somebody) -> Callable[[str], OwnLight]:
    """Finds a person's pictures by the name that a frame has of them; with the distances that are painted on it now.

    Raises
    ------
    CraftError : when there is none of this name that is theirs.
    """

    def find(name: str) -> OwnLight:
        pk = name.partition("-")[0]
        row = _found(person, int(pk)) if pk.isdecimal() else None
        if row is None or named(row) != base_name(name):
            return no_pictures(name)
        return _with_distances(row)

    return find


def with_pictures(outing: Outing) -> bytes:
    """An outing as a zip, with the pictures of its situations."""
    order = {row.pk: k for k, row in enumerate(outing.in_order())}
    rows = Picture.objects.filter(situation__in=order).order_by("situation", "id")

    def entry(row: Picture) -> PictureEntry:
        kept = {name: getattr(row, name) for name in ("name", "kind", "wide", "high", "ev100", "error", "told", "painted")}
        return PictureEntry(situation=order[row.situation_id], file=f"pictures/{row.pk}.png", **kept)

    return bundled(export(outing), ((entry(row), _data(row.pk, named(row))) for row in rows))


def bring_whole(person: User, found: Bundle) -> tuple[Outing, list[str]]:
    """An outing with its pictures, all or nothing; and what of its kit got another name.

    Raises
    ------
    InputError : there is no room for what it holds.
    """
    with transaction.atomic():
        outing, notes = import_outing(person, found.outing)
        _lay(outing, found)
    return outing, notes


def _lay(outing: Outing, found: Bundle) -> None:
    situations = list(outing.situations.order_by("position"))
    for entry, data in found.pictures:
        room_for_light(outing.person, len(data))
        row = Picture.objects.create(
            situation=situations[entry.situation], size=len(data), **entry.model_dump(exclude={"situation", "file"}, exclude_defaults=True)
        )
        PictureLight.objects.create(picture=row, data=data)


SAME_STOPS = 1 / 6
"""Exposures nearer than this are those of one frame."""


def measured(situation: Situation, pictures: list[Picture]) -> float:
    """Stops that the raw still has where the file beside it begins to warn, from raws and finished files of the same frames.

    Raises
    ------
    InputError : no raw has its file beside it, or too little lies near where the file begins to warn.
    """
    raws = [row for row in pictures if row.kind == "raw" and row.ev100 is not None]
    files = [row for row in pictures if row.kind == "finished" and row.ev100 is not None]
    beside = [(file, raw) for raw in raws for file in files if abs((raw.ev100 or 0) - (file.ev100 or 0)) < SAME_STOPS]
    if not beside:
        raise InputError([Problem("/pictures", "choose raws and the finished files of the same frames, with their exposures in them")])
    found = headroom_of([(light_and_levels(file)[1], light_and_levels(raw)[0]) for file, raw in beside])
    if found is None:
        raise InputError([Problem("/pictures", "nothing here lies where the preview begins to warn: bracket something white")])
    return found


def look_of(situation: Situation) -> str:
    """The look that a situation's setup gives finished files.

    Raises
    ------
    InputError, CraftError : the situation has no setup.
    """
    answer = answer_to(Kit(situation.outing.person).resolve_row(situation))
    return str(answer.configuration.values.get("look", "natural"))


def keep_measured(situation: Situation, stops: float, look: str) -> None:
    """Keep a measured headroom in the body of a situation."""
    piece = Piece.objects.get(person=situation.outing.person, kind="body", slug=situation.document["body"])
    keep_document(piece, BodyForm.model_validate({**piece.document, "headroom_stops": round(stops, 3), "headroom_look": look}))
