"""Outings and situations out to files, and in from them."""

from __future__ import annotations

from collections import Counter
from typing import Any

from django.contrib.auth.models import User
from django.db import transaction

from forms.kit_form import BodyForm, LensForm, safe_slug
from forms.outing_form import Coordinates, OutingFile, SituationDocument, document_from
from forms.problems import InputError, Problem
from forms.setup_form import setup_of
from forms.situation_form import SituationForm
from kit.actions import add as add_piece
from kit.models import Piece
from outings.keeping import add_outing, add_situation, situations_of
from outings.models import Outing, Situation
from outings.reading import Kit
from people.limits import room_for
from people.models import Profile


def export(outing: Outing) -> OutingFile:
    """The outing as one file, with the kit it uses."""
    documents = [_with_its_flash(row.document, outing) for row in outing.in_order()]
    pieces = Piece.objects.filter(person=outing.person)
    used = {(kind, d[kind]) for d in documents for kind in ("body", "lens")}
    kit = {(p.kind, p.slug): p.document for p in pieces if (p.kind, p.slug) in used}
    return OutingFile(
        format="wide-aperture-outing",
        version=1,
        title=outing.title,
        place=outing.place,
        mains_hz=outing.mains,
        utc_offset_min=outing.utc_offset_min,
        lies=outing.lies and Coordinates.model_validate(outing.lies),
        faces=outing.faces,
        day=outing.day,
        situations=[SituationDocument.model_validate(d) for d in documents],
        bodies={slug: BodyForm.model_validate(d) for (kind, slug), d in kit.items() if kind == "body"},
        lenses={slug: LensForm.model_validate(d) for (kind, slug), d in kit.items() if kind == "lens"},
    )


def _with_its_flash(document: dict[str, Any], outing: Outing) -> dict[str, Any]:
    """A situation that names a flash of the person's bag, with the bag: elsewhere there is another."""
    use = document.get("flash") or {}
    if document.get("flashes") is not None or not (use.get("name") or use.get("further")):
        return document
    profile = Profile.objects.filter(person=outing.person).values_list("document", flat=True).first() or {}
    return {**document, "flashes": profile.get("flashes", [])}


def _renamed(file: OutingFile) -> dict[tuple[str, str], str]:
    """Names of the file's kit that cannot stand in an address, with one that can, by kind and name."""
    found: dict[tuple[str, str], str] = {}
    for kind, names in (("body", file.bodies), ("lens", file.lenses)):
        taken = {name for name in names if safe_slug(name) == name}
        for name in names:
            if name not in taken:
                stem = safe_slug(name)
                found[kind, name] = next(s for s in (stem, *(f"{stem[:56]}-{k}" for k in range(2, len(names) + 3))) if s not in taken)
                taken.add(found[kind, name])
    return found


def import_outing(person: User, file: OutingFile) -> tuple[Outing, list[str]]:
    """An outing from a file, all or nothing, and what of its kit got another name. Kit of a slug the person has already is left as the person has it.

    Raises
    ------
    InputError : a situation names kit that is neither in the file nor the person's, or there is no room.
    """
    renamed = _renamed(file)
    brought = {
        (kind, renamed.get((kind, slug), slug)): form.model_dump(mode="json")
        for kind, forms in (("body", file.bodies), ("lens", file.lenses))
        for slug, form in forms.items()
    }
    documents = [situation.stored() for situation in file.situations]
    for document in (*documents, *(form for (kind, _), form in brought.items() if kind == "body")):
        for kind, key in (("body", "body"), ("lens", "lens"), ("lens", "fixed_lens")):
            if document.get(key):
                document[key] = renamed.get((kind, document[key]), document[key])
    with transaction.atomic():
        mine = set(Piece.objects.filter(person=person).values_list("kind", "slug"))
        lacking = [
            Problem(f"/situations/{k}/{kind}", f"“{document[kind]}” is neither in the file nor in your kit")
            for k, document in enumerate(documents)
            for kind in ("body", "lens")
            if (kind, document[kind]) not in mine | set(brought)
        ]
        if lacking:
            raise InputError(lacking)
        new = {name: form for name, form in brought.items() if name not in mine}
        there = Counter(Piece.objects.filter(person=person, deleted_at=None).values_list("kind", flat=True))
        for kind, more in Counter(kind for kind, _ in new).items():
            room_for(kind, there[kind], more)
        Piece.objects.bulk_create(Piece(person=person, kind=kind, slug=slug, document=form) for (kind, slug), form in new.items())
        room_for("all_situations", situations_of(person).count(), len(documents))
        outing = add_outing(person, **file.model_dump(include={"title", "place", "mains_hz", "utc_offset_min", "lies", "faces", "day"}))
        Situation.objects.bulk_create(Situation(outing=outing, position=k, document=d) for k, d in enumerate(documents, 1))
    return outing, [f"{kind} “{old}” is kept as “{new}”" for (kind, old), new in renamed.items()]


def import_situation(outing: Outing, form: SituationForm) -> Situation:
    """A situation in the open form, at the end of the day. Kit given in full that the person lacks is added to it.

    Raises
    ------
    InputError, CraftError : kit the person does not have, or no setup can be made of it.
    """
    with transaction.atomic():
        slugs = {kind: _slug_of(outing.person, kind, getattr(form, kind)) for kind in ("body", "lens")}
        document = document_from(form, "From a file", slugs["body"], slugs["lens"])
        setup_of(Kit(outing.person).resolve(document, outing))
        return add_situation(outing, document)


def _slug_of(person: User, kind: str, given: str | BodyForm | LensForm) -> str:
    if isinstance(given, str):
        return given
    document = given.model_dump(mode="json", exclude={"fixed_lens"})
    for piece in Piece.objects.filter(person=person, kind=kind, deleted_at=None):
        if {key: value for key, value in piece.document.items() if key != "fixed_lens"} == document:
            return piece.slug
    return add_piece(person, kind, given).slug
