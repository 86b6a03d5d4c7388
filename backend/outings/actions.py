"""What can be done with outings and situations."""

from __future__ import annotations

import hashlib
from collections import Counter
from collections.abc import Collection
from contextlib import suppress
from datetime import timedelta
from functools import cached_property
from typing import Any

from django.contrib.auth import get_user_model
from django.db import transaction
from django.db.models import Max, Model, QuerySet, TextField
from django.db.models.functions import Cast
from django.utils import timezone
from pydantic import ValidationError

from craft.vocabulary.setting import Value
from demo.day import DAY, HELD, LAYOUTS, PEOPLE
from demo.kit import BODIES, LENSES
from forms.dialect_form import DialectForm, of_demo
from forms.kit_form import BodyForm, LensForm, safe_slug
from forms.layout_form import LayoutForm
from forms.outing_form import Coordinates, OfDay, OutingFile, SituationDocument, document_from, resolved
from forms.problems import InputError, Problem, from_pydantic
from forms.setup_form import setup_of
from forms.situation_form import SituationForm, read_situation
from forms.walk_form import Believed
from kit.actions import add as add_piece
from kit.actions import and_state, believed, body_of, hold
from kit.models import Dialect, Held, Layout, Piece, Refused, Slot
from outings.kept import kept
from outings.models import Earlier, Outing, Situation
from people.limits import room_for
from people.models import Profile
from people.versions import check_version, tag

BELIEVED: dict[type[Model], tuple[str, ...]] = {
    Dialect: ("document",),
    Layout: ("document", "revision"),
    Held: ("setting", "value", "since", "verified_at"),
    Slot: ("bank", "number", "title", "values", "at"),
    Refused: ("setting", "why", "at"),
}
"""What is believed of bodies, model by model: the fields that tell one state from another."""

UNDO_DEPTH = 100
KEPT_DAYS = 30


def bodies_on(outing: Outing) -> int:
    """How many different bodies the situations of an outing use; nothing is asked for where they have been fetched with it."""
    if "situations" in getattr(outing, "_prefetched_objects_cache", {}):
        return len({row.document["body"] for row in outing.situations.all()})
    return outing.situations.filter(deleted_at=None).order_by().values("document__body").distinct().count()


class Kit:
    """A person's kit and profile, read once, for resolving any number of situations; only: the pieces of these slugs, for those of one."""

    def __init__(self, person: Any, only: Collection[str] | None = None) -> None:
        rows = Piece.objects.filter(person=person)
        self._rows = list(rows if only is None else rows.filter(slug__in=only))
        self.pieces = {(row.kind, row.slug): row.document for row in self._rows}
        profile = Profile.objects.filter(person=person).values_list("document", flat=True).first()
        self.profile = profile or {}
        self.person = person
        self._bodies: dict[int, int] = {}

    @cached_property
    def standing(self) -> dict[str, str]:
        """Of each body, a fingerprint of its words, its layout, and all that is believed of it."""
        rows: dict[str, list[Any]] = {slug: [] for kind, slug in self.pieces if kind == "body"}
        for model, fields in BELIEVED.items():
            rows_of = model.objects.filter(piece__person=self.person, piece__kind="body").order_by("pk")
            for slug, *row in rows_of.values_list("piece__slug", *(Cast(field, TextField()) for field in fields)):
                if slug in rows:
                    rows[slug].append((model.__name__, *row))
        return {slug: hashlib.sha256(repr((self.pieces["body", slug], row)).encode()).hexdigest() for slug, row in rows.items()}

    @cached_property
    def dialects(self) -> dict[str, DialectForm]:
        """Each body's own words."""
        return {slug: state.words for slug, state in self.states.items()}

    @cached_property
    def words(self) -> dict[str, dict[str, str]]:
        """Each body's own labels by setting."""
        return {slug: {e.setting: e.label for e in form.entries if e.setting} for slug, form in self.dialects.items()}

    @cached_property
    def states(self) -> dict[str, Believed]:
        """Each body as it is believed to stand."""
        return kept("states", (self.person.pk, *sorted(self.standing.items())), self._states)

    def _states(self) -> dict[str, Believed]:
        found = {}
        # of those that were read: a body that goes meanwhile is still in all of the answer
        bodies = [row for row in self._rows if row.kind == "body"]
        for piece in and_state(bodies):
            with suppress(ValidationError):  # a body that cannot be read has no setups either; the kit says so
                found[piece.slug] = believed(piece)
        return found

    def body_name(self, slug: str) -> str:
        """What a body of the kit is called; for one that is gone, what it was known by."""
        return self._name("body", slug)

    def lens_name(self, slug: str) -> str:
        """What a lens of the kit is called; for one that is gone, what it was known by."""
        return self._name("lens", slug)

    def _name(self, kind: str, slug: str) -> str:
        piece = self.pieces.get((kind, slug))
        return slug if piece is None else str(piece.get("name") or slug)

    def day_of(self, outing: Outing | None) -> OfDay:
        """What an outing tells by itself."""
        if outing is None:
            return OfDay()
        if outing.pk not in self._bodies:
            self._bodies[outing.pk] = bodies_on(outing)
        return OfDay(max(1, self._bodies[outing.pk]), outing.mains_hz)

    def resolve(self, document: dict[str, Any], outing: Outing | None = None) -> dict[str, Any]:
        """What the advice is asked for a stored situation of an outing, or of none.

        Raises
        ------
        InputError : the situation names kit that is not this person's, or the profile cannot be read.
        """
        found = {}
        for kind in ("body", "lens"):
            piece = self.pieces.get((kind, document[kind]))
            if piece is None:
                raise InputError([Problem(f"/{kind}", f"“{document[kind]}” is not in your kit")])
            found[kind] = piece
        own = found["body"].get("fixed_lens")
        if own and own != document["lens"]:
            raise InputError([Problem("/lens", f"this body has its own lens: {own}")])
        try:
            return resolved(document, found["body"], found["lens"], self.profile, self.day_of(outing))
        except ValidationError as error:
            raise InputError(Problem(f"/profile{p.pointer}", p.detail) for p in from_pydantic(error)) from None


def sweep(person: Any) -> None:
    """Remove for good what a person put aside more than thirty days ago; kit stays as long as a situation of theirs names it."""
    limit = timezone.now() - timedelta(days=KEPT_DAYS)
    with transaction.atomic():
        Outing.objects.filter(person=person, deleted_at__lt=limit).delete()
        Situation.objects.filter(outing__person=person, deleted_at__lt=limit).delete()
        left = Situation.objects.filter(outing__person=person)
        for kind in ("body", "lens"):
            used = set(left.values_list(f"document__{kind}", flat=True))
            Piece.objects.filter(person=person, kind=kind, deleted_at__lt=limit).exclude(slug__in=used).delete()


def add_outing(person: Any, **said: Any) -> Outing:
    """A new day.

    Raises
    ------
    InputError : there are too many.
    """
    with transaction.atomic():
        room_for("outing", Outing.objects.filter(person=person, deleted_at=None).count())
        return Outing.objects.create(person=person, **said)


def situations_of(person: Any) -> QuerySet[Situation]:
    """The situations of a person that are there, of all days."""
    return Situation.objects.filter(outing__person=person, outing__deleted_at=None, deleted_at=None)


def add_situation(outing: Outing, document: SituationDocument, after: int | None = None) -> Situation:
    """A new situation, at the end or after a position; the others move on.

    Raises
    ------
    InputError : the day is full.
    """
    with transaction.atomic():
        room_for("situation", outing.situations.filter(deleted_at=None).count())
        room_for("all_situations", situations_of(outing.person).count())
        last = outing.situations.aggregate(last=Max("position"))["last"] or 0
        position = last + 1
        if after is not None:
            for row in outing.situations.filter(position__gt=after):
                row.position += 1
                row.save(update_fields=["position"])
            position = after + 1
        return Situation.objects.create(outing=outing, position=position, document=document.stored())


def save_document(row: Situation, document: SituationDocument, if_match: str) -> Situation:
    """Replace a situation's document and remember the earlier one.

    Raises
    ------
    Conflict : it was changed since it was read.
    """
    with transaction.atomic():
        row = Situation.objects.select_for_update().get(pk=row.pk)
        check_version(row.revision, if_match, row.document)
        stored = document.stored()
        if stored == row.document:
            return row
        Earlier.objects.create(situation=row, revision=row.revision, document=row.document)
        row.earlier.filter(revision__lte=row.revision - UNDO_DEPTH).delete()
        row.document = stored
        row.revision += 1
        row.save(update_fields=["document", "revision"])
    return row


def set_by_hand(row: Situation, values: dict[str, Value]) -> Situation:
    """Settings set by hand in a situation, beside those that are; it can be undone."""
    document = SituationDocument.model_validate({**row.document, "settings": {**row.document.get("settings", {}), **values}})
    return save_document(row, document, tag(row.revision))


def move_to(row: Situation, starts_at: str) -> Situation:
    """Give a situation another hour of its day."""
    document = SituationDocument.model_validate({**row.document, "starts_at": starts_at})
    return save_document(row, document, tag(row.revision))


def put_aside(row: Outing | Situation, aside: bool = True) -> None:
    """Put a row aside, or bring it back."""
    row.deleted_at = timezone.now() if aside else None
    row.save(update_fields=["deleted_at"])


def export(outing: Outing) -> OutingFile:
    """The outing as one file, with the kit it uses."""
    documents = [row.document for row in outing.in_order()]
    pieces = Piece.objects.filter(person=outing.person)
    used = {(kind, d[kind]) for d in documents for kind in ("body", "lens")}
    kit = {(p.kind, p.slug): p.document for p in pieces if (p.kind, p.slug) in used}
    return OutingFile(
        format="wide-aperture-outing",
        version=1,
        title=outing.title,
        place=outing.place,
        mains_hz=outing.mains_hz,
        utc_offset_min=outing.utc_offset_min,
        lies=outing.lies and Coordinates.model_validate(outing.lies),
        day=outing.day,
        situations=[SituationDocument.model_validate(d) for d in documents],
        bodies={slug: BodyForm.model_validate(d) for (kind, slug), d in kit.items() if kind == "body"},
        lenses={slug: LensForm.model_validate(d) for (kind, slug), d in kit.items() if kind == "lens"},
    )


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


def import_outing(person: Any, file: OutingFile) -> tuple[Outing, list[str]]:
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
        outing = add_outing(person, **file.model_dump(include={"title", "place", "mains_hz", "utc_offset_min", "lies", "day"}))
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
        setup_of(read_situation(Kit(outing.person).resolve(document.stored(), outing)))
        return add_situation(outing, document)


def _slug_of(person: Any, kind: str, given: str | BodyForm | LensForm) -> str:
    if isinstance(given, str):
        return given
    document = given.model_dump(mode="json", exclude={"fixed_lens"})
    for piece in Piece.objects.filter(person=person, kind=kind, deleted_at=None):
        if {key: value for key, value in piece.document.items() if key != "fixed_lens"} == document:
            return piece.slug
    return add_piece(person, kind, given).slug


def checked_words(slug: str) -> dict[str, Any]:
    """A demo body's own words as they are stored."""
    return of_demo(slug).model_dump(mode="json")


def copy_demo(person: Any, *, day: bool) -> None:
    """Copy the demo kit, and the demo day if wanted, into an account; kit already there stays."""
    with transaction.atomic():
        for kind, rows in (("body", BODIES), ("lens", LENSES)):
            form = BodyForm if kind == "body" else LensForm
            for slug, row in rows.items():
                document = form.model_validate(row).model_dump(mode="json")
                piece, _ = Piece.objects.get_or_create(person=person, kind=kind, slug=slug, defaults={"document": document})
                if kind == "body":
                    Dialect.objects.get_or_create(piece=piece, defaults={"document": checked_words(slug)})
        if day:
            import_outing(person, OutingFile.model_validate({**DAY, "bodies": {}, "lenses": {}}))


def load_demo_people(password: str) -> list[str]:
    """The two demo photographers with their kit and day; run again, they are made anew."""
    model = get_user_model()
    for name, profile in PEOPLE.items():
        with transaction.atomic():
            model.objects.filter(username=name).delete()
            person = model.objects.create_user(name, password=password)
            Profile.objects.create(person=person, document=profile, of_demo=True)
            copy_demo(person, day=True)
            for slug, (values, verified) in HELD.get(name, {}).items():
                hold(Piece.objects.get(person=person, kind="body", slug=slug), values, verified=verified)
            for slug, layout in LAYOUTS.get(name, {}).items():
                piece = Piece.objects.get(person=person, kind="body", slug=slug)
                Layout.objects.create(
                    piece=piece, document=LayoutForm.model_validate(layout).checked(body_of(piece)).model_dump(mode="json")
                )
    return list(PEOPLE)
